import type { FrequencyRange } from "~/core/regulations/region";
import { whipMismatchDb } from "~/core/radio/antennaDesk";
import type { RxAntenna } from "~/core/radio/antenna";
import type { TuningRange } from "~/core/devices/tuning";
import { type Kit, type ReceiverModel, tapeOf } from "./models";
import type { StockItem } from "./units";

export const ANTENNA_KINDS = [
  "whip-quarter",
  "dipole",
  "butterfly",
  "fin",
] as const satisfies readonly Extract<RxAntenna, string>[];
export type AntennaKind = (typeof ANTENNA_KINDS)[number];

/** What an antenna is screwed on: a receiver, a pack, or it stands by itself on a cable. */
export const ANTENNA_OWNERS = ["receiver", "pack", "stand"] as const;
export type AntennaOwner = (typeof ANTENNA_OWNERS)[number];

/** One antenna of the kit: a thing with a mark on it, that is in one place at a time. */
export interface KitAntenna {
  id: string;
  label: string;
  kind: AntennaKind;
  /** What is marked at its base; null where nothing is. */
  range: FrequencyRange | null;
  /** The block it is cut for, where it is marked by that; null otherwise. */
  block: string | null;
  /** How it is joined; null where nobody said. */
  connector: string | null;
  owner: AntennaOwner;
  /** The colour of its tape, in a word; null: that of its block, if that has one. */
  tape: string | null;
  /** Whether an amplifier is in it, which lives on what comes up the cable; absent: none is. */
  isActive?: boolean;
}

/**
 * What an antenna covers: its own mark, else all that models of its block tune; null where neither
 * is known.
 */
export function antennaRange(
  kit: Pick<Kit, "receivers" | "packs">,
  antenna: Pick<KitAntenna, "range" | "block">,
): FrequencyRange | null {
  if (antenna.range) return antenna.range;
  if (antenna.block === null) return null;
  const tuning: TuningRange[] = [...kit.receivers, ...kit.packs]
    .filter((m) => m.block === antenna.block)
    .flatMap((m) => m.tuning);
  return tuning.length === 0
    ? null
    : {
        lowHz: Math.min(...tuning.map((t) => t.lowHz)),
        highHz: Math.max(...tuning.map((t) => t.highHz)),
      };
}

/**
 * What an antenna loses at a frequency outside what it covers, dB: nothing inside, for that is what
 * its maker marked; beyond an edge what a resonance at its middle loses more there than at that edge
 * (the whip's, fitted to NEC2; for other kinds the same: common practice, no published source).
 * @returns null where its range is not known
 */
export function outsideLossDb(range: FrequencyRange | null, frequencyHz: number): number | null {
  if (range === null) return null;
  const edgeHz = Math.min(range.highHz, Math.max(range.lowHz, frequencyHz));
  if (edgeHz === frequencyHz) return 0;
  const middleHz = (range.lowHz + range.highHz) / 2;
  return whipMismatchDb(frequencyHz, middleHz) - whipMismatchDb(edgeHz, middleHz);
}

/** Whether an antenna can be screwed on there; where nobody said how it is joined, it is taken to. */
export const isJoined = (antenna: Pick<KitAntenna, "connector">, connector: string): boolean =>
  antenna.connector === null || antenna.connector.toLowerCase() === connector.toLowerCase();

/** The word of the tape on an antenna; null where there is none. */
export const antennaTape = (kit: Kit, antenna: KitAntenna): string | null =>
  antenna.tape ?? tapeOf(kit, antenna.block)?.tape ?? null;

/** Kits of before counted antennas by block and connector: each becomes a thing of its own. */
export function antennasOfStock(stock: readonly StockItem[]): KitAntenna[] {
  const taken = new Map<string, number>();
  return stock
    .filter((s) => s.kind === "antenna")
    .flatMap((s) =>
      Array.from({ length: s.count }, (): KitAntenna => {
        const stem = s.block ?? "wide";
        const n = (taken.get(stem) ?? 0) + 1;
        taken.set(stem, n);
        return {
          id: `stock-${stem}-${n}`,
          label: `${stem}-${n}`,
          kind: "whip-quarter",
          range: null,
          block: s.block,
          connector: s.connector,
          owner: "receiver",
          tape: null,
        };
      }),
    );
}

/** The next label of an antenna: its stem, and the first number that is free. */
export function nextAntennaLabel(
  antennas: readonly Pick<KitAntenna, "label">[],
  stem: string,
): string {
  const taken = new Set(antennas.map((a) => a.label.toLowerCase()));
  for (let n = 1; ; n += 1) {
    const label = `${stem}-${n}`;
    if (!taken.has(label.toLowerCase())) return label;
  }
}

/** Whether a receiver's antennas come off. */
export const hasSockets = ({
  antennaConnector,
}: Pick<ReceiverModel, "antennaConnector">): boolean => antennaConnector.toLowerCase() !== "fixed";
