// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt } from "~/core/units/items";
import { quantile } from "~/core/units/statistics";
import { type Measurement, milliwatts } from "./sweep";

/**
 * Noise bandwidth of an analyser's resolution filter over its 3 dB bandwidth: 1.06 for the usual
 * near-Gaussian digital filters (value from memory of makers' application notes; analogue four-pole
 * filters reach 1.13, 0.3 dB more).
 */
export const NOISE_OVER_RESOLUTION = 1.06;

/**
 * What is added to each level so that it is power per step: an analyser whose filter is wider than
 * its step counts the same power in several bins.
 * @param resolutionHz - 3 dB bandwidth, > 0; @param stepHz - > 0; @returns dB, ratio of step to
 *   noise bandwidth
 */
export const perStepDb = (resolutionHz: number, stepHz: number): number =>
  10 * Math.log10(stepHz / (resolutionHz * NOISE_OVER_RESOLUTION));

/** The measurement with every level moved by so many decibels. */
export function shifted(m: Measurement, byDb: number): Measurement {
  if (byDb === 0) return m;
  const move = (levels: Float64Array) => levels.map((l) => l + byDb);
  return { ...m, passes: m.passes.map(move), ...(m.peakDbm ? { peakDbm: move(m.peakDbm) } : {}) };
}

/**
 * The measurement as power per step, where it says what its resolution bandwidth is; else as it is.
 */
export function asPerStep(m: Measurement): Measurement {
  const { resolutionHz, ...rest } = m;
  return resolutionHz === undefined ? m : shifted(rest, perStepDb(resolutionHz, m.stepHz));
}

/** How much higher one instrument reads than another. */
export interface InstrumentOffset {
  offsetDb: number;
  /** Scatter of the ranges about it. */
  spreadDb: number;
  /** How many ranges of 1 MHz held something that both saw. */
  ranges: number;
}

const RANGE_HZ = 1_000_000;
const MIN_OVER_QUIET_DB = 8;
const MIN_RANGES = 5;
const MAX_SPREAD_DB = 2.5;

/**
 * Estimates a constant offset between two instruments at one place from what both saw: ranges of
 * 1 MHz that stand 8 dB over the quiet of each. The floor tells nothing, for it is each
 * instrument's own. Both as power per step.
 * @returns how much higher `b` reads; null where too little was seen by both, or where the
 *   differences are no constant
 */
export function instrumentOffset(a: Measurement, b: Measurement): InstrumentOffset | null {
  const lowHz = Math.max(a.lowHz, b.lowHz);
  const highHz = Math.min(a.lowHz + (a.points - 1) * a.stepHz, b.lowHz + (b.points - 1) * b.stepHz);
  if (highHz - lowHz < MIN_RANGES * RANGE_HZ) return null;
  const [inA, inB] = [rangePowers(a, lowHz, highHz), rangePowers(b, lowHz, highHz)];
  const quiet = (levels: readonly number[]) =>
    quantile(
      levels.filter((l) => !Number.isNaN(l)).sort((x, y) => x - y),
      0.2,
    );
  const [quietA, quietB] = [quiet(inA), quiet(inB)];
  const differences = inA
    .flatMap((level, i) =>
      level > quietA + MIN_OVER_QUIET_DB && inB[i]! > quietB + MIN_OVER_QUIET_DB
        ? [inB[i]! - level]
        : [],
    )
    .sort((x, y) => x - y);
  if (differences.length < MIN_RANGES) return null;
  const offsetDb = quantile(differences, 0.5);
  const spreadDb =
    1.48 *
    quantile(
      differences.map((d) => Math.abs(d - offsetDb)).sort((x, y) => x - y),
      0.5,
    );
  return spreadDb > MAX_SPREAD_DB ? null : { offsetDb, spreadDb, ranges: differences.length };
}

/** Mean of the passes' power in each range, dBm. */
function rangePowers(m: Measurement, lowHz: number, highHz: number): number[] {
  const count = Math.floor((highHz - lowHz) / RANGE_HZ);
  const sums = new Float64Array(count);
  const bins = new Float64Array(count);
  for (const pass of m.passes) {
    milliwatts(pass).forEach((mw, i) => {
      const at = Math.floor((m.lowHz + i * m.stepHz - lowHz) / RANGE_HZ);
      if (mw === 0 || at < 0 || at >= count) return;
      sums[at]! += mw;
      bins[at]! += 1;
    });
  }
  return Array.from(sums, (sum, i) =>
    bins[i] === 0 ? NaN : 10 * Math.log10((sum / bins[i]!) * (RANGE_HZ / m.stepHz)),
  );
}

const WORTH_A_WORD_DB = 1.5;

/**
 * Brings measurements of one place, perhaps of several instruments, to one scale: each that reads
 * lower than another where both saw the same is raised to it, for the higher reading is the careful
 * one. Says so in a warning.
 * @param raises - false: only says what it found
 */
export function alignMeasurements(
  list: readonly { name: string; measurement: Measurement }[],
  raises = true,
): Measurement[] {
  const only = list.length === 1 ? itemAt(list, 0).measurement : null;
  if (only) return [only];
  const names = list.map((l) => l.name);
  const out = list.map((l) => asPerStep(l.measurement));
  for (let b = 1; b < out.length; b += 1) {
    for (let a = 0; a < b; a += 1) {
      const found = instrumentOffset(out[a]!, out[b]!);
      if (!found || Math.abs(found.offsetDb) < WORTH_A_WORD_DB) continue;
      const [low, high] = found.offsetDb > 0 ? [a, b] : [b, a];
      const byDb = Math.abs(found.offsetDb);
      out[low] = {
        ...(raises ? shifted(out[low]!, byDb) : out[low]!),
        warnings: [
          ...out[low]!.warnings,
          {
            code: "instruments-differ",
            higher: itemAt(names, high),
            lower: itemAt(names, low),
            byDb,
            isRaised: raises,
          },
        ],
      };
    }
  }
  return out;
}
