import { forEachProduct, type Carrier } from "./products";

/** A third-order product of ours, weighted by how near it comes to any carrier. */
export interface ProductRoot {
  frequencyHz: number;
  kind: "third2" | "third3";
  /** 1 on a carrier, falling to 0 at `reachHz` from the nearest. */
  weight: number;
}

/** The third-order products of a set as roots under the spine.
 * @param victims - carriers that a product can hurt: ours and others' @param reachHz - where a product stops to matter, > 0 */
export function productRoots(carriers: readonly Carrier[], victims: readonly Carrier[], reachHz: number): ProductRoot[] {
  const roots: ProductRoot[] = [];
  forEachProduct(carriers.map((c) => c.frequencyHz), { third2: true, third3: true, fifth2: false }, (kind, frequencyHz, a, b, c) => {
    if (kind === "fifth2") return;
    const sources = new Set([a, b, c].filter((i) => i >= 0).map((i) => carriers[i]!.id));
    const nearestHz = victims.reduce((least, v) => (sources.has(v.id) ? least : Math.min(least, Math.abs(v.frequencyHz - frequencyHz))), Infinity);
    roots.push({ frequencyHz, kind, weight: Math.max(0, 1 - nearestHz / reachHz) });
  });
  return roots;
}
