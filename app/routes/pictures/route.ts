import { data } from "react-router";
import type { Route } from "./+types/route";
import { keepPicture } from "~/server/services/range/placePlans.server";
import { serviceErrorWords } from "~/contract/messages/error";
import { dayIdOf } from "~/app/routes/shared/reply.server";

/** Takes a picture to draw over, as it is. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const kept = await keepPicture(
    context.app,
    dayIdOf(params),
    new Uint8Array(await request.arrayBuffer()),
  );
  return kept.ok
    ? data({ id: kept.value })
    : data({ message: serviceErrorWords(kept.error) }, { status: 400 });
}
