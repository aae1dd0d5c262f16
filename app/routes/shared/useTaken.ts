import { useCallback, useEffect, useRef } from "react";
import type { Reply } from "~/contract/schemas/reply";

/** Puts away what was typed once it was taken, and not before: refused, it stays to be sent again.
 * @param reply - the screen's newest answer
 * @returns called with every sending: what to do when it is taken */
export function useTaken(reply: Reply | undefined): (then: () => void) => void {
  const newestAt = useRef(0);
  const waiting = useRef<(() => void) | null>(null);
  useEffect(() => {
    if (!reply || reply.at === newestAt.current) return;
    newestAt.current = reply.at;
    const then = waiting.current;
    waiting.current = null;
    if (reply.ok) then?.();
  }, [reply]);
  return useCallback((then) => {
    waiting.current = then;
  }, []);
}
