import type { Route } from "./+types/route";
import { supportReport } from "~/server/services/shoots/support.server";
import { download } from "~/app/routes/shared/reply.server";

/** What somebody who helps needs to know of this program. */
export function loader({ context }: Route.LoaderArgs) {
  return download(
    `${JSON.stringify(supportReport(context.app), null, 2)}\n`,
    "application/json",
    "plain-channel-support.json",
  );
}
