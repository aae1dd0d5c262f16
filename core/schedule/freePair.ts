import { defined } from "~/core/units/items";
import type { Kit } from "~/core/kit/models";
import type { CaseUnit } from "~/core/kit/units";
import type { Region } from "~/core/regulations/region";
import { type Chain, endsMeet, freeUnits, mostPairs } from "~/core/kit/chains";

export type NoPair =
  /** There is none in the kit at all. */
  "kit-no-receiver" | "kit-no-pack" | "no-receiver-channel" | "no-pack" | "none-fit";

/**
 * The free pair to give to one more talker: one that works together, may transmit here as it is
 * set, and leaves the most pairs for those who come after.
 * @param taken - what channels rest on already
 * @returns the pair, or what there is too little of
 */
export function freePair(
  kit: Kit,
  region: Region,
  units: readonly CaseUnit[],
  taken: readonly Chain[],
  takenPacks: readonly string[] = [],
): { pair: Chain } | { why: NoPair } {
  const { halves, packs } = freeUnits(kit, region, units, taken, takenPacks);
  const has = (kind: CaseUnit["kind"]) => units.some((u) => u.kind === kind);
  if (halves.length === 0)
    return { why: has("receiver") ? "no-receiver-channel" : "kit-no-receiver" };
  if (packs.length === 0) return { why: has("pack") ? "no-pack" : "kit-no-pack" };
  const pairs = halves.flatMap((h) =>
    packs
      .filter((p) => endsMeet(h, p))
      .map((p) => ({
        pair: { receiverKey: h.unit.key, half: h.half, packKey: p.unit.key },
        isLegal: p.isLegal,
        left: mostPairs(
          halves.filter((x) => x !== h),
          packs.filter((x) => x !== p),
        ),
      })),
  );
  const best = pairs.sort((a, b) => Number(b.isLegal) - Number(a.isLegal) || b.left - a.left)[0];
  return best ? { pair: best.pair } : { why: "none-fit" };
}

/**
 * Two letters that stand for a talker and for nobody else here: the first two of the name, else its
 * first with another of it, else a figure.
 */
export function monogram(name: string, taken: readonly string[]): string {
  const letters = Array.from(name.replace(/[^\p{L}\p{N}]/gu, ""));
  const first = (letters[0] ?? "?").toUpperCase();
  const options = [
    ...letters.slice(1).map((l) => first + l.toLowerCase()),
    ...Array.from({ length: 99 }, (_, n) => `${first}${n + 2}`),
  ];
  return defined(
    [letters.length === 1 ? first : "", ...options].find((o) => o !== "" && !taken.includes(o)),
  );
}
