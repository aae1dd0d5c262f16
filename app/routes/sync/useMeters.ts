import { useEffect, useState } from "react";
import { type Meters, meterStore } from "~/app/features/live/meterStore";

/** Nobody reads numbers that change more often; each has the whole list drawn anew. */
const EVERY_MS = 650;

/** What the meters read now, while the page is seen. */
export function useMeters(isAsked: boolean): Meters {
  const [meters, setMeters] = useState<Meters>({});
  useEffect(() => {
    if (!isAsked) return undefined;
    let leave: (() => void) | null = null;
    let shownMs = -Infinity;
    const look = () => {
      const isSeen = document.visibilityState === "visible";
      if (isSeen === (leave !== null)) return;
      leave?.();
      leave = isSeen
        ? meterStore.follow((next) => {
            const nowMs = performance.now();
            if (nowMs - shownMs < EVERY_MS && Object.keys(next).length > 0) return;
            shownMs = nowMs;
            setMeters(next);
          })
        : null;
    };
    look();
    document.addEventListener("visibilitychange", look);
    return () => {
      document.removeEventListener("visibilitychange", look);
      leave?.();
    };
  }, [isAsked]);
  return meters;
}
