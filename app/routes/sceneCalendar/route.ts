import type { Route } from "./+types/route";
import { exportCalendar } from "../../../server/services/preparation.server";
import { dayIdOf, orNotFound } from "../shared/reply.server";

/** The day's scenes as an iCalendar file. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const ics = orNotFound(await exportCalendar(context.app, dayId));
  return new Response(ics, { headers: { "content-type": "text/calendar; charset=utf-8", "content-disposition": `attachment; filename="scenes-day-${dayId}.ics"` } });
}
