import type { ServiceResult } from "~/server/services/serviceResult";
import { readBeside } from "~/server/services/roll/readings.server";
import { notes } from "~/contract/messages/notes";
import { defined } from "~/core/units/items";
import { pairTuning } from "~/core/kit/match";
import { packModel, receiverModel } from "~/core/kit/models";
import { openRanges, takenTelevision } from "~/core/coordination/problem/dayProblem";
import { rankRoom, type RoomRange } from "~/core/regulations/openSpectrum";
import type { Position } from "~/core/regulations/register";
import { channelAt, rasterChannels } from "~/core/regulations/raster";
import { rasterOf } from "~/core/regulations/region";
import { fail, ok, type Result } from "~/core/units/result";
import {
  guessStationColumns,
  isStationLine,
  readStationRows,
  type StationMap,
  type StationRow,
} from "~/core/regulations/stationTable";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { formatRfLevel, formatKm } from "~/contract/messages/format";
import {
  newestVersions,
  type RegisteredStation,
  type VersionedList,
} from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { pickBasis } from "./plans.server";
import { storeNextList } from "~/server/services/prep/versionedLists.server";

export interface RegisterView {
  list: Omit<VersionedList<RegisteredStation>, "items"> | null;
  earlierVersion: number | null;
  stations: RegisteredStation[];
  rank: RoomRange[];
  isMeasured: boolean;
  hasRegister: boolean;
  /** Raster channels that a station can be put on. */
  channels: number[];
}

/**
 * What television reaches the day's places by the register, and what room it leaves for this kit.
 */
export async function getRegister(
  app: AppContext,
  dayId: number,
): Promise<Result<RegisterView, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { region, kit, units, stations } = loaded.value;
  const lists = await newestVersions(app.db, "stations", dayId);
  const list = lists.at(-1) ?? null;
  const basis = await pickBasis(app, loaded.value, loaded.value.day.profile);
  const raster = rasterOf(region);
  const receivers = units
    .filter((u) => u.kind === "receiver")
    .map((u) => receiverModel(kit, u.modelId));
  const packs = units
    .filter((u) => u.kind === "pack")
    .map((u) => ({
      label: u.label,
      tuning:
        receivers.map((r) => pairTuning(r, packModel(kit, u.modelId))).find((t) => t.length > 0) ??
        [],
    }));
  const taken = new Set(
    takenTelevision({ raster, stations, analysis: basis.analysis }).map((t) => t.channel),
  );
  const open = basis.analysis ? openRanges(basis.request, 200_000) : basis.request.windows;
  return ok({
    list: list && { version: list.version, atMs: list.atMs, how: list.how },
    earlierVersion: lists.at(-2)?.version ?? null,
    stations,
    isMeasured: basis.analysis !== null,
    hasRegister: app.register !== null,
    rank: rankRoom(raster, open, taken, packs).filter((r) => r.packMhz > 0),
    channels: rasterChannels(raster).map((c) => c.channel),
  });
}

/**
 * Asks the register what reaches a position; its answer becomes the day's stations and stays, with
 * the register or without it.
 */
export async function askRegister(
  app: AppContext,
  dayId: number,
  p: { at: Position; setting: "indoors" | "outdoors"; expectedVersion: number },
): Promise<Result<number, ServiceError>> {
  if (!app.register) return fail({ code: "no-register" });
  const answer = await app.register.stationsAt(p.at, p.setting);
  if (!answer.ok) return fail({ code: "device", error: answer.error, unit: "the station list" });
  const stations = answer.value
    .map((s): RegisteredStation => ({
      channel: s.channel,
      name: s.name,
      note: `${formatKm(s.distanceM)}, ${formatRfLevel(s.levelDbm)} predicted`,
    }))
    .sort((a, b) => a.channel - b.channel);
  const how = `asked for ${p.at.latitudeDeg.toFixed(3)}, ${p.at.longitudeDeg.toFixed(3)}`;
  const stored = await storeNextList(app, "stations", dayId, {
    expectedVersion: p.expectedVersion,
    items: stations,
    how,
  });
  return stored.ok ? ok(stations.length) : stored;
}

/** Puts a station on the list by hand, or takes one off it. */
export async function editStations(
  app: AppContext,
  dayId: number,
  p: {
    add?: RegisteredStation | undefined;
    removeChannel?: number | undefined;
    expectedVersion: number;
  },
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { stations, region } = loaded.value;
  const raster = rasterOf(region);
  if (p.add && !rasterChannels(raster).some((c) => c.channel === defined(p.add).channel))
    return fail({
      code: "setting-unknown",
      refusal: {
        code: "no-such-tv-channel",
        channel: p.add.channel,
        first: channelAt(raster, raster.firstLowHz)?.channel ?? null,
      },
    });
  const kept = stations.filter(
    (s) => s.channel !== p.removeChannel && s.channel !== p.add?.channel,
  );
  const items = [...kept, ...(p.add ? [p.add] : [])].sort((a, b) => a.channel - b.channel);
  return storeNextList(app, "stations", dayId, {
    expectedVersion: p.expectedVersion,
    items,
    how: notes.changedByHand,
  });
}

export interface StationPreview {
  heading: string[];
  map: StationMap;
  rows: StationRow[];
  cells: string[][];
}

/** Reads a list of stations without keeping anything. */
export async function previewStations(
  app: AppContext,
  dayId: number,
  text: string,
  map: StationMap | null,
): ServiceResult<StationPreview> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const table = await readBeside(app, "read-table", { text });
  if (!table.ok) return table;
  const channels = rasterChannels(rasterOf(loaded.value.region)).map((c) => c.channel);
  // many lists begin at once, without a line of headings
  const isBare = isStationLine(table.value.heading, channels);
  const cells = isBare ? [table.value.heading, ...table.value.cells] : table.value.cells;
  const heading = isBare ? table.value.heading.map(() => "") : table.value.heading;
  const columns = map ?? guessStationColumns(heading, cells, channels);
  return ok({ heading, map: columns, cells, rows: readStationRows(cells, columns, channels) });
}

/** Puts a list's stations on the day's; those of the same channel are replaced, others stay. */
export async function importStations(
  app: AppContext,
  dayId: number,
  p: { text: string; map: StationMap; leaveOutBad: boolean; expectedVersion: number },
): ServiceResult<{ imported: number; leftOut: number }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const preview = await previewStations(app, dayId, p.text, p.map);
  if (!preview.ok) return preview;
  const good = preview.value.rows.flatMap((r) => (r.station ? [r.station] : []));
  const leftOut = preview.value.rows.length - good.length;
  if (good.length === 0 || (leftOut > 0 && !p.leaveOutBad))
    return fail({
      code: "list-rows-bad",
      rows: preview.value.rows.filter((r) => !r.station).map((r) => r.row),
    });
  const added = new Map(
    good.map((s): [number, RegisteredStation] => [
      s.channel,
      { ...s, note: s.note === "" ? notes.readFromList : s.note },
    ]),
  );
  const stored = await storeNextList(app, "stations", dayId, {
    expectedVersion: p.expectedVersion,
    items: [...loaded.value.stations.filter((s) => !added.has(s.channel)), ...added.values()].sort(
      (a, b) => a.channel - b.channel,
    ),
    how: notes.readFromList,
  });
  return stored.ok ? ok({ imported: added.size, leftOut }) : stored;
}
