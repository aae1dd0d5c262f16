import { defined, itemAt } from "~/core/units/items";
import type { RxAntenna } from "~/core/radio/antenna";
import type { PlanWall } from "~/core/radio/coverage";
import type { CoaxType, FeedItem } from "~/core/radio/feed";
import type { Room } from "~/core/radio/propagation";
import type { Layer, Material } from "~/core/radio/slab";
import type { WalkFit } from "./walkFit";

/** Metres from the plan's upper left corner. */
export interface PlanPoint {
  x: number;
  y: number;
}

/** A door or a window: a stretch of a wall that is made of something else. */
export interface Opening {
  id: string;
  /** From the wall's first end to its middle. */
  atM: number;
  widthM: number;
  /** Null: it stands open. */
  material: Material | null;
  thicknessM: number;
}

export interface DrawnWall extends PlanWall {
  id: string;
  /** Where it is built of several sheets: these count, and not its material and thickness. */
  layers?: Layer[];
  /** What it takes straight through, as told or measured; absent: by what it is built of. */
  lossDb?: number;
  /** What is in it beside: mesh, coating, foil. */
  allowanceDb?: number;
  openings?: Opening[];
}

/** Where the scene plays. */
export interface PlayingArea {
  id: string;
  name: string;
  corners: PlanPoint[];
}

/**
 * Something that stands in the way and that the air can go over or round: a vehicle, a hull, a
 * stack of crates.
 */
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
  walls: DrawnWall[];
  obstacles: Obstacle[];
  areas: PlayingArea[];
  walks: Walk[];
  antennas: PlacedAntenna[];
  /** Where the receivers stand: cables to antennas begin here. */
  cart: PlanPoint | null;
  /**
   * Antennas in the case, how high the highest stand goes, and where stands may be put; nowhere
   * named is anywhere.
   */
  atHand: {
    kinds: PlacedAntenna["kind"][];
    mastM: number;
    stands: PlanPoint[];
    /** One for the antenna's end of a cable, as active antennas have it; null: none. */ amplifier: {
      gainDb: number;
      noiseFigureDb: number;
    } | null;
  };
  /** What antennas are cabled with when they are moved; null: there is no cable in the case. */
  cable: { type: CoaxType; mostM: number } | null;
  /** What a walk test found of this place; null: none was walked. */
  fit: (WalkFit & { atMs: number }) | null;
}

/** A picture under a plan, so that walls can be drawn over it. */
export interface PlanPicture {
  id: number;
  /** Its upper left corner, and how wide and high it is on the plan. */
  x: number;
  y: number;
  widthM: number;
  heightM: number;
}

/** A place's plan as it is kept. */
export interface PlaceDrawing {
  placeId: number;
  plan: FloorPlan;
  picture: PlanPicture | null;
}

/** A place before anything is drawn. */
export const emptyPlan = (
  p: Pick<FloorPlan, "model" | "room"> & Partial<FloorPlan>,
): FloorPlan => ({
  widthM: 30,
  heightM: 20,
  walls: [],
  obstacles: [],
  areas: [],
  walks: [],
  antennas: [],
  cart: null,
  atHand: { kinds: ["whip-quarter", "butterfly"], mastM: 3, stands: [], amplifier: null },
  cable: { type: "RG-58", mostM: 15 },
  fit: null,
  ...p,
});

export type PlanProblem =
  | { code: "wall-short"; id: string }
  | { code: "opening-off"; id: string; of: string }
  | { code: "outline-crosses" | "outline-short"; id: string }
  | { code: "antenna-inside"; id: string; of: string }
  | {
      code: "outside";
      what: "wall" | "obstacle" | "area" | "walk" | "antenna" | "cart";
      id: string;
    }
  | { code: "walk-short"; id: string };

const SHORTEST_WALL_M = 0.05;
const THIN_M = 0.15;

/** What of a plan makes no sense; empty when all does. */
export function planProblems(plan: FloorPlan): PlanProblem[] {
  const isOutside = ({ x, y }: PlanPoint) => x < 0 || y < 0 || x > plan.widthM || y > plan.heightM;
  const problems: PlanProblem[] = [];
  for (const w of plan.walls) {
    if (Math.hypot(w.x2 - w.x1, w.y2 - w.y1) < SHORTEST_WALL_M)
      problems.push({ code: "wall-short", id: w.id });
    else if (isOutside({ x: w.x1, y: w.y1 }) || isOutside({ x: w.x2, y: w.y2 }))
      problems.push({ code: "outside", what: "wall", id: w.id });
    const lengthM = Math.hypot(w.x2 - w.x1, w.y2 - w.y1);
    for (const o of w.openings ?? [])
      if (o.atM - o.widthM / 2 < -1e-6 || o.atM + o.widthM / 2 > lengthM + 1e-6)
        problems.push({ code: "opening-off", id: o.id, of: w.id });
  }
  for (const [what, list] of [
    ["obstacle", plan.obstacles],
    ["area", plan.areas],
  ] as const) {
    for (const o of list) {
      if (o.corners.length < 3) problems.push({ code: "outline-short", id: o.id });
      else if (crossesItself(o.corners)) problems.push({ code: "outline-crosses", id: o.id });
      else if (o.corners.some(isOutside)) problems.push({ code: "outside", what, id: o.id });
    }
  }
  if (plan.cart && isOutside(plan.cart))
    problems.push({ code: "outside", what: "cart", id: "cart" });
  for (const w of plan.walks) {
    if (w.points.length < 2) problems.push({ code: "walk-short", id: w.id });
    else if (w.points.some(isOutside)) problems.push({ code: "outside", what: "walk", id: w.id });
  }
  for (const a of plan.antennas) {
    const within = plan.obstacles.find((o) => a.heightM < o.heightM && isInside(a, o.corners));
    // a thin wall one leans against; a thick one cannot hold an antenna in it
    const wall = plan.walls.find(
      (w) =>
        w.thicknessM > THIN_M &&
        distanceToSegmentM(a, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) < w.thicknessM / 2 - 0.01,
    );
    if (within || wall)
      problems.push({ code: "antenna-inside", id: a.id, of: defined(within ?? wall).id });
    else if (isOutside(a)) problems.push({ code: "outside", what: "antenna", id: a.id });
  }
  return problems;
}

/** Whether a point lies within an outline (even-odd rule). */
export function isInside({ x, y }: PlanPoint, corners: readonly PlanPoint[]): boolean {
  let inside = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i, i += 1) {
    const [a, b] = [itemAt(corners, i), itemAt(corners, j)];
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** How far a point lies from the line between two others. */
export function distanceToSegmentM(p: PlanPoint, a: PlanPoint, b: PlanPoint): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const t = Math.min(
    1,
    Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / Math.max(1e-12, dx * dx + dy * dy)),
  );
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

/**
 * Where the line from a to b, as a share of it, meets the line from c to d; null where it does not.
 */
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
      if (
        meetsAt(
          itemAt(corners, i),
          itemAt(corners, i + 1),
          itemAt(corners, j),
          itemAt(corners, (j + 1) % n),
        ) !== null
      )
        return true;
    }
  }
  return false;
}

/**
 * A wall's stretches one after another: what is wall, and what of it is a door or window. Those
 * that stand open are left out.
 */
export function wallPieces(wall: DrawnWall): DrawnWall[] {
  const { openings = [], ...solid } = wall;
  const lengthM = Math.hypot(wall.x2 - wall.x1, wall.y2 - wall.y1);
  if (openings.length === 0 || lengthM === 0) return [solid];
  const at = (m: number) => ({
    x: wall.x1 + ((wall.x2 - wall.x1) * m) / lengthM,
    y: wall.y1 + ((wall.y2 - wall.y1) * m) / lengthM,
  });
  const piece = (fromM: number, toM: number, of: DrawnWall): DrawnWall[] => {
    const [a, b] = [at(fromM), at(toM)];
    return toM - fromM > 1e-6 ? [{ ...of, x1: a.x, y1: a.y, x2: b.x, y2: b.y }] : [];
  };
  const pieces: DrawnWall[] = [];
  let doneM = 0;
  for (const o of [...openings].sort((a, b) => a.atM - b.atM)) {
    const [fromM, toM] = [
      Math.max(doneM, o.atM - o.widthM / 2),
      Math.min(lengthM, o.atM + o.widthM / 2),
    ];
    if (toM <= fromM) continue;
    pieces.push(...piece(doneM, fromM, { ...solid, id: `${wall.id} before ${o.id}` }));
    if (o.material)
      pieces.push(
        ...piece(fromM, toM, {
          id: `${wall.id} ${o.id}`,
          x1: 0,
          y1: 0,
          x2: 0,
          y2: 0,
          material: o.material,
          thicknessM: o.thicknessM,
        }),
      );
    doneM = toM;
  }
  return [...pieces, ...piece(doneM, lengthM, { ...solid, id: `${wall.id} after` })];
}

const pieces = new WeakMap<readonly DrawnWall[], DrawnWall[]>();

/** All of a plan's walls in stretches. */
export function planPieces({ walls }: Pick<FloorPlan, "walls">): DrawnWall[] {
  const known = pieces.get(walls);
  if (known) return known;
  const made = walls.flatMap(wallPieces);
  pieces.set(walls, made);
  return made;
}
