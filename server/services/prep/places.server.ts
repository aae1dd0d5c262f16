import {
  isSameSketch,
  type PlaceSketch,
  sketchGeometry,
  sketchOf,
} from "~/core/location/placeSketch";
import { fail, ok } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { findDay, insertPlaceId } from "~/server/db/repositories/days.server";
import type { DayPlace } from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { newestList, type NextList, storeNextLists, undoList } from "./versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** A place as a form tells it. */
export interface PlaceTold {
  name: string;
  note: string;
  startMs: number;
  endMs: number;
  siteKey: string | null;
  position: { latitudeDeg: number; longitudeDeg: number } | null;
  sketch: PlaceSketch;
  hasLoudspeakers?: boolean;
}

/**
 * The place as it will stand. A sketch that says what was known already leaves finer figures as
 * they are.
 */
function placeOf(told: PlaceTold, id: number, known: DayPlace | null): DayPlace {
  const { name, note, startMs, endMs, siteKey, sketch, position } = told;
  const isKnown = known !== null && isSameSketch(sketchOf(known.setting, known.geometry), sketch);
  const { position: _, ...rest } = isKnown
    ? known.geometry
    : sketchGeometry(
        sketch,
        known ? { txHeightM: known.geometry.txHeightM, rxHeightM: known.geometry.rxHeightM } : {},
      );
  return {
    id,
    name,
    note,
    setting: sketch.setting,
    startMs,
    endMs,
    siteKey,
    ...(told.hasLoudspeakers ? { hasLoudspeakers: true } : {}),
    geometry: position ? { ...rest, position } : rest,
  };
}

function wrongTimes(told: Pick<PlaceTold, "startMs" | "endMs">): ServiceError | null {
  return told.endMs > told.startMs
    ? null
    : { code: "setting-unknown", refusal: { code: "ends-before-it-begins" } };
}

/** Puts a place on the day's list. */
export async function addPlace(
  app: AppContext,
  dayId: number,
  p: { place: PlaceTold; expectedVersion: number },
): ServiceResult {
  const wrong = wrongTimes(p.place);
  if (wrong) return fail(wrong);
  if (!(await findDay(app.db, dayId))) return fail({ code: "not-found", what: "day" });
  const { items } = await newestList(app, "places", dayId);
  return storeNextLists(app, dayId, `${p.place.name} added`, [
    {
      kind: "places",
      expectedVersion: p.expectedVersion,
      items: async (t) => [...items, placeOf(p.place, await insertPlaceId(app.db, dayId, t), null)],
    },
  ]);
}

/** Changes a place. When it moves in time, its scenes may move along by as much. */
export async function changePlace(
  app: AppContext,
  dayId: number,
  p: { placeId: number; place: PlaceTold; withScenes: boolean; expectedVersion: number },
): ServiceResult<{ movedScenes: number }> {
  const wrong = wrongTimes(p.place);
  if (wrong) return fail(wrong);
  const { items } = await newestList(app, "places", dayId);
  const known = items.find((x) => x.id === p.placeId);
  if (!known) return fail({ code: "not-found", what: "place" });
  const byMs = p.place.startMs - known.startMs;
  const lists: NextList[] = [
    {
      kind: "places",
      expectedVersion: p.expectedVersion,
      items: items.map((x) => (x.id === p.placeId ? placeOf(p.place, x.id, x) : x)),
    },
  ];
  const scenes = await newestList(app, "scenes", dayId);
  const moved =
    p.withScenes && byMs !== 0 ? scenes.items.filter((s) => s.placeId === p.placeId) : [];
  if (moved.length > 0) {
    const next = scenes.items
      .map((s) =>
        s.placeId === p.placeId ? { ...s, startMs: s.startMs + byMs, endMs: s.endMs + byMs } : s,
      )
      .sort((a, b) => a.startMs - b.startMs || a.endMs - b.endMs);
    lists.push({ kind: "scenes", expectedVersion: scenes.version, items: next });
  }
  const stored = await storeNextLists(app, dayId, `${p.place.name} changed`, lists);
  return stored.ok ? ok({ movedScenes: moved.length }) : stored;
}

/**
 * Takes a place off the list. What happened there stays on record; not the one where the unit is,
 * nor the last.
 */
export async function removePlace(
  app: AppContext,
  dayId: number,
  p: { placeId: number; expectedVersion: number },
): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const place = loaded.value.places.find((x) => x.id === p.placeId);
  if (!place) return fail({ code: "not-found", what: "place" });
  if (loaded.value.places.length === 1) return fail({ code: "place-needed", why: "last" });
  if (loaded.value.day.currentPlaceId === p.placeId)
    return fail({ code: "place-needed", why: "here" });
  const { items } = await newestList(app, "places", dayId);
  const stored = await storeNextLists(app, dayId, `${place.name} removed`, [
    {
      kind: "places",
      expectedVersion: p.expectedVersion,
      items: items.filter((x) => x.id !== p.placeId),
    },
  ]);
  return stored.ok ? ok(place.name) : stored;
}

/**
 * Puts a place on the list once more: later on the same day, or on another day at the same times.
 */
export async function copyPlace(
  app: AppContext,
  dayId: number,
  p: { placeId: number; toDayId: number; expectedVersion: number },
): ServiceResult<string> {
  const { items } = await newestList(app, "places", dayId);
  const place = items.find((x) => x.id === p.placeId);
  if (!place) return fail({ code: "not-found", what: "place" });
  const isSameDay = p.toDayId === dayId;
  if (!isSameDay && !(await findDay(app.db, p.toDayId)))
    return fail({ code: "not-found", what: "day" });
  const target = isSameDay
    ? { version: p.expectedVersion, items }
    : await newestList(app, "places", p.toDayId);
  const startMs = isSameDay ? Math.max(...items.map((x) => x.endMs)) : place.startMs;
  const copy: Omit<DayPlace, "id"> = {
    ...place,
    startMs,
    endMs: startMs + (place.endMs - place.startMs),
    name: isSameDay ? `${place.name}, again` : place.name,
  };
  const stored = await storeNextLists(app, p.toDayId, `${copy.name} copied`, [
    {
      kind: "places",
      expectedVersion: target.version,
      items: async (t) => [
        ...target.items,
        { ...copy, id: await insertPlaceId(app.db, p.toDayId, t) },
      ],
    },
  ]);
  return stored.ok ? ok(copy.name) : stored;
}

export const undoPlaces = (
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult => undoList(app, "places", dayId, expectedVersion);
