import type { Route } from "./+types/route";
import { dayIdOf } from "~/app/routes/shared/reply.server";

/** A page that does not take what it is told is cut off, not waited for: it comes again. */
const MAX_BEHIND = 60;
const BEAT_MS = 5000;

/**
 * What the receivers read, as server-sent events: every moment as "frame", how everybody stands
 * once a second as "state".
 */
export function loader({ params, context, request }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const { roll } = context.app;
  const encoder = new TextEncoder();
  let leave: () => void = () => undefined;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let isOpen = true;
      const say = (event: string, data: string) => {
        if (!isOpen) return;
        if ((controller.desiredSize ?? 0) < -MAX_BEHIND) {
          leave();
          return;
        }
        controller.enqueue(encoder.encode(`event: ${event}\ndata: ${data}\n\n`));
      };
      const end = roll.listen((message) => {
        if (roll.followedDayId !== dayId) return;
        say(message.type, message.text);
      });
      const beat = setInterval(() => say("beat", ""), BEAT_MS);
      leave = () => {
        if (!isOpen) return;
        isOpen = false;
        end();
        clearInterval(beat);
        controller.close();
      };
      request.signal.addEventListener("abort", leave);
      say("beat", "");
    },
    cancel: () => leave(),
  });
  return new Response(body, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store" },
  });
}
