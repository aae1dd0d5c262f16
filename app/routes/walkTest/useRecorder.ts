import { useEffect, useRef, useState } from "react";
import { meterStore } from "~/app/features/live/meterStore";
import type { TimedReading } from "~/core/location/walkReadings";

const MAX_READINGS = 4000;

export interface Recorder {
  isRunning: boolean;
  /** How many it has. */
  readings: number;
  start: () => void;
  stop: () => void;
}

/**
 * Keeps what a channel's meters read from "start" to "at the end", for a walk. A reading that fails
 * is left out: the walk goes on.
 */
export function useRecorder(
  channelId: number,
  onDone: (readings: TimedReading[]) => void,
): Recorder {
  const [isRunning, setRunning] = useState(false);
  const [count, setCount] = useState(0);
  const kept = useRef<TimedReading[]>([]);
  useEffect(() => {
    if (!isRunning) return undefined;
    const fromMs = performance.now();
    return meterStore.follow((meters) => {
      const meter = meters[channelId];
      if (!meter || kept.current.length >= MAX_READINGS) return;
      kept.current.push({
        atS: (performance.now() - fromMs) / 1000,
        aDbm: meter.rfADbm,
        bDbm: meter.rfBDbm,
      });
      setCount(kept.current.length);
    });
  }, [isRunning, channelId]);
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
