// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { numberAt } from "~/core/units/items";
import { normalQuantile } from "~/core/units/normal";
import { quantile } from "~/core/units/statistics";
import { NEPER_PER_DB } from "./sweep";

/** The noise of a sweep: its mean power in each bin, and how much single bins scatter about it. */
export interface NoiseModel {
  /** Mean noise power per bin, dBm, for every bin of the grid. */
  floorDbm: Float64Array;
  /**
   * Medians of even blocks of about 0.5 MHz, NaN where nothing was measured: block b begins at bin
   * ⌊b·points/blocks⌋.
   */
  blockMediansDbm: Float64Array;
  /**
   * Shape of the gamma distribution of one bin's power: 1 for one look of a detector, n for n looks
   * averaged.
   */
  shape: number;
}

const BLOCK_HZ = 500_000;
const REACH_HZ = 16_000_000;
const MAX_OVER_LOWEST_DB = 10;
/** Bins this many times the scatter over their block's median belong to a carrier or its skirts. */
const CARRIER_SCATTERS = 2.8;

/**
 * Estimates the noise floor without being pulled up by television blocks or carriers, following
 * slopes and steps. Blocks of 0.5 MHz are judged by their median; those near the lowest within 16
 * MHz are noise, and so are those on a plateau with one of them (a step). In noise blocks the mean
 * power of the bins is the floor; between them it is interpolated.
 * @param levelsDbm - per bin, NaN where not measured
 */
export function estimateNoise(levelsDbm: Float64Array, stepHz: number): NoiseModel {
  const points = levelsDbm.length;
  const perBlock = Math.max(4, Math.min(Math.round(BLOCK_HZ / stepHz), Math.ceil(points / 4)));
  const blocks = Math.max(1, Math.round(points / perBlock));
  const medians = new Float64Array(blocks);
  const bins: Float64Array[] = [];
  const kept = new Float64Array(points);
  for (let b = 0; b < blocks; b += 1) {
    const from = Math.floor((b * points) / blocks);
    const to = Math.floor(((b + 1) * points) / blocks);
    let count = 0;
    for (let i = from; i < to; i += 1)
      if (Number.isFinite(levelsDbm[i]!)) kept[from + count++] = levelsDbm[i]!;
    const values = kept.subarray(from, from + count).sort();
    bins.push(values);
    medians[b] = values.length > 0 ? quantile(values, 0.5) : NaN;
  }
  const measured = [...medians.keys()].filter((b) => !Number.isNaN(medians[b]!));
  if (measured.length === 0)
    return { floorDbm: new Float64Array(points).fill(NaN), blockMediansDbm: medians, shape: 1 };
  const { isNoise, scatterDb } = noiseBlocks(
    medians,
    bins,
    measured,
    Math.max(1, Math.round(REACH_HZ / (stepHz * perBlock))),
  );
  const level = blockLevels(bins, medians, isNoise, scatterDb);
  const shape = shapeFromScatter(deviations(bins, medians, isNoise));
  const between = interpolator(level);
  const floorDbm = new Float64Array(points);
  for (let i = 0; i < points; i += 1) floorDbm[i] = between(((i + 0.5) * blocks) / points - 0.5);
  return { floorDbm, blockMediansDbm: medians, shape };
}

function noiseBlocks(
  medians: Float64Array,
  bins: Float64Array[],
  measured: number[],
  reach: number,
): { isNoise: boolean[]; scatterDb: number } {
  const smooth = medians.map((_, b) => middleOfThree(medians, b));
  const sorted = measured.map((b) => smooth[b]!).sort((x, y) => x - y);
  const cap = quantile(sorted, 0.05) + MAX_OVER_LOWEST_DB;
  const lowBlocks = measured.filter((b) => smooth[b]! <= quantile(sorted, 0.25));
  const isLow = new Uint8Array(medians.length);
  for (const b of lowBlocks) isLow[b] = 1;
  const scatterDb = quantile(deviations(bins, medians, isLow).map(Math.abs).sort(), 0.5) * 1.48;
  const typical = bins[numberAt(lowBlocks, 0)]!.length;
  const tolerance = 1.2 + (4.5 * scatterDb * 1.25) / Math.sqrt(typical);
  const isNoise = Array.from(medians, () => false);
  for (const b of measured) {
    let lowest = Infinity;
    for (let k = Math.max(0, b - reach); k <= Math.min(medians.length - 1, b + reach); k += 1) {
      if (!Number.isNaN(smooth[k]!)) lowest = Math.min(lowest, smooth[k]!);
    }
    isNoise[b] = smooth[b]! <= Math.min(lowest + tolerance, cap);
  }
  // a step in the floor: what lies level with accepted noise beside it is the same plateau
  const isPlateau = isNoise.slice();
  for (const direction of [1, -1]) {
    let reference = NaN;
    for (let k = 0; k < measured.length; k += 1) {
      const b = direction > 0 ? measured[k]! : measured[measured.length - 1 - k]!;
      if (isNoise[b]) reference = smooth[b]!;
      else if (smooth[b]! <= cap && Math.abs(smooth[b]! - reference) < tolerance * 0.7)
        isPlateau[b] = true;
      else reference = NaN;
    }
  }
  // the middle of three hides a block that a carrier fills for more than half: its own median tells
  return {
    isNoise: isPlateau.map((is, b) => is && medians[b]! <= smooth[b]! + tolerance),
    scatterDb,
  };
}

/**
 * Mean power of each noise block (carriers left out), evened over its noise neighbours; NaN
 * elsewhere.
 */
function blockLevels(
  bins: Float64Array[],
  medians: Float64Array,
  isNoise: boolean[],
  scatterDb: number,
): Float64Array {
  const mostOverMedianDb = Math.max(3, Math.min(13, CARRIER_SCATTERS * scatterDb));
  const raw = bins.map((values, b) => {
    if (!isNoise[b]) return NaN;
    // ascending: what belongs to carriers is at the end
    let sum = 0;
    let count = 0;
    while (count < values.length && values[count]! < medians[b]! + mostOverMedianDb)
      sum += Math.exp(values[count++]! * NEPER_PER_DB);
    return sum / count;
  });
  const limit = raw.filter((r) => !Number.isNaN(r));
  return Float64Array.from(raw, (own, b) => {
    if (Number.isNaN(own)) return NaN;
    const near = [-2, -1, 0, 1, 2]
      .map((d) => raw[b + d])
      .filter(
        (r): r is number =>
          r !== undefined && !Number.isNaN(r) && Math.abs(10 * Math.log10(r / own)) < 2.5,
      );
    return (
      10 *
      Math.log10(
        (near.length > 0 ? near.reduce((s, r) => s + r, 0) : numberAt(limit, 0)) /
          Math.max(1, near.length),
      )
    );
  });
}

/** Straight lines between the levels that are numbers, level beyond the outermost. */
function interpolator(levels: Float64Array): (at: number) => number {
  const last = levels.length - 1;
  const before = new Int32Array(levels.length);
  const after = new Int32Array(levels.length);
  for (let b = 0, known = -1; b <= last; b += 1)
    before[b] = known = Number.isNaN(levels[b]!) ? known : b;
  for (let b = last, known = -1; b >= 0; b -= 1)
    after[b] = known = Number.isNaN(levels[b]!) ? known : b;
  return (at) => {
    const left = before[Math.max(0, Math.min(last, Math.floor(at)))]!;
    const right = after[Math.max(0, Math.min(last, Math.ceil(at)))]!;
    if (left < 0) return right < 0 ? NaN : levels[right]!;
    if (right < 0 || right === left) return levels[left]!;
    return levels[left]! + ((levels[right]! - levels[left]!) * (at - left)) / (right - left);
  };
}

/** How many bins tell how noise scatters; more would say the same. */
const MAX_DEVIATIONS = 8192;

/**
 * How far bins of the chosen blocks lie from their block's median: all of them, or an even choice
 * where there are very many.
 */
function deviations(
  bins: readonly Float64Array[],
  medians: Float64Array,
  isChosen: ArrayLike<unknown>,
): Float64Array {
  const all = bins.reduce((n, values, b) => n + (isChosen[b] ? values.length : 0), 0);
  const every = Math.max(1, Math.ceil(all / MAX_DEVIATIONS));
  const out = new Float64Array(Math.ceil(all / every));
  let seen = 0;
  bins.forEach((values, b) => {
    if (!isChosen[b]) return;
    for (let i = (every - (seen % every)) % every; i < values.length; i += every)
      out[(seen + i) / every] = values[i]! - medians[b]!;
    seen += values.length;
  });
  return out;
}

/**
 * Gamma shape from the distance between the median and the upper tenth, in dB. The upper side
 * decides false alarms.
 */
function shapeFromScatter(deviationsDb: Float64Array): number {
  if (deviationsDb.length < 20) return 1;
  const sorted = deviationsDb.sort();
  const spreadDb = quantile(sorted, 0.9) - quantile(sorted, 0.5);
  let low = 0.5;
  let high = 2000;
  for (let i = 0; i < 40; i += 1) {
    const middle = Math.sqrt(low * high);
    const predicted = 10 * Math.log10(gammaQuantile(middle, 0.9) / gammaQuantile(middle, 0.5));
    if (predicted > spreadDb) low = middle;
    else high = middle;
  }
  return Math.max(0.8, low);
}

/**
 * Quantile of a gamma distribution with mean `shape` and scale 1, by the cube-root approximation of
 * Wilson and Hilferty (1931).
 */
export function gammaQuantile(shape: number, probability: number): number {
  return (
    shape *
    Math.max(0, 1 - 1 / (9 * shape) + normalQuantile(probability) / (3 * Math.sqrt(shape))) ** 3
  );
}

function middleOfThree(values: Float64Array, at: number): number {
  const three = [values[at - 1], values[at], values[at + 1]]
    .filter((v): v is number => v !== undefined && !Number.isNaN(v))
    .sort((a, b) => a - b);
  return three.length === 0 ? NaN : three[three.length >> 1]!;
}
