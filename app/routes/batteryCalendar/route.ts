import type { Route } from "./+types/route";
import { batteryCalendar } from "~/server/services/day/batteries.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/** The planned changes of cells as an iCalendar file. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  return download(
    orNotFound(await batteryCalendar(context.app, dayId)),
    "text/calendar",
    `cells-day-${dayId}.ics`,
  );
}
