import { itemAt, sampleAt } from "~/core/units/items";
import { useCallback, useEffect, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import type { ScanEvent, ScanPart } from "~/server/services/scan/scanJobs.server";
import type { SpectrumTrace } from "~/app/charts/spectrum/spectrumLayout";

export interface LiveScan {
  status: "idle" | "running" | "stored" | "stopped" | "failed";
  message: string | null;
  fraction: number;
  /** Of a scan that goes on until somebody stops it: the pass it is in, from 1. */
  pass: number | null;
  /** The connection is down for the moment; the scan goes on. */
  isAway: boolean;
  labels: string[];
  traces: SpectrumTrace[];
}

interface Part extends ScanPart {
  highest: Float64Array;
  measured: number;
}

/** So many passes are a scan that goes on until somebody stops it. */
const ENDLESS = 100;
const IDLE: LiveScan = {
  status: "idle",
  message: null,
  fraction: 0,
  pass: null,
  isAway: false,
  labels: [],
  traces: [],
};

/**
 * Follows a running scan over server-sent events. @param isRunning - whether the server says that
 * one runs
 */
export function useLiveScan(eventsUrl: string, isRunning: boolean): LiveScan {
  const [live, setLive] = useState<LiveScan>(IDLE);
  const source = useRef<EventSource | null>(null);
  const { revalidate } = useRevalidator();

  const follow = useCallback(() => {
    if (source.current) return;
    const events = new EventSource(eventsUrl);
    source.current = events;
    const parts = new Map<string, Part>();
    // after a break the server tells all of it again
    events.onopen = () => {
      parts.clear();
      setLive((now) => ({ ...now, isAway: false }));
    };
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
          parts.set(event.part.receiverKey, {
            ...event.part,
            highest: new Float64Array(event.part.points).fill(NaN),
            measured: 0,
          });
          break;
        case "levels": {
          const part = parts.get(event.receiverKey);
          if (!part) break;
          event.levelsDbm.forEach((level, i) => {
            const at = event.fromIndex + i;
            part.highest[at] = Number.isNaN(sampleAt(part.highest, at))
              ? level
              : Math.max(sampleAt(part.highest, at), level);
          });
          part.measured += event.levelsDbm.length;
          break;
        }
        case "none": {
          end("idle", null);
          return;
        }
        case "stored": {
          end("stored", null);
          return;
        }
        case "stopped": {
          end(
            "stopped",
            "Stopped. What was measured so far was dropped; the scans before it are as they were.",
          );
          return;
        }
        case "failed": {
          end("failed", event.message);
          return;
        }
      }
      const all = [...parts.values()];
      const wanted = all.reduce((sum, p) => sum + p.points * p.passes, 0);
      setLive({
        status: "running",
        message: null,
        isAway: false,
        pass:
          all.length > 0 && itemAt(all, 0).passes >= ENDLESS
            ? 1 + Math.floor(Math.min(...all.map((p) => p.measured / p.points)))
            : null,
        labels: all.map((p) => p.label),
        fraction: wanted === 0 ? 0 : all.reduce((sum, p) => sum + p.measured, 0) / wanted,
        traces: all.map((p) => ({
          lowHz: p.lowHz,
          stepHz: p.stepHz,
          levelsDbm: p.highest.slice(),
        })),
      });
      return undefined;
    };
    events.onerror = () => {
      if (events.readyState === EventSource.CLOSED)
        end(
          "failed",
          "The connection to the scan broke. If it ran to its end it is stored; otherwise scan again.",
        );
      else setLive((now) => ({ ...now, isAway: true }));
    };
  }, [eventsUrl, revalidate]);

  useEffect(() => {
    if (isRunning) follow();
  }, [isRunning, follow]);
  useEffect(
    () => () => {
      source.current?.close();
      source.current = null;
    },
    [],
  );
  return live;
}
