// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { wavelengthM } from "~/core/radio/propagation";
import { type DrawnWall, meetsAt, type PlanPoint } from "./floorPlan";

export interface Edge {
  heightAboveRayM: number;
  d1M: number;
  d2M: number;
}

/** How the air gets from anywhere on a plan to one point without passing through steel. */
export interface WayRound {
  /** The bends of the way that loses least, and their loss; null where steel shuts the point in. */
  from: (p: PlanPoint) => { lossDb: number; edges: Edge[] } | null;
  /** The loss alone, Infinity where there is no way: for maps. */
  lossDb: (x: number, y: number) => number;
}

export const isOpaque = (material: string): boolean => material === "metal" || material === "steel";

/** A hand's breadth past a wall's end. */
const PAST_M = 0.1;
/** So many bends at most. */
const MAX_BENDS = 4;

interface Node extends PlanPoint {
  /** The end itself. */
  end: PlanPoint;
  /** Where it goes on to: another node, or the point itself (−1). */
  next: number;
  restDb: number;
}

/**
 * The ways round steel to a point: over the free ends of steel walls, bend by bend, each with the
 * loss of a knife edge between its neighbours (Epstein and Peterson's construction of several
 * edges; ITU-R P.526 for each), and of all ways the one that loses least. What reflections bring
 * besides is not in it.
 * @param pieces - a plan's walls; those that are not steel are left out
 */
export function wayRound(
  pieces: readonly DrawnWall[],
  to: PlanPoint,
  frequencyHz: number,
): WayRound {
  const steel = pieces.filter((w) => isOpaque(w.material));
  const clear = (a: PlanPoint, b: PlanPoint) =>
    !steel.some((w) => meetsAt(a, b, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) !== null);
  const nodes = steel.flatMap(ends);
  nodes.forEach((n) => {
    if (clear(n, to)) [n.next, n.restDb] = [-1, 0];
  });
  const at = (i: number): PlanPoint => (i === -1 ? to : nodes[i]!);
  for (let round = 1; round < MAX_BENDS; round += 1) {
    const reached = nodes.map((n) => n.restDb);
    nodes.forEach((n, j) =>
      nodes.forEach((m, i) => {
        // straight on to the point needs no further bend
        if (i === j || reached[i] === Infinity || n.restDb === 0) return;
        const db = reached[i]! + bendDb(n, m, at(m.next), frequencyHz);
        if (db < n.restDb - 1e-9 && clear(n, m)) [n.next, n.restDb] = [i, db];
      }),
    );
  }
  const order = nodes
    .map((_, i) => i)
    .filter((i) => nodes[i]!.restDb < Infinity)
    .sort((a, b) => nodes[a]!.restDb - nodes[b]!.restDb);
  // in plain numbers: a map asks this for every place in a shadow
  const [sx, sy, sw, sh] = [
    steel.map((w) => w.x1),
    steel.map((w) => w.y1),
    steel.map((w) => w.x2 - w.x1),
    steel.map((w) => w.y2 - w.y1),
  ].map((list) => Float64Array.from(list)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const meets = (x: number, y: number, dx: number, dy: number): boolean => {
    for (let k = 0; k < sx.length; k += 1) {
      const across = dx * sh[k]! - dy * sw[k]!;
      if (across === 0) continue;
      const px = sx[k]! - x;
      const py = sy[k]! - y;
      const t = (px * sh[k]! - py * sw[k]!) / across;
      if (t < 0 || t > 1) continue;
      const u = (px * dy - py * dx) / across;
      if (u >= 0 && u <= 1) return true;
    }
    return false;
  };
  const lengthOfWaveM = wavelengthM(frequencyHz);
  const rests = Float64Array.from(order, (i) => nodes[i]!.restDb);
  const [nx, ny, ex, ey, tx, ty] = [
    (i: number) => nodes[i]!.x,
    (i: number) => nodes[i]!.y,
    (i: number) => nodes[i]!.end.x,
    (i: number) => nodes[i]!.end.y,
    (i: number) => at(nodes[i]!.next).x,
    (i: number) => at(nodes[i]!.next).y,
  ].map((of) => Float64Array.from(order, of)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  let node = -1;
  const first = (x: number, y: number): number => {
    let db = Infinity;
    node = -1;
    for (let k = 0; k < rests.length; k += 1) {
      if (rests[k]! >= db) break;
      const whole = rests[k]! + bendLossDb(x, y, ex[k]!, ey[k]!, tx[k]!, ty[k]!, lengthOfWaveM);
      if (whole < db && !meets(x, y, nx[k]! - x, ny[k]! - y)) {
        db = whole;
        node = order[k]!;
      }
    }
    return db;
  };
  return {
    lossDb: first,
    from: (p) => {
      const db = first(p.x, p.y);
      if (node === -1) return null;
      const edges: Edge[] = [];
      for (let [a, i] = [p, node]; i !== -1; [a, i] = [nodes[i]!, nodes[i]!.next])
        edges.push(bendEdge(a, nodes[i]!, at(nodes[i]!.next)));
      return { lossDb: db, edges };
    },
  };
}

function ends({ x1, y1, x2, y2 }: DrawnWall): Node[] {
  const lengthM = Math.hypot(x2 - x1, y2 - y1);
  const [ux, uy] = [((x2 - x1) / lengthM) * PAST_M, ((y2 - y1) / lengthM) * PAST_M];
  return [
    { x: x1 - ux, y: y1 - uy, end: { x: x1, y: y1 }, next: -1, restDb: Infinity },
    { x: x2 + ux, y: y2 + uy, end: { x: x2, y: y2 }, next: -1, restDb: Infinity },
  ];
}

/**
 * An upright edge beside the straight line of two points, as far as the way must bend to get past.
 */
export function bendEdge(a: PlanPoint, { end }: { end: PlanPoint }, b: PlanPoint): Edge {
  const flatM = Math.max(0.02, Math.hypot(b.x - a.x, b.y - a.y));
  const along = ((end.x - a.x) * (b.x - a.x) + (end.y - a.y) * (b.y - a.y)) / flatM;
  const off = Math.abs((b.x - a.x) * (end.y - a.y) - (b.y - a.y) * (end.x - a.x)) / flatM;
  // a corner behind either of them bends the way as one beside it
  if (along <= 0 || along >= flatM) {
    const [d1, d2] = [
      Math.max(0.05, Math.hypot(end.x - a.x, end.y - a.y)),
      Math.max(0.05, Math.hypot(end.x - b.x, end.y - b.y)),
    ];
    return { heightAboveRayM: Math.min(d1, d2), d1M: d1, d2M: d2 };
  }
  return { heightAboveRayM: off, d1M: Math.max(0.01, along), d2M: Math.max(0.01, flatM - along) };
}

const bendDb = (
  a: PlanPoint,
  { end }: { end: PlanPoint },
  b: PlanPoint,
  frequencyHz: number,
): number => bendLossDb(a.x, a.y, end.x, end.y, b.x, b.y, wavelengthM(frequencyHz));

/** The loss at {@link bendEdge}, in plain numbers. */
function bendLossDb(
  ax: number,
  ay: number,
  ex: number,
  ey: number,
  bx: number,
  by: number,
  waveM: number,
): number {
  const { sqrt, abs, max, min, log10 } = Math;
  const dx = bx - ax;
  const dy = by - ay;
  const flatM = max(0.02, sqrt(dx * dx + dy * dy));
  const along = ((ex - ax) * dx + (ey - ay) * dy) / flatM;
  let h: number;
  let d1: number;
  let d2: number;
  if (along <= 0 || along >= flatM) {
    d1 = max(0.05, sqrt((ex - ax) ** 2 + (ey - ay) ** 2));
    d2 = max(0.05, sqrt((ex - bx) ** 2 + (ey - by) ** 2));
    h = min(d1, d2);
  } else {
    h = abs(dx * (ey - ay) - dy * (ex - ax)) / flatM;
    d1 = max(0.01, along);
    d2 = max(0.01, flatM - along);
  }
  const nu = h * sqrt((2 * (d1 + d2)) / (waveM * d1 * d2));
  // as knifeEdgeLossDb, for ν ≥ 0
  return 6.9 + 20 * log10(sqrt((nu - 0.1) ** 2 + 1) + nu - 0.1);
}

/** Kept for as many points as are looked at in turn. */
const MAX_KEPT = 600;
const kept = new WeakMap<readonly DrawnWall[], Map<string, WayRound>>();

/** The same, made once for each point of a plan. */
export function knownWayRound(
  pieces: readonly DrawnWall[],
  to: PlanPoint,
  frequencyHz: number,
): WayRound {
  const byPoint = kept.get(pieces) ?? new Map<string, WayRound>();
  kept.set(pieces, byPoint);
  const key = `${to.x} ${to.y} ${frequencyHz}`;
  const known = byPoint.get(key);
  if (known) return known;
  if (byPoint.size >= MAX_KEPT) byPoint.clear();
  const made = wayRound(pieces, to, frequencyHz);
  byPoint.set(key, made);
  return made;
}
