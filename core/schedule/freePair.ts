import { defined } from "~/core/units/items";
import { packLegality } from "~/core/kit/match";
import { type Kit, packModel, receiverModel } from "~/core/kit/models";
import { powerOf, type CaseUnit } from "~/core/kit/units";
import type { Region } from "~/core/regulations/region";
import { endsMeet, mostPairs } from "./prepFindings";

/** A pack and a channel of a receiver that nobody uses. */
export interface FreePair {
  receiverKey: string;
  half: number;
  packKey: string;
}

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
  taken: readonly { receiverKey: string; half: number; packKey: string }[],
  takenPacks: readonly string[] = [],
): { pair: FreePair } | { why: NoPair } {
  const halves = units
    .filter((u) => u.kind === "receiver")
    .flatMap((unit) => {
      const model = receiverModel(kit, unit.modelId);
      return Array.from({ length: model.halves }, (_, half) => ({ unit, model, half }));
    })
    .filter((h) => !taken.some((t) => t.receiverKey === h.unit.key && t.half === h.half));
  const packs = units
    .filter(
      (u) =>
        u.kind === "pack" && !taken.some((t) => t.packKey === u.key) && !takenPacks.includes(u.key),
    )
    .map((unit) => ({ unit, model: packModel(kit, unit.modelId) }));
  const has = (kind: CaseUnit["kind"]) => units.some((u) => u.kind === kind);
  if (halves.length === 0)
    return { why: has("receiver") ? "no-receiver-channel" : "kit-no-receiver" };
  if (packs.length === 0) return { why: has("pack") ? "no-pack" : "kit-no-pack" };
  const pairs = halves.flatMap((h) =>
    packs
      .filter((p) => endsMeet(h, p))
      .map((p) => ({
        pair: { receiverKey: h.unit.key, half: h.half, packKey: p.unit.key },
        isLegal: packLegality(region, p.model, powerOf(kit, p.unit)).code === "fine",
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
