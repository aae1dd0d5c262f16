// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
export interface Carrier {
  id: string;
  frequencyHz: number;
}

export type ProductKind = "third2" | "third3" | "fifth2";

/**
 * How many intermodulation products n carriers make: 2A−B n(n−1), A+B−C n(n−1)(n−2)/2, 3A−2B n(n−1)
 * (combinatorics; ITU-R SM.1134 for the method). @example productCounts(5) // { third2: 20, third3:
 * 30, fifth2: 20 }
 */
export function productCounts(n: number): Record<ProductKind, number> {
  const pairs = n * Math.max(0, n - 1);
  return { third2: pairs, third3: (pairs * Math.max(0, n - 2)) / 2, fifth2: pairs };
}

/**
 * Calls `visit` for each third-order and fifth-order product of the frequencies, of the kinds asked
 * for. "Different" means different places in the list, even at one frequency.
 * @param frequenciesHz - one per carrier, finite; @param kinds - which kinds to make
 */
export function forEachProduct(
  frequenciesHz: readonly number[],
  kinds: Record<ProductKind, boolean>,
  visit: (kind: ProductKind, frequencyHz: number, a: number, b: number, c: number) => void,
): void {
  const n = frequenciesHz.length;
  for (let a = 0; a < n; a += 1) {
    for (let b = 0; b < n; b += 1) {
      if (a === b) continue;
      if (kinds.third2) visit("third2", 2 * frequenciesHz[a]! - frequenciesHz[b]!, a, b, -1);
      if (kinds.fifth2) visit("fifth2", 3 * frequenciesHz[a]! - 2 * frequenciesHz[b]!, a, b, -1);
      if (!kinds.third3 || b < a) continue;
      for (let c = 0; c < n; c += 1) {
        if (c === a || c === b) continue;
        visit("third3", frequenciesHz[a]! + frequenciesHz[b]! - frequenciesHz[c]!, a, b, c);
      }
    }
  }
}
