import { itemAt, lastOf, numberAt } from "~/core/units/items";
import { isBehindBody, type Wear } from "~/core/radio/antenna";
import { indoorSite } from "~/core/radio/pathSetup";
import { type InTheWay, pastIt, raysLeft } from "~/core/radio/raysLeft";
import {
  linkBudget,
  type LinkAnswer,
  type LinkQuestion,
  type LinkTerm,
  type BuiltWall,
  type Wall,
  wallLossDb,
} from "~/core/radio/link";
import {
  diffractionParameter,
  freeSpaceLossDb,
  knifeEdgeLossDb,
  planeEarthLossDb,
} from "~/core/radio/propagation";
import {
  type FloorPlan,
  meetsAt,
  type Obstacle,
  type PlacedAntenna,
  planPieces,
  type PlanPoint,
} from "./floorPlan";
import type { WalkFit } from "./walkFit";
import { bendEdge, type Edge, isOpaque, knownWayRound } from "./wayRound";

/** A pack somewhere on a plan. */
export interface PlanPack extends PlanPoint {
  heightM: number;
  frequencyHz: number;
  txPowerDbm: number;
  wear: Wear;
  skinContact: boolean;
  sleeve: boolean;
  tiltDeg: number;
  /** How its whip hangs; absent: straight. */
  whip?: "straight" | "bent" | "coiled";
  /** What else is on the frequency; see {@link LinkQuestion}. */
  interference?: LinkQuestion["interference"];
  /** Which way its wearer looks; null: the way that is worst for this antenna. */
  facingDeg: number | null;
}

type Receiver = LinkQuestion["receiver"];
export interface Ray {
  from: PlanPoint & { heightM: number };
  to: PlanPoint & { heightM: number };
  frequencyHz: number;
}

/** A way that a ray takes past or through something, and what it loses there. */
export interface Way {
  lossDb: number;
  walls: Wall[];
  edges: Edge[];
  isWall?: boolean;
  /** A wall between rooms that a ray goes through. */
  isThrough?: boolean;
}

const NEAREST_M = 1;
/** Losses between that still count as sight. */
const SIGHT_LOSS_DB = 1;

/**
 * The link from a pack to an antenna of a plan, term by term: each wall at its true angle, steel
 * and obstacles by the way that loses least: through, over or round.
 * @throws RangeError as {@link linkBudget}
 */
export function planLink(
  plan: FloorPlan,
  pack: PlanPack,
  antenna: PlacedAntenna,
  receiver: Receiver,
): LinkAnswer & WayThere {
  const { question, ...way } = planWay(plan, pack, antenna, receiver);
  return { ...linkBudget(question), ...way };
}

/** The question that {@link planLink} answers. */
export const planQuestion = (
  plan: FloorPlan,
  pack: PlanPack,
  antenna: PlacedAntenna,
  receiver: Receiver,
): LinkQuestion => planWay(plan, pack, antenna, receiver).question;

/** What stands between a pack and an antenna, and what it leaves of the direct ray. */
export interface WayThere {
  /** Direct power over scattered. */
  kFactorDb: number;
  /** Nothing to speak of stands in the straight line. */
  isInSight: boolean;
  /** Walls that it meets, and whether the body stands between: what a walk test goes by. */
  wallCount: number;
  isBehindBody: boolean;
}

/** The question to a link, and the way it takes. */
export function planWay(
  plan: FloorPlan,
  pack: PlanPack,
  antenna: PlacedAntenna,
  receiver: Receiver,
): WayThere & { question: LinkQuestion } {
  const ray: Ray = { from: pack, to: antenna, frequencyHz: pack.frequencyHz };
  const ways = waysOf(plan, ray);
  const [dx, dy] = [antenna.x - pack.x, antenna.y - pack.y];
  const flatM = Math.hypot(dx, dy);
  const distanceM = Math.max(
    NEAREST_M,
    Math.abs(antenna.heightM - pack.heightM),
    Math.hypot(flatM, antenna.heightM - pack.heightM),
  );
  const towardsDeg = (Math.atan2(dy, dx) * 180) / Math.PI;
  const offDeg = pack.facingDeg === null ? null : pack.facingDeg - towardsDeg;
  const inTheWay: InTheWay = {
    throughDb: sumLossDb(ways.filter((w) => w.isThrough)),
    roundDb: sumLossDb(ways.filter((w) => !w.isThrough)),
    groundDb: groundLossDb(plan.model, pack, antenna, distanceM),
  };
  const { clearKDb, reflectedDb } = pastIt(plan.model, inTheWay);
  const { bodyLossDb, kFactorDb } = raysLeft(clearKDb, pack.wear, offDeg);
  const wallCount = ways.filter((w) => w.isWall).length;
  const isBehind = isBehindBody(pack.wear, offDeg);
  // upright whips and dipoles see a height as an angle in their own plane; a directional one looks
  // along the plan
  const elevationDeg =
    (Math.atan2(antenna.heightM - pack.heightM, Math.max(1e-6, flatM)) * 180) / Math.PI;
  const offAxisDeg =
    antenna.kind === "fin"
      ? turn(towardsDeg + 180 - antenna.aimDeg)
      : antenna.kind === "butterfly"
        ? 0
        : elevationDeg;
  const question: LinkQuestion = {
    frequencyHz: pack.frequencyHz,
    txPowerDbm: pack.txPowerDbm,
    tx: {
      antenna: "whip-quarter",
      ...(pack.whip ? { whip: pack.whip } : {}),
      wear: pack.wear,
      bodyLossDb,
      skinContact: pack.skinContact,
      sleeve: pack.sleeve,
      tiltDeg: pack.tiltDeg,
      heightM: pack.heightM,
    },
    rx: { antenna: antenna.kind, tiltDeg: antenna.tiltDeg, offAxisDeg, heightM: antenna.heightM },
    path: {
      distanceM,
      model: plan.model,
      room: indoorSite(plan),
      walls: ways.flatMap((w) => w.walls),
      edges: ways.flatMap((w) => w.edges),
      reflectedDb,
    },
    feed: antenna.feed,
    receiver,
    ...(pack.interference ? { interference: pack.interference } : {}),
    corrections: fitTerms(plan.fit, wallCount, isBehind),
  };
  const isInSight = inTheWay.throughDb + inTheWay.roundDb < SIGHT_LOSS_DB;
  return { question, kFactorDb, isInSight, wallCount, isBehindBody: isBehind };
}

const FITTED = "walk test of this place, maximum likelihood";

/** A place's own corrections, as terms of a link. */
export function fitTerms(
  fit: Pick<WalkFit, "general" | "perWall" | "behindBody"> | null,
  walls: number,
  isBehind: boolean,
): LinkTerm[] {
  if (!fit) return [];
  return [
    ...(fit.general
      ? [{ label: "this place, everywhere", db: fit.general.db, source: FITTED }]
      : []),
    ...(fit.perWall && walls > 0
      ? [
          {
            label: `this place’s walls, ${walls} of them`,
            db: fit.perWall.db * walls,
            source: FITTED,
          },
        ]
      : []),
    ...(fit.behindBody && isBehind
      ? [{ label: "this place, behind the body", db: fit.behindBody.db, source: FITTED }]
      : []),
  ];
}

const turn = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;

/** What walls and obstacles between two points cost, without the air itself. */
export const betweenLossDb = (plan: FloorPlan, ray: Ray): number => sumLossDb(waysOf(plan, ray));

const sumLossDb = (ways: readonly Way[]): number => ways.reduce((sum, w) => sum + w.lossDb, 0);

/** What the ground's reflection takes from the straight ray; 0 where it gives. */
export const groundLossDb = (
  model: FloorPlan["model"],
  { heightM, frequencyHz }: Pick<PlanPack, "heightM" | "frequencyHz">,
  antenna: Pick<PlacedAntenna, "heightM">,
  distanceM: number,
): number =>
  model === "plane-earth"
    ? Math.max(
        0,
        planeEarthLossDb({
          distanceM,
          frequencyHz,
          txHeightM: heightM,
          rxHeightM: antenna.heightM,
        }) - freeSpaceLossDb({ distanceM, frequencyHz }),
      )
    : 0;

function waysOf(plan: FloorPlan, ray: Ray): Way[] {
  const { from, to } = ray;
  const [dx, dy, dz] = [to.x - from.x, to.y - from.y, to.heightM - from.heightM];
  const pieces = planPieces(plan);
  const ways: Way[] = [];
  const steel: Way[] = [];
  for (const wall of pieces) {
    const t = meetsAt(from, to, { x: wall.x1, y: wall.y1 }, { x: wall.x2, y: wall.y2 });
    if (t === null) continue;
    const [wx, wy] = [wall.x2 - wall.x1, wall.y2 - wall.y1];
    const cos = Math.abs(dx * wy - dy * wx) / (Math.hypot(wx, wy) * Math.hypot(dx, dy, dz));
    const isSteel = isOpaque(wall.material);
    (isSteel ? steel : ways).push({
      ...slabWay(wall, cos, ray.frequencyHz),
      isWall: true,
      isThrough: !isSteel,
    });
  }
  if (steel.length > 0) {
    // steel lets nothing through: what comes, comes round its free ends
    const round = knownWayRound(pieces, to, ray.frequencyHz).from(from);
    const through = {
      lossDb: steel.reduce((sum, w) => sum + w.lossDb, 0),
      walls: steel.flatMap((w) => w.walls),
      edges: [],
      isWall: true,
    };
    ways.push(
      round && round.lossDb < through.lossDb ? { ...round, walls: [], isWall: true } : through,
    );
  }
  for (const obstacle of plan.obstacles) {
    const way = obstacleWay(obstacle, ray);
    if (way) ways.push(way);
  }
  return ways;
}

const least = (ways: readonly Way[]): Way => ways.reduce((a, b) => (b.lossDb < a.lossDb ? b : a));

function slabWay(
  { material, thicknessM, layers, lossDb, allowanceDb }: BuiltWall,
  cos: number,
  frequencyHz: number,
): Way {
  const incidenceDeg = Math.min(89.9, (Math.acos(Math.min(1, cos)) * 180) / Math.PI);
  const wall = {
    ...{ material, thicknessM, incidenceDeg },
    ...(layers ? { layers } : {}),
    ...(lossDb === undefined ? {} : { lossDb }),
    ...(allowanceDb ? { allowanceDb } : {}),
  };
  return {
    lossDb: wallLossDb(wall, frequencyHz, incidenceDeg) + (allowanceDb ?? 0),
    walls: [wall],
    edges: [],
  };
}

const edgeWay = ({ frequencyHz }: Ray, ...edges: Edge[]): Way => ({
  lossDb: edges.reduce(
    (sum, e) => sum + knifeEdgeLossDb(diffractionParameter({ ...e, frequencyHz })),
    0,
  ),
  walls: [],
  edges,
});

/**
 * Over it, round it on either side, or through it, whichever loses least; null where it is not in
 * the way.
 */
export function obstacleWay(obstacle: Obstacle, ray: Ray): Way | null {
  const { from, to } = ray;
  const { corners } = obstacle;
  const meets = corners
    .flatMap((c, i) => meetsAt(from, to, c, itemAt(corners, (i + 1) % corners.length)) ?? [])
    .sort((a, b) => a - b);
  if (meets.length === 0) return null;
  const flatM = Math.hypot(to.x - from.x, to.y - from.y);
  const edgeAt = (t: number): Edge => {
    const d1M = Math.min(flatM - 0.01, Math.max(0.01, t * flatM));
    return {
      heightAboveRayM: obstacle.heightM - (from.heightM + (to.heightM - from.heightM) * t),
      d1M,
      d2M: flatM - d1M,
    };
  };
  const [first, last] = [numberAt(meets, 0), lastOf(meets)];
  // what is deep has two edges: the ray bends at both
  const over =
    (last - first) * flatM > 2
      ? edgeWay(ray, edgeAt(first), edgeAt(last))
      : edgeWay(ray, edgeAt((first + last) / 2));
  const side = (c: PlanPoint) =>
    (to.x - from.x) * (c.y - from.y) - (to.y - from.y) * (c.x - from.x);
  const round = [1, -1].flatMap((sign) => {
    const there = corners.filter((c) => side(c) * sign > 0);
    return there.length > 0
      ? [
          edgeWay(
            ray,
            bendEdge(
              from,
              { end: there.reduce((a, b) => (Math.abs(side(b)) > Math.abs(side(a)) ? b : a)) },
              to,
            ),
          ),
        ]
      : [];
  });
  const slab = slabWay(obstacle, 1, ray.frequencyHz);
  // two skins
  const through: Way = {
    lossDb: slab.lossDb * 2,
    walls: [...slab.walls, ...slab.walls],
    edges: [],
  };
  return least([over, ...round, through]);
}
