// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import type { SweepWarning } from "./sweepWarning";

/** What a file holds: one or more passes over one grid. */
export interface Measurement {
  format: "columns" | "rows" | "iq" | "json";
  lowHz: number;
  stepHz: number;
  points: number;
  /** Each pass as levels on the grid; NaN where that pass measured nothing. */
  passes: Float64Array[];
  /** Passes that cover the whole of what any pass covers. */
  completePasses: number;
  /**
   * The highest level of each bin ever seen, where passes were put together and their mean kept;
   * else the passes tell.
   */
  peakDbm?: Float64Array;
  /**
   * 3 dB bandwidth of the filter that measured, where the file says so; levels are then as that
   * filter read them. Without it, a level is the power of one step.
   */
  resolutionHz?: number;
  /** The first heading or comment line, where there is one. */
  heading?: string;
  warnings: SweepWarning[];
}

/** What the metadata of a recording lack. */
export type RecordingMetaFault = "not-json" | "no-sample-rate" | "no-frequency" | "no-captures";

/** Why the application's own form of a sweep cannot be read. */
export type SweepJsonFault =
  | { code: "not-json"; message: string }
  | { code: "other-version" }
  | { code: "low-edge" }
  | { code: "step" }
  | { code: "points" }
  | { code: "no-passes" }
  /** Passes and levels are counted from one. */
  | { code: "pass-length"; pass: number; points: number }
  | { code: "no-level"; pass: number; level: number }
  | { code: "all-missing" };

/** Why a file cannot be read, as data. `line` counts from 1. */
export type SweepFileError =
  | { code: "file-empty" }
  | { code: "file-binary"; byte: number }
  | { code: "file-not-a-sweep"; line: number; text: string }
  | { code: "file-nothing-usable"; line: number }
  | { code: "file-wrong-unit"; what: "frequency" | "level"; lowest: number; highest: number }
  | { code: "file-too-few-points"; points: number }
  /** More points than any receiver's choice needs. */
  | { code: "file-too-many-points"; points: number; most: number }
  /** A few measured points so far apart that the grid between them would be nearly all gap. */
  | { code: "file-too-sparse"; points: number; measured: number }
  /** One file of a recording that is two: its metadata, or its data. */
  | { code: "recording-half"; has: "metadata" | "data" }
  | { code: "recording-meta-broken"; why: RecordingMetaFault }
  | { code: "recording-datatype"; datatype: string }
  | { code: "recording-short"; samples: number; needed: number }
  /** The metadata speak of samples that the data do not have. */
  | { code: "recording-disagrees"; samples: number; needed: number }
  | { code: "json-not-a-sweep"; fault: SweepJsonFault };

/** A grid of more points is refused: 20 MHz to 6 GHz in steps of 3 kHz. */
export const MAX_POINTS = 2_000_000;
/** Points of all passes together, gaps too: 128 MB. */
const MAX_CELLS = 16_000_000;
/** Below this size a grid may be as empty as it likes. */
const SMALL_POINTS = 200_000;
const MAX_POINTS_A_MEASURED = 40;

/**
 * Whether a grid is too large to be made, asked before it is. @param p.measured - points of it that
 * the fullest pass measured
 */
export function gridError({
  points,
  passes,
  measured,
}: {
  points: number;
  passes: number;
  measured: number;
}): Extract<SweepFileError, { code: "file-too-many-points" | "file-too-sparse" }> | null {
  if (points > SMALL_POINTS && points > measured * MAX_POINTS_A_MEASURED)
    return { code: "file-too-sparse", points, measured };
  if (points > MAX_POINTS || points * passes > MAX_CELLS)
    return {
      code: "file-too-many-points",
      points: Math.max(points, points * passes > MAX_CELLS ? points * passes : 0),
      most: points > MAX_POINTS ? MAX_POINTS : MAX_CELLS,
    };
  return null;
}

/**
 * Decibels to natural logarithm of power, and back: faster than powers of ten where there are
 * millions.
 */
export const NEPER_PER_DB = Math.LN10 / 10;

/** Mean of power over several passes, bin by bin; bins that no pass measured stay NaN. */
export function meanOfPasses(passes: readonly Float64Array[]): Float64Array {
  const points = passes[0]?.length ?? 0;
  const sum = new Float64Array(points);
  const looks = new Int32Array(points);
  for (const pass of passes) {
    for (let i = 0; i < points; i += 1) {
      const level = pass[i]!;
      if (Number.isNaN(level)) continue;
      sum[i]! += Math.exp(level * NEPER_PER_DB);
      looks[i]! += 1;
    }
  }
  return sum.map((s, i) => (looks[i]! > 0 ? 10 * Math.log10(s / looks[i]!) : NaN));
}

/** Highest level of each bin over several passes. */
export function maxOfPasses(passes: readonly Float64Array[]): Float64Array {
  const out = new Float64Array(passes[0]?.length ?? 0).fill(NaN);
  for (const pass of passes) {
    for (let i = 0; i < out.length; i += 1)
      if (!(pass[i]! <= out[i]!) && !Number.isNaN(pass[i]!)) out[i] = pass[i]!;
  }
  return out;
}

/** Levels as linear power in milliwatts; 0 where nothing was measured. */
export const milliwatts = (levelsDbm: Float64Array): Float64Array =>
  levelsDbm.map((l) => (Number.isNaN(l) ? 0 : Math.exp(l * NEPER_PER_DB)));
