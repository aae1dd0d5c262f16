import { assertPositive } from "~/core/units/guards";
import { polarisationLossDb } from "./antenna";
import { wavelengthM } from "./propagation";

/**
 * A thin wire on a case resonates somewhat shorter than the wave in air (common practice, no
 * published source; a few per cent).
 */
const SHORTENING = 0.95;
const BISECTIONS = 40;

export interface WhipLength {
  /** c / 4f. */
  quarterWaveM: number;
  /** As it is cut. */
  cutM: number;
  /** What it loses at the ends of what it is to serve, against being cut for each. */
  worstMismatchDb: number;
}

/** Length of a quarter-wave whip for frequencies: cut so that it is as far off at either end.
 * @param frequenciesHz - not empty @example whipFor([500e6]).quarterWaveM // 0.1499 */
export function whipFor(frequenciesHz: readonly number[]): WhipLength {
  if (frequenciesHz.length === 0) throw new RangeError("frequenciesHz must not be empty");
  frequenciesHz.forEach((f) => assertPositive("frequenciesHz", f));
  const [low, high] = [Math.min(...frequenciesHz), Math.max(...frequenciesHz)];
  let [from, to] = [low, high];
  for (let i = 0; i < BISECTIONS; i += 1) {
    const middle = (from + to) / 2;
    if (whipMismatchDb(low, middle) > whipMismatchDb(high, middle)) to = middle;
    else from = middle;
  }
  const cutForHz = (from + to) / 2;
  return {
    quarterWaveM: wavelengthM(cutForHz) / 4,
    cutM: (wavelengthM(cutForHz) / 4) * SHORTENING,
    worstMismatchDb: Math.max(whipMismatchDb(low, cutForHz), whipMismatchDb(high, cutForHz)),
  };
}

/**
 * Quality of a worn whip on a small case: a whip that is too short for its frequency is more of a
 * capacitor and radiates less than one that is too long (fitted to NEC2, testkit/bodyFixture.json).
 */
const WHIP_Q = { tooShort: 10, tooLong: 7 } as const;

/**
 * What a worn whip loses off the frequency that it is cut for: a resonance of quality Q that was
 * matched there, 10·log10(1 + (Q·δ)²/4), δ = f/f₀ − f₀/f. Within 1 dB of NEC2 up to 20 % off.
 * @example whipMismatchDb(600e6, 500e6) // 4.2
 */
export function whipMismatchDb(frequencyHz: number, cutForHz: number): number {
  assertPositive("frequencyHz", frequencyHz);
  assertPositive("cutForHz", cutForHz);
  const delta = frequencyHz / cutForHz - cutForHz / frequencyHz;
  return 10 * Math.log10(1 + ((delta < 0 ? WHIP_Q.tooShort : WHIP_Q.tooLong) * delta) ** 2 / 4);
}

/** What an antenna of another block loses, mostly: 15 % too long to 20 % too short. */
export const OTHER_BLOCK_DB = { least: whipMismatchDb(1.15, 1), most: whipMismatchDb(0.8, 1) };

/**
 * Radius of the first Fresnel zone: √(λ·d1·d2/(d1+d2)) (textbook). Six tenths of it free is as good
 * as in the open.
 */
export function fresnelRadiusM(p: { frequencyHz: number; d1M: number; d2M: number }): number {
  assertPositive("d1M", p.d1M);
  assertPositive("d2M", p.d2M);
  return Math.sqrt((wavelengthM(p.frequencyHz) * p.d1M * p.d2M) / (p.d1M + p.d2M));
}

/**
 * How high an antenna must stand so that six tenths of the first zone clear an obstacle on the way.
 * @param obstacle - its height, and how far it stands from the pack and from the antenna along the
 *   ground
 */
export function clearHeightM(p: {
  frequencyHz: number;
  packHeightM: number;
  obstacle: { heightM: number; d1M: number; d2M: number };
}): number {
  const { d1M, d2M, heightM } = p.obstacle;
  const wantedM = heightM + 0.6 * fresnelRadiusM({ frequencyHz: p.frequencyHz, d1M, d2M });
  // the ray's height over the obstacle goes with the distance from the pack
  return p.packHeightM + ((wantedM - p.packHeightM) * (d1M + d2M)) / d1M;
}

/** How a receiver's two antennas stand to each other: both alike, or 90° between them. */
export const ANTENNA_ATTITUDES = ["parallel", "splayed"] as const;
export type AntennaAttitude = (typeof ANTENNA_ATTITUDES)[number];
/** How far each of two antennas leans from upright. */
export const LEANS_DEG: Readonly<Record<AntennaAttitude, readonly [number, number]>> = {
  parallel: [0, 0],
  splayed: [-45, 45],
};

/** The loss of the better of two receiving antennas against a pack that leans, parallel or splayed.
 * @param leansDeg - of the two antennas from upright @param tiltDeg - of the pack's */
export const bestOfTwoDb = (leansDeg: readonly [number, number], tiltDeg: number): number =>
  Math.min(...leansDeg.map((lean) => polarisationLossDb(tiltDeg - lean)));

export interface SplayVerdict {
  parallelDb: number;
  splayedDb: number;
  /** Mean over the tilts asked for, and the worst of them. */
  worstParallelDb: number;
  worstSplayedDb: number;
  better: "parallel" | "splayed" | "alike";
}

/**
 * Parallel or splayed by 90°, for the tilts that a talker's pack likely has: parallel is best for
 * one that stays upright, splayed never loses more than 3 dB on its better branch.
 */
export function splayVerdict(tiltsDeg: readonly number[]): SplayVerdict {
  if (tiltsDeg.length === 0) throw new RangeError("tiltsDeg must not be empty");
  const of = (leans: readonly [number, number]) => tiltsDeg.map((t) => bestOfTwoDb(leans, t));
  const [parallel, splayed] = [of(LEANS_DEG.parallel), of(LEANS_DEG.splayed)];
  const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  const [parallelDb, splayedDb] = [mean(parallel), mean(splayed)];
  return {
    parallelDb,
    splayedDb,
    worstParallelDb: Math.max(...parallel),
    worstSplayedDb: Math.max(...splayed),
    better:
      Math.abs(parallelDb - splayedDb) < 0.5
        ? "alike"
        : parallelDb < splayedDb
          ? "parallel"
          : "splayed",
  };
}
