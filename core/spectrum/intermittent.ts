// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { gammaExceeded, lnChoose } from "~/core/units/gamma";
import { quantile } from "~/core/units/statistics";
import { carriersIn, type FoundCarrier, markAroundPeak } from "./carriers";
import { estimateNoise, type NoiseModel } from "./noiseFloor";
import { milliwatts } from "./sweep";

/** Windows of so many bins are looked at, up to this width. */
const WIDTHS = [1, 2, 4, 8];
const MAX_WINDOW_HZ = 220_000;
/** Neighbouring bins of a sweep share some of their noise: a window counts as fewer looks. */
const WINDOW_LOOKS = 0.8;
/** So many times in a whole sweep noise alone may pass for a carrier. */
const FALSE_ALARMS_PER_SWEEP = 0.02;
const MIN_EXCESS_DB = 5;
/** Bins by which a pass's own gain is told. */
const GAIN_BINS = 512;
const MIN_GAIN_BINS = 20;
/** Passes whose scatter is looked at: more would say the same. */
const SCATTER_PASSES = 2;

/**
 * Carriers that are on in some of the passes only and drown in their mean. Noise reaches high now
 * and then in one pass, but rarely in the same place in several: the strongest one, the strongest
 * three and the strongest tenth of each window's passes are held against what noise alone reaches
 * there, `C(n, k)` choices of k passes being counted in. So more passes find more and alarm no
 * oftener.
 * @param passes - levels of each, dBm per bin, NaN where not measured; at least two
 * @param mean - the noise of their mean power: its floor is each pass's mean
 * @param base - what noise and pedestals have in each bin ({@link baselineMw} of the mean power), mW
 * @returns by frequency, ascending; steady carriers are among them where they stand out so far
 */
export function findIntermittent(
  passes: readonly Float64Array[],
  base: Float64Array,
  lowHz: number,
  stepHz: number,
  mean: NoiseModel,
): FoundCarrier[] {
  const points = base.length;
  const levels = passes.map((pass) => evened(milliwatts(pass), base));
  // passes that repeat each other are no more looks than their mean shows
  const looks = Math.min(looksOf(passes, stepHz), mean.shape / passes.length);
  const counts = [...new Set([1, Math.min(3, passes.length), Math.ceil(passes.length / 10)])].sort(
    (a, b) => a - b,
  );
  const over: [number, number][] = [];
  const top = new Float64Array(Math.max(...counts));
  const sums = levels.map((l) => l.slice());
  const expected = base.slice();
  for (const width of WIDTHS.filter((w) => w === 1 || w * stepHz <= MAX_WINDOW_HZ)) {
    const shape = looks * (width === 1 ? 1 : width * WINDOW_LOOKS);
    const limits = counts.map((k) => limitOf(k, passes.length, shape, points));
    for (let i = 0; i + width <= points; i += 1) {
      takeStrongest(top, sums, i);
      if (isOver(top, expected[i]!, limits)) over.push([i, i + width - 1]);
    }
    for (const sum of sums) widen(sum, width);
    widen(expected, width);
  }
  if (over.length === 0) return [];
  const hit = new Uint8Array(points);
  for (const [from, to] of over) hit.fill(1, from, to + 1);
  const power = strongestOf(levels, 3);
  const raised = risen(base, power, hit);
  hit.fill(0);
  for (const [from, to] of over) markAroundPeak(from, to, power, raised, hit);
  return carriersIn({ hit, power, base: raised, lowHz, stepHz });
}

/** How far the mean of the k strongest passes may lie over the noise's own mean. */
function limitOf(
  k: number,
  passes: number,
  shape: number,
  points: number,
): { k: number; ratio: number } {
  const lnTail = Math.log(FALSE_ALARMS_PER_SWEEP / points) - lnChoose(passes, k);
  const ratio = gammaExceeded(k * shape, lnTail) / (k * shape);
  return { k, ratio: Math.max(ratio, 10 ** (MIN_EXCESS_DB / 10)) };
}

/** The strongest passes of one window, strongest first; 0 where there are no more. */
function takeStrongest(top: Float64Array, sums: readonly Float64Array[], at: number): void {
  top.fill(0);
  const last = top.length - 1;
  for (const sum of sums) {
    const value = sum[at]!;
    if (!(value > top[last]!)) continue;
    let t = last;
    while (t > 0 && top[t - 1]! < value) {
      top[t] = top[t - 1]!;
      t -= 1;
    }
    top[t] = value;
  }
}

/** @param limits - ascending by k */
function isOver(
  top: Float64Array,
  expected: number,
  limits: readonly { k: number; ratio: number }[],
): boolean {
  let sum = 0;
  let k = 0;
  for (const limit of limits) {
    while (k < limit.k) {
      sum += top[k]!;
      k += 1;
    }
    if (sum > limit.ratio * expected * limit.k) return true;
  }
  return false;
}

/** Scatter of single passes, as looks averaged in each reading. */
function looksOf(passes: readonly Float64Array[], stepHz: number): number {
  const every = Math.max(1, Math.ceil(passes.length / SCATTER_PASSES));
  const shapes = passes
    .filter((_, p) => p % every === 0)
    .map((pass) => estimateNoise(pass, stepHz).shape)
    .sort((a, b) => a - b);
  return quantile(shapes, 0.5);
}

/**
 * A pass with its own gain taken out: an instrument that drifts by a decibel or two puts no carrier
 * on the air.
 */
function evened(power: Float64Array, base: Float64Array): Float64Array {
  const every = Math.max(1, Math.floor(power.length / GAIN_BINS));
  const ratios = new Float64Array(Math.ceil(power.length / every));
  let n = 0;
  for (let i = 0; i < power.length; i += every)
    if (power[i]! > 0 && base[i]! > 0) ratios[n++] = power[i]! / base[i]!;
  if (n < MIN_GAIN_BINS) return power;
  const middle = quantile(ratios.subarray(0, n).sort(), 0.5);
  // the middle of one look lies below its mean; half a decibel either way is scatter
  return middle > 1.12 ? power.map((p) => p / middle) : power;
}

/** Sums over windows become sums over windows of twice the width, in place. */
function widen(sums: Float64Array, width: number): void {
  const end = sums.length - width;
  for (let i = 0; i < end; i += 1) sums[i]! += sums[i + width]!;
}

/** Mean of the k strongest passes, bin by bin. */
function strongestOf(levels: readonly Float64Array[], k: number): Float64Array {
  const top = new Float64Array(Math.min(k, levels.length));
  return Float64Array.from({ length: levels[0]?.length ?? 0 }, (_, i) => {
    takeStrongest(top, levels, i);
    return top.reduce((sum, value) => sum + value, 0) / top.length;
  });
}

/** The baseline as the strongest passes of noise alone show it. */
function risen(base: Float64Array, strongest: Float64Array, hit: Uint8Array): Float64Array {
  const ratios: number[] = [];
  for (let i = 0; i < base.length; i += 1)
    if (!hit[i] && base[i]! > 0 && strongest[i]! > 0) ratios.push(strongest[i]! / base[i]!);
  const by = quantile(
    ratios.sort((a, b) => a - b),
    0.5,
  );
  return Number.isNaN(by) ? base : base.map((b) => b * by);
}
