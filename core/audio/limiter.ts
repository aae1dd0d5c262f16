/** How far a limiter has lowered speech before its mean falls about as much as its peaks, dB. */
const SOFT_DB = 4;

/**
 * By how much a limiter lowers the mean of speech whose peaks stand so far over its ceiling: it
 * turns down whole syllables and not the single peak, so that the mean falls nearly as much as the
 * peaks, over² / (over + 4), and the crest narrows by some decibels and never to nothing (fitted to
 * speech run sample by sample through {@link softLimiter}, crests of 12 to 18 dB).
 * @param overDb - peaks over the ceiling; not above 0: nothing
 * @example limiterLowersDb(10) // 7.1
 */
export const limiterLowersDb = (overDb: number): number =>
  overDb <= 0 ? 0 : (overDb * overDb) / (overDb + SOFT_DB);

/** How fast a pack's limiter lets go (common practice, no published source). */
const RELEASE_S = 0.15;

/**
 * A limiter sample by sample: down at once, up again within some tenths of a second.
 * @param most - its ceiling, in the unit of what goes through
 */
export function softLimiter(
  most: number,
  sampleRateHz: number,
): (x: number) => { y: number; holds: boolean } {
  const release = Math.exp(-1 / (RELEASE_S * sampleRateHz));
  let gain = 1;
  return (x) => {
    gain = 1 - (1 - gain) * release;
    const allowed = most / Math.max(1e-30, Math.abs(x));
    const holds = allowed < gain;
    if (holds) gain = allowed;
    return { y: x * gain, holds };
  };
}
