// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { gammaQuantile, type NoiseModel } from "./noiseFloor";
import { SlidingQuantile, slidingMax } from "./sliding";
import { milliwatts } from "./sweep";

/** A narrow signal. */
export interface FoundCarrier {
  frequencyHz: number;
  /** Its whole power: sum over its bins, less the noise under it. */
  levelDbm: number;
  /** Holds 99 % of its power. */
  widthHz: number;
  fromBin: number;
  toBin: number;
}

const WIDEST_CARRIER_HZ = 600_000;
const LONGEST_WINDOW_HZ = 220_000;
const BASELINE_REACH_HZ = 800_000;
const FALSE_ALARMS_PER_SWEEP = 0.01;
const MIN_EXCESS_DB = 5;

/**
 * The power that noise and any broad pedestal (television, broadband noise) have in each bin: the floor, or
 * the local median where that is higher. Near an edge of a pedestal its higher side counts, so that
 * the edge itself is not taken for a carrier.
 */
export function baselineMw(
  levelsDbm: Float64Array,
  stepHz: number,
  noise: NoiseModel,
): Float64Array {
  const points = levelsDbm.length;
  const reach = Math.max(3, Math.round(BASELINE_REACH_HZ / stepHz));
  const hop = Math.max(1, reach >> 4);
  const meanOverMedian = noise.shape / gammaQuantile(noise.shape, 0.5);
  const base = new Float64Array(points);
  const middle = new SlidingQuantile(levelsDbm, 0.5);
  for (let start = 0; start < points; start += hop) {
    const centre = Math.min(points - 1, start + (hop >> 1));
    const medianDbm = middle.over(
      Math.max(0, centre - reach),
      Math.min(points, centre + reach + 1),
    );
    const median = medianDbm === null ? 0 : 10 ** (medianDbm / 10) * meanOverMedian;
    // the floor is smooth over so few bins
    base.fill(
      Math.max(10 ** (noise.floorDbm[centre]! / 10), median),
      start,
      Math.min(points, start + hop),
    );
  }
  // a pedestal's edge: where the level changes by more than 6 dB within the reach, its higher side
  // holds for 0.3 MHz
  const highest = slidingMax(base, Math.max(1, Math.round(300_000 / stepHz)));
  for (let i = 0; i < points; i += 1) if (highest[i]! > base[i]! * 4) base[i] = highest[i]!;
  return base;
}

/**
 * Narrow signals above the noise: sums over 1, 2, 4 and 8 bins are tested against the gamma tail of
 * noise alone (0.01 false alarms a sweep expected), then joined, split at valleys of 6 dB, and
 * measured. Broad things are no carriers.
 * @param base - {@link baselineMw} of the same levels, where it is known already
 * @returns by frequency, ascending
 */
export function findCarriers(
  levelsDbm: Float64Array,
  lowHz: number,
  stepHz: number,
  noise: NoiseModel,
  base: Float64Array = baselineMw(levelsDbm, stepHz, noise),
): FoundCarrier[] {
  const points = levelsDbm.length;
  const power = milliwatts(levelsDbm);
  const hit = new Uint8Array(points);
  // sums over a window of each width, from those of half the width
  const sum = power.slice();
  const expected = base.slice();
  for (let width = 1; width <= Math.max(1, Math.min(8, LONGEST_WINDOW_HZ / stepHz)); width *= 2) {
    const half = width / 2;
    const shape = noise.shape * (width === 1 ? 1 : width * 0.8);
    const tail = gammaQuantile(shape, 1 - FALSE_ALARMS_PER_SWEEP / points) / shape;
    const factor = Math.max(tail, 10 ** (MIN_EXCESS_DB / 10));
    for (let i = 0; i + width <= points; i += 1) {
      if (width > 1) {
        sum[i]! += sum[i + half]!;
        expected[i]! += expected[i + half]!;
      }
      if (sum[i]! > expected[i]! * factor) markAroundPeak(i, i + width - 1, power, base, hit);
    }
  }
  return carriersIn({ hit, power, base, lowHz, stepHz });
}

/** Bins that stand out of a baseline, as narrow signals: joined, split, measured. */
export function carriersIn({
  hit,
  power,
  base,
  lowHz,
  stepHz,
}: {
  /** 1 where a bin stands out. */
  hit: Uint8Array;
  /** Milliwatts per bin; 0 where not measured. */
  power: Float64Array;
  base: Float64Array;
  lowHz: number;
  stepHz: number;
}): FoundCarrier[] {
  return runsOf(hit, Math.max(1, Math.floor(30_000 / stepHz)))
    .map(([from, to]) => grow(from, to, power, base))
    .flatMap(([from, to]) => splitAtValleys(from, to, power, Math.round(150_000 / stepHz)))
    .map(([from, to]) => measure(from, to, power, base, lowHz, stepHz))
    .filter(
      (c): c is FoundCarrier => c !== null && c.widthHz <= Math.max(WIDEST_CARRIER_HZ, stepHz * 2),
    );
}

/**
 * Marks the bins of a window that hang together with its highest: noise at its far end is no part
 * of the signal.
 */
export function markAroundPeak(
  from: number,
  to: number,
  power: Float64Array,
  base: Float64Array,
  hit: Uint8Array,
): void {
  const peak = maxIn(power, from, to).at;
  for (let k = peak; k >= from && power[k]! > base[k]! * 1.6; k -= 1) hit[k] = 1;
  for (let k = peak + 1; k <= to && power[k]! > base[k]! * 1.6; k += 1) hit[k] = 1;
}

function runsOf(hit: Uint8Array, mostGap: number): [number, number][] {
  const runs: [number, number][] = [];
  for (let i = 0; i < hit.length; i += 1) {
    if (!hit[i]) continue;
    const last = runs.at(-1);
    if (last && i - last[1] <= mostGap + 1) last[1] = i;
    else runs.push([i, i]);
  }
  return runs;
}

/** Takes in the skirts that still stand out of the noise. */
function grow(from: number, to: number, power: Float64Array, base: Float64Array): [number, number] {
  let a = from;
  let b = to;
  while (a > 0 && power[a - 1]! > base[a - 1]! * 2 && power[a - 1]! < power[a]! * 1.2) a -= 1;
  while (
    b < power.length - 1 &&
    power[b + 1]! > base[b + 1]! * 2 &&
    power[b + 1]! < power[b]! * 1.2
  )
    b += 1;
  return [a, b];
}

function splitAtValleys(
  from: number,
  to: number,
  power: Float64Array,
  least: number,
): [number, number][] {
  if (to - from < Math.max(2, least)) return [[from, to]];
  let lowest = -1;
  for (let i = from + 1; i < to; i += 1) {
    const left = maxIn(power, from, i);
    const right = maxIn(power, i, to);
    const isValley =
      power[i]! * 4 < Math.min(left.value, right.value) && right.at - left.at >= Math.max(2, least);
    if (isValley && (lowest < 0 || power[i]! < power[lowest]!)) lowest = i;
  }
  if (lowest < 0) return [[from, to]];
  return [
    ...splitAtValleys(from, lowest, power, least),
    ...splitAtValleys(lowest + 1, to, power, least),
  ];
}

function maxIn(power: Float64Array, from: number, to: number): { value: number; at: number } {
  let at = from;
  for (let i = from; i <= to; i += 1) if (power[i]! > power[at]!) at = i;
  return { value: power[at]!, at };
}

function measure(
  from: number,
  to: number,
  power: Float64Array,
  base: Float64Array,
  lowHz: number,
  stepHz: number,
): FoundCarrier | null {
  let total = 0;
  let moment = 0;
  const net: number[] = [];
  for (let i = from; i <= to; i += 1) {
    const own = Math.max(0, power[i]! - base[i]!);
    net.push(own);
    total += own;
    moment += own * i;
  }
  if (total <= 0) return null;
  let a = 0;
  let b = net.length - 1;
  let left = total * 0.01;
  while (a < b && Math.min(net[a]!, net[b]!) <= left) {
    if (net[a]! <= net[b]!) left -= net[a++]!;
    else left -= net[b--]!;
  }
  return {
    frequencyHz: Math.round(lowHz + (moment / total) * stepHz),
    levelDbm: 10 * Math.log10(total),
    widthHz: Math.round((b - a + 1) * stepHz),
    fromBin: from,
    toBin: to,
  };
}
