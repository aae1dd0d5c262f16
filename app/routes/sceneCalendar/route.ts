import type { Route } from "./+types/route";
import { exportCalendar } from "~/server/services/prep/preparation.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/** The day's scenes as an iCalendar file. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const ics = orNotFound(await exportCalendar(context.app, dayId));
  return download(ics, "text/calendar", `scenes-day-${dayId}.ics`);
}
