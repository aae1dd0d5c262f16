import { SHARED_TEXTS } from "~/contract/messages/screens/shared";
import { itemAt, sampleAt } from "~/core/units/items";
import type { ScanEvent, ScanPart } from "~/server/services/scan/scanJobs.server";
import type { SpectrumTrace } from "~/app/charts/spectrum/spectrumLayout";

/** A scan as it goes on, for a screen. */
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

/** What is known of it: of each part that measures, the highest level of every point so far. */
export interface LiveScanState {
  status: LiveScan["status"];
  message: string | null;
  isAway: boolean;
  parts: (ScanPart & { highest: Float64Array; measured: number })[];
}

export type LiveScanChange =
  | { type: "followed" }
  /** After a break the server tells all of it again. */
  | { type: "connected" }
  | { type: "lost" }
  /** None is running. */
  | { type: "none" }
  | ScanEvent;

export const NO_SCAN: LiveScanState = { status: "idle", message: null, isAway: false, parts: [] };

/** So many passes are a scan that goes on until somebody stops it. */
const ENDLESS = 100;

const ended = (status: LiveScan["status"], message: string | null): LiveScanState => ({
  ...NO_SCAN,
  status,
  message,
});

/** What a scan looks like after something was told of it. */
export function liveScanReducer(state: LiveScanState, change: LiveScanChange): LiveScanState {
  switch (change.type) {
    case "followed":
      return { ...NO_SCAN, status: "running" };
    case "connected":
      return { ...state, isAway: false, parts: [] };
    case "lost":
      return { ...state, isAway: true };
    case "part":
      return {
        ...state,
        parts: [
          ...state.parts.filter((p) => p.receiverKey !== change.part.receiverKey),
          {
            ...change.part,
            highest: new Float64Array(change.part.points).fill(NaN),
            measured: 0,
          },
        ],
      };
    case "levels":
      return {
        ...state,
        parts: state.parts.map((p) =>
          p.receiverKey === change.receiverKey
            ? {
                ...p,
                highest: withLevels(p.highest, change.fromIndex, change.levelsDbm),
                measured: p.measured + change.levelsDbm.length,
              }
            : p,
        ),
      };
    case "none":
      return ended("idle", null);
    case "stored":
      return ended("stored", null);
    case "stopped":
      return ended("stopped", SHARED_TEXTS.stoppedThisScanWasNot);
    case "failed":
      return ended("failed", change.message);
  }
}

function withLevels(
  before: Float64Array,
  fromIndex: number,
  levelsDbm: readonly number[],
): Float64Array {
  const highest = before.slice();
  levelsDbm.forEach((level, i) => {
    const at = fromIndex + i;
    const standing = sampleAt(highest, at);
    highest[at] = Number.isNaN(standing) ? level : Math.max(standing, level);
  });
  return highest;
}

/** The same as a screen shows it. */
export function liveScanOf({ parts, ...rest }: LiveScanState): LiveScan {
  const wanted = parts.reduce((sum, p) => sum + p.points * p.passes, 0);
  const isEndless = parts.length > 0 && itemAt(parts, 0).passes >= ENDLESS;
  return {
    ...rest,
    pass: isEndless ? 1 + Math.floor(Math.min(...parts.map((p) => p.measured / p.points))) : null,
    labels: parts.map((p) => p.label),
    fraction: wanted === 0 ? 0 : parts.reduce((sum, p) => sum + p.measured, 0) / wanted,
    traces: parts.map((p) => ({ lowHz: p.lowHz, stepHz: p.stepHz, levelsDbm: p.highest })),
  };
}
