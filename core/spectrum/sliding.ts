// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
const LOWEST_DBM = -300;
const STEPS_PER_DB = 20;
const STEPS = 600 * STEPS_PER_DB;
const NOTHING = STEPS;

/**
 * A quantile of a window that slides over levels, to a twentieth of a decibel: counts by level, and
 * a finger that walks. Levels that are not numbers are left out.
 */
export class SlidingQuantile {
  private readonly counts = new Int32Array(STEPS + 1);
  private readonly index: Uint16Array;
  private from = 0;
  private to = 0;
  private size = 0;
  private at = 0;
  /** How many are below the finger. */
  private below = 0;

  /** @param share - which quantile, 0 … 1 */
  constructor(
    levelsDbm: Float64Array,
    private readonly share: number,
  ) {
    this.index = new Uint16Array(levelsDbm.length);
    for (let i = 0; i < levelsDbm.length; i += 1) {
      const step = Math.round((levelsDbm[i]! - LOWEST_DBM) * STEPS_PER_DB);
      this.index[i] = Number.isNaN(step)
        ? NOTHING
        : step < 0
          ? 0
          : step >= STEPS
            ? STEPS - 1
            : step;
    }
  }

  /**
   * The quantile of the bins [from, to), the lower of the two nearest; null of nothing. Neither end
   * may go back between two calls.
   */
  over(from: number, to: number): number | null {
    const { counts, index } = this;
    for (; this.to < to; this.to += 1) {
      const i = index[this.to]!;
      if (i === NOTHING) continue;
      counts[i]! += 1;
      this.size += 1;
      if (i < this.at) this.below += 1;
    }
    for (; this.from < from; this.from += 1) {
      const i = index[this.from]!;
      if (i === NOTHING) continue;
      counts[i]! -= 1;
      this.size -= 1;
      if (i < this.at) this.below -= 1;
    }
    if (this.size === 0) return null;
    const rank = Math.floor((this.size - 1) * this.share);
    while (this.below > rank) {
      this.at -= 1;
      this.below -= counts[this.at]!;
    }
    while (this.below + counts[this.at]! <= rank) {
      this.below += counts[this.at]!;
      this.at += 1;
    }
    return LOWEST_DBM + this.at / STEPS_PER_DB;
  }
}

/**
 * The highest of each bin's neighbourhood of `reach` bins to both sides, in one pass over the
 * values.
 */
export function slidingMax(values: Float64Array, reach: number): Float64Array {
  const n = values.length;
  const out = new Float64Array(n);
  // indices whose values fall from head to tail
  const queue = new Int32Array(n);
  let head = 0;
  let tail = 0;
  let next = 0;
  for (let i = 0; i < n; i += 1) {
    for (; next <= Math.min(n - 1, i + reach); next += 1) {
      while (tail > head && values[queue[tail - 1]!]! <= values[next]!) tail -= 1;
      queue[tail++] = next;
    }
    while (queue[head]! < i - reach) head += 1;
    out[i] = values[queue[head]!]!;
  }
  return out;
}
