import { data } from "react-router";
import type { Route } from "./+types/route";
import { takeQuick } from "~/server/services/quick/quickSessions.server";
import { serviceErrorWords } from "~/contract/messages/error";
import { asQuickEvents, quickSent } from "~/contract/schemas/quickEvents";

/** Takes what was said on the page of one system; what comes twice counts once. */
export async function action({ request, context }: Route.ActionArgs) {
  const read = quickSent.safeParse(await request.json().catch(() => null));
  if (!read.success) return data({ dayId: null }, { status: 400 });
  const { sessionId, events } = read.data;
  const done = await takeQuick(context.app, sessionId, asQuickEvents(events));
  if (!done.ok) return data({ dayId: null, words: serviceErrorWords(done.error) }, { status: 409 });
  return data({ dayId: done.value.dayId, refused: done.value.refused.map(serviceErrorWords) });
}
