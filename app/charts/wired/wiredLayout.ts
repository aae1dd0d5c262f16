import { formatHour } from "~/contract/messages/format";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { itemAt } from "~/core/units/items";
import { scaleLinear } from "d3";

export interface WiredSpan {
  talker: string;
  startMs: number;
  endMs: number;
  sceneNumbers: string[];
}

export interface WiredLayout {
  heightPx: number;
  rows: {
    y: number;
    label: string;
    spans: { x: number; width: number; talker: string; scenes: string; isAssignedOn: boolean }[];
  }[];
  counts: { x: number; width: number; count: number; isOver: boolean }[];
  ticks: { x: number; text: string }[];
}

const LABEL_PX = 58;
const ROW_PX = 34;
const COUNT_PX = 34;
const AXIS_PX = 24;
const HOUR_MS = 3_600_000;

/**
 * A day of packs: each pack's way from talker to talker as a row, and above them how many are wired
 * at once.
 * @param have - how many chains there are: more than that at once is over
 */
export function wiredLayout(
  packs: readonly (readonly WiredSpan[])[],
  ranges: readonly { startMs: number; endMs: number; talkers: readonly string[] }[],
  { widthPx, have }: { widthPx: number; have: number },
): WiredLayout {
  const times = ranges.flatMap((s) => [s.startMs, s.endMs]);
  const fromMs = Math.floor(Math.min(...times, Infinity) / HOUR_MS) * HOUR_MS;
  const toMs = Math.ceil(Math.max(...times, -Infinity) / HOUR_MS) * HOUR_MS;
  if (!Number.isFinite(fromMs) || !Number.isFinite(toMs))
    return { heightPx: 0, rows: [], counts: [], ticks: [] };
  const x = scaleLinear([fromMs, toMs], [LABEL_PX, widthPx - 4]);
  const hours = (toMs - fromMs) / HOUR_MS;
  const every = [1, 2, 3, 4, 6, 12].find((h) => ((widthPx - LABEL_PX) / hours) * h >= 52) ?? 24;
  return {
    heightPx: COUNT_PX + packs.length * ROW_PX + AXIS_PX,
    rows: packs.map((spans, i) => ({
      y: COUNT_PX + i * ROW_PX,
      label: CHARTS_TEXTS.pack(i + 1),
      spans: spans.map((s, k) => ({
        x: x(s.startMs),
        width: Math.max(3, x(s.endMs) - x(s.startMs)),
        talker: s.talker,
        scenes: s.sceneNumbers.join(", "),
        isAssignedOn: k > 0 && itemAt(spans, k - 1).talker !== s.talker,
      })),
    })),
    counts: ranges.map((s) => ({
      x: x(s.startMs),
      width: x(s.endMs) - x(s.startMs),
      count: s.talkers.length,
      isOver: s.talkers.length > have,
    })),
    ticks: Array.from(
      { length: Math.floor(hours / every) + 1 },
      (_, i) => fromMs + i * every * HOUR_MS,
    ).map((ms) => ({
      x: x(ms),
      text: formatHour(ms),
    })),
  };
}
