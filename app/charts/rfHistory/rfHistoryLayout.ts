import { defined, sampleAt } from "~/core/units/items";
import { COLUMN, COLUMN_BYTES } from "~/core/monitor/extremes";
import { BAD_QUALITY, byteToRf, GOOD_OVER_DB, QUALITY_STEPS } from "~/core/monitor/reading";

/**
 * One pixel column of a running RF history: how far each antenna reaches outward from the middle line.
 */
export interface RfHistoryColumnPx {
  x: number;
  /** Least and most of antenna A over the column, px up from the middle. */
  a: [least: number, most: number];
  /** The same of B, down; null where there is one antenna only. */
  b: [least: number, most: number] | null;
  /** The better antenna was under what the receiver needs. */
  isPinched: boolean;
  isOverloaded: boolean;
  /** Strong enough, and the link was bad. */
  hasInterference: boolean;
}

export interface RfHistoryLayout {
  middlePx: number;
  columns: RfHistoryColumnPx[];
  /** Stretches of which nothing is known. */
  gaps: { fromPx: number; toPx: number }[];
  /** px from the middle of so many decibels in hand. */
  reachPx: (db: number) => number;
}

export interface RfHistoryScale {
  widthPx: number;
  heightPx: number;
  /** Least level at which the receiver hears well: the middle line. */
  sensitivityDbm: number;
}

/** From the middle to the edge. */
export const MAX_DB = 50;
const OVERLOAD = 2;

/**
 * A channel's running RF drawn outward from a middle line by what it has in hand, antenna A up, B
 * down: where both pinch, it drops out.
 * @param bytes - extremes column by column (core/monitor/extremes), oldest first
 */
export function rfHistoryLayout(
  bytes: Uint8Array,
  { widthPx, heightPx, sensitivityDbm }: RfHistoryScale,
): RfHistoryLayout {
  const count = bytes.length / COLUMN_BYTES;
  const middlePx = Math.round(heightPx / 2);
  const most = middlePx - 2;
  const reachPx = (db: number) => (Math.min(MAX_DB, Math.max(0, db)) / MAX_DB) * most;
  const out = (byte: number) => reachPx(defined(byteToRf(byte)) - sensitivityDbm);
  const columns: RfHistoryColumnPx[] = [];
  const gaps: RfHistoryLayout["gaps"] = [];
  for (let i = 0; i < count; i += 1) {
    const o = i * COLUMN_BYTES;
    const x = (i / count) * widthPx;
    if (bytes[o + COLUMN.aMax] === 0) {
      const last = gaps.at(-1);
      const toPx = ((i + 1) / count) * widthPx;
      if (last && last.toPx >= x - 1e-6) last.toPx = toPx;
      else gaps.push({ fromPx: x, toPx });
      continue;
    }
    const best = defined(byteToRf(sampleAt(bytes, o + COLUMN.bestMin)));
    const quality = sampleAt(bytes, o + COLUMN.qualityMin);
    columns.push({
      x,
      a: [out(sampleAt(bytes, o + COLUMN.aMin)), out(sampleAt(bytes, o + COLUMN.aMax))],
      b:
        bytes[o + COLUMN.bMax] === 0
          ? null
          : [out(sampleAt(bytes, o + COLUMN.bMin)), out(sampleAt(bytes, o + COLUMN.bMax))],
      isPinched: best < sensitivityDbm,
      isOverloaded: (sampleAt(bytes, o + COLUMN.everFlags) & OVERLOAD) !== 0,
      hasInterference:
        quality > 0 &&
        quality - 1 < BAD_QUALITY * QUALITY_STEPS &&
        best > sensitivityDbm + GOOD_OVER_DB,
    });
  }
  return { middlePx, columns, gaps, reachPx };
}

/**
 * Stretches of columns that share a mark, as wide as they are on the screen, a pixel and a half at
 * least.
 */
export function rangesOf(
  columns: readonly RfHistoryColumnPx[],
  mark: (c: RfHistoryColumnPx) => boolean,
  columnPx: number,
): { fromPx: number; toPx: number }[] {
  const found: { fromPx: number; toPx: number }[] = [];
  let lastX = -Infinity;
  for (const c of columns) {
    if (!mark(c)) continue;
    const last = found.at(-1);
    if (last && c.x - lastX < columnPx * 1.01) last.toPx = Math.max(c.x + columnPx, last.toPx);
    else found.push({ fromPx: c.x, toPx: c.x + Math.max(1.5, columnPx) });
    lastX = c.x;
  }
  return found;
}
