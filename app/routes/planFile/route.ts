import { PLAN_FILE_TEXTS } from "~/contract/messages/screens/planFile";
import type { Route } from "./+types/route";
import {
  planCsv,
  planFileOf,
  trackCsv,
  trackSheet,
} from "~/server/services/frequencies/planFiles.server";
import { dayIdOf, download, notFound, orNotFound } from "~/app/routes/shared/reply.server";

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

/** The standing plan or the track sheet as a file, CSV or JSON. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  switch (params.form) {
    case "plan.csv":
      return download(
        planCsv(orNotFound(await planFileOf(context.app, dayId))),
        "text/csv",
        `plan-day-${dayId}.csv`,
      );
    case "plan.json":
      return download(
        json(orNotFound(await planFileOf(context.app, dayId))),
        "application/json",
        `plan-day-${dayId}.json`,
      );
    case "tracks.csv":
      return download(
        trackCsv(orNotFound(await trackSheet(context.app, dayId))),
        "text/csv",
        `tracks-day-${dayId}.csv`,
      );
    case "tracks.json":
      return download(
        json({
          format: "plain-channel-tracks",
          version: 1,
          tracks: orNotFound(await trackSheet(context.app, dayId)),
        }),
        "application/json",
        `tracks-day-${dayId}.json`,
      );
    default:
      throw notFound(PLAN_FILE_TEXTS.thereArePlanCsvPlan);
  }
}
