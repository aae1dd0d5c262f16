import { itemAt } from "~/core/units/items";
import type { SweepChunk, SweepHead } from "~/core/devices/sweeping";
import { PLAIN_SETUP, type SweepSetup } from "~/core/spectrum/setup";
import type { Measurement } from "~/core/spectrum/sweep";

/** One receiver's part of a running scan. */
export interface ScanPart extends SweepHead {
  receiverKey: string;
  label: string;
}

export type ScanEvent =
  | { type: "part"; part: ScanPart }
  | ({ type: "levels"; receiverKey: string } & SweepChunk)
  | { type: "stored"; sweepId: number }
  | { type: "stopped" }
  | { type: "failed"; message: string };

export interface ScanJob {
  dayId: number;
  placeId: number;
  /** How it is taken. */
  setup: SweepSetup;
  /** It goes on until somebody stops it; what was looked at whole by then is kept. */
  untilStopped: boolean;
  abort: AbortController;
  /** When stopped, what is in already is kept. */
  keepsPart: boolean;
  parts: Map<string, ScanPart & { levels: Float64Array[]; measured: number }>;
  listeners: Set<(event: ScanEvent) => void>;
}

/**
 * The scans that run now, one a day at most. They live in memory: a scan that the application did
 * not see to its end was no scan.
 */
export class ScanJobs {
  private readonly byDay = new Map<number, ScanJob>();

  running(dayId: number): ScanJob | null {
    return this.byDay.get(dayId) ?? null;
  }

  begin(
    dayId: number,
    placeId: number,
    p: { setup: SweepSetup; untilStopped: boolean } = { setup: PLAIN_SETUP, untilStopped: false },
  ): ScanJob {
    if (this.byDay.has(dayId)) throw new Error(`day ${dayId} is scanning already`);
    const job: ScanJob = {
      dayId,
      placeId,
      ...p,
      abort: new AbortController(),
      keepsPart: false,
      parts: new Map(),
      listeners: new Set(),
    };
    this.byDay.set(dayId, job);
    return job;
  }

  addPart(job: ScanJob, part: ScanPart): void {
    job.parts.set(part.receiverKey, { ...part, levels: [], measured: 0 });
    emit(job, { type: "part", part });
  }

  addLevels(job: ScanJob, receiverKey: string, chunk: SweepChunk): void {
    const part = job.parts.get(receiverKey);
    if (!part || chunk.pass >= part.passes) return;
    // a scan until somebody stops it takes room only for what came in
    while (part.levels.length <= chunk.pass)
      part.levels.push(new Float64Array(part.points).fill(NaN));
    itemAt(part.levels, chunk.pass).set(chunk.levelsDbm, chunk.fromIndex);
    part.measured += chunk.levelsDbm.length;
    emit(job, { type: "levels", receiverKey, ...chunk });
  }

  end(job: ScanJob, event: ScanEvent): void {
    this.byDay.delete(job.dayId);
    emit(job, event);
    job.listeners.clear();
  }
}

const emit = (job: ScanJob, event: ScanEvent): void =>
  job.listeners.forEach((listener) => listener(event));

/** What has been measured so far, as events that bring a newcomer up to date. */
export function catchUp(job: ScanJob): ScanEvent[] {
  return [...job.parts.values()].flatMap(({ levels, measured, ...part }): ScanEvent[] => {
    const pass = Math.min(part.passes - 1, Math.floor(measured / part.points));
    const fromStart = levels.slice(0, pass + 1).map((l, i): ScanEvent => ({
      type: "levels",
      receiverKey: part.receiverKey,
      pass: i,
      fromIndex: 0,
      levelsDbm: Array.from(l.slice(0, i < pass ? part.points : measured - pass * part.points)),
    }));
    return [{ type: "part", part }, ...fromStart];
  });
}

/**
 * What was measured as measurements, one a receiver; passes that did not begin are left out, and
 * one that did not end says so.
 */
export const measurementsOf = (job: ScanJob): Measurement[] =>
  [...job.parts.values()].flatMap((p): Measurement[] => {
    const whole = Math.floor(p.measured / p.points);
    const passes = p.levels.slice(
      0,
      job.untilStopped && whole > 0 ? whole : Math.ceil(p.measured / p.points),
    );
    if (passes.length === 0) return [];
    const completePasses = Math.min(whole, passes.length);
    const warnings =
      completePasses < passes.length
        ? [
            {
              code: "scan-stopped" as const,
              instrument: p.label,
              atHz: p.lowHz + ((p.measured - 1) % p.points) * p.stepHz,
              pass: passes.length,
            },
          ]
        : [];
    return [
      {
        format: "columns",
        lowHz: p.lowHz,
        stepHz: p.stepHz,
        points: p.points,
        passes,
        completePasses,
        warnings,
      },
    ];
  });
