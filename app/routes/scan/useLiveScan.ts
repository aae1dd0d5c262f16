import { useCallback, useEffect, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import type { ScanEvent, ScanPart } from "../../../server/services/scanJobs.server";
import type { SpectrumTrace } from "../../charts/spectrum/spectrumLayout";

export interface LiveScan {
  status: "idle" | "running" | "stored" | "stopped" | "failed";
  message: string | null;
  fraction: number;
  labels: string[];
  traces: SpectrumTrace[];
}

interface Part extends ScanPart {
  highest: Float64Array;
  measured: number;
}

const IDLE: LiveScan = { status: "idle", message: null, fraction: 0, labels: [], traces: [] };

/** Follows a running scan over server-sent events. @param isRunning - whether the server says that one runs */
export function useLiveScan(eventsUrl: string, isRunning: boolean): LiveScan {
  const [live, setLive] = useState<LiveScan>(IDLE);
  const source = useRef<EventSource | null>(null);
  const { revalidate } = useRevalidator();

  const follow = useCallback(() => {
    if (source.current) return;
    const events = new EventSource(eventsUrl);
    source.current = events;
    const parts = new Map<string, Part>();
    setLive({ ...IDLE, status: "running" });
    const end = (status: LiveScan["status"], message: string | null) => {
      events.close();
      source.current = null;
      void revalidate();
      setLive({ ...IDLE, status, message });
    };
    events.onmessage = ({ data }: MessageEvent<string>) => {
      const event = JSON.parse(data) as ScanEvent | { type: "none" };
      switch (event.type) {
        case "part":
          parts.set(event.part.receiverKey, { ...event.part, highest: new Float64Array(event.part.points).fill(NaN), measured: 0 });
          break;
        case "levels": {
          const part = parts.get(event.receiverKey);
          if (!part) break;
          event.levelsDbm.forEach((level, i) => {
            const at = event.fromIndex + i;
            part.highest[at] = Number.isNaN(part.highest[at]!) ? level : Math.max(part.highest[at]!, level);
          });
          part.measured += event.levelsDbm.length;
          break;
        }
        case "none": return end("idle", null);
        case "stored": return end("stored", null);
        case "stopped": return end("stopped", "Stopped. What was measured so far was dropped; the scans before it are as they were.");
        case "failed": return end("failed", event.message);
      }
      const all = [...parts.values()];
      const wanted = all.reduce((sum, p) => sum + p.points * p.passes, 0);
      setLive({
        status: "running", message: null, labels: all.map((p) => p.label), fraction: wanted === 0 ? 0 : all.reduce((sum, p) => sum + p.measured, 0) / wanted,
        traces: all.map((p) => ({ lowHz: p.lowHz, stepHz: p.stepHz, levelsDbm: p.highest })),
      });
      return undefined;
    };
    events.onerror = () => end("failed", "The connection to the scan broke. If it ran to its end it is stored; otherwise scan again.");
  }, [eventsUrl, revalidate]);

  useEffect(() => {
    if (isRunning) follow();
  }, [isRunning, follow]);
  useEffect(() => () => {
    source.current?.close();
    source.current = null;
  }, []);
  return live;
}
