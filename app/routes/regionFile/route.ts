import type { Route } from "./+types/route";
import { requireDay } from "~/server/services/day/dayView.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/** The region in use as a file, to correct and read in again. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const { region } = orNotFound(await requireDay(context.app, dayIdOf(params)));
  const fileName = `region-${region.name.replace(/\W+/g, "-")}.json`;
  return download(`${JSON.stringify(region, null, 2)}\n`, "application/json", fileName);
}
