import { data } from "react-router";
import type { Route } from "./+types/route";
import {
  type ArchivePreview,
  previewArchive,
  takeArchive,
} from "~/server/services/shoots/shootArchive.server";
import { count } from "~/contract/messages/format";
import type { Reply } from "~/contract/schemas/reply";
import { ARCHIVE_TEXTS } from "~/contract/messages/screens/archive";
import { refuse, reply } from "~/app/routes/shared/reply.server";

export type ArchiveReply = Reply & { preview?: ArchivePreview };

/**
 * Looks at an archive, or takes it in. The page sends the file each time: nothing is kept in
 * between.
 */
export async function action({ request, context }: Route.ActionArgs) {
  const { app } = context;
  const form = await request.formData().catch(() => null);
  const file = form?.get("file");
  const what = form?.get("what");
  if (!(file instanceof File) || (what !== "look" && what !== "take" && what !== "own"))
    return refuse(ARCHIVE_TEXTS.noArchiveCame, 400);
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (what === "look") {
    const looked = await previewArchive(app, bytes);
    return looked.ok
      ? data<ArchiveReply>({ ok: true, message: null, at: Date.now(), preview: looked.value })
      : reply(looked);
  }
  return reply(
    await takeArchive(app, bytes, { asOwn: what === "own" }),
    ({ name, dayIds, added }) =>
      dayIds.length === 0
        ? ARCHIVE_TEXTS.everythingOfWasHereAlready(name)
        : ARCHIVE_TEXTS.taken(name, count(dayIds.length, "day"), count(added, "record")),
  );
}
