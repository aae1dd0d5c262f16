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

/** The conflicts of a set in which one carrier takes part, as a source or as the victim: what `checkSet` says of it, found in n²·log n, so that one frequency can be
 *  held against a list of hundreds.
 * @param carriers - ids unique @param id - of one of them
 * @example conflictsOfOne([{id:"a",frequencyHz:500e6},{id:"b",frequencyHz:501e6},{id:"c",frequencyHz:502e6}], "c", PROFILES.normal)
 *   // both: 2b−a on c, 2b−c on a */
export function conflictsOfOne(carriers: readonly Carrier[], id: string, profile: Profile): Conflict[] {
  const byId = [...carriers].sort((p, q) => (p.id < q.id ? -1 : p.id > q.id ? 1 : 0));
  const frequencies = byId.map((c) => c.frequencyHz);
  const me = byId.findIndex((c) => c.id === id);
  if (me < 0) return [];
  const mineHz = frequencies[me]!;
  const order = frequencies.map((_, i) => i).sort((i, j) => frequencies[i]! - frequencies[j]!);
  const sorted = order.map((i) => frequencies[i]!);
  const { third2Hz, third3Hz, fifth2Hz } = profile.guards;
  const conflicts: Conflict[] = [];
  const near = (hz: number, withinHz: number, visit: (index: number) => void): void => {
    for (let k = firstAbove(sorted, hz - withinHz); k < sorted.length && sorted[k]! < hz + withinHz; k += 1) visit(order[k]!);
  };
  const add = (kind: ProductKind, sources: number[], productHz: number, victim: number): void => {
    if (sources.includes(victim)) return;
    conflicts.push({ kind, productHz, sources: sources.map((s) => byId[s]!.id), victim: byId[victim]!.id, missHz: Math.abs(productHz - frequencies[victim]!) });
  };
  const n = byId.length;
  for (let i = 0; i < n; i += 1) {
    if (i === me) continue;
    const missHz = Math.abs(frequencies[i]! - mineHz);
    if (missHz < profile.minSpacingHz) conflicts.push({ kind: "spacing", sources: [byId[Math.min(i, me)]!.id, byId[Math.max(i, me)]!.id], productHz: null, victim: null, missHz });
  }
  // the products of two that it makes, and those of two others that fall onto it
  const two = (kind: "third2" | "fifth2", guardHz: number, times: number): void => {
    if (guardHz <= 0) return;
    const product = (a: number, b: number): number => times * frequencies[a]! - (times - 1) * frequencies[b]!;
    for (let i = 0; i < n; i += 1) {
      if (i === me) continue;
      for (const [a, b] of [[me, i], [i, me]] as const) near(product(a, b), guardHz, (victim) => add(kind, [a, b], product(a, b), victim));
      for (let k = 0; k < n; k += 1) if (k !== me && k !== i && Math.abs(product(i, k) - mineHz) < guardHz) add(kind, [i, k], product(i, k), me);
    }
  };
  two("third2", third2Hz, 2);
  two("fifth2", fifth2Hz, 3);
  if (third3Hz <= 0) return conflicts;
  for (let i = 0; i < n; i += 1) {
    if (i === me) continue;
    for (let k = 0; k < n; k += 1) {
      if (k === me || k === i) continue;
      const [a, b] = [Math.min(me, i), Math.max(me, i)];
      const withMe = frequencies[a]! + frequencies[b]! - frequencies[k]!;
      near(withMe, third3Hz, (victim) => add("third3", [a, b, k], withMe, victim));
      if (k < i) continue;
      const lessMe = frequencies[i]! + frequencies[k]! - mineHz;
      near(lessMe, third3Hz, (victim) => add("third3", [i, k, me], lessMe, victim));
      // two others less a third on it: that third must stand where the two and it say
      near(lessMe, third3Hz, (c) => { if (c !== i && c !== k && c !== me) add("third3", [i, k, c], frequencies[i]! + frequencies[k]! - frequencies[c]!, me); });
    }
  }
  return conflicts;
}
