// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { firstAbove } from "./sorted";
import type { ProductKind } from "./products";

/** How near a product must come, Hz, by kind; below 0 that kind is not looked for. */
export type MeetingReach = Record<ProductKind, number>;

/**
 * Visits one meeting: the product of `a`, `b` and, for A+B−C, `c` (else −1) comes near `victim`.
 * All are places in the list; of A+B−C the first two come in the order of the list.
 */
export type VisitMeeting = (
  kind: ProductKind,
  productHz: number,
  a: number,
  b: number,
  c: number,
  victim: number,
) => void;

/**
 * Every product that one carrier has a part in, as a source or as the victim, and that comes within
 * reach of its victim. A product A+B−C on V is the balance A+B = C+V, in which each of the four is
 * hit by the other three at the same distance; so one walk over the pairs of the others finds all
 * of them: it grows as n², where all products of a set grow as n³. Orders and signals: ITU-R
 * SM.1134.
 * @param frequenciesHz - one per carrier @param me - the carrier's place in the list
 * @param reachHz - read again at every step: the visitor may draw it closer, never wider
 */
export function forEachMeeting(
  frequenciesHz: readonly number[],
  me: number,
  reachHz: MeetingReach,
  visit: VisitMeeting,
): void {
  const mineHz = frequenciesHz[me]!;
  const order = frequenciesHz
    .map((_, i) => i)
    .filter((i) => i !== me)
    .sort((i, j) => frequenciesHz[i]! - frequenciesHz[j]!);
  const sorted = Float64Array.from(order, (i) => frequenciesHz[i]!);
  const n = order.length;

  /** Others within `withinHz` of a place. */
  const near = (hz: number, withinHz: number, see: (index: number) => void): void => {
    for (
      let k = firstAbove(sorted, hz - withinHz - 1);
      k < n && sorted[k]! <= hz + withinHz;
      k += 1
    )
      see(order[k]!);
  };
  const two = (
    kind: "third2" | "fifth2",
    times: number,
    a: number,
    b: number,
    victim: number,
  ): void => {
    const productHz = times * frequenciesHz[a]! - (times - 1) * frequenciesHz[b]!;
    if (Math.abs(productHz - frequenciesHz[victim]!) <= reachHz[kind])
      visit(kind, productHz, a, b, -1, victim);
  };

  for (const i of order) {
    const otherHz = frequenciesHz[i]!;
    if (reachHz.third2 >= 0) {
      // in the middle between two others
      near(2 * mineHz - otherHz, reachHz.third2, (k) => {
        if (k !== i) two("third2", 2, me, i, k);
      });
      // at an end, the other in the middle: each end is hit
      near(2 * otherHz - mineHz, reachHz.third2, (k) => {
        if (k === i) return;
        two("third2", 2, i, me, k);
        two("third2", 2, i, k, me);
      });
    }
    if (reachHz.fifth2 >= 0) {
      near(3 * mineHz - 2 * otherHz, reachHz.fifth2, (k) => {
        if (k !== i) two("fifth2", 3, me, i, k);
      });
      near(3 * otherHz - 2 * mineHz, reachHz.fifth2, (k) => {
        if (k !== i) two("fifth2", 3, i, me, k);
      });
      near((3 * otherHz - mineHz) / 2, reachHz.fifth2 / 2, (k) => {
        if (k !== i) two("fifth2", 3, i, k, me);
      });
    }
  }
  if (reachHz.third3 < 0) return;

  const three = (a: number, b: number, c: number, victim: number): void => {
    const [first, second] = a < b ? [a, b] : [b, a];
    visit(
      "third3",
      frequenciesHz[first]! + frequenciesHz[second]! - frequenciesHz[c]!,
      first,
      second,
      c,
      victim,
    );
  };
  for (let i = 0; i < n; i += 1) {
    // the fourth rises with the second, so that it is not sought anew for every pair
    let from = 0;
    for (let k = i + 1; k < n; k += 1) {
      const fourthHz = sorted[i]! + sorted[k]! - mineHz;
      while (from < n && sorted[from]! < fourthHz - reachHz.third3) from += 1;
      for (let x = from; x < n && sorted[x]! <= fourthHz + reachHz.third3; x += 1) {
        if (x === i || x === k) continue;
        const [p, q, r] = [order[i]!, order[k]!, order[x]!];
        three(p, q, r, me);
        three(p, q, me, r);
        three(me, r, p, q);
        three(me, r, q, p);
      }
    }
  }
}
