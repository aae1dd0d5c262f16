import { redirect } from "react-router";
import type { Route } from "./+types/route";
import { dayToOpen } from "~/server/services/day/dayView.server";

/** Opens the day that is meant now; with none, where one begins. */
export async function loader({ context }: Route.LoaderArgs) {
  const { asker } = context.app;
  if (asker.kind === "guest") throw redirect(`/day/${asker.dayId}/sync`);
  const dayId = await dayToOpen(context.app);
  throw redirect(dayId === null ? "/shoots" : `/day/${dayId}`);
}
