import { itemAt, sampleAt } from "~/core/units/items";
import { firstAbove } from "~/core/coordination/rules/sorted";
import { forEachProduct, type Carrier } from "~/core/coordination/rules/products";

/** A third-order product of ours, weighted by how near it comes to any carrier. */
export interface ProductRoot {
  frequencyHz: number;
  kind: "third2" | "third3";
  /** 1 on a carrier, falling to 0 at `reachHz` from the nearest. */
  weight: number;
}

/**
 * The third-order products of a set as roots under the spectrum.
 * @param victims - carriers that a product can hurt: ours and others' @param reachHz - where a
 *   product stops to matter, > 0
 */
export function productRoots(
  carriers: readonly Carrier[],
  victims: readonly Carrier[],
  reachHz: number,
): ProductRoot[] {
  const sorted = victims
    .map((v) => ({ id: v.id, frequencyHz: v.frequencyHz }))
    .sort((p, q) => p.frequencyHz - q.frequencyHz);
  const places = Float64Array.from(sorted, (v) => v.frequencyHz);
  const ids = carriers.map((c) => c.id);
  const roots: ProductRoot[] = [];
  forEachProduct(
    carriers.map((c) => c.frequencyHz),
    { third2: true, third3: true, fifth2: false },
    (kind, frequencyHz, a, b, c) => {
      if (kind === "fifth2") return;
      const isSource = (id: string) => id === ids[a] || id === ids[b] || (c >= 0 && id === ids[c]);
      const from = firstAbove(places, frequencyHz);
      let [up, down] = [from, from - 1];
      while (up < places.length && isSource(itemAt(sorted, up).id)) up += 1;
      while (down >= 0 && isSource(itemAt(sorted, down).id)) down -= 1;
      const nearestHz = Math.min(
        up < places.length ? sampleAt(places, up) - frequencyHz : Infinity,
        down >= 0 ? frequencyHz - sampleAt(places, down) : Infinity,
      );
      roots.push({ frequencyHz, kind, weight: Math.max(0, 1 - nearestHz / reachHz) });
    },
  );
  return roots;
}
