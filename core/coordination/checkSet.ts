import { firstAbove } from "./sorted";
import { type Carrier, forEachProduct, productCounts, type ProductKind } from "./products";
import type { Profile } from "./profile";

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

/** Every pair too close and every intermodulation product that falls within its guard of a carrier that is not one of its
 *  sources. Method: ITU-R SM.1134 (which orders and signals); guards are the profile's. Grows as n³·log n.
 * @param carriers - ids unique; [] is a valid set
 * @param profile - spacing and guards in hertz; a guard of 0 turns that kind off
 * @example checkSet([{id:"a",frequencyHz:500e6},{id:"b",frequencyHz:501e6},{id:"c",frequencyHz:502e6}], PROFILES.normal)
 *   // two conflicts: 2b−a on c, 2b−c on a */
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
        conflicts.push({ kind: "spacing", sources: [byId[i]!.id, byId[j]!.id], productHz: null, victim: null, missHz });
      }
    }
  }
  const kinds = { third2: guardOf.third2 > 0, third3: guardOf.third3 > 0, fifth2: guardOf.fifth2 > 0 };
  forEachProduct(frequencies, kinds, (kind, productHz, a, b, c) => {
    const guardHz = guardOf[kind];
    for (let k = firstAbove(sorted, productHz - guardHz); k < sorted.length && sorted[k]! < productHz + guardHz; k += 1) {
      const victim = order[k]!;
      if (victim === a || victim === b || victim === c) continue;
      const sources = c < 0 ? [a, b] : [a, b, c];
      conflicts.push({
        kind, productHz, sources: sources.map((s) => byId[s]!.id), victim: byId[victim]!.id,
        missHz: Math.abs(productHz - frequencies[victim]!),
      });
    }
  });
  return { conflicts, products: productCounts(carriers.length) };
}
