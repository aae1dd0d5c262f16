import { analyseSweep, type SweepAnalysis } from "../../core/sweep/analyseSweep";
import { mergeParallel } from "../../core/sweep/mergeMeasurements";
import { receiverModel } from "../../core/kit/models";
import { tuningSpan } from "../../core/coordination/tuning";
import { receiversToScan } from "../../core/kit/scanCover";
import { rasterOf } from "../../core/regions/region";
import { fail, ok, type Result } from "../../core/units/result";
import type { ServiceError } from "../../contract/serviceError";
import { serviceErrorWords } from "../../contract/errorWords";
import { findDay } from "../db/repositories/days.server";
import { insertSweep, loadMeasurement, type StoredSweep, updateSweepOwn } from "../db/repositories/sweeps.server";
import type { AppContext } from "./appContext.server";
import { dayNowMs } from "./clock.server";
import { type LoadedDay, requireDay } from "./dayView.server";
import { catchUp, measurementsOf, type ScanEvent, type ScanJob } from "./scanJobs.server";

/** Begins a scan at the day's present place with the receivers that together cover what the channels tune. It goes on by itself; what it
 *  measured is stored when the last step is in, and not before. */
export async function startScan(app: AppContext, dayId: number, passes: number): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, units, kit } = loaded.value;
  if (!app.rig || !day.isPractice) return fail({ code: "no-rig" });
  if (app.scans.running(dayId)) return fail({ code: "scan-running" });
  const receivers = units.filter((u) => u.kind === "receiver").flatMap((u) => {
    const model = receiverModel(kit, u.modelId);
    const span = model.sweep && tuningSpan(model.tuning);
    return span ? [{ key: u.key, label: u.label, tuning: span }] : [];
  });
  if (receivers.length === 0) return fail({ code: "nothing-scans" });
  const job = app.scans.begin(dayId, day.currentPlaceId);
  void runScan(app, loaded.value, job, receiversToScan(receivers), passes);
  return ok(null);
}

async function runScan(app: AppContext, loaded: LoadedDay, job: ScanJob, receivers: { key: string; label: string }[], passes: number): Promise<void> {
  const rig = app.rig!;
  try {
    const before = ownOn(loaded);
    const results = await Promise.all(receivers.map(({ key, label }) => rig.sweep(
      key, passes,
      (head) => app.scans.addPart(job, { ...head, receiverKey: key, label }),
      (chunk) => app.scans.addLevels(job, key, chunk),
      job.abort.signal,
    ).then((result) => {
      if (!result.ok) job.abort.abort();
      return { label, result };
    })));
    const failed = results.find(({ result }) => !result.ok && result.error.code !== "stopped") ?? results.find(({ result }) => !result.ok);
    const isKept = failed?.result.ok === false && failed.result.error.code === "stopped" && job.keepsPart && measurementsOf(job).length > 0;
    if (failed && !failed.result.ok && !isKept) {
      const { error } = failed.result;
      return app.scans.end(job, error.code === "stopped" ? { type: "stopped" } : { type: "failed", message: serviceErrorWords({ code: "device", error, unit: failed.label }) });
    }
    const measurement = mergeParallel(measurementsOf(job));
    const day = (await findDay(app.db, job.dayId)) ?? loaded.day; // its clock may have been moved on meanwhile
    const sweepId = await app.db.write((t) => insertSweep(app.db, job.dayId, {
      placeId: job.placeId, takenAtMs: Math.round(dayNowMs(app, day)), source: `${receivers.map((r) => r.label).join(" and ")}${isKept ? ", stopped" : ""}`, own: before, measurement,
    }, t));
    app.scans.end(job, { type: "stored", sweepId });
  } catch (error) {
    app.scans.end(job, { type: "failed", message: `The scan could not be kept: ${(error as Error).message}. The day is as it was.` });
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
export async function markOwn(app: AppContext, dayId: number, p: { sweepId: number; frequencyHz: number; packLabel: string }): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const sweep = loaded.value.sweeps.find((s) => s.id === p.sweepId);
  if (!sweep) return fail({ code: "not-found", what: "scan" });
  await app.db.write((t) => updateSweepOwn(app.db, p.sweepId, [...sweep.own, { id: p.packLabel, frequencyHz: Math.round(p.frequencyHz) }], t));
  return ok(null);
}

/** Stops a running scan. What it measured so far is dropped, or kept as a scan that is not whole. */
export function stopScan(app: AppContext, dayId: number, keepsPart = false): Result<null, ServiceError> {
  const job = app.scans.running(dayId);
  if (!job) return fail({ code: "no-scan-running" });
  job.keepsPart = keepsPart;
  job.abort.abort();
  return ok(null);
}

/** Follows a running scan: first what is in already, then each event as it comes.
 * @returns how to stop following, or null when nothing runs */
export function followScan(app: AppContext, dayId: number, listener: (event: ScanEvent) => void): (() => void) | null {
  const job = app.scans.running(dayId);
  if (!job) return null;
  catchUp(job).forEach(listener);
  job.listeners.add(listener);
  return () => job.listeners.delete(listener);
}

const analyses = new Map<string, SweepAnalysis>();
const MOST_ANALYSES = 12;

/** What a stored scan means; the last few are kept, for a scan never changes. */
export async function analysisOf(app: AppContext, { region }: LoadedDay, sweep: StoredSweep): Promise<SweepAnalysis | null> {
  const key = `${app.db.file}|${sweep.id}|${JSON.stringify([region.raster, sweep.own])}`;
  const known = analyses.get(key);
  if (known) return known;
  const measurement = await loadMeasurement(app.db, sweep.id);
  if (!measurement) return null;
  const analysis = analyseSweep(measurement, rasterOf(region), sweep.own);
  analyses.set(key, analysis);
  if (analyses.size > MOST_ANALYSES) analyses.delete(analyses.keys().next().value!);
  return analysis;
}
