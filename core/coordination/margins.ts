import type { Stretch } from "../regions/region";
import { firstAbove } from "./sorted";
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

/** So often the reach of the search for nearest products is drawn closer. */
const BOUND_EVERY = 64;

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
  const order = frequencies.map((_, i) => i).sort((i, j) => frequencies[i]! - frequencies[j]!);
  const sorted = Float64Array.from(order, (i) => frequencies[i]!);
  const kinds: ProductKind[] = ["third2", "third3", "fifth2"];
  const best = { third2: new Float64Array(carriers.length).fill(Infinity), third3: new Float64Array(carriers.length).fill(Infinity), fifth2: new Float64Array(carriers.length).fill(Infinity) };
  // no product farther from a carrier than this can be anybody's nearest any more
  const farthest = { third2: Infinity, third3: Infinity, fifth2: Infinity };
  let sinceBound = 0;
  forEachProduct(frequencies, { third2: true, third3: true, fifth2: true }, (kind, productHz, a, b, c) => {
    const areFixed = fixed[a] && fixed[b] && (c < 0 || fixed[c]);
    const mine = best[kind];
    const take = (role: number, v: number, missHz: number) => {
      if (mine[role]! <= missHz) return;
      mine[role] = missHz;
      found[role]!.nearest[kind] = { kind, sources: (c < 0 ? [a, b] : [a, b, c]).map((s) => carriers[s]!.id), victim: carriers[v]!.id, productHz, missHz };
    };
    let isFirst = true;
    let up = firstAbove(sorted, productHz);
    let down = up - 1;
    while (up < sorted.length || down >= 0) {
      const isUp = down < 0 || (up < sorted.length && sorted[up]! - productHz <= productHz - sorted[down]!);
      const v = order[isUp ? up : down]!;
      if (isUp) up += 1;
      else down -= 1;
      if (v === a || v === b || v === c || (areFixed && fixed[v])) continue;
      const missHz = Math.abs(productHz - frequencies[v]!);
      if (missHz >= farthest[kind]) break;
      take(v, v, missHz);
      if (!isFirst) continue;
      // to its sources a product comes as near as to its nearest victim
      isFirst = false;
      take(a, v, missHz);
      take(b, v, missHz);
      if (c >= 0) take(c, v, missHz);
    }
    if ((sinceBound += 1) % BOUND_EVERY === 0) for (const k of kinds) farthest[k] = Math.max(...best[k]);
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
