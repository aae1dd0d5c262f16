import { lastOf } from "~/core/units/items";
import type { WalkForecast } from "~/core/location/forecast";
import type { WalkTrace } from "~/app/charts/floorPlan/planLayers";

/** More of the time than this is lost: it cannot be used. */
const BAD_OUTAGE = 0.01;
/** Up to here a take hardly ever hears one. */
const GOOD_OUTAGE = 1e-4;
/** And of the dropouts of a whole walk, a minute. */
const [BAD_A_MINUTE, GOOD_A_MINUTE] = [3, 0.1];

export type Grade = "good" | "watch" | "bad";
const gradeOf = (outage: number): Grade =>
  outage > BAD_OUTAGE ? "bad" : outage > GOOD_OUTAGE ? "watch" : "good";
/** A walk as a whole, by how long it is out and how often. */
export const walkGrade = ({
  outage,
  dropoutsPerMinute,
}: {
  outage: number;
  dropoutsPerMinute: number;
}): Grade =>
  outage > BAD_OUTAGE || dropoutsPerMinute > BAD_A_MINUTE
    ? "bad"
    : dropoutsPerMinute > GOOD_A_MINUTE
      ? "watch"
      : "good";

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
