import type { Route } from "./+types/route";
import { dayIdOf } from "~/app/routes/shared/reply.server";

/** Told again so often, so that a line that fell silent is noticed. */
const BEAT_MS = 10_000;
/** A page that does not take what it is told is cut off, not waited for: it comes again. */
const MAX_BEHIND = 60;

/**
 * Server-sent events: a number that grows with every change to a day; where asked for, what its
 * receivers read, as "meters". A phone that is sent away is cut off at the door.
 */
export function loader({ params, context, request }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const { changes, guestSessions, asker, meters } = context.app;
  const isMetered = new URL(request.url).searchParams.has("meters");
  const guestId = asker.kind === "guest" ? asker.id : null;
  const encoder = new TextEncoder();
  let leave: () => void = () => undefined;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (revision: number) => controller.enqueue(encoder.encode(`data: ${revision}\n\n`));
      const end = changes.follow(say);
      const endMeters = isMetered
        ? meters.follow(dayId, (readings) => {
            if ((controller.desiredSize ?? 0) < -MAX_BEHIND) leave();
            else controller.enqueue(encoder.encode(`event: meters\ndata: ${readings}\n\n`));
          })
        : null;
      const beat = setInterval(
        () => controller.enqueue(encoder.encode("event: beat\ndata: \n\n")),
        BEAT_MS,
      );
      if (guestId !== null) guestSessions.pageOf(guestId, 1);
      let isOpen = true;
      leave = () => {
        if (!isOpen) return;
        isOpen = false;
        end();
        endMeters?.();
        clearInterval(beat);
        if (guestId !== null) guestSessions.pageOf(guestId, -1);
        controller.close();
      };
      request.signal.addEventListener("abort", leave);
      say(changes.revision);
    },
    cancel: () => leave(),
  });
  return new Response(body, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store" },
  });
}
