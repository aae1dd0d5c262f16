import type { Route } from "./+types/route";
import { exportPairings } from "~/server/services/sync/pairings.server";
import { dayIdOf, download, orNotFound } from "~/app/routes/shared/reply.server";

/**
 * The saved pairing record, keys and all: an address of its own, so that the right to it is not
 * that of the plan's other files.
 */
export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  return download(
    orNotFound(await exportPairings(context.app, dayId)),
    "application/json",
    `pairing-day-${dayId}.json`,
  );
}
