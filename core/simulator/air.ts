import { normalCdf } from "~/core/units/normal";
import { hashText, seededRandom } from "~/core/units/random";

/**
 * A made-up piece of spectrum at one place, described by what is in it. Everything that follows is
 * computed from the seed.
 */
export interface AirScene {
  seed: string;
  /** Mean noise power in 200 kHz at 500 MHz at the receiver, and how it rises with frequency. */
  noiseDbmPer200kHz: number;
  slopeDbPer100MHz: number;
  /** How many looks the receiver averages into one reading: fewer scatter more. */
  looks: number;
  stations: { channel: number; lowHz: number; highHz: number; levelDbm: number }[];
  carriers: AirCarrier[];
  /** Broad noise off any raster, bell-shaped; the level is per 200 kHz at its middle. */
  broadband: { centreHz: number; widthHz: number; levelDbmPer200kHz: number }[];
}

export interface AirCarrier {
  id: string;
  frequencyHz: number;
  levelDbm: number;
  widthHz: number;
  /** On for `onMs` of every `periodMs`; null is always. */
  rhythm: { onMs: number; periodMs: number; offsetMs: number } | null;
}

const STATION_GUARD_HZ = 200_000;

export const isOnAir = (carrier: AirCarrier, timeMs: number): boolean =>
  carrier.rhythm === null ||
  (((timeMs - carrier.rhythm.offsetMs) % carrier.rhythm.periodMs) + carrier.rhythm.periodMs) %
    carrier.rhythm.periodMs <
    carrier.rhythm.onMs;

/** Mean noise power in a band at a frequency, without stations, broadband noise or carriers. */
export function airNoiseDbm(scene: AirScene, frequencyHz: number, bandwidthHz: number): number {
  return (
    scene.noiseDbmPer200kHz +
    ((frequencyHz - 500e6) / 100e6) * scene.slopeDbPer100MHz +
    10 * Math.log10(bandwidthHz / 200_000)
  );
}

/**
 * One reading of a receiver: the power in [frequency ± bandwidth/2] at a moment, dBm. Noise-like
 * parts scatter as an average of `looks` looks does; the same scene, frequency and time give the
 * same reading.
 * @param extra - carriers besides the scene's own (our packs)
 */
export function readAir(
  scene: AirScene,
  frequencyHz: number,
  bandwidthHz: number,
  timeMs: number,
  extra: readonly AirCarrier[] = [],
): number {
  const lowHz = frequencyHz - bandwidthHz / 2;
  const highHz = frequencyHz + bandwidthHz / 2;
  let noiseLike = 10 ** (airNoiseDbm(scene, frequencyHz, bandwidthHz) / 10);
  for (const s of scene.stations) {
    const from = s.lowHz + STATION_GUARD_HZ;
    const to = s.highHz - STATION_GUARD_HZ;
    const overlapHz = Math.min(highHz, to) - Math.max(lowHz, from);
    if (overlapHz > 0) noiseLike += 10 ** (s.levelDbm / 10) * (overlapHz / (to - from));
    else {
      // shoulders of a transmitter: 40 dB down at the edge of its block, falling 12 dB a megahertz
      const awayHz = lowHz >= to ? lowHz - to : from - highHz;
      const shoulderDb = -40 - (awayHz / 1e6) * 12;
      if (shoulderDb > -75)
        noiseLike += 10 ** ((s.levelDbm + shoulderDb) / 10) * (bandwidthHz / (to - from));
    }
  }
  for (const h of scene.broadband) {
    const shape = Math.exp(-Math.LN2 * ((frequencyHz - h.centreHz) / (h.widthHz / 2)) ** 2);
    noiseLike += 10 ** (h.levelDbmPer200kHz / 10) * shape * (bandwidthHz / 200_000);
  }
  const random = seededRandom(
    hashText(`${scene.seed}|${Math.round(frequencyHz)}|${Math.round(timeMs)}`),
  );
  let mw = noiseLike * (exponentialSum(random, scene.looks) / scene.looks);
  for (const carriers of [scene.carriers, extra])
    for (const c of carriers) {
      const share = isOnAir(c, timeMs) ? shareInBand(c, lowHz, highHz) : 0;
      if (share > 0) mw += 10 ** (c.levelDbm / 10) * share;
    }
  return 10 * Math.log10(mw);
}

/** The sum of so many exponentially spread numbers: the logarithm of a product, taken seldom. */
function exponentialSum(random: () => number, many: number): number {
  let sum = 0;
  let product = 1;
  for (let i = 0; i < many; i += 1) {
    product *= 1 - random();
    if (product < 1e-280) {
      sum -= Math.log(product);
      product = 1;
    }
  }
  return sum - Math.log(product);
}

/** Share of a carrier's power in a band: a bell whose ±2σ is its width. */
function shareInBand(c: AirCarrier, lowHz: number, highHz: number): number {
  const sigma = Math.max(1, c.widthHz / 4);
  if (lowHz > c.frequencyHz + 5 * sigma || highHz < c.frequencyHz - 5 * sigma) return 0;
  return normalCdf((highHz - c.frequencyHz) / sigma) - normalCdf((lowHz - c.frequencyHz) / sigma);
}

/** A sweep of the air in even steps, each step at its own time as a stepping receiver does it. */
export function sweepAir(
  scene: AirScene,
  lowHz: number,
  highHz: number,
  stepHz: number,
  startMs: number,
  msPerStep: number,
  extra: readonly AirCarrier[] = [],
): Float64Array {
  const points = Math.floor((highHz - lowHz) / stepHz + 1e-9) + 1;
  return Float64Array.from({ length: points }, (_, i) =>
    readAir(scene, lowHz + i * stepHz, stepHz, startMs + i * msPerStep, extra),
  );
}
