import type { Route } from "./+types/route";
import { pictureOf } from "~/server/services/range/placePlans.server";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";

/** A picture under a plan. It never changes: another one has another number. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const { type, bytes } = orNotFound(
    await pictureOf(context.app, dayIdOf(params), Number(params.pictureId)),
  );
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": type,
      "cache-control": "private, max-age=31536000, immutable",
      "x-content-type-options": "nosniff",
    },
  });
}
