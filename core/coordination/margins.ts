import type { Stretch } from "../regions/region";
import { type Carrier, forEachProduct, type ProductKind } from "./products";
import type { Profile } from "./profile";

/** How much each rule has in hand at one carrier; null where there is nothing to measure. Hertz are less the guard. */
export interface Margins {
  spacingHz: number | null;
  third2Hz: number | null;
  third3Hz: number | null;
  fifth2Hz: number | null;
  noiseDb: number | null;
  windowEdgeHz: number | null;
}

/** What stands nearest: who, and by how much it misses. For the reason beside a number. */
export interface NearestProduct {
  kind: ProductKind;
  sources: string[];
  victim: string;
  productHz: number;
  missHz: number;
}

export interface CarrierMargins {
  spacingHz: number | null;
  nearestNeighbour: string | null;
  nearest: Record<ProductKind, NearestProduct | null>;
}

/** The nearest neighbour and, for every kind of product, the nearest miss in any role a carrier plays (source or victim).
 *  Products whose every part (sources and victim) is in `fixedIds` are left out: nothing of ours can change them. */
export function nearestOfEach(carriers: readonly Carrier[], fixedIds: ReadonlySet<string>): Map<string, CarrierMargins> {
  const frequencies = carriers.map((c) => c.frequencyHz);
  const fixed = carriers.map((c) => fixedIds.has(c.id));
  const found: CarrierMargins[] = carriers.map(() => ({
    spacingHz: null, nearestNeighbour: null, nearest: { third2: null, third3: null, fifth2: null },
  }));
  for (let i = 0; i < carriers.length; i += 1) {
    for (let j = 0; j < carriers.length; j += 1) {
      if (i === j) continue;
      const distanceHz = Math.abs(frequencies[i]! - frequencies[j]!);
      const mine = found[i]!;
      if (mine.spacingHz === null || distanceHz < mine.spacingHz) {
        mine.spacingHz = distanceHz;
        mine.nearestNeighbour = carriers[j]!.id;
      }
    }
  }
  const all = { third2: true, third3: true, fifth2: true };
  forEachProduct(frequencies, all, (kind, productHz, a, b, c) => {
    for (let v = 0; v < carriers.length; v += 1) {
      if (v === a || v === b || v === c) continue;
      if (fixed[a] && fixed[b] && (c < 0 || fixed[c]) && fixed[v]) continue;
      const missHz = Math.abs(productHz - frequencies[v]!);
      for (const role of c < 0 ? [a, b, v] : [a, b, c, v]) {
        const best = found[role]!.nearest[kind];
        if (best !== null && best.missHz <= missHz) continue;
        const sources = (c < 0 ? [a, b] : [a, b, c]).map((s) => carriers[s]!.id);
        found[role]!.nearest[kind] = { kind, sources, victim: carriers[v]!.id, productHz, missHz };
      }
    }
  });
  return new Map(carriers.map((c, i) => [c.id, found[i]!]));
}

/** Distance from an occupied band to the nearest edge it must not cross: its window's ends and any exclusion's ends. */
export function edgeDistanceHz(lowHz: number, highHz: number, windows: readonly Stretch[], exclusions: readonly Stretch[]): number | null {
  const window = windows.find((w) => lowHz >= w.lowHz && highHz <= w.highHz);
  if (!window) return null;
  let distanceHz = Math.min(lowHz - window.lowHz, window.highHz - highHz);
  for (const hole of exclusions) {
    if (hole.highHz <= lowHz) distanceHz = Math.min(distanceHz, lowHz - hole.highHz);
    else if (hole.lowHz >= highHz) distanceHz = Math.min(distanceHz, hole.lowHz - highHz);
  }
  return distanceHz;
}

/** Margins of the contract: distance less the guard that is asked for. */
export function marginsOf(nearest: CarrierMargins, profile: Profile, noiseDb: number | null, windowEdgeHz: number | null): Margins {
  const less = (found: NearestProduct | null, guardHz: number) => (found === null ? null : found.missHz - guardHz);
  return {
    spacingHz: nearest.spacingHz === null ? null : nearest.spacingHz - profile.minSpacingHz,
    third2Hz: less(nearest.nearest.third2, profile.guards.third2Hz),
    third3Hz: less(nearest.nearest.third3, profile.guards.third3Hz),
    fifth2Hz: less(nearest.nearest.fifth2, profile.guards.fifth2Hz),
    noiseDb, windowEdgeHz,
  };
}
