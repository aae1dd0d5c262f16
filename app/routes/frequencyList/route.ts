import type { Route } from "./+types/route";
import { exportPlan } from "~/server/services/frequencies/assigned.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/** What we need and use, as a coordinator's list. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const csv = orNotFound(await exportPlan(context.app, dayId));
  return download(csv, "text/csv", `frequencies-day-${dayId}.csv`);
}
