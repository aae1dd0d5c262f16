import { data } from "react-router";
import { z } from "zod";
import type { Route } from "./+types/route";
import { practiceWalk } from "~/server/services/training/practiceWalk.server";
import { serviceErrorWords } from "~/contract/messages/error";
import { dayIdOf, readIntent } from "~/app/routes/shared/reply.server";

const asked = z.object({
  walkId: z.string().min(1).max(60),
  channelId: z.number().int(),
  seed: z
    .number()
    .int()
    .min(1)
    .max(2 ** 31),
});

/** A practice talker walks. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const read = await readIntent(request, asked);
  if (!read.ok) return read.reply;
  const walked = await practiceWalk(context.app, dayIdOf(params), read.intent);
  return walked.ok
    ? data(walked.value)
    : data({ message: serviceErrorWords(walked.error) }, { status: 409 });
}
