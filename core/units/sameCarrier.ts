/**
 * How near two frequencies are one and the same. It depends on what the two are: numbers that were
 * set, or something that was measured. (Common practice, no published source.)
 */

/** Two numbers that were set or typed: less than the finest step. */
export const SAME_SETTING_HZ = 5_000;

/** A carrier that is seen, and the number its transmitter was set to: one step of a sweep. */
export const SEEN_AS_SET_HZ = 25_000;

/** A carrier that is seen twice, in two passes or by two instruments: three steps of a sweep. */
export const SEEN_AGAIN_HZ = 75_000;

/** Two transmitters of which one is heard in place of the other: half the width of a channel. */
export const HEARD_INSTEAD_HZ = 100_000;
