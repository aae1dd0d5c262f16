import type { Route } from "./+types/route";
import { exportScenes } from "~/server/services/prep/preparation.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/** The day's scenes as a CSV file. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const csv = orNotFound(await exportScenes(context.app, dayId));
  return download(csv, "text/csv", `scenes-day-${dayId}.csv`);
}
