import type { Route } from "./+types/route";
import { exportKitFile } from "~/server/services/prep/kits.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/** The day's case as a kit file. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  return download(
    orNotFound(await exportKitFile(context.app, dayId)),
    "application/json",
    `kit-day-${dayId}.json`,
  );
}
