import { useEffect, useRef, useState } from "react";
import type { MeterReading } from "~/core/devices/readings";
import type { TimedReading } from "~/core/location/walkReadings";

const EVERY_MS = 350;
const MOST = 4000;

/**
 * Reads a channel's meters from "start" to "at the end", for a walk. A reading that fails is left
 * out: the walk goes on.
 */
export function useRecorder(
  dayId: number,
  channelId: number,
  onDone: (readings: TimedReading[]) => void,
) {
  const [isRunning, setRunning] = useState(false);
  const [count, setCount] = useState(0);
  const kept = useRef<TimedReading[]>([]);
  useEffect(() => {
    if (!isRunning) return undefined;
    const stop = new AbortController();
    const fromMs = performance.now();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      try {
        const response = await fetch(`/day/${dayId}/meters`, { signal: stop.signal });
        const meter = ((await response.json()) as { meters: Record<number, MeterReading | null> })
          .meters[channelId];
        if (meter && kept.current.length < MOST) {
          kept.current.push({
            atS: (performance.now() - fromMs) / 1000,
            aDbm: meter.rfADbm,
            bDbm: meter.rfBDbm,
          });
          setCount(kept.current.length);
        }
      } catch {
        // the next one may come through
      }
      if (!stop.signal.aborted) timer = setTimeout(() => void ask(), EVERY_MS);
    };
    void ask();
    return () => {
      stop.abort();
      clearTimeout(timer);
    };
  }, [isRunning, dayId, channelId]);
  return {
    isRunning,
    readings: count,
    start: () => {
      kept.current = [];
      setCount(0);
      setRunning(true);
    },
    stop: () => {
      setRunning(false);
      onDone(kept.current);
    },
  };
}
