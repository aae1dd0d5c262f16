// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined } from "~/core/units/items";
import type { FrequencyRange } from "~/core/regulations/region";
import { forEachMeeting, type MeetingReach } from "./meetings";
import type { Carrier, ProductKind } from "./products";
import type { Profile } from "~/core/coordination/problem/profile";

/**
 * How much each rule has in hand at one carrier; null where there is nothing to measure. Hertz are
 * less the guard.
 */
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

/**
 * The nearest neighbour of some carriers and, for every kind of product, the nearest miss in any
 * role that they play (source or victim). Of products that come equally near, the one whose sources
 * stand first in the list. Grows as n² for each of them.
 * @param carriers - all that stand, ids unique @param ids - of those that are asked about
 */
export function nearestOfEach(
  carriers: readonly Carrier[],
  ids: Iterable<string>,
): Map<string, CarrierMargins> {
  const frequencies = carriers.map((c) => c.frequencyHz);
  const placeOf = new Map(carriers.map((c, i) => [c.id, i]));
  return new Map(
    [...ids].map((id) => [id, nearestOf(carriers, frequencies, defined(placeOf.get(id)))]),
  );
}

function nearestOf(
  carriers: readonly Carrier[],
  frequencies: readonly number[],
  me: number,
): CarrierMargins {
  const found: CarrierMargins = {
    spacingHz: null,
    nearestNeighbour: null,
    nearest: { third2: null, third3: null, fifth2: null },
  };
  frequencies.forEach((frequencyHz, i) => {
    if (i === me) return;
    const distanceHz = Math.abs(frequencyHz - frequencies[me]!);
    if (found.spacingHz === null || distanceHz < found.spacingHz)
      [found.spacingHz, found.nearestNeighbour] = [distanceHz, carriers[i]!.id];
  });
  const reach: MeetingReach = { third2: Infinity, third3: Infinity, fifth2: Infinity };
  const places: Record<ProductKind, readonly number[]> = { third2: [], third3: [], fifth2: [] };
  forEachMeeting(frequencies, me, reach, (kind, productHz, a, b, c, victim) => {
    const missHz = Math.abs(productHz - frequencies[victim]!);
    if (missHz > reach[kind] || (missHz === reach[kind] && !comesFirst(a, b, c, places[kind])))
      return;
    reach[kind] = missHz;
    places[kind] = [a, b, c];
    found.nearest[kind] = {
      kind,
      sources: (c < 0 ? [a, b] : [a, b, c]).map((s) => carriers[s]!.id),
      victim: carriers[victim]!.id,
      productHz,
      missHz,
    };
  });
  return found;
}

const comesFirst = (
  a: number,
  b: number,
  c: number,
  [first = 0, second = 0, third = 0]: readonly number[],
): boolean => (a !== first ? a < first : b !== second ? b < second : c < third);

/**
 * Distance from an occupied band to the nearest edge it must not cross: its window's ends and any
 * exclusion's ends.
 */
export function edgeDistanceHz(
  lowHz: number,
  highHz: number,
  windows: readonly FrequencyRange[],
  exclusions: readonly FrequencyRange[],
): number | null {
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
export function marginsOf(
  nearest: CarrierMargins,
  profile: Profile,
  noiseDb: number | null,
  windowEdgeHz: number | null,
): Margins {
  const less = (found: NearestProduct | null, guardHz: number) =>
    found === null ? null : found.missHz - guardHz;
  return {
    spacingHz: nearest.spacingHz === null ? null : nearest.spacingHz - profile.minSpacingHz,
    third2Hz: less(nearest.nearest.third2, profile.guards.third2Hz),
    third3Hz: less(nearest.nearest.third3, profile.guards.third3Hz),
    fifth2Hz: less(nearest.nearest.fifth2, profile.guards.fifth2Hz),
    noiseDb,
    windowEdgeHz,
  };
}
