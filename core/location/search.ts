// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { mayStand } from "~/core/radio/antenna";
import { itemAt, lastOf } from "~/core/units/items";
import {
  type FloorPlan,
  isInside,
  type PlacedAntenna,
  type PlanPoint,
  type Walk,
} from "./floorPlan";
import type { ItemRef } from "./editPlan";
import { bodyDb, marginField } from "./planCoverage";
import { walkMargins, type WalkPack, walkPoints, type WalkReceiver, walkReliability } from "./walk";

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
  /** Antennas at hand; where the cable does not reach none is put. */
  kinds: readonly PlacedAntenna["kind"][];
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
  const along = (lengthM: number) =>
    Array.from(
      { length: Math.max(1, Math.floor(lengthM / everyM)) },
      (_, i) => (i + 0.5) * (lengthM / Math.max(1, Math.floor(lengthM / everyM))),
    );
  return along(plan.heightM)
    .flatMap((y) => along(plan.widthM).map((x) => ({ x, y, heightM })))
    .filter((s) => !plan.obstacles.some((o) => isInside(s, o.corners)));
}

/** Directions that a directional antenna is tried in. */
const AIMS_DEG = [0, 45, 90, 135, 180, 225, 270, 315];
/** Pairs that are looked at with all of fading, best margins first. */
const LOOKED_AT = 24;
/** Two stands nearer than this are one. */
const APART_M = 0.5;

/**
 * Two positions that make the thinnest point of the thinnest walk as good as can be: every pair of
 * what is possible is held against every walk, and the best by margin are looked at with fading and
 * diversity.
 * @returns null where nothing can be put anywhere
 */
export function placeAntennas(
  { plan, walks, receiver, spots, kinds }: PlacementAsked,
  onProgress: (share: number) => void = () => undefined,
): Placement | null {
  const candidates = spots.flatMap((spot, s) => {
    const feed = feedTo(plan, spot);
    // a long cable with the amplifier before it is a place of its own
    const feeds =
      feed === null
        ? []
        : feed.length > 0 && plan.atHand.amplifier
          ? [feed, amplified(plan, feed)]
          : [feed];
    return feeds.flatMap((fed, n) =>
      kinds
        .filter((kind) => fed.length === 0 || mayStand(kind))
        .flatMap((kind) =>
          (kind === "fin" ? AIMS_DEG : [0]).map((aimDeg): PlacedAntenna => ({
            id: `${s} ${kind} ${aimDeg} ${n}`,
            name: kind,
            ...spot,
            kind,
            aimDeg,
            tiltDeg: 0,
            feed: fed,
          })),
        ),
    );
  });
  if (candidates.length === 0 || walks.length === 0) return null;
  const margins = candidates.map((a, i) => {
    if (i % 8 === 0) onProgress((0.9 * i) / candidates.length);
    return marginsAlong(plan, walks, a, receiver);
  });
  const points = itemAt(margins, 0).length;
  const pairs: { antennas: PlacedAntenna[]; worstMarginDb: number }[] = [];
  let enoughDb = -Infinity;
  const consider = (i: number, j: number) => {
    const [a, b] = [margins[i]!, margins[j]!];
    let least = Infinity;
    for (let k = 0; k < points; k += 1) {
      const m = a[k]! > b[k]! ? a[k]! : b[k]!;
      if (m < least) {
        // a pair that is worse than all that are looked at needs no more looking
        if (m <= enoughDb) return;
        least = m;
      }
    }
    const at = pairs.findIndex((p) => p.worstMarginDb < least);
    pairs.splice(at === -1 ? pairs.length : at, 0, {
      antennas: i === j ? [candidates[i]!] : [candidates[i]!, candidates[j]!],
      worstMarginDb: least,
    });
    if (pairs.length > LOOKED_AT) pairs.pop();
    if (pairs.length === LOOKED_AT) enoughDb = lastOf(pairs).worstMarginDb;
  };
  for (let i = 0; i < candidates.length; i += 1) {
    if (!receiver.isDiversity) consider(i, i);
    for (let j = i + 1; receiver.isDiversity && j < candidates.length; j += 1) {
      const [a, b] = [candidates[i]!, candidates[j]!];
      if (Math.abs(a.x - b.x) + Math.abs(a.y - b.y) >= APART_M) consider(i, j);
    }
  }
  onProgress(0.95);
  const best = pairs.map((p) => ({
    ...p,
    worstMarginDb: Math.min(...walks.map((w) => exactlyThinnest(plan, w, p.antennas, receiver))),
    ...worstOfWalks(plan, walks, p.antennas, receiver),
  }));
  return best.length === 0
    ? null
    : best.reduce((a, b) => (b.outage < a.outage && b.worstMarginDb > a.worstMarginDb - 1 ? b : a));
}

/**
 * Outage and dropouts of the walk that is out most: where little comes at all there are few
 * dropouts, for it does not come back.
 */
export function worstOfWalks(
  plan: FloorPlan,
  walks: readonly WalkedPack[],
  antennas: readonly PlacedAntenna[],
  receiver: WalkReceiver,
): { outage: number; dropoutsPerMinute: number } {
  const { outage, dropoutsPerMinute } = walks
    .map(({ walk, pack }) => walkReliability(plan, walk, pack, antennas, receiver))
    .reduce((a, b) => (b.outage > a.outage ? b : a));
  return { outage, dropoutsPerMinute };
}

/** One change that hands can make, and what it takes. */
export type Help =
  | { code: "raise"; antennaId: string; toM: number }
  | { code: "turn"; antennaId: string; aimDeg: number }
  | { code: "move-receiver"; at: AntennaSpot }
  /** With `kind` another antenna goes there: a bare whip does not stand at a cable's end. */
  | { code: "second-antenna"; at: AntennaSpot; kind?: PlacedAntenna["kind"] }
  | {
      code: "move";
      antennaId: string;
      to: AntennaSpot;
      cableM: number | null;
      kind?: PlacedAntenna["kind"];
    }
  | { code: "other-antenna"; antennaId: string; kind: PlacedAntenna["kind"]; aimDeg: number }
  | { code: "amplifier"; antennaId: string }
  | { code: "sleeve" | "straighten"; walk: number }
  | { code: "ankle"; walk: number }
  | { code: "power"; walk: number; toDbm: number };

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
const MINUTES = {
  raise: 2,
  turn: 1,
  "second-antenna": 6,
  "move-receiver": 12,
  move: 5,
  "other-antenna": 3,
  amplifier: 3,
  sleeve: 2,
  straighten: 1,
  ankle: 8,
  power: 1,
} as const;
/** Less than this nobody hears. */
const MIN_GAIN_DB = 0.5;

/** What is at hand, and where it may stand. */
export interface AtHand {
  spots: readonly AntennaSpot[];
  kinds: readonly PlacedAntenna["kind"][];
  /** Highest stand. */
  mastM: number;
  /** Most that each walk's pack can be set to within the law. */
  mostPowersDbm: readonly number[];
}

/**
 * What would help: each single change tried by itself, ranked by what the thinnest point of all
 * walks gains for each minute of work; of a kind only the best is kept, and what gains less than
 * half a decibel is left out. Changes to a pack are tried on the talker who is thinnest.
 * @param onProgress - told the share that is done
 */
export function whatHelps(
  p: { plan: FloorPlan; walks: readonly WalkedPack[]; receiver: WalkReceiver; atHand: AtHand },
  onProgress: (share: number) => void = () => undefined,
): RankedHelp[] {
  const { plan, walks, receiver, atHand } = p;
  if (walks.length === 0 || plan.antennas.length === 0) return [];
  const now = walks.map((w) => thinnest(plan, w, plan.antennas, receiver));
  const worstDb = Math.min(...now);
  const worst = now.indexOf(worstDb);
  const before = worstOfWalks(plan, walks, plan.antennas, receiver);
  const tries = [
    ...antennaChanges(plan, receiver, atHand),
    ...packChanges(walks[worst]!, worst, atHand),
  ];
  const gains = tries.map((t, i) => {
    onProgress((0.8 * (i + 1)) / tries.length);
    const changed = applyHelp(plan, walks, t);
    // a pack's change leaves the others as they were
    const margins =
      changed.plan === plan
        ? now.map((m, k) =>
            k === worst ? thinnest(plan, changed.walks[k]!, plan.antennas, receiver) : m,
          )
        : changed.walks.map((w) => thinnest(changed.plan, w, changed.plan.antennas, receiver));
    return { help: t, gainDb: Math.min(...margins) - worstDb };
  });
  // two antennas that stand together are one to a change
  const standsAt = (id: string) =>
    plan.antennas.findIndex((a) => {
      const b = plan.antennas.find((x) => x.id === id);
      return b !== undefined && a.kind === b.kind && Math.hypot(a.x - b.x, a.y - b.y) < APART_M;
    });
  const key = (h: Help) => ("antennaId" in h ? `${h.code} ${standsAt(h.antennaId)}` : h.code);
  const best = gains
    .filter((g) => g.gainDb >= MIN_GAIN_DB)
    .sort((a, b) => b.gainDb - a.gainDb)
    .filter((g, i, all) => all.findIndex((o) => key(o.help) === key(g.help)) === i);
  const ranked = best.map(({ help, gainDb }, i): RankedHelp => {
    const changed = applyHelp(plan, walks, help);
    onProgress(0.8 + (0.2 * (i + 1)) / best.length);
    return {
      help,
      gainDb,
      minutes: MINUTES[help.code],
      before,
      after: worstOfWalks(changed.plan, changed.walks, changed.plan.antennas, receiver),
    };
  });
  return ranked
    .filter((r) => r.after.outage <= r.before.outage)
    .sort((a, b) => b.gainDb / b.minutes - a.gainDb / a.minutes);
}

/** Of ranked changes the one that leaves least outage, whatever its work. */
export const helpsMost = (ranked: readonly RankedHelp[]): RankedHelp | null =>
  ranked.length === 0 ? null : ranked.reduce((a, b) => (b.after.outage < a.after.outage ? b : a));

const exactlyThinnest = (
  plan: FloorPlan,
  { walk, pack }: WalkedPack,
  antennas: readonly PlacedAntenna[],
  receiver: WalkReceiver,
): number =>
  Math.min(
    ...walkMargins(
      plan,
      walk,
      pack,
      antennas.slice(0, receiver.isDiversity ? 2 : 1),
      receiver.figures,
    ).map((m) => Math.max(...m.marginsDb)),
  );

/** The same but for rounding in tables, for the many that are tried. */
function thinnest(
  plan: FloorPlan,
  walked: WalkedPack,
  antennas: readonly PlacedAntenna[],
  receiver: WalkReceiver,
): number {
  const [a, b] = antennas
    .slice(0, receiver.isDiversity ? 2 : 1)
    .map((antenna) => marginsAlong(plan, [walked], antenna, receiver));
  return a
    ? a.reduce((least, m, i) => Math.min(least, Math.max(m, b ? b[i]! : m)), Infinity)
    : -Infinity;
}

/** What one antenna has in hand along walks, point after point, the body with it. */
function marginsAlong(
  plan: FloorPlan,
  walks: readonly WalkedPack[],
  antenna: PlacedAntenna,
  { figures }: WalkReceiver,
): Float64Array {
  const margins = walks.map(({ walk, pack }) => {
    const field = marginField({ plan, pack, receiver: figures }, antenna, false);
    return walkPoints(walk).map(
      (p) =>
        field.at(p.x, p.y) +
        bodyDb(plan, pack.wear, pack.facingDeg === "along" ? p.headingDeg : pack.facingDeg, {
          towardsDeg: field.towardsDeg(),
          clearKDb: field.clearKDb(),
        }),
    );
  });
  return Float64Array.from(margins.flat());
}

/** A plan and its packs with a change made. A plan that stays is the same one. */
export function applyHelp(
  plan: FloorPlan,
  walks: readonly WalkedPack[],
  help: Help,
): { plan: FloorPlan; walks: readonly WalkedPack[] } {
  const withAntenna = (id: string, change: Partial<PlacedAntenna>) => ({
    plan: { ...plan, antennas: plan.antennas.map((a) => (a.id === id ? { ...a, ...change } : a)) },
    walks,
  });
  const withPack = (index: number, change: Partial<WalkPack>) => ({
    plan,
    walks: walks.map((w, i) => (i === index ? { ...w, pack: { ...w.pack, ...change } } : w)),
  });
  switch (help.code) {
    case "raise":
      return withAntenna(help.antennaId, { heightM: help.toM });
    case "turn":
      return withAntenna(help.antennaId, { aimDeg: help.aimDeg });
    case "other-antenna":
      return withAntenna(help.antennaId, { kind: help.kind, aimDeg: help.aimDeg });
    case "amplifier":
      return withAntenna(help.antennaId, {
        feed: amplified(plan, plan.antennas.find((a) => a.id === help.antennaId)?.feed ?? []),
      });
    case "move":
      return withAntenna(help.antennaId, {
        ...help.to,
        ...(help.kind ? { kind: help.kind } : {}),
        ...(help.cableM === null ? {} : { feed: feedTo(plan, help.to) ?? [] }),
      });
    case "second-antenna":
      return {
        plan: {
          ...plan,
          antennas: [
            ...plan.antennas,
            {
              ...itemAt(plan.antennas, 0),
              ...help.at,
              ...(help.kind ? { kind: help.kind } : {}),
              id: `${itemAt(plan.antennas, 0).id}-2`,
              name: "B",
              feed: feedTo(plan, help.at) ?? [],
            },
          ],
        },
        walks,
      };
    case "move-receiver":
      return {
        plan: {
          ...plan,
          cart: { x: help.at.x, y: help.at.y },
          antennas: plan.antennas.slice(0, 2).map((a, i) => ({
            ...a,
            x: help.at.x + (i === 0 ? -0.5 : 0.5),
            y: help.at.y,
            heightM: help.at.heightM,
            feed: [],
          })),
        },
        walks,
      };
    case "sleeve":
      return withPack(help.walk, { sleeve: true });
    case "straighten":
      return withPack(help.walk, { whip: "straight" });
    case "ankle":
      return withPack(help.walk, { wear: "ankle", heightM: ANKLE_M });
    case "power":
      return withPack(help.walk, { txPowerDbm: help.toDbm });
  }
}

const ANKLE_M = 0.25;
/** Nearer to the cart than this an antenna sits on the receiver itself. */
const ON_CART_M = 0.7;
/** Cable lies along walls and up a stand, not through the air. */
const LAID_SHARE = 1.1;

/**
 * Metres of cable from the cart to a spot, laid along walls and up the stand; 0 on the cart itself.
 */
export function cableM(cart: PlanPoint, spot: AntennaSpot): number {
  const [dx, dy] = [Math.abs(spot.x - cart.x), Math.abs(spot.y - cart.y)];
  return Math.hypot(dx, dy) < ON_CART_M ? 0 : Math.ceil((dx + dy + spot.heightM) * LAID_SHARE);
}

/**
 * What lies between an antenna at a spot and the receivers; null where the cable in the case does
 * not reach.
 */
export function feedTo(
  plan: Pick<FloorPlan, "cart" | "cable">,
  spot: AntennaSpot,
): PlacedAntenna["feed"] | null {
  if (!plan.cart) return [];
  const lengthM = cableM(plan.cart, spot);
  if (lengthM === 0) return [];
  return plan.cable && lengthM <= plan.cable.mostM
    ? [{ kind: "coax", type: plan.cable.type, lengthM }]
    : null;
}

/**
 * An antenna's feed with its cable as long as from the cart to where it stands now: a longer one
 * where it is longer than what is in the case, and what else lies in the feed as it was.
 */
export function refed(
  plan: Pick<FloorPlan, "cart" | "cable">,
  antenna: PlacedAntenna,
): PlacedAntenna["feed"] {
  if (!plan.cart) return antenna.feed;
  const lengthM = cableM(plan.cart, antenna);
  const rest = antenna.feed.filter((f) => f.kind !== "coax");
  const type = antenna.feed.find((f) => f.kind === "coax")?.type ?? plan.cable?.type ?? "RG-58";
  return lengthM === 0 ? rest : [{ kind: "coax", type, lengthM }, ...rest];
}

/** Where an antenna or the cart was moved, the cables follow. */
export const recabled = (plan: FloorPlan, ref: ItemRef): FloorPlan =>
  ref.kind === "antenna" || ref.kind === "cart"
    ? {
        ...plan,
        antennas: plan.antennas.map((a) =>
          ref.kind === "cart" || a.id === ref.id ? { ...a, feed: refed(plan, a) } : a,
        ),
      }
    : plan;

/**
 * A feed with the amplifier that is at hand at the antenna's end; the same where there is none, or
 * one is in the line already.
 */
function amplified(
  { atHand }: Pick<FloorPlan, "atHand">,
  feed: PlacedAntenna["feed"],
): PlacedAntenna["feed"] {
  return atHand.amplifier === null || feed.some((f) => f.kind === "amplifier")
    ? feed
    : [{ kind: "amplifier", ...atHand.amplifier }, ...feed];
}

function antennaChanges(
  plan: FloorPlan,
  receiver: WalkReceiver,
  { spots, kinds, mastM }: AtHand,
): Help[] {
  const heard = plan.antennas.slice(0, receiver.isDiversity ? 2 : 1);
  const reached = spots.flatMap((to) =>
    feedTo(plan, to) === null ? [] : [{ to, cableM: plan.cart ? cableM(plan.cart, to) : null }],
  );
  return [
    ...heard
      .filter((a) => a.heightM < mastM && mayStand(a.kind))
      .map((a): Help => ({ code: "raise", antennaId: a.id, toM: mastM })),
    ...heard.flatMap((a) =>
      reached.flatMap((r) =>
        standing(a.kind, r.cableM, kinds).map((kind): Help => ({
          code: "move",
          antennaId: a.id,
          ...r,
          ...(kind === a.kind ? {} : { kind }),
        })),
      ),
    ),
    ...heard
      .filter((a) => a.kind === "fin")
      .flatMap((a) => AIMS_DEG.map((aimDeg): Help => ({ code: "turn", antennaId: a.id, aimDeg }))),
    ...heard.flatMap((a) =>
      kinds
        .filter((k) => k !== a.kind && (a.feed.length === 0 || mayStand(k)))
        .flatMap((kind) =>
          (kind === "fin" ? AIMS_DEG : [0]).map((aimDeg): Help => ({
            code: "other-antenna",
            antennaId: a.id,
            kind,
            aimDeg,
          })),
        ),
    ),
    ...(plan.atHand.amplifier
      ? heard
          .filter(
            (a) =>
              a.feed.some((f) => f.kind === "coax") && !a.feed.some((f) => f.kind === "amplifier"),
          )
          .map((a): Help => ({ code: "amplifier", antennaId: a.id }))
      : []),
    ...(receiver.isDiversity && plan.antennas.length === 1
      ? reached.flatMap(({ to: at, cableM: metres }) => {
          const first = itemAt(plan.antennas, 0).kind;
          return standing(first, metres, kinds).map((kind): Help => ({
            code: "second-antenna",
            at,
            ...(kind === first ? {} : { kind }),
          }));
        })
      : []),
    ...(plan.cart
      ? spots.map((at): Help => ({
          code: "move-receiver",
          at: { ...at, heightM: Math.min(at.heightM, RECEIVER_STAND_M) },
        }))
      : []),
  ];
}
/**
 * What of the kinds at hand goes to a spot in an antenna's place: itself, but for a whip at the end
 * of a cable one that may stand there; none where there is no such kind.
 */
function standing(
  kind: PlacedAntenna["kind"],
  cable: number | null,
  kinds: readonly PlacedAntenna["kind"][],
): PlacedAntenna["kind"][] {
  if (mayStand(kind) || cable === 0) return [kind];
  // a fin must be aimed, which is a change of its own
  const other = kinds.find((k) => mayStand(k) && k !== "fin");
  return other ? [other] : cable === null ? [kind] : [];
}

const RECEIVER_STAND_M = 2;

function packChanges({ pack }: WalkedPack, walk: number, { mostPowersDbm }: AtHand): Help[] {
  const most = mostPowersDbm[walk] ?? pack.txPowerDbm;
  return [
    ...(pack.skinContact && !pack.sleeve ? [{ code: "sleeve" as const, walk }] : []),
    ...(pack.whip && pack.whip !== "straight" ? [{ code: "straighten" as const, walk }] : []),
    ...(pack.wear !== "ankle" && pack.wear !== "free" ? [{ code: "ankle" as const, walk }] : []),
    ...(pack.txPowerDbm < most - 0.1 ? [{ code: "power" as const, walk, toDbm: most }] : []),
  ];
}
