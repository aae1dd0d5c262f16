const LOWEST_DBM = -300;
const STEPS_PER_DB = 20;
const STEPS = 600 * STEPS_PER_DB;

/** The median of a window that slides over levels, to a twentieth of a decibel: counts by level, and a finger that walks. Levels that are not numbers are left out. */
export class SlidingMedian {
  private readonly counts = new Int32Array(STEPS);
  private size = 0;
  private at = 0;
  /** How many are below the finger. */
  private below = 0;

  private static index(levelDbm: number): number {
    return Math.max(0, Math.min(STEPS - 1, Math.round((levelDbm - LOWEST_DBM) * STEPS_PER_DB)));
  }

  add(levelDbm: number): void {
    if (Number.isNaN(levelDbm)) return;
    const i = SlidingMedian.index(levelDbm);
    this.counts[i]! += 1;
    this.size += 1;
    if (i < this.at) this.below += 1;
  }

  remove(levelDbm: number): void {
    if (Number.isNaN(levelDbm)) return;
    const i = SlidingMedian.index(levelDbm);
    this.counts[i]! -= 1;
    this.size -= 1;
    if (i < this.at) this.below -= 1;
  }

  /** The lower middle one; null of nothing. */
  median(): number | null {
    if (this.size === 0) return null;
    const rank = (this.size - 1) >> 1;
    while (this.below > rank) {
      this.at -= 1;
      this.below -= this.counts[this.at]!;
    }
    while (this.below + this.counts[this.at]! <= rank) {
      this.below += this.counts[this.at]!;
      this.at += 1;
    }
    return LOWEST_DBM + this.at / STEPS_PER_DB;
  }
}

/** The highest of each bin's neighbourhood of `reach` bins to both sides, in one pass over the values. */
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
