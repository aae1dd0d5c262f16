// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt } from "~/core/units/items";
import { productOfDbm } from "~/core/radio/intercept";
import { powerSumDb } from "~/core/units/decibels";
import { normalCdf } from "~/core/units/normal";
import type { ProductKind } from "./products";

/**
 * One carrier as the receivers and the other packs meet it. Levels vary as people move; each is a
 * mean and a standard deviation in decibels.
 */
export interface CarrierLevel {
  id: string;
  /** What arrives at the receivers. */
  receivedDbm: number;
  spreadDb: number;
  /**
   * Output power of the pack; null for a carrier of others, whose transmitter is not near our packs
   * as far as we know.
   */
  txPowerDbm: number | null;
  /** The receiver that listens for it; null where that is not ours. */
  receiver: {
    iip3Dbm: number;
    noiseDbm: number;
    requiredSnrDb: number;
    bandwidthHz: number;
  } | null;
}

export interface ImLevels {
  carriers: CarrierLevel[];
  /**
   * Third-order output intercept of a pack's last stage, over the power that it is set to: a pack
   * that is turned down turns its stage down.
   */
  packOip3OverPowerDb: number;
  /** Loss from one pack's antenna into another's, worn by people who play together. */
  packToPack: { lossDb: number; spreadDb: number };
}

/** How strong a product is where it would hurt. */
export interface ProductLevel {
  productDbm: number;
  /** Where most of it is made. */
  madeIn: "receiver" | "packs";
  wantedDbm: number;
  /** How far the product lies under the wanted carrier at usual levels. */
  underDb: number;
  /**
   * Share of the time in which the wanted carrier stands less over the product than its receiver
   * needs, 0…1.
   */
  heardShare: number;
}

export type ProductGrade = "buried" | "seldom" | "now-and-then" | "often";

const BURIED_DB = 40;
const BURIED_SHARE = 0.001;
const SELDOM_SHARE = 0.01;
const NOW_AND_THEN_SHARE = 0.05;

/**
 * A product 40 dB under the wanted carrier that is heard less than a thousandth of the time does
 * not matter; else by the share of the time it is heard. Limits are our own.
 */
export function gradeOf({ underDb, heardShare }: ProductLevel): ProductGrade {
  if (underDb >= BURIED_DB && heardShare <= BURIED_SHARE) return "buried";
  if (heardShare <= SELDOM_SHARE) return "seldom";
  return heardShare <= NOW_AND_THEN_SHARE ? "now-and-then" : "often";
}

/**
 * Share of a frequency-modulated carrier's bandwidth that is its ±2σ (common practice, no published
 * source).
 */
const WIDTH_SHARE = 0.8;
const MIN_SHARE_DB = -60;
/**
 * By how much a product is wider than a carrier: its phase is the sum of its sources', each by its
 * factor (2A−B: √(2²+1²)).
 */
const WIDENING: Readonly<Record<ProductKind, number>> = {
  third2: Math.sqrt(5),
  third3: Math.sqrt(3),
  fifth2: Math.sqrt(13),
};

/**
 * How much of a product's power falls into a channel that it misses by so much, dB (≤ 0).
 * @param missHz - between product and channel, ≥ 0; @param bandwidthHz - of the channel and of each
 *   source, > 0
 */
export function inChannelDb(kind: ProductKind, missHz: number, bandwidthHz: number): number {
  const sigma = (bandwidthHz * WIDTH_SHARE * WIDENING[kind]) / 4;
  const share =
    normalCdf((bandwidthHz / 2 - missHz) / sigma) - normalCdf((-bandwidthHz / 2 - missHz) / sigma);
  return Math.max(MIN_SHARE_DB, 10 * Math.log10(Math.max(share, 1e-12)));
}

interface Part {
  dbm: number;
  varianceDb: number;
}

/**
 * Level of a product at the receiver of the carrier that it would hurt, and how often it would be
 * heard there. In the receiver, all referred to its input: 2A−B: 2·PA + PB − 2·IIP3; A+B−C: PA + PB
 * + PC + 6 − 2·IIP3 (textbook; ITU-R SM.1134, from memory); 3A−2B: 3·PA + 2·PB − 4·IIP5, by
 * {@link productOfDbm}, no more than full compression makes. In the packs the same with output powers, what comes from the other packs less their coupling, and OIP3; the
 * product then travels the same way as the carrier of the pack that makes it.
 * @param missHz - between product and victim
 * @returns null when the victim's or a source's level is not known: it must be taken for serious
 *   then
 */
export function productLevel(
  levels: ImLevels,
  kind: ProductKind,
  sources: readonly string[],
  victim: string,
  missHz: number,
): ProductLevel | null {
  const find = (id: string) => levels.carriers.find((c) => c.id === id);
  const wanted = find(victim);
  const made = sources.map(find);
  if (!wanted?.receiver || !made.every((c) => c !== undefined)) return null;
  const { iip3Dbm, noiseDbm, requiredSnrDb, bandwidthHz } = wanted.receiver;
  const offDb = inChannelDb(kind, missHz, bandwidthHz);
  const inReceiver = receiverPart(kind, made, iip3Dbm);
  const parts = [
    { ...inReceiver, dbm: inReceiver.dbm + offDb },
    ...packParts(kind, made, levels).map((p) => ({ ...p, dbm: p.dbm + offDb })),
  ];
  let silentShare = 1;
  for (const p of parts) {
    const ratioSd = Math.sqrt(p.varianceDb + wanted.spreadDb ** 2);
    const isTooStrong = normalCdf((requiredSnrDb - (wanted.receivedDbm - p.dbm)) / ratioSd);
    // what lies under the receiver's own noise is not heard, however weak the wanted carrier is
    const isOverNoise = normalCdf((p.dbm - noiseDbm) / Math.max(1, Math.sqrt(p.varianceDb)));
    silentShare *= 1 - Math.min(isTooStrong, isOverNoise);
  }
  const productDbm = powerSumDb(parts.map((p) => p.dbm));
  const packsDbm = powerSumDb(parts.slice(1).map((p) => p.dbm));
  return {
    productDbm,
    madeIn: packsDbm > itemAt(parts, 0).dbm ? "packs" : "receiver",
    wantedDbm: wanted.receivedDbm,
    underDb: wanted.receivedDbm - productDbm,
    heardShare: 1 - silentShare,
  };
}

function receiverPart(kind: ProductKind, sources: readonly CarrierLevel[], iip3Dbm: number): Part {
  const factors = FACTORS[kind];
  return {
    dbm: productOfDbm(
      ORDER[kind],
      sources.reduce((sum, s, i) => sum + factors[i]! * s.receivedDbm, kind === "third3" ? 6 : 0),
      iip3Dbm,
    ),
    varianceDb: sources.reduce((sum, s, i) => sum + (factors[i]! * s.spreadDb) ** 2, 0),
  };
}

const ORDER: Readonly<Record<ProductKind, 3 | 5>> = { third2: 3, third3: 3, fifth2: 5 };
const FACTORS: Readonly<Record<ProductKind, readonly number[]>> = {
  third2: [2, 1],
  third3: [1, 1, 1],
  fifth2: [3, 2],
};

/**
 * What each source's pack makes of its own carrier and of the others' that come into its antenna.
 */
function packParts(
  kind: ProductKind,
  sources: readonly CarrierLevel[],
  { packOip3OverPowerDb, packToPack }: ImLevels,
): Part[] {
  const powers = sources.map((s) => s.txPowerDbm);
  if (!powers.every((p) => p !== null)) return [];
  const factors = FACTORS[kind];
  return sources.map((maker, m) => {
    const emittedDbm = productOfDbm(
      ORDER[kind],
      powers.reduce(
        (sum, p, i) => sum + factors[i]! * (i === m ? p : p - packToPack.lossDb),
        kind === "third3" ? 6 : 0,
      ),
      powers[m]! + packOip3OverPowerDb,
    );
    const coupled = factors.reduce(
      (sum, f, i) => sum + (i === m ? 0 : (f * packToPack.spreadDb) ** 2),
      0,
    );
    return {
      dbm: emittedDbm - powers[m]! + maker.receivedDbm,
      varianceDb: coupled + maker.spreadDb ** 2,
    };
  });
}
