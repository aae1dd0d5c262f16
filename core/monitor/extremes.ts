import { sampleAt } from "~/core/units/items";
import { BYTES } from "./reading";

/**
 * What a stretch of readings of one channel is drawn and stored by: extremes only, so that the
 * shortest pinch stays however far one looks back. Bytes as `reading.ts` packs them; 0 is unknown.
 */
export const COLUMN_BYTES = 8;
/** Where each stands in a column. */
export const COLUMN = {
  aMin: 0,
  aMax: 1,
  bMin: 2,
  bMax: 3,
  /** The least of the better antenna of each moment. */ bestMin: 4,
  audioMax: 5,
  /** Overload, mute, partner and audio: whether ever. */ everFlags: 6,
  /** Lowest quality, 1 up; 0 unknown. */ qualityMin: 7,
} as const;

/**
 * Folds readings [from, to) of one channel into one column; readings that are unknown leave no
 * trace.
 */
export function foldReadings(
  bytes: Uint8Array,
  from: number,
  to: number,
  into: Uint8Array,
  column: number,
): void {
  const at = column * COLUMN_BYTES;
  for (let slot = from; slot < to; slot += 1) {
    const o = slot * BYTES;
    const a = sampleAt(bytes, o);
    if (a === 0) continue;
    const b = sampleAt(bytes, o + 1);
    foldOne(
      into,
      at,
      a,
      a,
      b,
      b,
      a > b ? a : b,
      sampleAt(bytes, o + 2),
      sampleAt(bytes, o + 3) & 15,
      sampleAt(bytes, o + 3) >> 4,
    );
  }
}

/** Folds columns [from, to) of one channel into one column. */
export function foldColumns(
  columns: Uint8Array,
  from: number,
  to: number,
  into: Uint8Array,
  column: number,
): void {
  const at = column * COLUMN_BYTES;
  for (let i = from; i < to; i += 1) {
    const o = i * COLUMN_BYTES;
    if (columns[o + COLUMN.aMax] === 0) continue;
    foldOne(
      into,
      at,
      sampleAt(columns, o),
      sampleAt(columns, o + 1),
      sampleAt(columns, o + 2),
      sampleAt(columns, o + 3),
      sampleAt(columns, o + 4),
      sampleAt(columns, o + 5),
      sampleAt(columns, o + 6),
      sampleAt(columns, o + 7),
    );
  }
}

function foldOne(
  into: Uint8Array,
  at: number,
  aMin: number,
  aMax: number,
  bMin: number,
  bMax: number,
  bestMin: number,
  audio: number,
  flags: number,
  quality: number,
): void {
  into[at] = least(sampleAt(into, at), aMin);
  if (aMax > sampleAt(into, at + 1)) into[at + 1] = aMax;
  into[at + 2] = least(sampleAt(into, at + 2), bMin);
  if (bMax > sampleAt(into, at + 3)) into[at + 3] = bMax;
  into[at + 4] = least(sampleAt(into, at + 4), bestMin);
  if (audio > sampleAt(into, at + 5)) into[at + 5] = audio;
  into[at + 6] = sampleAt(into, at + 6) | flags;
  into[at + 7] = least(sampleAt(into, at + 7), quality);
}

/** The lesser of two where 0 is unknown. */
const least = (a: number, b: number): number => (a === 0 ? b : b === 0 ? a : a < b ? a : b);

/**
 * Columns of a window of time out of readings that lie in even slots. Each reading counts in
 * exactly one column.
 * @param slotOfColumn - the first slot of a column; the last bound is that of `count`
 */
export function columnsOf(
  bytes: Uint8Array,
  count: number,
  slotOfColumn: (column: number) => number,
): Uint8Array {
  const out = new Uint8Array(count * COLUMN_BYTES);
  for (let i = 0; i < count; i += 1)
    foldReadings(bytes, slotOfColumn(i), slotOfColumn(i + 1), out, i);
  return out;
}
