import { useEffect, useState } from "react";
import type { MeterReading } from "~/core/devices/readings";

const EVERY_MS = 700;

/** Asks the meters again and again while the page is seen. */
export function useMeters(dayId: number, isAsked: boolean): Record<number, MeterReading | null> {
  const [meters, setMeters] = useState<Record<number, MeterReading | null>>({});
  useEffect(() => {
    if (!isAsked) return undefined;
    const stop = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      try {
        if (document.visibilityState === "visible") {
          const response = await fetch(`/day/${dayId}/meters`, { signal: stop.signal });
          setMeters(
            ((await response.json()) as { meters: Record<number, MeterReading | null> }).meters,
          );
        }
      } catch {
        if (!stop.signal.aborted) setMeters({});
      }
      if (!stop.signal.aborted) timer = setTimeout(() => void ask(), EVERY_MS);
    };
    void ask();
    return () => {
      stop.abort();
      clearTimeout(timer);
    };
  }, [dayId, isAsked]);
  return meters;
}
