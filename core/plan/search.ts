import { type FloorPlan, isInside, type PlacedAntenna, type PlanPoint, type Walk } from "./floorPlan";
import { walkMargins, type WalkPack, type WalkReceiver, walkReliability } from "./walk";

/** A stand that may be put somewhere. */
export interface AntennaSpot extends PlanPoint {
  heightM: number;
}

/** Somebody's walk with their pack. */
export interface WalkedPack {
  walk: Walk;
  pack: WalkPack;
}

export interface PlacementAsked {
  plan: FloorPlan;
  walks: readonly WalkedPack[];
  receiver: WalkReceiver;
  /** Where stands may be put. */
  spots: readonly AntennaSpot[];
  /** Antennas at hand, beside how each is fed from there. */
  kinds: readonly { kind: PlacedAntenna["kind"]; feedFrom: (spot: AntennaSpot) => PlacedAntenna["feed"] }[];
}

export interface Placement {
  antennas: PlacedAntenna[];
  /** The mean margin of the better antenna at the thinnest point of the thinnest walk. */
  worstMarginDb: number;
  /** Of the walk that has most of it. */
  outage: number;
  dropoutsPerMinute: number;
}

/** Spots on a grid over a plan, none within an obstacle. */
export function gridSpots(plan: FloorPlan, everyM: number, heightM: number): AntennaSpot[] {
  const along = (lengthM: number) => Array.from({ length: Math.max(1, Math.floor(lengthM / everyM)) }, (_, i) => (i + 0.5) * (lengthM / Math.max(1, Math.floor(lengthM / everyM))));
  return along(plan.heightM).flatMap((y) => along(plan.widthM).map((x) => ({ x, y, heightM }))).filter((s) => !plan.obstacles.some((o) => s.heightM < o.heightM && isInside(s, o.corners)));
}

/** Directions that a directional antenna is tried in. */
const AIMS_DEG = [0, 45, 90, 135, 180, 225, 270, 315];
/** Pairs that are looked at with all of fading, best margins first. */
const LOOKED_AT = 24;
/** Two stands nearer than this are one. */
const APART_M = 0.5;

/** Two positions that make the thinnest point of the thinnest walk as good as can be: every pair of what is possible is held against every walk, and the best by margin are looked at with fading and diversity.
 * @returns null where nothing can be put anywhere */
export function placeAntennas({ plan, walks, receiver, spots, kinds }: PlacementAsked): Placement | null {
  const candidates = spots.flatMap((spot, s) => kinds.flatMap(({ kind, feedFrom }) => (kind === "fin" ? AIMS_DEG : [0]).map((aimDeg): PlacedAntenna => ({ id: `${s} ${kind} ${aimDeg}`, name: kind, ...spot, kind, aimDeg, tiltDeg: 0, feed: feedFrom(spot) }))));
  if (candidates.length === 0 || walks.length === 0) return null;
  const margins = candidates.map((a) => Float64Array.from(walks.flatMap(({ walk, pack }) => walkMargins(plan, walk, pack, [a], receiver.figures).map((p) => p.marginsDb[0]!))));
  const worstOf = (a: Float64Array, b: Float64Array) => a.reduce((least, m, i) => Math.min(least, Math.max(m, b[i]!)), Infinity);
  const pairs: { antennas: PlacedAntenna[]; worstMarginDb: number }[] = [];
  for (let i = 0; i < candidates.length; i += 1) {
    if (!receiver.isDiversity) pairs.push({ antennas: [candidates[i]!], worstMarginDb: worstOf(margins[i]!, margins[i]!) });
    for (let j = i + 1; receiver.isDiversity && j < candidates.length; j += 1) {
      const [a, b] = [candidates[i]!, candidates[j]!];
      if (Math.hypot(a.x - b.x, a.y - b.y) >= APART_M) pairs.push({ antennas: [a, b], worstMarginDb: worstOf(margins[i]!, margins[j]!) });
    }
  }
  const best = pairs.sort((a, b) => b.worstMarginDb - a.worstMarginDb).slice(0, LOOKED_AT).map((p) => ({ ...p, ...worstOfWalks(plan, walks, p.antennas, receiver) }));
  return best.length === 0 ? null : best.reduce((a, b) => (b.outage < a.outage && b.worstMarginDb > a.worstMarginDb - 1 ? b : a));
}

/** Outage and dropouts of the walk that is out most: where little comes at all there are few dropouts, for it does not come back. */
export function worstOfWalks(plan: FloorPlan, walks: readonly WalkedPack[], antennas: readonly PlacedAntenna[], receiver: WalkReceiver): { outage: number; dropoutsPerMinute: number } {
  const { outage, dropoutsPerMinute } = walks.map(({ walk, pack }) => walkReliability(plan, walk, pack, antennas, receiver)).reduce((a, b) => (b.outage > a.outage ? b : a));
  return { outage, dropoutsPerMinute };
}

/** One change that hands can make, and what it takes. */
export type Help =
  | { code: "raise"; antennaId: string; toM: number }
  | { code: "second-antenna"; at: AntennaSpot }
  | { code: "move"; antennaId: string; to: AntennaSpot }
  | { code: "sleeve" | "ankle" }
  | { code: "power"; toDbm: number };

export interface RankedHelp {
  help: Help;
  minutes: number;
  /** Of the walk that is out most: before, and with it. */
  before: { outage: number; dropoutsPerMinute: number };
  after: { outage: number; dropoutsPerMinute: number };
  /** What the thinnest point gains. */
  gainDb: number;
}

/** Minutes of work (common practice, no published source). */
const MINUTES = { raise: 2, "second-antenna": 6, move: 5, sleeve: 2, ankle: 8, power: 1 } as const;
const RAISED_M = 3;

/** What would help most: each single change tried, ranked by what the thinnest point gains for each minute of work. Those that gain less than half a decibel are left out. */
export function whatHelps(p: { plan: FloorPlan; walks: readonly WalkedPack[]; receiver: WalkReceiver; spots: readonly AntennaSpot[]; mostPowerDbm: number }): RankedHelp[] {
  const { plan, walks, receiver } = p;
  const state = (antennas: readonly PlacedAntenna[], packs: readonly WalkedPack[]) => {
    const answers = packs.map(({ walk, pack }) => walkReliability(plan, walk, pack, antennas, receiver));
    const { outage, dropoutsPerMinute } = answers.reduce((a, b) => (b.outage > a.outage ? b : a));
    return { reliability: { outage, dropoutsPerMinute }, marginDb: Math.min(...answers.map((a) => a.worstMarginDb)) };
  };
  const now = state(plan.antennas, walks);
  const withPack = (change: (pack: WalkPack) => Partial<WalkPack>) => walks.map((w) => ({ ...w, pack: { ...w.pack, ...change(w.pack) } }));
  const swap = (id: string, change: Partial<PlacedAntenna>) => plan.antennas.map((a) => (a.id === id ? { ...a, ...change } : a));
  const tries: { help: Help; antennas: readonly PlacedAntenna[]; packs: readonly WalkedPack[] }[] = [
    ...plan.antennas.filter((a) => a.heightM < RAISED_M).map((a) => ({ help: { code: "raise" as const, antennaId: a.id, toM: RAISED_M }, antennas: swap(a.id, { heightM: RAISED_M }), packs: walks })),
    ...plan.antennas.flatMap((a) => p.spots.map((to) => ({ help: { code: "move" as const, antennaId: a.id, to }, antennas: swap(a.id, to), packs: walks }))),
    ...(receiver.isDiversity && plan.antennas.length === 1 ? p.spots.map((at) => ({ help: { code: "second-antenna" as const, at }, antennas: [...plan.antennas, { ...plan.antennas[0]!, ...at, id: "second" }], packs: walks })) : []),
    ...(walks.some((w) => w.pack.skinContact && !w.pack.sleeve) ? [{ help: { code: "sleeve" as const }, antennas: plan.antennas, packs: withPack(() => ({ sleeve: true })) }] : []),
    ...(walks.some((w) => w.pack.wear !== "ankle") ? [{ help: { code: "ankle" as const }, antennas: plan.antennas, packs: withPack(() => ({ wear: "ankle" as const, heightM: 0.2 })) }] : []),
    ...(walks.some((w) => w.pack.txPowerDbm < p.mostPowerDbm) ? [{ help: { code: "power" as const, toDbm: p.mostPowerDbm }, antennas: plan.antennas, packs: withPack((pack) => ({ txPowerDbm: Math.max(pack.txPowerDbm, p.mostPowerDbm) })) }] : []),
  ];
  const ranked = tries.map(({ help, antennas, packs }): RankedHelp => {
    const then = state(antennas, packs);
    return { help, minutes: MINUTES[help.code], before: now.reliability, after: then.reliability, gainDb: then.marginDb - now.marginDb };
  }).filter((r) => r.gainDb >= 0.5 && r.after.outage <= r.before.outage);
  // one of a kind: the best place to move to, not all of them
  const key = (h: Help) => (h.code === "move" || h.code === "raise" ? `${h.code} ${h.antennaId}` : h.code);
  return ranked.sort((a, b) => b.gainDb / b.minutes - a.gainDb / a.minutes).filter((r, i, all) => all.findIndex((o) => key(o.help) === key(r.help)) === i);
}

