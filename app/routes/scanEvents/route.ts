import type { Route } from "./+types/route";
import { followScan } from "~/server/services/scan/scans.server";
import { dayIdOf } from "~/app/routes/shared/reply.server";

/** A running scan as server-sent events; an end at once when none runs. */
export function loader({ params, context, request }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const encoder = new TextEncoder();
  let leave: (() => void) | null = null;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      let isOpen = true;
      const close = () => {
        if (!isOpen) return;
        isOpen = false;
        leave?.();
        controller.close();
      };
      leave = followScan(context.app, dayId, (event) => {
        if (!isOpen) return;
        controller.enqueue(encoder.encode(`data: ${JSON.stringify(event)}\n\n`));
        if (event.type === "stored" || event.type === "stopped" || event.type === "failed") close();
      });
      if (!leave) {
        controller.enqueue(encoder.encode(`data: ${JSON.stringify({ type: "none" })}\n\n`));
        close();
      }
      request.signal.addEventListener("abort", close);
    },
    cancel() {
      leave?.();
    },
  });
  return new Response(body, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store" },
  });
}
