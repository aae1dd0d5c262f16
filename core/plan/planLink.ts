import { bodyLossTowardsDb, type Wear } from "../radio/antenna";
import { linkBudget, type LinkAnswer, type LinkQuestion, type Wall } from "../radio/link";
import { diffractionParameter, knifeEdgeLossDb } from "../radio/propagation";
import { slabLossDb } from "../radio/slab";
import { type FloorPlan, meetsAt, type Obstacle, type PlacedAntenna, type PlanPoint } from "./floorPlan";

/** A pack somewhere on a plan. */
export interface PlanPack extends PlanPoint {
  heightM: number;
  frequencyHz: number;
  txPowerDbm: number;
  wear: Wear;
  skinContact: boolean;
  sleeve: boolean;
  tiltDeg: number;
  /** Which way its wearer looks; null: the way that is worst for this antenna. */
  facingDeg: number | null;
}

type Receiver = LinkQuestion["receiver"];
type Edge = LinkQuestion["path"]["edges"][number];
interface Ray { from: PlanPoint & { heightM: number }; to: PlanPoint & { heightM: number }; frequencyHz: number }

/** A way that a ray takes past or through something, and what it loses there. */
interface Way { lossDb: number; walls: Wall[]; edges: Edge[] }

const NEAREST_M = 1;
const isOpaque = (material: string): boolean => material === "metal" || material === "steel";

/** The link from a pack to an antenna of a plan, term by term: each wall at its true angle, steel and obstacles by the way that loses least: through, over or round.
 * @throws RangeError as {@link linkBudget} */
export const planLink = (plan: FloorPlan, pack: PlanPack, antenna: PlacedAntenna, receiver: Receiver): LinkAnswer => linkBudget(planQuestion(plan, pack, antenna, receiver));

export function planQuestion(plan: FloorPlan, pack: PlanPack, antenna: PlacedAntenna, receiver: Receiver): LinkQuestion {
  const ray: Ray = { from: pack, to: antenna, frequencyHz: pack.frequencyHz };
  const ways = waysOf(plan, ray);
  const [dx, dy] = [antenna.x - pack.x, antenna.y - pack.y];
  const flatM = Math.hypot(dx, dy);
  const distanceM = Math.max(NEAREST_M, Math.abs(antenna.heightM - pack.heightM), Math.hypot(flatM, antenna.heightM - pack.heightM));
  const towardsDeg = (Math.atan2(dy, dx) * 180) / Math.PI;
  const bodyDb = bodyLossTowardsDb(pack.wear, pack.facingDeg === null ? null : pack.facingDeg - towardsDeg);
  // upright whips and dipoles see a height as an angle in their own plane; a directional one looks along the plan
  const elevationDeg = (Math.atan2(antenna.heightM - pack.heightM, Math.max(1e-6, flatM)) * 180) / Math.PI;
  const offAxisDeg = antenna.kind === "fin" ? turn(towardsDeg + 180 - antenna.aimDeg) : antenna.kind === "butterfly" ? 0 : elevationDeg;
  return {
    frequencyHz: pack.frequencyHz, txPowerDbm: pack.txPowerDbm,
    tx: { antenna: "whip-quarter", wear: pack.wear, bodyLossDb: bodyDb, skinContact: pack.skinContact, sleeve: pack.sleeve, tiltDeg: pack.tiltDeg, heightM: pack.heightM },
    rx: { antenna: antenna.kind, tiltDeg: antenna.tiltDeg, offAxisDeg, heightM: antenna.heightM },
    path: { distanceM, model: plan.model, room: plan.room, walls: ways.flatMap((w) => w.walls), edges: ways.flatMap((w) => w.edges) },
    feed: antenna.feed, receiver,
  };
}

const turn = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;

/** What walls and obstacles between two points cost, without the air itself. */
export const betweenLossDb = (plan: FloorPlan, ray: Ray): number => waysOf(plan, ray).reduce((sum, w) => sum + w.lossDb, 0);

function waysOf(plan: FloorPlan, ray: Ray): Way[] {
  const { from, to } = ray;
  const [dx, dy, dz] = [to.x - from.x, to.y - from.y, to.heightM - from.heightM];
  const ways: Way[] = [];
  for (const wall of plan.walls) {
    const t = meetsAt(from, to, { x: wall.x1, y: wall.y1 }, { x: wall.x2, y: wall.y2 });
    if (t === null) continue;
    const [wx, wy] = [wall.x2 - wall.x1, wall.y2 - wall.y1];
    const cos = Math.abs(dx * wy - dy * wx) / (Math.hypot(wx, wy) * Math.hypot(dx, dy, dz));
    const through = slabWay(wall, cos, ray.frequencyHz);
    // steel lets nothing through: what comes, comes round its ends, where they are free
    const round = isOpaque(wall.material) ? [{ x: wall.x1, y: wall.y1 }, { x: wall.x2, y: wall.y2 }].filter((end) => isFree(plan, wall.id, from, end, to)).map((end) => edgeWay(ray, sideEdge(ray, end))) : [];
    ways.push(least([through, ...round]));
  }
  for (const obstacle of plan.obstacles) {
    const way = obstacleWay(obstacle, ray);
    if (way) ways.push(way);
  }
  return ways;
}

const least = (ways: readonly Way[]): Way => ways.reduce((a, b) => (b.lossDb < a.lossDb ? b : a));

function slabWay({ material, thicknessM }: { material: Wall["material"]; thicknessM: number }, cos: number, frequencyHz: number): Way {
  const incidenceDeg = Math.min(89.9, (Math.acos(Math.min(1, cos)) * 180) / Math.PI);
  return { lossDb: slabLossDb({ material, thicknessM, frequencyHz, incidenceDeg, polarisation: "TE" }), walls: [{ material, thicknessM, incidenceDeg }], edges: [] };
}

const edgeWay = ({ frequencyHz }: Ray, ...edges: Edge[]): Way => ({ lossDb: edges.reduce((sum, e) => sum + knifeEdgeLossDb(diffractionParameter({ ...e, frequencyHz })), 0), walls: [], edges });

/** An upright edge beside the ray, as far as it must bend to get past. */
function sideEdge({ from, to }: Ray, at: PlanPoint): Edge {
  const flatM = Math.hypot(to.x - from.x, to.y - from.y);
  const along = ((at.x - from.x) * (to.x - from.x) + (at.y - from.y) * (to.y - from.y)) / flatM;
  const off = Math.abs((to.x - from.x) * (at.y - from.y) - (to.y - from.y) * (at.x - from.x)) / flatM;
  const d1M = Math.min(flatM - 0.01, Math.max(0.01, along));
  return { heightAboveRayM: off, d1M, d2M: flatM - d1M };
}

/** Whether a bent ray gets past a steel wall's end without meeting other steel. */
function isFree(plan: FloorPlan, wallId: string, from: PlanPoint, end: PlanPoint, to: PlanPoint): boolean {
  // a hand's breadth past the end
  const wall = plan.walls.find((w) => w.id === wallId)!;
  const other = end.x === wall.x1 && end.y === wall.y1 ? { x: wall.x2, y: wall.y2 } : { x: wall.x1, y: wall.y1 };
  const lengthM = Math.hypot(end.x - other.x, end.y - other.y);
  const past = { x: end.x + ((end.x - other.x) / lengthM) * 0.1, y: end.y + ((end.y - other.y) / lengthM) * 0.1 };
  return !plan.walls.some((w) => w.id !== wallId && isOpaque(w.material) && (meetsAt(from, past, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) !== null || meetsAt(past, to, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) !== null));
}

/** Over it, round it on either side, or through it, whichever loses least; null where it is not in the way. */
function obstacleWay(obstacle: Obstacle, ray: Ray): Way | null {
  const { from, to } = ray;
  const { corners } = obstacle;
  const meets = corners.flatMap((c, i) => meetsAt(from, to, c, corners[(i + 1) % corners.length]!) ?? []).sort((a, b) => a - b);
  if (meets.length === 0) return null;
  const flatM = Math.hypot(to.x - from.x, to.y - from.y);
  const edgeAt = (t: number): Edge => {
    const d1M = Math.min(flatM - 0.01, Math.max(0.01, t * flatM));
    return { heightAboveRayM: obstacle.heightM - (from.heightM + (to.heightM - from.heightM) * t), d1M, d2M: flatM - d1M };
  };
  const [first, last] = [meets[0]!, meets.at(-1)!];
  // what is deep has two edges: the ray bends at both
  const over = (last - first) * flatM > 2 ? edgeWay(ray, edgeAt(first), edgeAt(last)) : edgeWay(ray, edgeAt((first + last) / 2));
  const side = (c: PlanPoint) => (to.x - from.x) * (c.y - from.y) - (to.y - from.y) * (c.x - from.x);
  const round = [1, -1].flatMap((sign) => {
    const there = corners.filter((c) => side(c) * sign > 0);
    return there.length > 0 ? [edgeWay(ray, sideEdge(ray, there.reduce((a, b) => (Math.abs(side(b)) > Math.abs(side(a)) ? b : a))))] : [];
  });
  const slab = slabWay(obstacle, 1, ray.frequencyHz);
  // two skins
  const through: Way = { lossDb: slab.lossDb * 2, walls: [...slab.walls, ...slab.walls], edges: [] };
  return least([over, ...round, through]);
}
