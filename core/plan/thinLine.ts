import type { PlanPoint } from "./floorPlan";

/** A line with as few of its points as keep every other within a tolerance of it (Douglas and Peucker, 1973). Both ends stay.
 * @param toleranceM - ≥ 0 @example thinLine([{ x: 0, y: 0 }, { x: 1, y: 0.01 }, { x: 2, y: 0 }], 0.05) // [{ x: 0, y: 0 }, { x: 2, y: 0 }] */
export function thinLine(points: readonly PlanPoint[], toleranceM: number): PlanPoint[] {
  const kept = new Uint8Array(points.length);
  const open: [number, number][] = [[0, points.length - 1]];
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span;
    kept[from] = kept[to] = 1;
    let [farthest, mostM] = [-1, toleranceM];
    for (let i = from + 1; i < to; i += 1) {
      const awayM = distanceM(points[i]!, points[from]!, points[to]!);
      if (awayM > mostM) [farthest, mostM] = [i, awayM];
    }
    if (farthest >= 0) open.push([from, farthest], [farthest, to]);
  }
  return points.filter((_, i) => kept[i] === 1);
}

/** How far a point lies from a stretch of line; from its one point where it has no length. */
function distanceM(p: PlanPoint, a: PlanPoint, b: PlanPoint): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const along = dx === 0 && dy === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(p.x - a.x - along * dx, p.y - a.y - along * dy);
}
