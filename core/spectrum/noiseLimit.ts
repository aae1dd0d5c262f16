/** What governs up to which noise a place counts as quiet. */
export type LimitBy = "given" | "receiver" | "instrument";

/** Up to which power a place counts as quiet, and what says so. */
export interface NoiseLimit {
  /** Power per channel bandwidth. */
  limitDbm: number;
  /** The measured floor in the same bandwidth. */
  floorDbm: number;
  /**
   * "given": set by hand. "receiver": what the receivers need. "instrument": the sweep's own floor
   * lies too near to that or above it, so what it sees as quiet is judged by that floor.
   */
  limitBy: LimitBy;
}

/**
 * So far a limit must lie over the floor of a sweep, or the scatter of its own noise fills the air:
 * the power of eight single looks together (200 kHz in steps of 25 kHz) lies 5 dB over its mean
 * once in fifty thousand (chi-square with 16 degrees of freedom), and broadband noise of 6 dB over
 * the floor is still told.
 */
export const MIN_OVER_FLOOR_DB = 5;

/**
 * Up to which noise, per channel bandwidth, receivers work as planned: a pack arrives with about
 * −60 dBm, 20 dB over the noise is needed and 15 dB are kept for fades (common practice, no
 * published source).
 */
export const NEEDED_NOISE_DBM = -95;

/** One press more or less noise. */
export const LIMIT_STEP_DB = 3;

/**
 * The limit that quiet is judged by: the one that was set by hand, else what the receivers need,
 * unless the instrument cannot see so far down.
 * @param p.noiseFloorDbm - mean noise power of one step, as `analyseSweep` estimates it
 * @param p.stepHz - the sweep's step, > 0
 * @param p.bandwidthHz - of the channels, > 0
 * @param p.neededDbm - up to which noise the receivers work as planned, per channel bandwidth
 * @param p.givenDbm - a limit set by hand, per channel bandwidth; null: none
 * @example noiseLimit({ noiseFloorDbm: -105, stepHz: 25_000, bandwidthHz: 200_000, neededDbm: -95,
 *   givenDbm: null }) // { limitDbm: -90.97, floorDbm: -95.97, limitBy: "instrument" }
 */
export function noiseLimit({
  noiseFloorDbm,
  stepHz,
  bandwidthHz,
  neededDbm,
  givenDbm,
}: {
  noiseFloorDbm: number;
  stepHz: number;
  bandwidthHz: number;
  neededDbm: number;
  givenDbm: number | null;
}): NoiseLimit {
  const floorDbm = noiseFloorDbm + 10 * Math.log10(bandwidthHz / stepHz);
  if (givenDbm !== null) return { limitDbm: givenDbm, floorDbm, limitBy: "given" };
  const instrumentDbm = floorDbm + MIN_OVER_FLOOR_DB;
  return instrumentDbm > neededDbm
    ? { limitDbm: instrumentDbm, floorDbm, limitBy: "instrument" }
    : { limitDbm: neededDbm, floorDbm, limitBy: "receiver" };
}
