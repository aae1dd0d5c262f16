import { data } from "react-router";
import type { Route } from "./+types/route";
import { readMeters } from "~/server/services/sync/syncs.server";
import { dayIdOf } from "~/app/routes/shared/reply.server";

/** RF and audio of every channel now. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const read = await readMeters(context.app, dayIdOf(params));
  return data({ meters: read.ok ? read.value : {} }, { headers: { "cache-control": "no-store" } });
}
