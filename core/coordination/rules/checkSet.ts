// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { firstAbove } from "./sorted";
import { forEachMeeting, type MeetingReach } from "./meetings";
import { type Carrier, forEachProduct, productCounts, type ProductKind } from "./products";
import type { Profile } from "~/core/coordination/problem/profile";

export interface Conflict {
  kind: "spacing" | ProductKind;
  /** Ids: the pair for spacing, [A, B] for 2A−B and 3A−2B, [A, B, C] for A+B−C with A < B. */
  sources: string[];
  productHz: number | null;
  victim: string | null;
  /** How far apart the two are, unsigned. */
  missHz: number;
}

export interface SetCheck {
  conflicts: Conflict[];
  products: Record<ProductKind, number>;
}

/**
 * Every pair too close and every intermodulation product that falls within its guard of a carrier
 * that is not one of its sources. Method: ITU-R SM.1134 (which orders and signals); guards are the
 * profile's. Grows as n³·log n.
 * @param carriers - ids unique; [] is a valid set
 * @param profile - spacing and guards in hertz; a guard of 0 turns that kind off
 * @example
 *   checkSet([{id:"a",frequencyHz:500e6},{id:"b",frequencyHz:501e6},{id:"c",frequencyHz:502e6}],
 *   PROFILES.normal)
 * // two conflicts: 2b−a on c, 2b−c on a
 */
export function checkSet(carriers: readonly Carrier[], profile: Profile): SetCheck {
  const byId = [...carriers].sort((p, q) => (p.id < q.id ? -1 : p.id > q.id ? 1 : 0));
  const frequencies = byId.map((c) => c.frequencyHz);
  const order = frequencies.map((_, i) => i).sort((i, j) => frequencies[i]! - frequencies[j]!);
  const sorted = order.map((i) => frequencies[i]!);
  const { guards } = profile;
  const guardOf = { third2: guards.third2Hz, third3: guards.third3Hz, fifth2: guards.fifth2Hz };
  const conflicts: Conflict[] = [];

  for (let i = 0; i < byId.length; i += 1) {
    for (let j = i + 1; j < byId.length; j += 1) {
      const missHz = Math.abs(frequencies[i]! - frequencies[j]!);
      if (missHz < profile.minSpacingHz) {
        conflicts.push({
          kind: "spacing",
          sources: [byId[i]!.id, byId[j]!.id],
          productHz: null,
          victim: null,
          missHz,
        });
      }
    }
  }
  const kinds = {
    third2: guardOf.third2 > 0,
    third3: guardOf.third3 > 0,
    fifth2: guardOf.fifth2 > 0,
  };
  forEachProduct(frequencies, kinds, (kind, productHz, a, b, c) => {
    const guardHz = guardOf[kind];
    for (
      let k = firstAbove(sorted, productHz - guardHz);
      k < sorted.length && sorted[k]! < productHz + guardHz;
      k += 1
    ) {
      const victim = order[k]!;
      if (victim === a || victim === b || victim === c) continue;
      const sources = c < 0 ? [a, b] : [a, b, c];
      conflicts.push({
        kind,
        productHz,
        sources: sources.map((s) => byId[s]!.id),
        victim: byId[victim]!.id,
        missHz: Math.abs(productHz - frequencies[victim]!),
      });
    }
  });
  return { conflicts, products: productCounts(carriers.length) };
}

/**
 * A relation that is asked about before it counts as a conflict: false where it is excused. Ids as
 * the carriers have them.
 */
export type CountsAsConflict = (conflict: Conflict) => boolean;

/**
 * So many conflicts of one carrier are told at most: more say nothing new, and among hundreds of
 * carriers there would be tens of thousands.
 */
export const MAX_CONFLICTS_OF_ONE = 200;

/**
 * The conflicts of a set in which one carrier takes part, as a source or as the victim: what
 * `checkSet` says of it, found in n², so that one frequency can be held against a list of hundreds.
 * @param carriers - ids unique @param id - of one of them
 * @param options - `counts`: which of them count, by default all; `limit`: how many are told at
 *   most, the spacings first
 * @example
 *   conflictsOfOne([{id:"a",frequencyHz:500e6},{id:"b",frequencyHz:501e6},{id:"c",frequencyHz:502e6}],
 *   "c", PROFILES.normal)
 * // both: 2b−a on c, 2b−c on a
 */
export function conflictsOfOne(
  carriers: readonly Carrier[],
  id: string,
  profile: Profile,
  options: { counts?: CountsAsConflict | undefined; limit?: number } = {},
): Conflict[] {
  const { counts, limit = MAX_CONFLICTS_OF_ONE } = options;
  const byId = [...carriers].sort((p, q) => (p.id < q.id ? -1 : p.id > q.id ? 1 : 0));
  const frequencies = byId.map((c) => c.frequencyHz);
  const me = byId.findIndex((c) => c.id === id);
  const conflicts: Conflict[] = [];
  if (me < 0) return conflicts;
  const { third2Hz, third3Hz, fifth2Hz } = profile.guards;
  const guardOf = { third2: third2Hz, third3: third3Hz, fifth2: fifth2Hz };
  // a guard of 0 turns its kind off
  const reach: MeetingReach = {
    third2: third2Hz || -1,
    third3: third3Hz || -1,
    fifth2: fifth2Hz || -1,
  };
  const add = (conflict: Conflict): void => {
    if (conflicts.length >= limit || (counts && !counts(conflict))) return;
    conflicts.push(conflict);
    if (conflicts.length === limit) reach.third2 = reach.third3 = reach.fifth2 = -1;
  };

  for (let i = 0; i < byId.length; i += 1) {
    if (i === me) continue;
    const missHz = Math.abs(frequencies[i]! - frequencies[me]!);
    if (missHz < profile.minSpacingHz)
      add({
        kind: "spacing",
        sources: [byId[Math.min(i, me)]!.id, byId[Math.max(i, me)]!.id],
        productHz: null,
        victim: null,
        missHz,
      });
  }
  forEachMeeting(frequencies, me, reach, (kind, productHz, a, b, c, victim) => {
    const missHz = Math.abs(productHz - frequencies[victim]!);
    if (missHz < guardOf[kind])
      add({
        kind,
        productHz,
        sources: (c < 0 ? [a, b] : [a, b, c]).map((s) => byId[s]!.id),
        victim: byId[victim]!.id,
        missHz,
      });
  });
  return conflicts;
}
