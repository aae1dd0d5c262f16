import { RowReader } from "~/core/spectrum/readRows";
import { beginsLikeRows, type NamedFile } from "~/core/spectrum/readSweepFile";
import type { Measurement } from "~/core/spectrum/sweep";
import { isSameInstrument, rememberedSetup, surprisingFloorDb } from "~/core/spectrum/instrument";
import { estimateNoise } from "~/core/spectrum/noiseFloor";
import { measuredWith, PLAIN_SETUP, type SweepSetup } from "~/core/spectrum/setup";
import type { SweepWarning } from "~/core/spectrum/sweepWarning";
import { itemAt } from "~/core/units/items";
import { median } from "~/core/units/statistics";
import { writeColumns, writeRows, writeSweepJson } from "~/core/spectrum/sweepJson";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { insertSweep, listInstrumentFiles } from "~/server/db/repositories/sweeps.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { readBeside } from "~/server/services/roll/readings.server";
import { analysisOf, measurementOf } from "./scans.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";

/** Files larger than this are not sweeps that a browser should send in one piece. */
export const MAX_SWEEP_FILE_BYTES = 64 * 1024 * 1024;

export const tooLarge = (name: string, bytes: number) =>
  fail({ code: "sweep-file-large" as const, name, bytes, mostBytes: MAX_SWEEP_FILE_BYTES });

/**
 * Reads sweep files (packed ones too) and keeps them, put together, as one scan of the day's
 * present place. A file that cannot be read changes nothing.
 */
export async function importSweep(
  app: AppContext,
  dayId: number,
  ...files: NamedFile[]
): Promise<
  Result<{ sweepId: number; measurement: Pick<Measurement, "points" | "warnings"> }, ServiceError>
> {
  const bytes = files.reduce((n, f) => n + f.bytes.length, 0);
  const names = namesOf(files);
  if (bytes > MAX_SWEEP_FILE_BYTES) return tooLarge(names, bytes);
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const read = await readBeside(app, "read-sweep-files", { files });
  return read.ok ? keepSweep(app, dayId, names, read.value) : read;
}

const MAX_NAMES_LENGTH = 200;
/** What a scan is called after the files it came from; names may be of any length. */
const namesOf = (files: readonly Pick<NamedFile, "name">[]): string => {
  const names = files.map((f) => f.name.slice(0, MAX_NAMES_LENGTH)).join(", ");
  return names.length > MAX_NAMES_LENGTH ? `${names.slice(0, MAX_NAMES_LENGTH)}…` : names;
};

async function keepSweep(
  app: AppContext,
  dayId: number,
  names: string,
  measurement: Measurement,
): Promise<
  Result<{ sweepId: number; measurement: Pick<Measurement, "points" | "warnings"> }, ServiceError>
> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, places } = loaded.value;
  const setting = places.find((p) => p.id === day.currentPlaceId)?.setting ?? null;
  const source = `file ${names}`;
  const plain: SweepSetup = {
    ...PLAIN_SETUP,
    setting,
    resolutionHz: measurement.resolutionHz ?? null,
    heading: measurement.heading ?? null,
    fileName: names,
  };
  const remembered = rememberedSetup(
    { lowHz: measurement.lowHz, stepHz: measurement.stepHz, setup: plain },
    await listInstrumentFiles(app.db),
  );
  // what the file says of its own filter counts more
  const setup: SweepSetup = {
    ...plain,
    ...remembered,
    resolutionHz: plain.resolutionHz ?? remembered?.resolutionHz ?? null,
    isRemembered: remembered !== null,
  };
  const surprise = await surpriseOf(app, loaded.value, { setup, measurement });
  if (surprise) measurement.warnings.push(surprise);
  const sweepId = await app.db.write((t) =>
    insertSweep(
      app.db,
      dayId,
      {
        placeId: day.currentPlaceId,
        takenAtMs: Math.round(dayNowMs(app, day)),
        source,
        own: [],
        setup,
        measurement,
      },
      t,
    ),
  );
  return ok({
    sweepId,
    measurement: { points: measurement.points, warnings: measurement.warnings },
  });
}

/** Whether a file's floor lies far over what another instrument's newest scan saw at this place. */
async function surpriseOf(
  app: AppContext,
  loaded: LoadedDay,
  mine: { setup: SweepSetup; measurement: Measurement },
): Promise<SweepWarning | null> {
  const { measurement: m, setup } = mine;
  const other = loaded.sweeps.findLast(
    (s) =>
      s.placeId === loaded.day.currentPlaceId &&
      !isSameInstrument({ lowHz: m.lowHz, stepHz: m.stepHz, setup }, s),
  );
  const analysis = other ? await analysisOf(app, loaded, other) : null;
  if (!other || !analysis) return null;
  const first = measuredWith({ ...m, passes: m.passes.slice(0, 1) }, setup);
  const { floorDbm } = estimateNoise(itemAt(first.passes, 0), m.stepHz);
  const byDb = surprisingFloorDb(
    { floorDbm: median(floorDbm.filter((f) => !Number.isNaN(f))), stepHz: m.stepHz },
    { floorDbm: analysis.noiseFloorDbm, stepHz: analysis.stepHz },
  );
  return byDb === null ? null : { code: "floor-high", byDb, other: other.source };
}

/** A file longer than this is refused while it comes in. */
export const MAX_STREAMED_BYTES = 1024 * 1024 * 1024;
const BEGINNING_BYTES = 65_536;

/**
 * Reads one sweep file as it comes in and keeps it as a scan of the present place. Rows are read
 * piece by piece, in bounded room; anything else is gathered up to the size that a file may have in
 * one piece. When the sender breaks off, nothing is kept.
 */
export async function importSweepStream(
  app: AppContext,
  dayId: number,
  name: string,
  pieces: AsyncIterable<Uint8Array>,
): Promise<
  Result<{ sweepId: number; measurement: Pick<Measurement, "points" | "warnings"> }, ServiceError>
> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const gathered: Uint8Array[] = [];
  let bytes = 0;
  let reader: RowReader | null = null;
  let isLookedAt = false;
  for await (const piece of pieces) {
    bytes += piece.length;
    if (bytes > MAX_STREAMED_BYTES)
      return fail({ code: "sweep-file-large", name, bytes, mostBytes: MAX_STREAMED_BYTES });
    if (reader) {
      reader.push(piece);
      continue;
    }
    gathered.push(piece);
    // the beginning tells, once: gathering it anew with each piece would take as long as the file
    // is long, squared
    if (!isLookedAt && bytes >= BEGINNING_BYTES) {
      isLookedAt = true;
      if (beginsLikeRows(joined(gathered).subarray(0, BEGINNING_BYTES))) {
        reader = new RowReader();
        for (const g of gathered.splice(0)) reader.push(g);
      }
    }
    if (!reader && bytes > MAX_SWEEP_FILE_BYTES) return tooLarge(name, bytes);
  }
  if (!reader) return importSweep(app, dayId, { name, bytes: joined(gathered) });
  const read = reader.finish();
  return read.ok
    ? keepSweep(app, dayId, name, read.value)
    : fail({ code: "sweep-file", name, error: read.error });
}

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(pieces.reduce((n, p) => n + p.length, 0));
  pieces.reduce((at, p) => {
    all.set(p, at);
    return at + p.length;
  }, 0);
  return all;
}

export interface SweepFile {
  name: string;
  contentType: string;
  text: string;
}

/** One of the day's scans as a file, in whatever form another program likes. */
export async function exportSweep(
  app: AppContext,
  dayId: number,
  sweepId: number,
  form: "columns.csv" | "rows.csv" | "json",
): Promise<Result<SweepFile, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, sweeps, places } = loaded.value;
  const sweep = sweeps.find((s) => s.id === sweepId);
  const measurement = sweep ? await measurementOf(app, sweep) : null;
  if (!sweep || !measurement) return fail({ code: "not-found", what: "scan" });
  const place = places.find((p) => p.id === sweep.placeId)?.name ?? null;
  const takenAtMs = Date.parse(`${day.dateIso}T00:00:00Z`) + sweep.takenAtMs;
  const stamp = new Date(takenAtMs).toISOString().slice(0, 16).replace(/[:T]/g, "-");
  const name = `scan-${(place ?? "place").replace(/[^\p{L}\p{N}]+/gu, "-")}-${stamp}`;
  switch (form) {
    case "columns.csv":
      return ok({ name: `${name}.csv`, contentType: "text/csv", text: writeColumns(measurement) });
    case "rows.csv":
      return ok({
        name: `${name}-rows.csv`,
        contentType: "text/csv",
        text: writeRows(measurement, takenAtMs),
      });
    case "json":
      return ok({
        name: `${name}.json`,
        contentType: "application/json",
        text: writeSweepJson(measurement, {
          takenAt: new Date(takenAtMs).toISOString().slice(0, 19),
          place,
          instrument: sweep.source,
        }),
      });
  }
}
