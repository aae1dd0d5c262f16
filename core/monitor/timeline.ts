import { COLUMN_BYTES, foldColumns, foldReadings } from "./extremes";
import { BYTES } from "./reading";

/** Readings are kept in pieces of so many milliseconds, this far apart, all channels together. */
export const SLOT_MS = 100;
export const PIECE_SLOTS = 100;
export const PIECE_MS = SLOT_MS * PIECE_SLOTS;

/**
 * A stored piece: the readings of each channel one after the other, and one column of extremes for
 * each.
 */
export interface ReadingPiece {
  /** Of its first slot; a multiple of PIECE_MS. */
  startMs: number;
  channelIds: number[];
  /** channelIds.length × PIECE_SLOTS × BYTES. */
  readings: Uint8Array;
}

export interface PieceSummary {
  startMs: number;
  channelIds: number[];
  /** channelIds.length × COLUMN_BYTES. */
  extremes: Uint8Array;
}

export function summaryOf({ startMs, channelIds, readings }: ReadingPiece): PieceSummary {
  const extremes = new Uint8Array(channelIds.length * COLUMN_BYTES);
  channelIds.forEach((_, i) =>
    foldReadings(readings, i * PIECE_SLOTS, (i + 1) * PIECE_SLOTS, extremes, i),
  );
  return { startMs, channelIds, extremes };
}

export interface RfHistoryWindow {
  fromMs: number;
  toMs: number;
  columns: number;
}

/** Where a window is so long that a column is wider than a piece, summaries do. */
export const needsReadings = ({ fromMs, toMs, columns }: RfHistoryWindow): boolean =>
  (toMs - fromMs) / columns < PIECE_MS;

/**
 * The RF history of every channel in a window: extremes column by column. Pieces may come in any order
 * and overlap (a clock that was set back): everything that falls into a column counts there.
 */
export function rfHistoryFromPieces(
  pieces: readonly ReadingPiece[],
  window: RfHistoryWindow,
): Map<number, Uint8Array> {
  const out = new Map<number, Uint8Array>();
  const perColumnMs = (window.toMs - window.fromMs) / window.columns;
  for (const { startMs, channelIds, readings } of pieces) {
    channelIds.forEach((id, c) => {
      const into = columnsFor(out, id, window.columns);
      let slot = 0;
      while (slot < PIECE_SLOTS) {
        const column = Math.floor((startMs + slot * SLOT_MS - window.fromMs) / perColumnMs);
        // all slots that fall into this column at once
        const next = Math.max(
          slot + 1,
          Math.min(
            PIECE_SLOTS,
            Math.ceil((window.fromMs + (column + 1) * perColumnMs - startMs) / SLOT_MS),
          ),
        );
        if (column >= 0 && column < window.columns)
          foldReadings(readings, c * PIECE_SLOTS + slot, c * PIECE_SLOTS + next, into, column);
        slot = next;
      }
    });
  }
  return out;
}

/** The same out of summaries, each counted where it begins. */
export function rfHistoryFromSummaries(
  summaries: readonly PieceSummary[],
  window: RfHistoryWindow,
): Map<number, Uint8Array> {
  const out = new Map<number, Uint8Array>();
  const perColumnMs = (window.toMs - window.fromMs) / window.columns;
  for (const { startMs, channelIds, extremes } of summaries) {
    const column = Math.floor((startMs - window.fromMs) / perColumnMs);
    if (column < 0 || column >= window.columns) continue;
    channelIds.forEach((id, c) =>
      foldColumns(extremes, c, c + 1, columnsFor(out, id, window.columns), column),
    );
  }
  return out;
}

function columnsFor(out: Map<number, Uint8Array>, id: number, columns: number): Uint8Array {
  const known = out.get(id);
  if (known) return known;
  const fresh = new Uint8Array(columns * COLUMN_BYTES);
  out.set(id, fresh);
  return fresh;
}

/** An empty piece for readings to be written into. */
export const emptyPiece = (startMs: number, channelIds: readonly number[]): ReadingPiece => ({
  startMs,
  channelIds: [...channelIds],
  readings: new Uint8Array(channelIds.length * PIECE_SLOTS * BYTES),
});
