import type { RxAntenna } from "../radio/antenna";
import type { PlanWall } from "../radio/coverage";
import type { FeedItem } from "../radio/feed";
import type { Room } from "../radio/propagation";
import type { Material } from "../radio/slab";

/** Metres from the plan's upper left corner. */
export interface PlanPoint {
  x: number;
  y: number;
}

/** Something that stands in the way and that the air can go over or round: a vehicle, a hull, a stack of crates. */
export interface Obstacle {
  id: string;
  name: string;
  /** Its outline, three corners or more. */
  corners: PlanPoint[];
  heightM: number;
  material: Material;
  thicknessM: number;
}

/** Where a talker goes, and how fast. */
export interface Walk {
  id: string;
  /** Whose; null: anybody's. */
  channelId: number | null;
  name: string;
  points: PlanPoint[];
  speedMps: number;
}

export interface PlacedAntenna extends PlanPoint {
  id: string;
  name: string;
  heightM: number;
  kind: Extract<RxAntenna, string>;
  /** Where a directional one looks: 0 is to the right, 90 down the plan. */
  aimDeg: number;
  /** From upright. */
  tiltDeg: number;
  feed: FeedItem[];
}

/** A place drawn: what stands there, who walks where, and what hears them. */
export interface FloorPlan {
  widthM: number;
  heightM: number;
  model: "free-space" | "plane-earth" | "indoor";
  room: Room;
  walls: (PlanWall & { id: string })[];
  obstacles: Obstacle[];
  walks: Walk[];
  antennas: PlacedAntenna[];
}

export type PlanProblem =
  | { code: "wall-short"; id: string }
  | { code: "outline-crosses" | "outline-short"; id: string }
  | { code: "antenna-inside"; id: string; of: string }
  | { code: "outside"; what: "wall" | "obstacle" | "walk" | "antenna"; id: string }
  | { code: "walk-short"; id: string };

const SHORTEST_WALL_M = 0.05;

/** What of a plan makes no sense; empty when all does. */
export function planProblems(plan: FloorPlan): PlanProblem[] {
  const isOutside = ({ x, y }: PlanPoint) => x < 0 || y < 0 || x > plan.widthM || y > plan.heightM;
  const problems: PlanProblem[] = [];
  for (const w of plan.walls) {
    if (Math.hypot(w.x2 - w.x1, w.y2 - w.y1) < SHORTEST_WALL_M) problems.push({ code: "wall-short", id: w.id });
    else if (isOutside({ x: w.x1, y: w.y1 }) || isOutside({ x: w.x2, y: w.y2 })) problems.push({ code: "outside", what: "wall", id: w.id });
  }
  for (const o of plan.obstacles) {
    if (o.corners.length < 3) problems.push({ code: "outline-short", id: o.id });
    else if (crossesItself(o.corners)) problems.push({ code: "outline-crosses", id: o.id });
    else if (o.corners.some(isOutside)) problems.push({ code: "outside", what: "obstacle", id: o.id });
  }
  for (const w of plan.walks) {
    if (w.points.length < 2) problems.push({ code: "walk-short", id: w.id });
    else if (w.points.some(isOutside)) problems.push({ code: "outside", what: "walk", id: w.id });
  }
  for (const a of plan.antennas) {
    const within = plan.obstacles.find((o) => a.heightM < o.heightM && isInside(a, o.corners));
    if (within) problems.push({ code: "antenna-inside", id: a.id, of: within.id });
    else if (isOutside(a)) problems.push({ code: "outside", what: "antenna", id: a.id });
  }
  return problems;
}

/** Whether a point lies within an outline (even-odd rule). */
export function isInside({ x, y }: PlanPoint, corners: readonly PlanPoint[]): boolean {
  let inside = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i, i += 1) {
    const [a, b] = [corners[i]!, corners[j]!];
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** Where the line from a to b, as a share of it, meets the line from c to d; null where it does not. */
export function meetsAt(a: PlanPoint, b: PlanPoint, c: PlanPoint, d: PlanPoint): number | null {
  const [rx, ry, sx, sy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const across = rx * sy - ry * sx;
  if (across === 0) return null;
  const t = ((c.x - a.x) * sy - (c.y - a.y) * sx) / across;
  const u = ((c.x - a.x) * ry - (c.y - a.y) * rx) / across;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? t : null;
}

function crossesItself(corners: readonly PlanPoint[]): boolean {
  const n = corners.length;
  for (let i = 0; i < n; i += 1) {
    for (let j = i + 2; j < n; j += 1) {
      if ((j + 1) % n === i) continue;
      if (meetsAt(corners[i]!, corners[i + 1]!, corners[j]!, corners[(j + 1) % n]!) !== null) return true;
    }
  }
  return false;
}
