// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { lastOf, numberAt } from "~/core/units/items";
import type { RandomSource } from "~/core/units/random";

/** A set whose differences modulo `modulus` are all distinct (a Sidon set). */
export interface ModularSet {
  modulus: number;
  elements: number[];
}

/**
 * Bose's construction for a prime q: q numbers below q² − 1 whose differences are all distinct
 * modulo q² − 1 (R. C. Bose 1942): the logarithms, to a generator θ of the field of q² elements, of
 * all θ + a.
 * @param q - a prime, ≥ 3
 */
export function boseSet(q: number): ModularSet {
  const order = q * q - 1;
  for (let b = 1; b < q; b += 1) {
    for (let c = 1; c < q; c += 1) {
      // powers of x modulo x² + bx + c, as pairs (coefficient of x, constant)
      let [high, low] = [1, 0];
      const elements = [1];
      let power = 1;
      while (power < order) {
        power += 1;
        [high, low] = [(low + (q - b) * high) % q, ((q - c) * high) % q];
        if (high === 0 && low === 1) break;
        // θ + a has 1 before x
        if (high === 1) elements.push(power);
      }
      if (power === order && high === 0 && low === 1) return { modulus: order, elements };
    }
  }
  throw new RangeError(`${q} must be a prime`);
}

const PRIMES = [7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67];

export interface LatticeSeeds {
  /** Whether a carrier may stand in each cell of the lattice. */
  usable: Uint8Array;
  /** The least distance of two, in cells. */
  spacing: number;
  /** A product of two within so many cells of a third is a conflict. */
  reach2: number;
  random: RandomSource;
  isOver: () => boolean;
}

/**
 * The largest conflict-free set of cells that the modular sets give: each is multiplied by every
 * unit, its best window laid on the usable cells, and what stands too near or makes a product of
 * two on a third taken out. On a lattice as wide as the guard of products of three there are none
 * of those, for all differences are distinct.
 * @returns ascending cells; empty when there was no time
 */
export function largestFromSidonSets({
  usable,
  spacing,
  reach2,
  random,
  isOver,
}: LatticeSeeds): number[] {
  const cells = usable.length;
  let best: number[] = [];
  const fitting = PRIMES.filter((q) => q * q > cells * 0.8 && q * q < cells * 2.2).sort(
    (a, b) => Math.abs(a * a - cells * 1.15) - Math.abs(b * b - cells * 1.15),
  );
  for (const q of fitting) {
    const { modulus, elements } = boseSet(q);
    for (let unit = 1; unit <= modulus / 2; unit += 1) {
      if (isOver()) return best;
      if (divisor(unit, modulus) > 1) continue;
      const turned = elements.map((x) => (x * unit) % modulus).sort((a, b) => a - b);
      const twice = [...turned, ...turned.map((x) => x + modulus)];
      for (let i = 0; i < turned.length; i += 1) {
        let j = i;
        while (j + 1 < i + turned.length && twice[j + 1]! - twice[i]! < cells) j += 1;
        if (j - i + 1 <= best.length) continue;
        const slack = cells - 1 - (twice[j]! - twice[i]!);
        const shift = Math.floor(random() * (slack + 1)) - twice[i]!;
        const window = twice
          .slice(i, j + 1)
          .map((x) => x + shift)
          .filter((c) => usable[c] === 1);
        if (window.length <= best.length) continue;
        const kept = withoutConflicts(window, spacing, reach2, best.length);
        if (kept.length > best.length) best = kept;
      }
    }
  }
  return best;
}

function divisor(a: number, b: number): number {
  while (b > 0) [a, b] = [b, a % b];
  return a;
}

/**
 * Takes out the one in most conflicts until none is left; gives up once no more than `least` would
 * be left.
 */
function withoutConflicts(
  set: readonly number[],
  spacing: number,
  reach2: number,
  least: number,
): number[] {
  const lowest = numberAt(set, 0);
  const width = lastOf(set) - lowest;
  const at = new Int16Array(3 * width + 2 * reach2 + 1).fill(-1);
  set.forEach((c, i) => {
    at[c - lowest + width + reach2] = i;
  });
  let conflicts: number[][] = [];
  for (let b = 0; b < set.length; b += 1) {
    for (let a = 0; a < set.length; a += 1) {
      if (a === b) continue;
      if (a < b && set[b]! - set[a]! < spacing) conflicts.push([a, b]);
      for (let miss = -reach2; miss <= reach2; miss += 1) {
        const victim = at[2 * set[b]! - set[a]! + miss - lowest + width + reach2]!;
        if (victim > a && victim !== b) conflicts.push([a, b, victim]);
      }
    }
  }
  const gone = new Set<number>();
  while (conflicts.length > 0) {
    const times = new Int32Array(set.length);
    for (const c of conflicts) for (const i of c) times[i]! += 1;
    const worst = times.indexOf(Math.max(...times));
    gone.add(worst);
    if (set.length - gone.size <= least) return [];
    conflicts = conflicts.filter((c) => !c.includes(worst));
  }
  return set.filter((_, i) => !gone.has(i));
}
