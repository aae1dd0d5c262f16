/** Taken out of its object once: these run in the innermost loops. */
const { cos, imul, log, PI, sqrt } = Math;

/**
 * A seeded stream of numbers in [0, 1): Mulberry32 (public domain). The same seed gives the same
 * stream everywhere.
 */
export type RandomSource = () => number;

export function seededRandom(seed: number): RandomSource {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = state;
    mixed = imul(mixed ^ (mixed >>> 15), mixed | 1);
    mixed ^= mixed + imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** A normal deviate, mean 0 and variance 1 (Box and Muller 1958). */
export const gaussian = (random: RandomSource): number =>
  sqrt(-2 * log(1 - random())) * cos(2 * PI * random());

/** A 32-bit number from a text (FNV-1a), to derive seeds from names. */
export function hashText(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i += 1) hash = imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** A new list in random order (Fisher–Yates). The input stays as it is. */
export function shuffled<T>(list: readonly T[], random: RandomSource): T[] {
  const copy = list.slice();
  for (let i = copy.length - 1; i > 0; i -= 1) {
    const j = Math.floor(random() * (i + 1));
    // both lie in the list: a fifth of a search went into checking that
    const held = copy[i] as T;
    copy[i] = copy[j] as T;
    copy[j] = held;
  }
  return copy;
}
