import { itemAt } from "~/core/units/items";
import type { PlanPoint } from "./floorPlan";

/**
 * A line with as few of its points as keep every other within a tolerance of it (Douglas and
 * Peucker, 1973). Both ends stay.
 * @param toleranceM - ≥ 0
 * @param most - as soon as more than so many must stay, no more is looked for: what comes back is
 *   no such line then, but longer than asked for
 * @example thinLine([{ x: 0, y: 0 }, { x: 1, y: 0.01 }, { x: 2, y: 0 }], 0.05) // [{ x: 0, y: 0 },
 *   { x: 2, y: 0 }]
 */
export function thinLine(
  points: readonly PlanPoint[],
  toleranceM: number,
  most = Infinity,
): PlanPoint[] {
  const kept = new Uint8Array(points.length);
  const open: [number, number][] = [[0, points.length - 1]];
  let count = 0;
  for (let span = open.pop(); span && count <= most; span = open.pop()) {
    const [from, to] = span;
    count += (kept[from] === 0 ? 1 : 0) + (kept[to] === 0 && to !== from ? 1 : 0);
    kept[from] = kept[to] = 1;
    let [farthest, mostM2] = [-1, toleranceM * toleranceM];
    for (let i = from + 1; i < to; i += 1) {
      const awayM2 = distanceSquaredM2(itemAt(points, i), itemAt(points, from), itemAt(points, to));
      if (awayM2 > mostM2) [farthest, mostM2] = [i, awayM2];
    }
    if (farthest >= 0) open.push([from, farthest], [farthest, to]);
  }
  return points.filter((_, i) => kept[i] === 1);
}

/**
 * How far a point lies from a stretch of line, squared; from its one point where it has no length.
 * Asked millions of times: no root, no call.
 */
function distanceSquaredM2(p: PlanPoint, a: PlanPoint, b: PlanPoint): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const lengthSquared = dx * dx + dy * dy;
  let along = lengthSquared === 0 ? 0 : ((p.x - a.x) * dx + (p.y - a.y) * dy) / lengthSquared;
  if (along < 0) along = 0;
  else if (along > 1) along = 1;
  const [x, y] = [p.x - a.x - along * dx, p.y - a.y - along * dy];
  return x * x + y * y;
}
