import { defined, itemAt } from "~/core/units/items";
import type { Region } from "~/core/regulations/region";
import { type Pairing, packLegality, pairing } from "./match";
import { type Kit, packModel, type PackModel, receiverModel, type ReceiverModel } from "./models";
import { powerOf, type CaseUnit } from "./units";

/** A unit of the kit with its model. */
export interface Fitted<Model> {
  unit: Pick<CaseUnit, "key" | "label" | "keyName">;
  model: Model;
}
type Receiver = Fitted<ReceiverModel>;
type Pack = Fitted<PackModel>;

/** How a receiver and a pack of the kit stand to each other, their keys counted. */
export const pairOf = (receiver: Receiver, pack: Pack): Pairing =>
  pairing(receiver.model, pack.model, { receiver: receiver.unit.keyName, pack: pack.unit.keyName });
/** Whether a receiver and a pack of the kit can work together, their keys counted. */
export const endsMeet = (receiver: Receiver, pack: Pack): boolean => pairOf(receiver, pack).works;

/** One entry for each channel that the receivers have. */
export const channelsOf = (receivers: readonly Receiver[]): Receiver[] =>
  receivers.flatMap((r) => Array.from({ length: r.model.halves }, () => r));

/**
 * As many pairs of the two sides as there can be, each item in one pair at most (bipartite matching
 * by augmenting paths, Berge 1957). What an earlier round has paired stays paired in a later one,
 * though not with the same partner, so that what fits better is asked first.
 * @param fits - one question for each round, by the places of both
 * @returns for each item of the first side the place of its partner; null: it has none
 */
export function matched(
  firstCount: number,
  secondCount: number,
  fits: readonly ((first: number, second: number) => boolean)[],
): (number | null)[] {
  const holderOf = new Map<number, number>();
  const partnerOf = new Array<number | null>(firstCount).fill(null);
  for (const fit of fits) {
    const seat = (first: number, seen: Set<number>): boolean => {
      const take = (second: number) => {
        holderOf.set(second, first);
        partnerOf[first] = second;
        return true;
      };
      const fitting = Array.from({ length: secondCount }, (_, i) => i).filter(
        (second) => !seen.has(second) && fit(first, second),
      );
      const free = fitting.find((second) => !holderOf.has(second));
      if (free !== undefined) return take(free);
      for (const second of fitting) {
        if (seen.has(second)) continue;
        seen.add(second);
        if (seat(defined(holderOf.get(second)), seen)) return take(second);
      }
      return false;
    };
    for (let first = 0; first < firstCount; first += 1)
      if (partnerOf[first] === null) seat(first, new Set());
  }
  return partnerOf;
}

/** The most chains that receiver channels and packs make, each used once. */
export const mostPairs = (channels: readonly Receiver[], packs: readonly Pack[]): number =>
  matched(channels.length, packs.length, [
    (c, p) => endsMeet(itemAt(channels, c), itemAt(packs, p)),
  ]).filter((p) => p !== null).length;

/** A pack and a channel of a receiver. */
export interface Chain {
  receiverKey: string;
  half: number;
  packKey: string;
}

/** What a channel rests on: its chain, and further packs of its position. */
type Carried = Chain & { extraPacks: readonly string[] };

/** Which unit of a chain a channel holds already: its pack, or its receiver channel; null: none. */
export const heldOf = (c: Carried, chain: Chain): "pack" | "receiver channel" | null =>
  [c.packKey, ...c.extraPacks].includes(chain.packKey)
    ? "pack"
    : c.receiverKey === chain.receiverKey && c.half === chain.half
      ? "receiver channel"
      : null;

/** What of the kit carries nobody, as whole chains and what is left over on either side. */
export interface SpareChains {
  /** Chains that all work at the same time, each unit in one of them. */
  chains: (Chain & { pairing: Pairing; isLegal: boolean })[];
  /** Free receiver channels without a free pack that fits. */
  receivers: { receiverKey: string; half: number }[];
  /** Free packs without a free receiver channel that fits. */
  packKeys: string[];
}

/**
 * The most spare chains of a kit, those whose pack may transmit here first.
 * @param taken - what carries somebody already @param takenPacks - other packs in use
 */
export function spareChains(
  kit: Kit,
  region: Region,
  units: readonly CaseUnit[],
  taken: readonly Chain[],
  takenPacks: readonly string[] = [],
): SpareChains {
  const { halves, packs } = freeUnits(kit, region, units, taken, takenPacks);
  const meets = halves.map((h) => packs.map((p) => pairOf(h, p)));
  const meet = (h: number, p: number) => itemAt(itemAt(meets, h), p);
  const partners = matched(halves.length, packs.length, [
    (h, p) => itemAt(packs, p).isLegal && meet(h, p).works,
    (h, p) => meet(h, p).works,
  ]);
  const left = new Set(packs.map((p) => p.unit.key));
  const spare: SpareChains = { chains: [], receivers: [], packKeys: [] };
  halves.forEach(({ unit, half }, h) => {
    const p = itemAt(partners, h);
    if (p === null) {
      spare.receivers.push({ receiverKey: unit.key, half });
      return;
    }
    const pack = itemAt(packs, p);
    left.delete(pack.unit.key);
    spare.chains.push({
      receiverKey: unit.key,
      half,
      packKey: pack.unit.key,
      pairing: meet(h, p),
      isLegal: pack.isLegal,
    });
  });
  spare.packKeys.push(...left);
  return spare;
}

/** Channels of receivers and packs that carry nobody. */
export function freeUnits(
  kit: Kit,
  region: Region,
  units: readonly CaseUnit[],
  taken: readonly Chain[],
  takenPacks: readonly string[] = [],
): {
  halves: (Receiver & { half: number })[];
  packs: (Pack & { isLegal: boolean })[];
} {
  return {
    halves: units
      .filter((u) => u.kind === "receiver")
      .flatMap((unit) => {
        const model = receiverModel(kit, unit.modelId);
        return Array.from({ length: model.halves }, (_, half) => ({ unit, model, half }));
      })
      .filter((h) => !taken.some((t) => t.receiverKey === h.unit.key && t.half === h.half)),
    packs: units
      .filter(
        (u) =>
          u.kind === "pack" &&
          !taken.some((t) => t.packKey === u.key) &&
          !takenPacks.includes(u.key),
      )
      .map((unit) => {
        const model = packModel(kit, unit.modelId);
        return {
          unit,
          model,
          isLegal: packLegality(region, model, powerOf(kit, unit)).code === "fine",
        };
      }),
  };
}
