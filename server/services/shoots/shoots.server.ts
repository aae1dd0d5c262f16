import { notes } from "~/contract/messages/notes";
import { defined, numberAt } from "~/core/units/items";
import { sketchGeometry, type PlaceSketch } from "~/core/location/placeSketch";
import type { LengthUnit } from "~/core/units/lengths";
import { fail, ok } from "~/core/units/result";
import { insertChannel, listChannels } from "~/server/db/repositories/channels.server";
import {
  type Day,
  type DayChange,
  findDay,
  insertDay,
  insertFirstPlaces,
  insertShoot,
  listDays,
  listPlaces,
  listShoots,
  type NewDay,
  renameShoot,
  setShootLengths,
  updateDay,
} from "~/server/db/repositories/days.server";
import {
  appendVersion,
  type ListKind,
  newestItems,
} from "~/server/db/repositories/versionedLists.server";
import { NEEDED_NOISE_DBM } from "~/core/spectrum/noiseLimit";
import { forgetEvents } from "~/server/db/repositories/dayEvents.server";
import { shiftRecords } from "~/server/db/repositories/shiftTimes.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs, todayIso } from "~/server/services/day/clock.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface DayInShoot extends Pick<
  Day,
  "id" | "dateIso" | "dayNumber" | "dayCount" | "town" | "region" | "isPractice" | "isArchived"
> {
  placeNames: string[];
  talkers: number;
  scenes: number;
}

export interface ShootsView {
  todayIso: string;
  isPractice: boolean;
  shoots: { id: number; name: string; days: DayInShoot[] }[];
}

/** Every shoot with its days in the order of their dates, those put away too. */
export async function getShoots(app: AppContext): Promise<ShootsView> {
  const days = await listDays(app.db);
  const inShoot = await Promise.all(
    days.map(async (d): Promise<DayInShoot & { shootId: number }> => {
      const [places, channels, scenes] = await Promise.all([
        listPlaces(app.db, d.id),
        listChannels(app.db, d.id),
        newestItems(app.db, "scenes", d.id),
      ]);
      const { id, shootId, dateIso, dayNumber, dayCount, town, region, isPractice, isArchived } = d;
      return {
        id,
        shootId,
        dateIso,
        dayNumber,
        dayCount,
        town,
        region,
        isPractice,
        isArchived,
        placeNames: places.map((p) => p.name),
        talkers: channels.length,
        scenes: scenes.length,
      };
    }),
  );
  const shoots = (await listShoots(app.db)).map((s) => ({
    ...s,
    days: inShoot
      .filter((d) => d.shootId === s.id)
      .sort((a, b) => (a.dateIso < b.dateIso ? -1 : a.dateIso > b.dateIso ? 1 : a.id - b.id)),
  }));
  return { todayIso: todayIso(app), isPractice: app.rig !== null, shoots };
}

const FIRST_PLACE: PlaceSketch = { setting: "indoors", walls: "open", wallCount: 0, distanceM: 10 };
const HOUR_MS = 3_600_000;
const PRACTICE_BEGINS_MS = 7.5 * HOUR_MS;
const PRACTICE_AIR = "net-loft";

const blankDay = (
  app: AppContext,
  d: Pick<NewDay, "shootId" | "dateIso" | "dayNumber" | "dayCount" | "town" | "region">,
): NewDay => ({
  ...d,
  profile: "normal",
  maxNoiseDbm: NEEDED_NOISE_DBM,
  noiseLimitDbm: null,
  verificationForm: null,
  antennaAttitude: null,
  licences: null,
  spares: 2,
  isPractice: app.simulator !== null,
  clockDayMs: PRACTICE_BEGINS_MS,
  clockRealMs: app.realNowMs(),
});

/** Begins a shoot with its first day, which has one place to begin with. @returns the day */
export const newShoot = (
  app: AppContext,
  p: { name: string; dateIso: string; town: string; region: string; place: string },
): ServiceResult<number> => newDay(app, p);

/**
 * A day with one place to begin with.
 * @param p.shootId - the shoot that it is put into; absent: a new one of that name
 */
export async function newDay(
  app: AppContext,
  p: {
    name: string;
    shootId?: number;
    dateIso: string;
    town: string;
    region: string;
    place: string;
  },
): ServiceResult<number> {
  const standing =
    p.shootId === undefined ? [] : (await listDays(app.db)).filter((d) => d.shootId === p.shootId);
  return app.db.write(async (t) => {
    const shootId = p.shootId ?? (await insertShoot(app.db, p.name, t));
    const day = blankDay(app, {
      shootId,
      dateIso: p.dateIso,
      dayNumber: standing.length + 1,
      dayCount: standing.length + 1,
      town: p.town,
      region: p.region,
    });
    const dayId = await insertDay(app.db, day, t);
    const first = {
      name: p.place,
      setting: FIRST_PLACE.setting,
      note: "",
      startMs: 8 * HOUR_MS,
      endMs: 18 * HOUR_MS,
      siteKey: day.isPractice ? PRACTICE_AIR : null,
      geometry: sketchGeometry(FIRST_PLACE),
    };
    const [placeId] = await insertFirstPlaces(
      app.db,
      dayId,
      [first],
      { atMs: dayNowMs(app, day), how: notes.begun },
      t,
    );
    await updateDay(app.db, dayId, { currentPlaceId: defined(placeId) }, t);
    return ok(dayId);
  });
}

/** What a copied day brings along beside its places, its case, its stations and its talkers. */
export interface CopyOptions {
  dateIso: string;
  shootId: number;
  withScenes: boolean;
}

const COPIED_LISTS = [
  "units",
  "stock",
  "antennas",
  "distributions",
  "supplies",
  "destinations",
  "models",
  "stations",
] as const satisfies readonly ListKind[];

/**
 * Makes a day like another: its places, case, stations and talkers, its scenes too if wanted;
 * nothing that happened on it. @returns the new day
 */
export async function copyDay(
  app: AppContext,
  dayId: number,
  options: CopyOptions,
): ServiceResult<number> {
  const { db } = app;
  const day = await findDay(db, dayId);
  if (!day) return fail({ code: "not-found", what: "day" });
  if (!(await listShoots(db)).some((s) => s.id === options.shootId))
    return fail({ code: "not-found", what: "shoot" });
  const places = await listPlaces(db, dayId);
  const channels = await listChannels(db, dayId);
  const scenes = await newestItems(db, "scenes", dayId);
  const lists = await Promise.all(
    COPIED_LISTS.map(async (kind) => ({ kind, items: await newestItems(db, kind, dayId) })),
  );
  const siblings = (await listDays(db)).filter(
    (d) => d.shootId === options.shootId && !d.isArchived,
  );
  const dayNumber = options.shootId === day.shootId ? day.dayNumber + 1 : siblings.length + 1;
  const dayCount = Math.max(
    dayNumber,
    options.shootId === day.shootId ? day.dayCount : 1,
    ...siblings.map((d) => d.dayCount),
  );
  return db.write(async (t) => {
    const {
      town,
      region,
      profile,
      maxNoiseDbm,
      noiseLimitDbm,
      verificationForm,
      antennaAttitude,
      licences,
      spares,
    } = day;
    const copy: NewDay = {
      ...blankDay(app, {
        shootId: options.shootId,
        dateIso: options.dateIso,
        dayNumber,
        dayCount,
        town,
        region,
      }),
      profile,
      maxNoiseDbm,
      noiseLimitDbm,
      verificationForm,
      antennaAttitude,
      licences,
      spares,
    };
    const newId = await insertDay(db, copy, t);
    const atMs = dayNowMs(app, copy);
    const how = `copied from ${day.dateIso}`;
    const ids = await insertFirstPlaces(
      db,
      newId,
      places.map(({ id: _, ...p }) => p),
      { atMs, how },
      t,
    );
    for (const { kind, items } of lists)
      if (items.length > 0)
        await appendVersion(db, kind, newId, { version: 1, atMs, how, items: items }, t);
    for (const { id: _, version: __, ...c } of channels) await insertChannel(db, newId, c, t);
    if (options.withScenes && scenes.length > 0) {
      const placeId = (old: number | null) => ids[places.findIndex((p) => p.id === old)] ?? null;
      await appendVersion(
        db,
        "scenes",
        newId,
        {
          version: 1,
          atMs,
          how,
          items: scenes.map((s) => ({ ...s, placeId: placeId(s.placeId) })),
        },
        t,
      );
    }
    await updateDay(db, newId, { currentPlaceId: numberAt(ids, 0) }, t);
    return ok(newId);
  });
}

export type DayHead = Pick<DayChange, "dateIso" | "dayNumber" | "dayCount" | "town" | "isArchived">;

/**
 * Changes what a day is called and when it is, puts it away or brings it back. @returns what it was
 * before, to take the change back with
 */
export async function changeDay(
  app: AppContext,
  dayId: number,
  change: DayHead,
): ServiceResult<{ before: DayHead }> {
  const changed = await app.db.write(async (t) => {
    const day = await findDay(app.db, dayId, t);
    if (!day) return fail({ code: "not-found" as const, what: "day" as const });
    await updateDay(app.db, dayId, change, t);
    // another date moves the day's clock, not the age of what was put down
    const byMs =
      change.dateIso === undefined
        ? 0
        : Math.round(dayNowMs(app, { ...day, dateIso: change.dateIso }) - dayNowMs(app, day));
    if (byMs !== 0) await shiftRecords(app.db, dayId, byMs, t);
    return ok({
      before: Object.fromEntries(Object.keys(change).map((k) => [k, day[k as keyof DayHead]])),
    });
  });
  if (change.dateIso !== undefined) forgetEvents(app.db, dayId);
  return changed;
}

/** Metres or feet, for all days of the day's shoot. */
export async function setLengths(
  app: AppContext,
  dayId: number,
  lengthUnit: LengthUnit,
): ServiceResult {
  const day = await findDay(app.db, dayId);
  if (!day) return fail({ code: "not-found", what: "day" });
  await app.db.write((t) => setShootLengths(app.db, day.shootId, lengthUnit, t));
  return ok(null);
}

/** @returns the name before */
export async function renameShootTo(
  app: AppContext,
  shootId: number,
  name: string,
): ServiceResult<{ before: string }> {
  return app.db.write(async (t) => {
    const shoot = (await listShoots(app.db, t)).find((s) => s.id === shootId);
    if (!shoot) return fail({ code: "not-found" as const, what: "shoot" as const });
    await renameShoot(app.db, shootId, name, t);
    return ok({ before: shoot.name });
  });
}
