import { defined, itemAt } from "~/core/units/items";
import type { Material } from "~/core/radio/slab";
import {
  type DrawnWall,
  distanceToSegmentM,
  type FloorPlan,
  isInside,
  type PlacedAntenna,
  type PlanPoint,
} from "./floorPlan";

/**
 * Something on a plan. Stands and the cart have no id of their own: a stand goes by its place in
 * the list.
 */
export interface ItemRef {
  kind: "wall" | "obstacle" | "area" | "walk" | "antenna" | "cart" | "stand";
  id: string;
}

export const isSameItem = (a: ItemRef | null, b: ItemRef | null): boolean =>
  a?.kind === b?.kind && a?.id === b?.id;

/** Everything that can be taken in hand, in the order in which it is drawn. */
export function itemsOf(plan: FloorPlan): ItemRef[] {
  const of = (kind: ItemRef["kind"], list: readonly { id: string }[]) =>
    list.map(({ id }): ItemRef => ({ kind, id }));
  return [
    ...of("area", plan.areas),
    ...of("obstacle", plan.obstacles),
    ...of("wall", plan.walls),
    ...of("walk", plan.walks),
    ...plan.atHand.stands.map((_, i): ItemRef => ({ kind: "stand", id: String(i) })),
    ...(plan.cart ? [{ kind: "cart" as const, id: "cart" }] : []),
    ...of("antenna", plan.antennas),
  ];
}

/** The corners, ends or place of an item; empty where it is not there. */
export function pointsOf(plan: FloorPlan, { kind, id }: ItemRef): PlanPoint[] {
  switch (kind) {
    case "wall":
      return plan.walls
        .filter((w) => w.id === id)
        .flatMap((w) => [
          { x: w.x1, y: w.y1 },
          { x: w.x2, y: w.y2 },
        ]);
    case "obstacle":
      return plan.obstacles.find((o) => o.id === id)?.corners ?? [];
    case "area":
      return plan.areas.find((a) => a.id === id)?.corners ?? [];
    case "walk":
      return plan.walks.find((w) => w.id === id)?.points ?? [];
    case "antenna":
      return plan.antennas.filter((a) => a.id === id).map(({ x, y }) => ({ x, y }));
    case "cart":
      return plan.cart ? [plan.cart] : [];
    case "stand":
      return plan.atHand.stands.filter((_, i) => String(i) === id);
  }
}

const swap = <T extends { id: string }>(
  list: readonly T[],
  id: string,
  change: (item: T) => T,
): T[] => list.map((item) => (item.id === id ? change(item) : item));

/** A plan with an item's points set, as many as it has. Antennas on the cart go along with it. */
export function withPoints(
  plan: FloorPlan,
  { kind, id }: ItemRef,
  points: readonly PlanPoint[],
): FloorPlan {
  const [first, second] = points;
  switch (kind) {
    case "wall":
      return {
        ...plan,
        walls: swap(plan.walls, id, (w) => ({
          ...w,
          x1: defined(first).x,
          y1: defined(first).y,
          x2: defined(second).x,
          y2: defined(second).y,
        })),
      };
    case "obstacle":
      return {
        ...plan,
        obstacles: swap(plan.obstacles, id, (o) => ({ ...o, corners: [...points] })),
      };
    case "area":
      return { ...plan, areas: swap(plan.areas, id, (a) => ({ ...a, corners: [...points] })) };
    case "walk":
      return { ...plan, walks: swap(plan.walks, id, (w) => ({ ...w, points: [...points] })) };
    case "antenna":
      return {
        ...plan,
        antennas: swap(plan.antennas, id, (a) => ({
          ...a,
          x: defined(first).x,
          y: defined(first).y,
        })),
      };
    case "stand":
      return {
        ...plan,
        atHand: {
          ...plan.atHand,
          stands: plan.atHand.stands.map((s, i) =>
            String(i) === id ? { x: defined(first).x, y: defined(first).y } : s,
          ),
        },
      };
    case "cart": {
      const { cart } = plan;
      if (!cart) return { ...plan, cart: defined(first) };
      const [dx, dy] = [defined(first).x - cart.x, defined(first).y - cart.y];
      return {
        ...plan,
        cart: defined(first),
        antennas: plan.antennas.map((a) =>
          Math.hypot(a.x - cart.x, a.y - cart.y) < ON_CART_M
            ? { ...a, x: a.x + dx, y: a.y + dy }
            : a,
        ),
      };
    }
  }
}

/** An antenna as near as this to the cart sits on it. */
export const ON_CART_M = 0.7;

/** Moves an item, or one of its points, by so much; nothing leaves the plan. */
export function movedBy(
  plan: FloorPlan,
  ref: ItemRef,
  dx: number,
  dy: number,
  point: number | null = null,
): FloorPlan {
  const points = pointsOf(plan, ref);
  if (points.length === 0) return plan;
  const moving = point === null ? points : [itemAt(points, point)];
  const limit = (by: number, most: number, of: (p: PlanPoint) => number) =>
    Math.max(-Math.min(...moving.map(of)), Math.min(most - Math.max(...moving.map(of)), by));
  const [x, y] = [limit(dx, plan.widthM, (p) => p.x), limit(dy, plan.heightM, (p) => p.y)];
  return withPoints(
    plan,
    ref,
    points.map((p, i) =>
      point === null || i === point ? { x: round(p.x + x), y: round(p.y + y) } : p,
    ),
  );
}

const round = (m: number): number => Math.round(m * 1000) / 1000;

/** Changes what an item is beside where it stands. */
export function changed(plan: FloorPlan, { kind, id }: ItemRef, change: object): FloorPlan {
  const put = <T extends { id: string }>(list: readonly T[]) =>
    swap(list, id, (item) => ({ ...item, ...change }));
  switch (kind) {
    case "wall":
      return { ...plan, walls: put(plan.walls) };
    case "obstacle":
      return { ...plan, obstacles: put(plan.obstacles) };
    case "area":
      return { ...plan, areas: put(plan.areas) };
    case "walk":
      return { ...plan, walks: put(plan.walks) };
    case "antenna":
      return { ...plan, antennas: put(plan.antennas) };
    case "cart":
    case "stand":
      return plan;
  }
}

export function removed(plan: FloorPlan, { kind, id }: ItemRef): FloorPlan {
  const without = <T extends { id: string }>(list: readonly T[]) =>
    list.filter((item) => item.id !== id);
  switch (kind) {
    case "wall":
      return { ...plan, walls: without(plan.walls) };
    case "obstacle":
      return { ...plan, obstacles: without(plan.obstacles) };
    case "area":
      return { ...plan, areas: without(plan.areas) };
    case "walk":
      return { ...plan, walks: without(plan.walks) };
    case "antenna":
      return { ...plan, antennas: without(plan.antennas) };
    case "cart":
      return { ...plan, cart: null };
    case "stand":
      return {
        ...plan,
        atHand: { ...plan.atHand, stands: plan.atHand.stands.filter((_, i) => String(i) !== id) },
      };
  }
}

/** A name that nothing on the plan has yet: "wall-7". */
export function freshId(plan: FloorPlan, kind: string): string {
  const taken = new Set(itemsOf(plan).map((i) => i.id));
  let n = 1;
  while (taken.has(`${kind}-${n}`)) n += 1;
  return `${kind}-${n}`;
}

/**
 * The same once more, a step aside. The cart there is only once. @returns the plan and what was
 * added; null where it cannot be doubled
 */
export function copied(
  plan: FloorPlan,
  from: FloorPlan,
  ref: ItemRef,
): { plan: FloorPlan; ref: ItemRef } | null {
  const id = freshId(plan, ref.kind);
  const again = <T extends { id: string }>(list: readonly T[], source: readonly T[]): T[] => [
    ...list,
    ...source.filter((i) => i.id === ref.id).map((i) => ({ ...i, id })),
  ];
  if (pointsOf(from, ref).length === 0 || ref.kind === "cart") return null;
  const lists: FloorPlan = {
    ...plan,
    ...(ref.kind === "wall"
      ? { walls: again(plan.walls, from.walls) }
      : ref.kind === "obstacle"
        ? { obstacles: again(plan.obstacles, from.obstacles) }
        : ref.kind === "area"
          ? { areas: again(plan.areas, from.areas) }
          : ref.kind === "walk"
            ? { walks: again(plan.walks, from.walks) }
            : ref.kind === "antenna"
              ? { antennas: again(plan.antennas, from.antennas) }
              : {
                  atHand: {
                    ...plan.atHand,
                    stands: [...plan.atHand.stands, ...pointsOf(from, ref)],
                  },
                }),
  };
  const made: ItemRef =
    ref.kind === "stand"
      ? { kind: "stand", id: String(plan.atHand.stands.length) }
      : { kind: ref.kind, id };
  return { plan: movedBy(lists, made, COPY_M, COPY_M), ref: made };
}
const COPY_M = 1;

/** What a new thing is, and where. */
export type Drawn =
  | {
      kind: "wall";
      points: readonly PlanPoint[];
      material: Material;
      thicknessM: number;
      layers?: DrawnWall["layers"];
      allowanceDb?: DrawnWall["allowanceDb"];
    }
  | {
      kind: "obstacle";
      points: readonly PlanPoint[];
      material: Material;
      thicknessM: number;
      heightM: number;
      name: string;
    }
  | { kind: "area"; points: readonly PlanPoint[]; name: string }
  | {
      kind: "walk";
      points: readonly PlanPoint[];
      channelId: number | null;
      name: string;
      speedMps: number;
    }
  | {
      kind: "antenna";
      points: readonly PlanPoint[];
      antenna: PlacedAntenna["kind"];
      heightM: number;
      name: string;
    }
  | { kind: "cart" | "stand"; points: readonly PlanPoint[] };

/**
 * Adds what was drawn. A run of walls is one wall from each point to the next. @returns null where
 * it has too few points, or no length
 */
export function added(plan: FloorPlan, drawn: Drawn): { plan: FloorPlan; ref: ItemRef } | null {
  const points = drawn.points.filter(
    (p, i) =>
      i === 0 ||
      Math.hypot(p.x - itemAt(drawn.points, i - 1).x, p.y - itemAt(drawn.points, i - 1).y) > 0.04,
  );
  const id = freshId(plan, drawn.kind);
  const ref: ItemRef = { kind: drawn.kind, id };
  switch (drawn.kind) {
    case "wall": {
      if (points.length < 2) return null;
      let next = plan;
      let last = ref;
      points.slice(1).forEach((b, i) => {
        const a = itemAt(points, i);
        last = { kind: "wall", id: freshId(next, "wall") };
        next = {
          ...next,
          walls: [
            ...next.walls,
            {
              id: last.id,
              x1: a.x,
              y1: a.y,
              x2: b.x,
              y2: b.y,
              material: drawn.material,
              thicknessM: drawn.thicknessM,
              ...(drawn.layers ? { layers: drawn.layers } : {}),
              ...(drawn.allowanceDb ? { allowanceDb: drawn.allowanceDb } : {}),
            },
          ],
        };
      });
      return { plan: next, ref: last };
    }
    case "obstacle":
      return points.length < 3
        ? null
        : {
            plan: {
              ...plan,
              obstacles: [
                ...plan.obstacles,
                {
                  id,
                  name: drawn.name,
                  corners: points,
                  heightM: drawn.heightM,
                  material: drawn.material,
                  thicknessM: drawn.thicknessM,
                },
              ],
            },
            ref,
          };
    case "area":
      return points.length < 3
        ? null
        : {
            plan: { ...plan, areas: [...plan.areas, { id, name: drawn.name, corners: points }] },
            ref,
          };
    case "walk":
      return points.length < 2
        ? null
        : {
            plan: {
              ...plan,
              walks: [
                ...plan.walks,
                {
                  id,
                  channelId: drawn.channelId,
                  name: drawn.name,
                  points,
                  speedMps: drawn.speedMps,
                },
              ],
            },
            ref,
          };
    case "antenna":
      return points.length < 1
        ? null
        : {
            plan: {
              ...plan,
              antennas: [
                ...plan.antennas,
                {
                  id,
                  name: drawn.name,
                  x: itemAt(points, 0).x,
                  y: itemAt(points, 0).y,
                  heightM: drawn.heightM,
                  kind: drawn.antenna,
                  aimDeg: 0,
                  tiltDeg: 0,
                  feed: [],
                },
              ],
            },
            ref,
          };
    case "cart":
      return points.length < 1
        ? null
        : { plan: { ...plan, cart: itemAt(points, 0) }, ref: { kind: "cart", id: "cart" } };
    case "stand":
      return points.length < 1
        ? null
        : {
            plan: {
              ...plan,
              atHand: { ...plan.atHand, stands: [...plan.atHand.stands, itemAt(points, 0)] },
            },
            ref: { kind: "stand", id: String(plan.atHand.stands.length) },
          };
  }
}

export interface SnapRules {
  gridM: number;
  /** How near counts as on it. */
  reachM: number;
  /** Where the line being drawn began: it is pulled to every fifteen degrees. */
  from?: PlanPoint | null;
  /** What is being moved does not pull itself. */
  except?: ItemRef | null;
}

/**
 * Where a hand that is nearly right meant to be: on an end or corner that is there, in line with
 * where the stroke began, on the grid; and always inside the plan.
 */
export function snapped(
  plan: FloorPlan,
  p: PlanPoint,
  { gridM, reachM, from = null, except = null }: SnapRules,
): PlanPoint {
  const inside = ({ x, y }: PlanPoint): PlanPoint => ({
    x: round(Math.min(plan.widthM, Math.max(0, x))),
    y: round(Math.min(plan.heightM, Math.max(0, y))),
  });
  const fixed = itemsOf(plan)
    .filter(
      (r) =>
        (r.kind === "wall" || r.kind === "obstacle" || r.kind === "area") && !isSameItem(r, except),
    )
    .flatMap((r) => pointsOf(plan, r));
  const near = fixed
    .map((q) => ({ q, d: Math.hypot(q.x - p.x, q.y - p.y) }))
    .filter((n) => n.d <= reachM)
    .sort((a, b) => a.d - b.d)[0];
  if (near) return inside(near.q);
  const toGrid = (m: number) => (gridM > 0 ? Math.round(m / gridM) * gridM : m);
  if (from) {
    const [dx, dy] = [p.x - from.x, p.y - from.y];
    const lengthM = Math.hypot(dx, dy);
    const angle = Math.round(Math.atan2(dy, dx) / (Math.PI / 12)) * (Math.PI / 12);
    const aside = Math.abs(dx * Math.sin(angle) - dy * Math.cos(angle));
    if (lengthM > 0 && aside <= reachM)
      return inside({
        x: from.x + toGrid(lengthM) * Math.cos(angle),
        y: from.y + toGrid(lengthM) * Math.sin(angle),
      });
  }
  return inside({ x: toGrid(p.x), y: toGrid(p.y) });
}

/**
 * What lies under a point: antennas, cart and stands first, then lines within reach, then what has
 * an inside; the one drawn last first.
 */
export function planItemAt(plan: FloorPlan, p: PlanPoint, reachM: number): ItemRef | null {
  const all = itemsOf(plan).reverse();
  const distance = (r: ItemRef): number => {
    const points = pointsOf(plan, r);
    if (points.length === 1)
      return Math.hypot(itemAt(points, 0).x - p.x, itemAt(points, 0).y - p.y) / 1.6;
    const closed = r.kind === "obstacle" || r.kind === "area";
    return points.reduce((least, a, i) => {
      const b = points[i + 1] ?? (closed ? itemAt(points, 0) : null);
      return b ? Math.min(least, distanceToSegmentM(p, a, b)) : least;
    }, Infinity);
  };
  const lines = all.filter((r) => distance(r) <= reachM);
  const small =
    lines.find((r) => r.kind === "antenna") ??
    lines.find((r) => r.kind === "cart" || r.kind === "stand") ??
    lines.find((r) => r.kind === "walk") ??
    lines[0];
  if (small) return small;
  return (
    all.find(
      (r) => (r.kind === "obstacle" || r.kind === "area") && isInside(p, pointsOf(plan, r)),
    ) ?? null
  );
}

/**
 * A larger or smaller sheet; what would lie outside is brought to its edge, so that nothing is
 * lost.
 */
export function resized(plan: FloorPlan, widthM: number, heightM: number): FloorPlan {
  const sheet = { ...plan, widthM, heightM };
  const at = ({ x, y }: PlanPoint): PlanPoint => ({
    x: Math.min(widthM, x),
    y: Math.min(heightM, y),
  });
  return itemsOf(sheet).reduce((p, r) => withPoints(p, r, pointsOf(p, r).map(at)), sheet);
}
