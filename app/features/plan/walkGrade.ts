import { lastOf } from "~/core/units/items";
import { BAD_A_MINUTE, BAD_OUTAGE, holds, type WalkForecast } from "~/core/location/forecast";
import type { WalkTrace } from "~/app/charts/floorPlan/planLayers";

/** Up to here a take hardly ever hears one. */
const GOOD_OUTAGE = 1e-4;

export type Grade = "good" | "watch" | "bad";
const gradeOf = (outage: number): Grade =>
  outage > BAD_OUTAGE ? "bad" : outage > GOOD_OUTAGE ? "watch" : "good";
/** A walk as a whole, by how long it is out and how often, and by what is not known of it. */
export const walkGrade = (f: Parameters<typeof holds>[0]): Grade =>
  f.outage > BAD_OUTAGE || f.dropoutsPerMinute > BAD_A_MINUTE ? "bad" : holds(f) ? "good" : "watch";

/** A walk in stretches of one grade each. */
export function traceOf(id: string, forecast: WalkForecast): WalkTrace {
  const parts: WalkTrace["parts"] = [];
  for (const p of forecast.points) {
    const grade = gradeOf(p.outage);
    const last = parts.at(-1);
    if (last?.grade === grade) last.points.push({ x: p.x, y: p.y });
    // stretches meet
    else
      parts.push({
        grade,
        points: last ? [lastOf(last.points), { x: p.x, y: p.y }] : [{ x: p.x, y: p.y }],
      });
  }
  return { id, parts };
}
