/**
 * Signal over noise at which an analogue receiver's squelch lets go (common practice, no published
 * source). Between that and what a clean voice needs it is heard with noise; under it there is
 * nothing. Digital links that need less are gone at what they need.
 */
const MUTES_AT_DB = 10;

/** The level under which a receiver mutes; over it, up to its sensitivity, it is heard with noise. */
export const mutesUnderDbm = (limits: { sensitivityDbm: number; noiseDbm: number }): number =>
  Math.min(limits.sensitivityDbm, limits.noiseDbm + MUTES_AT_DB);

/** How far under what a clean voice needs a receiver goes on with noise before it mutes, dB. */
export const noisyRangeDb = (requiredSnrDb: number): number =>
  Math.max(0, requiredSnrDb - MUTES_AT_DB);
