/** Up to which power a place counts as quiet, and what says so. */
export interface NoiseLimit {
  /** Power per channel bandwidth. */
  limitDbm: number;
  /** The measured floor in the same bandwidth. */
  floorDbm: number;
  /**
   * "given": the limit that was set. "instrument": the sweep's own floor lies too near to it or
   * above it, so what it sees as quiet is judged by that floor.
   */
  limitBy: "given" | "instrument";
}

/**
 * So far a limit must lie over the floor of a sweep, or the scatter of its own noise fills the air:
 * the power of eight single looks together (200 kHz in steps of 25 kHz) lies 5 dB over its mean
 * once in fifty thousand (chi-square with 16 degrees of freedom), and broadband noise of 6 dB over
 * the floor is still told.
 */
export const MIN_OVER_FLOOR_DB = 5;

/**
 * The limit that quiet is judged by: the one that was set, unless the instrument cannot see so far
 * down.
 * @param p.noiseFloorDbm - mean noise power of one step, as `analyseSweep` estimates it
 * @param p.stepHz - the sweep's step, > 0
 * @param p.bandwidthHz - of the channels, > 0
 * @param p.givenDbm - the limit that was set, power per channel bandwidth
 * @example noiseLimit({ noiseFloorDbm: -105, stepHz: 25_000, bandwidthHz: 200_000, givenDbm: -95 })
 *   // { limitDbm: -90.97, floorDbm: -95.97, limitBy: "instrument" }
 */
export function noiseLimit({
  noiseFloorDbm,
  stepHz,
  bandwidthHz,
  givenDbm,
}: {
  noiseFloorDbm: number;
  stepHz: number;
  bandwidthHz: number;
  givenDbm: number;
}): NoiseLimit {
  const floorDbm = noiseFloorDbm + 10 * Math.log10(bandwidthHz / stepHz);
  const instrumentDbm = floorDbm + MIN_OVER_FLOOR_DB;
  return instrumentDbm > givenDbm
    ? { limitDbm: instrumentDbm, floorDbm, limitBy: "instrument" }
    : { limitDbm: givenDbm, floorDbm, limitBy: "given" };
}
