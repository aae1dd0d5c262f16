import type { Route } from "./+types/route";
import { exportUnits } from "~/server/services/prep/kits.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/** The units of the case as a CSV file. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  return download(
    orNotFound(await exportUnits(context.app, dayId)),
    "text/csv",
    `units-day-${dayId}.csv`,
  );
}
