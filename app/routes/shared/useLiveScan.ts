import { useEffect, useMemo, useReducer } from "react";
import { useRevalidator } from "react-router";
import {
  type LiveScan,
  type LiveScanChange,
  liveScanOf,
  liveScanReducer,
  NO_SCAN,
} from "./liveScan";
import { keepLine } from "~/app/features/live/line";

const AGAIN_MS = 1000;
const ENDS: readonly LiveScanChange["type"][] = ["none", "stored", "stopped", "failed"];

/**
 * Follows a running scan. @param isRunning - whether the server says that one runs
 */
export function useLiveScan(eventsUrl: string, isRunning: boolean): LiveScan {
  const [state, change] = useReducer(liveScanReducer, NO_SCAN);
  const { revalidate } = useRevalidator();
  useEffect(() => {
    if (!isRunning) return undefined;
    change({ type: "followed" });
    const line = keepLine(eventsUrl, {
      againMs: AGAIN_MS,
      onOpen: () => change({ type: "connected" }),
      onLost: (lost) => {
        change({ type: "lost" });
        lost.retry();
      },
      events: {
        message: (data) => {
          const told = JSON.parse(data) as LiveScanChange;
          change(told);
          if (!ENDS.includes(told.type)) return;
          line.close();
          void revalidate();
        },
      },
    });
    return () => line.close();
  }, [eventsUrl, isRunning, revalidate]);
  return useMemo(() => liveScanOf(state), [state]);
}
