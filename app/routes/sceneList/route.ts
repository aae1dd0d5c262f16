import type { Route } from "./+types/route";
import { exportScenes } from "../../../server/services/preparation.server";
import { dayIdOf, orNotFound } from "../shared/reply.server";

/** The day's scenes as a CSV file. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const csv = orNotFound(await exportScenes(context.app, dayId));
  return new Response(csv, { headers: { "content-type": "text/csv; charset=utf-8", "content-disposition": `attachment; filename="scenes-day-${dayId}.csv"` } });
}
