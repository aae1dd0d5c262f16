import { defined } from "~/core/units/items";
import type { SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { mergeParallel } from "~/core/spectrum/mergeMeasurements";
import { isOwnLine } from "~/core/spectrum/instrument";
import { measuredWith, PLAIN_SETUP, type SweepSetup } from "~/core/spectrum/setup";
import type { Measurement } from "~/core/spectrum/sweep";
import { receiverModel } from "~/core/kit/models";
import { tuningSpan } from "~/core/devices/tuning";
import { receiversToScan } from "~/core/kit/scanCover";
import { rasterOf, type Region, type FrequencyRange } from "~/core/regulations/region";
import type { RescanRule } from "~/core/channel/facts";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { serviceErrorWords } from "~/contract/messages/error";
import { scanNotKeptWords } from "~/contract/messages/scan";
import { findDay, updateDay } from "~/server/db/repositories/days.server";
import {
  insertSweep,
  loadMeasurement,
  type StoredSweep,
  updateSweepOwn,
  updateSweepSetup,
} from "~/server/db/repositories/sweeps.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { catchUp, measurementsOf, type ScanEvent, type ScanJob } from "./scanJobs.server";

/** What is asked of a scan. */
export interface ScanAsked {
  /** Null: again and again until somebody stops it. */
  passes: number | null;
  /** The key of a scanner; null: the receivers of the case. */
  scannerKey: string | null;
  /** Null: everything that can be looked at. */
  stretch: FrequencyRange | null;
  setting: "indoors" | "outdoors";
  antenna: string;
}

/** A scan that nobody stops ends by itself. */
const MAX_PASSES = 240;

/**
 * Begins a scan at the day's present place, with a scanner or with the receivers that together
 * cover what the channels tune. It goes on by itself; what it measured is stored when the last step
 * is in, and not before.
 */
export async function startScan(
  app: AppContext,
  dayId: number,
  asked: ScanAsked,
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, report } = loaded.value;
  if (!app.rig || !day.isPractice) return fail({ code: "no-rig" });
  if (app.scans.running(dayId)) return fail({ code: "scan-running" });
  const scanners = report?.ok ? report.value.scanners : [];
  const instruments =
    asked.scannerKey === null
      ? scanningReceivers(loaded.value)
      : scanners
          .filter((s) => s.key === asked.scannerKey)
          .map((s) => ({ key: s.key, label: s.label, tuning: s }));
  const wanted = receiversToScan(
    instruments.flatMap((i) => {
      const tuning = asked.stretch
        ? {
            lowHz: Math.max(i.tuning.lowHz, asked.stretch.lowHz),
            highHz: Math.min(i.tuning.highHz, asked.stretch.highHz),
          }
        : i.tuning;
      return tuning.highHz - tuning.lowHz < MIN_RANGE_HZ ? [] : [{ ...i, tuning }];
    }),
  );
  if (wanted.length === 0) return fail({ code: "nothing-scans" });
  const job = app.scans.begin(dayId, day.currentPlaceId, {
    setup: { ...PLAIN_SETUP, setting: asked.setting, antenna: asked.antenna },
    untilStopped: asked.passes === null,
  });
  void runScan(app, loaded.value, job, wanted, asked);
  return ok(null);
}

const MIN_RANGE_HZ = 100_000;

/** The receivers of the case that can sweep, and what they reach. */
export const scanningReceivers = ({
  units,
  kit,
}: LoadedDay): { key: string; label: string; block: string | null; tuning: FrequencyRange }[] =>
  units
    .filter((u) => u.kind === "receiver")
    .flatMap((u) => {
      const model = receiverModel(kit, u.modelId);
      const span = model.sweep && tuningSpan(model.tuning);
      return span ? [{ key: u.key, label: u.label, block: model.block, tuning: span }] : [];
    });

async function runScan(
  app: AppContext,
  loaded: LoadedDay,
  job: ScanJob,
  instruments: { key: string; label: string; tuning: FrequencyRange }[],
  asked: ScanAsked,
): Promise<void> {
  const rig = defined(app.rig);
  try {
    const before = ownOn(loaded);
    const results = await Promise.all(
      instruments.map(({ key, label, tuning }) =>
        rig
          .sweep(
            key,
            { passes: asked.passes ?? MAX_PASSES, stretch: tuning },
            (head) => app.scans.addPart(job, { ...head, receiverKey: key, label }),
            (chunk) => app.scans.addLevels(job, key, chunk),
            job.abort.signal,
          )
          .then((result) => {
            if (!result.ok) job.abort.abort();
            return { label, result };
          }),
      ),
    );
    const failed =
      results.find(({ result }) => !result.ok && result.error.code !== "stopped") ??
      results.find(({ result }) => !result.ok);
    const isKept =
      failed?.result.ok === false &&
      failed.result.error.code === "stopped" &&
      (job.keepsPart || job.untilStopped) &&
      measurementsOf(job).length > 0;
    if (failed && !failed.result.ok && !isKept) {
      const { error } = failed.result;
      app.scans.end(
        job,
        error.code === "stopped"
          ? { type: "stopped" }
          : {
              type: "failed",
              message: serviceErrorWords({ code: "device", error, unit: failed.label }),
            },
      );
      return;
    }
    const measurement = mergeParallel(measurementsOf(job));
    // its clock may have been moved on meanwhile
    const day = (await findDay(app.db, job.dayId)) ?? loaded.day;
    const isPart = isKept && !job.untilStopped;
    const sweepId = await app.db.write((t) =>
      insertSweep(
        app.db,
        job.dayId,
        {
          placeId: job.placeId,
          takenAtMs: Math.round(dayNowMs(app, day)),
          source: `${instruments.map((r) => r.label).join(" and ")}${isPart ? ", stopped" : ""}`,
          own: before,
          setup: job.setup,
          measurement,
        },
        t,
      ),
    );
    app.scans.end(job, { type: "stored", sweepId });
  } catch (error) {
    app.scans.end(job, {
      type: "failed",
      message: scanNotKeptWords((error as Error).message),
    });
  }
}

/** Our own packs that are on the air now. */
function ownOn({ units, report }: LoadedDay) {
  if (!report?.ok) return [];
  return units.flatMap((u) => {
    const pack = report.value.packs[u.key];
    return pack?.isOn ? [{ id: u.label, frequencyHz: pack.frequencyHz }] : [];
  });
}

/** Marks a carrier of a scan as our own pack's: it was on while the scan was taken. */
export async function markOwn(
  app: AppContext,
  dayId: number,
  p: { sweepId: number; frequencyHz: number; packLabel: string },
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const sweep = loaded.value.sweeps.find((s) => s.id === p.sweepId);
  if (!sweep) return fail({ code: "not-found", what: "scan" });
  await app.db.write((t) =>
    updateSweepOwn(
      app.db,
      p.sweepId,
      [...sweep.own, { id: p.packLabel, frequencyHz: Math.round(p.frequencyHz) }],
      t,
    ),
  );
  return ok(null);
}

/**
 * Says how a scan was taken: instrument, side of the door, antenna, bandwidth, correction. Every
 * later answer follows.
 */
export async function describeScan(
  app: AppContext,
  dayId: number,
  p: { sweepId: number; source: string; setup: SweepSetup },
): Promise<Result<{ before: { source: string; setup: SweepSetup } }, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const sweep = loaded.value.sweeps.find((s) => s.id === p.sweepId);
  if (!sweep) return fail({ code: "not-found", what: "scan" });
  await app.db.write((t) =>
    updateSweepSetup(
      app.db,
      p.sweepId,
      // by what the instrument is known stays
      {
        ...p,
        setup: {
          ...p.setup,
          heading: sweep.setup.heading ?? null,
          fileName: sweep.setup.fileName ?? null,
        },
      },
      t,
    ),
  );
  return ok({ before: { source: sweep.source, setup: sweep.setup } });
}

/** As many lines as any instrument makes: beyond them it is no line of its own. */
const MAX_OWN_LINES = 200;

/**
 * Says that a carrier of a scan is a line of the instrument itself, or that it is none. Its next
 * files know.
 */
export async function sayOwnLine(
  app: AppContext,
  dayId: number,
  p: { sweepId: number; frequencyHz: number; isOwn: boolean },
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const sweep = loaded.value.sweeps.find((s) => s.id === p.sweepId);
  if (!sweep) return fail({ code: "not-found", what: "scan" });
  const others = (sweep.setup.ownLinesHz ?? []).filter(
    (hz) => !isOwnLine(p.frequencyHz, [hz], sweep.stepHz),
  );
  const ownLinesHz = p.isOwn
    ? [...others, Math.round(p.frequencyHz)].sort((a, b) => a - b).slice(-MAX_OWN_LINES)
    : others;
  await app.db.write((t) =>
    updateSweepSetup(
      app.db,
      p.sweepId,
      { source: sweep.source, setup: { ...sweep.setup, ownLinesHz } },
      t,
    ),
  );
  return ok(null);
}

/** Says when a new scan is due. @returns the rule that stood before */
export async function setRescanRule(
  app: AppContext,
  dayId: number,
  rescan: RescanRule,
): Promise<Result<RescanRule, ServiceError>> {
  const day = await findDay(app.db, dayId);
  if (!day) return fail({ code: "not-found", what: "day" });
  await app.db.write((t) => updateDay(app.db, dayId, { rescan }, t));
  return ok(day.rescan);
}

/**
 * Sets the noise limit of a day by hand; null gives it back to what the receivers need and the
 * instrument sees. @returns the one before
 */
export async function setNoiseLimit(
  app: AppContext,
  dayId: number,
  noiseLimitDbm: number | null,
): Promise<Result<number | null, ServiceError>> {
  const day = await findDay(app.db, dayId);
  if (!day) return fail({ code: "not-found", what: "day" });
  await app.db.write((t) => updateDay(app.db, dayId, { noiseLimitDbm }, t));
  return ok(day.noiseLimitDbm);
}

/**
 * Stops a running scan. What it measured so far is dropped, or kept as a scan that is not whole.
 */
export function stopScan(
  app: AppContext,
  dayId: number,
  keepsPart = false,
): Result<null, ServiceError> {
  const job = app.scans.running(dayId);
  if (!job) return fail({ code: "no-scan-running" });
  job.keepsPart = keepsPart;
  job.abort.abort();
  return ok(null);
}

/** Follows a running scan: first what is in already, then each event as it comes.
 * @returns how to stop following, or null when nothing runs */
export function followScan(
  app: AppContext,
  dayId: number,
  listener: (event: ScanEvent) => void,
): (() => void) | null {
  const job = app.scans.running(dayId);
  if (!job) return null;
  catchUp(job).forEach(listener);
  job.listeners.add(listener);
  return () => job.listeners.delete(listener);
}

const analyses = new Map<string, Promise<SweepAnalysis | null>>();
const MAX_ANALYSES = 12;
/** A sweep of two million points takes a few seconds. */
export const ANALYSIS_MS = 30_000;

/** A stored scan's levels on the scale that its setup tells. */
export async function measurementOf(
  app: AppContext,
  sweep: StoredSweep,
): Promise<Measurement | null> {
  const read = await loadMeasurement(app.db, sweep.id);
  return read && measuredWith(read, sweep.setup);
}

/**
 * What a stored scan means; the last few are kept, for a scan never changes but by what is said of
 * it.
 */
export async function analysisOf(
  app: AppContext,
  { region }: LoadedDay,
  sweep: StoredSweep,
): Promise<SweepAnalysis | null> {
  // a copy that was put in the file's place has the same numbers for other scans
  const key = `${app.db.generation}|${sweep.id}|${JSON.stringify([region.raster, sweep.own, sweep.setup])}`;
  const known = analyses.get(key);
  if (known) return known;
  const analysis = analyseBeside(app, region, sweep);
  analyses.set(key, analysis);
  if (analyses.size > MAX_ANALYSES) analyses.delete(defined(analyses.keys().next().value));
  // what did not come about is tried again the next time
  void analysis.then(
    (done) => {
      if (!done) analyses.delete(key);
    },
    () => analyses.delete(key),
  );
  return analysis;
}

/** Beside the event loop: whoever looks on meanwhile waits for nothing. */
async function analyseBeside(
  app: AppContext,
  region: Region,
  sweep: StoredSweep,
): Promise<SweepAnalysis | null> {
  const measurement = await measurementOf(app, sweep);
  if (!measurement) return null;
  const done = await app.compute.run(
    "analyse-sweep",
    {
      measurement,
      raster: rasterOf(region),
      own: sweep.own,
      ownLinesHz: sweep.setup.ownLinesHz ?? [],
    },
    { timeoutMs: ANALYSIS_MS },
  );
  if (done.ok) return done.value;
  app.log.error("analysis-failed", {
    sweepId: sweep.id,
    points: measurement.points,
    ...done.error,
  });
  return null;
}
