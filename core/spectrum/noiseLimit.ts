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
 * So far over a sweep's own floor noise is told from it, whoever listens: broadband noise that
 * stands higher is not quiet. The scatter of single looks is taken off before (`noiseAround`).
 */
export const QUIET_OVER_FLOOR_DB = 5.5;

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
 * @param p.floorDbm - of the sweep, per channel bandwidth (`floorInBandwidth`)
 * @param p.neededDbm - up to which noise the receivers work as planned, per channel bandwidth
 * @param p.givenDbm - a limit set by hand, per channel bandwidth; null: none
 * @example noiseLimit({ floorDbm: -96, neededDbm: -95, givenDbm: null }) // { limitDbm: -90.5,
 *   floorDbm: -96, limitBy: "instrument" }
 */
export function noiseLimit({
  floorDbm,
  neededDbm,
  givenDbm,
}: {
  floorDbm: number;
  neededDbm: number;
  givenDbm: number | null;
}): NoiseLimit {
  if (givenDbm !== null) return { limitDbm: givenDbm, floorDbm, limitBy: "given" };
  const instrumentDbm = floorDbm + QUIET_OVER_FLOOR_DB;
  return instrumentDbm > neededDbm
    ? { limitDbm: instrumentDbm, floorDbm, limitBy: "instrument" }
    : { limitDbm: neededDbm, floorDbm, limitBy: "receiver" };
}
