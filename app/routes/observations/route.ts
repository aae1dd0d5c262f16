import { data } from "react-router";
import type { Route } from "./+types/route";
import { recordSeen } from "~/server/services/sync/syncs.server";
import { serviceErrorWords } from "~/contract/messages/error";
import { seenNoteWords } from "~/contract/messages/seen";
import { seenItems, type SeenReply } from "~/contract/schemas/seen";
import { dayIdOf } from "~/app/routes/shared/reply.server";

/** Takes what was seen, one thing or a whole pocketful from a phone that was out of reach. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const read = seenItems.safeParse(await request.json().catch(() => null));
  if (!read.success) return data({ answers: null }, { status: 400 });
  const done = await recordSeen(context.app, dayIdOf(params), read.data);
  if (!done.ok)
    return data({ answers: null, words: serviceErrorWords(done.error) }, { status: 404 });
  const answers = done.value.map(({ id, syncId, note }): SeenReply => ({
    id,
    syncId,
    words:
      note === null
        ? null
        : note.code === "moved-on" || note.code === "seen-later"
          ? seenNoteWords(note)
          : serviceErrorWords(note),
  }));
  return data({ answers });
}

/** Whether anybody is there: a page asks when its line broke. */
export const loader = () => data({ isHere: true }, { headers: { "cache-control": "no-store" } });
