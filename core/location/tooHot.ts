import { defined, itemAt } from "~/core/units/items";
import { packSideDeg } from "~/core/radio/antenna";
import { noiseFloorDbm } from "~/core/radio/feed";
import { INTERCEPT_OVER_COMPRESSION_DB, productOfDbm } from "~/core/radio/intercept";
import { linkBudget } from "~/core/radio/link";
import type { FloorPlan, PlacedAntenna, PlanPoint } from "./floorPlan";
import { planQuestion } from "./planLink";
import type { WalkedPack } from "./search";
import { type WalkReceiver, walkPoints, walkReliability } from "./walk";

/**
 * What lowers a pack that is too strong near the antennas, least harm first, and what the far end
 * of the walk keeps.
 */
export interface Cooler {
  code: "power" | "distance" | "pad";
  /** Milliwatts, metres from the walk, or decibels. */
  value: number;
  /** Under overload at the nearest point, and over what is needed at the farthest. */
  headroomDb: number;
  worstMarginDb: number;
  isEnough: boolean;
}

/** The most that arrives from a walk, where, and at which antenna. */
export interface Strongest {
  at: PlanPoint & { atM: number };
  antennaId: string;
  receivedDbm: number;
}

export interface TooHot extends Strongest {
  /** Negative: so much over. */
  headroomDb: number;
  coolers: Cooler[];
}

/** Nearer to overload than this the receiver is warned of. */
const NEAR_DB = 6;
const PADS_DB = [6, 12, 18];

/**
 * Whether a walk comes too near an antenna, and what to do: lower power where the pack has it, then
 * distance, then a pad before the receiver; each by itself, with what the far end keeps.
 * @param powersMw - that the pack has @param now - the strongest of the walk, where it is known
 * @returns null where there is room enough
 */
export function tooHot(
  plan: FloorPlan,
  { walk, pack }: WalkedPack,
  receiver: WalkReceiver,
  powersMw: readonly number[],
  now = strongestOn(plan, { walk, pack }, heardBy(plan, receiver), receiver),
): TooHot | null {
  const antennas = heardBy(plan, receiver);
  const strongest = (list: readonly PlacedAntenna[], txPowerDbm: number) =>
    strongestOn(plan, { walk, pack: { ...pack, txPowerDbm } }, list, receiver);
  const headroomDb = receiver.figures.overloadDbm - now.receivedDbm;
  if (antennas.length === 0 || headroomDb >= NEAR_DB) return null;
  const worstWith = (list: readonly PlacedAntenna[], txPowerDbm: number) =>
    walkReliability(plan, walk, { ...pack, txPowerDbm }, list, receiver).worstMarginDb;
  const cooler = (
    code: Cooler["code"],
    value: number,
    list: readonly PlacedAntenna[],
    dbm: number,
  ): Cooler => {
    const left = receiver.figures.overloadDbm - strongest(list, dbm).receivedDbm;
    return {
      code,
      value,
      headroomDb: left,
      worstMarginDb: worstWith(list, dbm),
      isEnough: left >= 0,
    };
  };
  const lower = [...powersMw]
    .sort((a, b) => b - a)
    .map((mw) => ({ mw, dbm: 10 * Math.log10(mw) }))
    .filter((p) => p.dbm < pack.txPowerDbm - 0.1);
  const hot = defined(antennas.find((a) => a.id === now.antennaId));
  const away = [2, 4].flatMap((m) => {
    const d = Math.max(0.2, Math.hypot(hot.x - now.at.x, hot.y - now.at.y));
    const to = {
      x: now.at.x + ((hot.x - now.at.x) / d) * (d + m),
      y: now.at.y + ((hot.y - now.at.y) / d) * (d + m),
    };
    return to.x > 0 && to.y > 0 && to.x < plan.widthM && to.y < plan.heightM
      ? [
          cooler(
            "distance",
            m,
            antennas.map((a) => (a.id === hot.id ? { ...a, ...to } : a)),
            pack.txPowerDbm,
          ),
        ]
      : [];
  });
  const coolers = [
    ...lower.map((p) => cooler("power", p.mw, antennas, p.dbm)),
    ...away,
    ...PADS_DB.map((db) =>
      cooler(
        "pad",
        db,
        antennas.map((a) => ({ ...a, feed: [...a.feed, { kind: "pad" as const, db }] })),
        pack.txPowerDbm,
      ),
    ),
  ];
  return { ...now, headroomDb, coolers };
}

const heardBy = (plan: FloorPlan, receiver: WalkReceiver): PlacedAntenna[] =>
  plan.antennas.slice(0, receiver.isDiversity ? 2 : 1);

/**
 * The most that arrives from a walk, where, and at which antenna: the pack's own side turned to it.
 */
function strongestOn(
  plan: FloorPlan,
  { walk, pack }: WalkedPack,
  antennas: readonly PlacedAntenna[],
  receiver: WalkReceiver,
): Strongest {
  let best = { receivedDbm: -Infinity, at: { x: 0, y: 0, atM: 0 }, antennaId: "" };
  for (const p of walkPoints(walk)) {
    for (const a of antennas) {
      const facingDeg = (Math.atan2(a.y - p.y, a.x - p.x) * 180) / Math.PI - packSideDeg(pack.wear);
      const { receivedDbm } = linkBudget(
        planQuestion(plan, { ...pack, x: p.x, y: p.y, facingDeg }, a, receiver.figures),
      );
      if (receivedDbm > best.receivedDbm)
        best = { receivedDbm, at: { x: p.x, y: p.y, atM: p.atM }, antennaId: a.id };
    }
  }
  return best;
}

export interface ImHeadroom {
  /** The two that arrive strongest, as indexes of the walks: the stronger first. */
  walks: [number, number];
  levelsDbm: [number, number];
  /** 2A−B as the receiver's first stage makes it, referred to its input. */
  productDbm: number;
  /** How far that lies under the receiver's noise; negative: over it. */
  underNoiseDb: number;
}

/**
 * What the two strongest packs of different talkers make of each other in a receiver when both are
 * where they are strongest, by {@link productOfDbm}. Null with
 * fewer than two talkers or no antenna.
 */
export function imHeadroom(
  plan: FloorPlan,
  walks: readonly WalkedPack[],
  receiver: WalkReceiver,
  strongest = walks.map((w) => strongestOn(plan, w, heardBy(plan, receiver), receiver)),
): ImHeadroom | null {
  if (plan.antennas.length === 0) return null;
  const levels = walks
    .map((w, i) => ({ i, who: w.walk.channelId, dbm: itemAt(strongest, i).receivedDbm }))
    .sort((a, b) => b.dbm - a.dbm);
  const [a] = levels;
  const b = levels.find((l) => l.who !== a?.who);
  if (!a || !b) return null;
  const productDbm = productOfDbm(
    3,
    2 * a.dbm + b.dbm,
    receiver.figures.overloadDbm + INTERCEPT_OVER_COMPRESSION_DB,
  );
  return {
    walks: [a.i, b.i],
    levelsDbm: [a.dbm, b.dbm],
    productDbm,
    underNoiseDb: noiseFloorDbm(receiver.figures) - productDbm,
  };
}

/** What comes too near the antennas of a plan. */
export interface TooStrong {
  /** Of each walk; null where there is room enough. */
  hot: (TooHot | null)[];
  /** As the first walk's receiver makes it. */
  im: ImHeadroom | null;
}

/** {@link tooHot} of each walk and {@link imHeadroom} of all, each walk gone along once. */
export function tooStrong(
  plan: FloorPlan,
  walks: readonly (WalkedPack & { receiver: WalkReceiver; powersMw: readonly number[] })[],
): TooStrong {
  const first = walks[0];
  if (!first || plan.antennas.length === 0) return { hot: walks.map(() => null), im: null };
  const along = walks.map((w) => strongestOn(plan, w, heardBy(plan, w.receiver), w.receiver));
  // what arrives goes by how many antennas a receiver has, and by nothing else of it
  const areAlike = walks.every((w) => w.receiver.isDiversity === first.receiver.isDiversity);
  return {
    hot: walks.map((w, i) => tooHot(plan, w, w.receiver, w.powersMw, itemAt(along, i))),
    im: imHeadroom(plan, walks, first.receiver, areAlike ? along : undefined),
  };
}

/**
 * The highest of a pack's powers that the law lets; the powers are what is radiated, as makers
 * state them. Null where none may.
 */
export const bindToLaw = (powersMw: readonly number[], maxEirpMw: number | null): number | null => {
  const allowed = powersMw.filter((mw) => maxEirpMw === null || mw <= maxEirpMw);
  return allowed.length > 0 ? Math.max(...allowed) : null;
};
