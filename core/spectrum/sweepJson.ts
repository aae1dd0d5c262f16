import { defined, itemAt, sampleAt } from "~/core/units/items";
import { fail, ok, type Result } from "~/core/units/result";
import { maxOfPasses, type Measurement, type SweepFileError, type SweepJsonFault } from "./sweep";
import { readSweepWarnings } from "./sweepWarning";

export const SWEEP_JSON_FORMAT = "plain-channel-sweep";
const MAX_POINTS = 4_000_000;

/**
 * What a sweep was taken with and where, as far as it is known; goes along in the application's own
 * files.
 */
export interface SweepOrigin {
  takenAt: string | null;
  place: string | null;
  instrument: string | null;
}

export const looksLikeSweepJson = (text: string): boolean =>
  /^\s*\{/.test(text) && text.slice(0, 2000).includes(`"${SWEEP_JSON_FORMAT}"`);

/**
 * A sweep in the application's own form: every pass, null where nothing was measured, hundredths of
 * a dB.
 */
export function writeSweepJson(m: Measurement, origin: SweepOrigin): string {
  const level = (v: number) => (Number.isFinite(v) ? Math.round(v * 100) / 100 : null);
  return `${JSON.stringify({
    format: SWEEP_JSON_FORMAT,
    version: 1,
    ...origin,
    lowHz: m.lowHz,
    stepHz: m.stepHz,
    points: m.points,
    completePasses: m.completePasses,
    levelUnit: "dBm per step",
    passes: m.passes.map((pass) => Array.from(pass, level)),
    ...(m.peakDbm ? { peak: Array.from(m.peakDbm, level) } : {}),
    warnings: m.warnings,
  })}\n`;
}

/** Reads the application's own form. A level of null counts as not measured. */
export function readSweepJson(text: string): Result<Measurement, SweepFileError> {
  const broken = (fault: SweepJsonFault) =>
    fail<SweepFileError>({ code: "json-not-a-sweep", fault });
  let file: Record<string, unknown>;
  try {
    file = JSON.parse(text) as Record<string, unknown>;
  } catch (error) {
    return broken({ code: "not-json", message: (error as Error).message });
  }
  const { lowHz, stepHz, points, passes, completePasses, warnings } = file;
  if (file["version"] !== 1) return broken({ code: "other-version" });
  if (typeof lowHz !== "number" || !(lowHz >= 1e6 && lowHz <= 100e9))
    return broken({ code: "low-edge" });
  if (typeof stepHz !== "number" || !(stepHz > 0 && stepHz < 1e9)) return broken({ code: "step" });
  if (typeof points !== "number" || !Number.isInteger(points) || points < 3 || points > MAX_POINTS)
    return broken({ code: "points" });
  if (!Array.isArray(passes) || passes.length === 0) return broken({ code: "no-passes" });
  const read: Float64Array[] = [];
  const peak = file["peak"];
  for (const [k, pass] of [
    ...(passes as unknown[]),
    ...(peak === undefined ? [] : [peak]),
  ].entries()) {
    if (!Array.isArray(pass) || pass.length !== points)
      return broken({ code: "pass-length", pass: k + 1, points });
    const levels = new Float64Array(points);
    for (let i = 0; i < points; i += 1) {
      const value: unknown = pass[i];
      if (value !== null && (typeof value !== "number" || value < -400 || value > 200))
        return broken({ code: "no-level", pass: k + 1, level: i + 1 });
      levels[i] = value ?? NaN;
    }
    read.push(levels);
  }
  if (read.every((p) => p.every((v) => Number.isNaN(v)))) return broken({ code: "all-missing" });
  const peakDbm = peak === undefined ? undefined : defined(read.pop());
  const complete =
    typeof completePasses === "number" && completePasses >= 0 && completePasses <= read.length
      ? Math.floor(completePasses)
      : read.length;
  return ok({
    format: "json",
    lowHz,
    stepHz,
    points,
    passes: read,
    completePasses: complete,
    ...(peakDbm ? { peakDbm } : {}),
    warnings: readSweepWarnings(warnings),
  });
}

/**
 * A sweep as two columns: of several passes the highest level, for that is what a pick must stay
 * clear of. What was not measured is left out.
 */
export function writeColumns(m: Measurement): string {
  const levels = m.peakDbm ?? (m.passes.length === 1 ? itemAt(m.passes, 0) : maxOfPasses(m.passes));
  const lines = ["frequency MHz,level dBm"];
  for (let i = 0; i < m.points; i += 1)
    if (Number.isFinite(sampleAt(levels, i)))
      lines.push(
        `${((m.lowHz + i * m.stepHz) / 1e6).toFixed(6)},${sampleAt(levels, i).toFixed(2)}`,
      );
  return `${lines.join("\n")}\n`;
}

const LEVELS_PER_ROW = 400;

/**
 * A sweep as rows `date, time, lowHz, highHz, stepHz, samples, level, …`: every pass, in ranges.
 * @param startedAtMs - when the first pass began, milliseconds since 1970, wall clock; each pass is
 *   put a second later
 */
export function writeRows(m: Measurement, startedAtMs: number): string {
  const lines: string[] = [];
  for (const [k, pass] of m.passes.entries()) {
    const at = new Date(startedAtMs + k * 1000).toISOString();
    for (let from = 0; from < m.points; from += LEVELS_PER_ROW) {
      const to = Math.min(m.points, from + LEVELS_PER_ROW);
      const levels = Array.from(pass.subarray(from, to), (v) =>
        Number.isFinite(v) ? v.toFixed(2) : "nan",
      );
      if (levels.every((l) => l === "nan")) continue;
      const lowHz = m.lowHz - m.stepHz / 2 + from * m.stepHz;
      lines.push(
        [
          at.slice(0, 10),
          at.slice(11, 19),
          lowHz,
          lowHz + (to - from) * m.stepHz,
          m.stepHz,
          1,
          ...levels,
        ].join(", "),
      );
    }
  }
  return `${lines.join("\n")}\n`;
}
