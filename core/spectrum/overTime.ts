// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { quantile } from "~/core/units/statistics";
import type { Measurement } from "./sweep";

/**
 * A percentile of each bin over the passes; NaN where no pass measured. The median of noise lies
 * below its mean power: by 10·log10(ln 2) = −1.59 dB for single looks.
 * @param share - 0 … 1; 0.5 is the median
 */
export function percentileOfPasses(passes: readonly Float64Array[], share: number): Float64Array {
  const points = passes[0]?.length ?? 0;
  const out = new Float64Array(points).fill(NaN);
  const column = new Float64Array(passes.length);
  for (let i = 0; i < points; i += 1) {
    let n = 0;
    for (const pass of passes) if (!Number.isNaN(pass[i]!)) column[n++] = pass[i]!;
    if (n > 0) out[i] = quantile(column.subarray(0, n).sort(), share);
  }
  return out;
}

/**
 * In which share of the passes each bin stands over the floor by so much; NaN where no pass
 * measured.
 * @param overDb - what counts as something: noise of few looks reaches 6 dB by itself now and then
 */
export function occupancyOfPasses(
  passes: readonly Float64Array[],
  floorDbm: Float64Array,
  overDb = 8,
): Float64Array {
  return Float64Array.from(floorDbm, (floor, i) => {
    let looked = 0;
    let over = 0;
    for (const pass of passes) {
      if (Number.isNaN(pass[i]!)) continue;
      looked += 1;
      if (pass[i]! > floor + overDb) over += 1;
    }
    return looked === 0 ? NaN : over / looked;
  });
}

/** Passes as a picture: time down, frequency across, how far each cell stands over the floor. */
export interface SweepHistory {
  lowHz: number;
  highHz: number;
  columns: number;
  /**
   * Row by row, oldest first: whole decibels over the floor, 0 … 60; −1 where nothing was measured.
   */
  rows: number[][];
}

/**
 * The history of a range: each cell keeps the highest of its bins, so that a narrow carrier never
 * drops out. Passes that saw nothing of the range are left out; many passes are put together in
 * even groups, the highest of each.
 * @param columns - at most so many cells across @param mostRows - at most so many down
 */
export function historyOf(
  { passes, lowHz: firstHz, stepHz }: Measurement,
  floorDbm: Float64Array,
  range: { lowHz: number; highHz: number },
  columns: number,
  mostRows: number,
): SweepHistory {
  const from = Math.max(0, Math.round((range.lowHz - firstHz) / stepHz));
  const to = Math.min(floorDbm.length - 1, Math.round((range.highHz - firstHz) / stepHz));
  const bins = Math.max(0, to - from + 1);
  const across = Math.max(1, Math.min(columns, bins));
  const group = Math.max(1, Math.ceil(passes.length / mostRows));
  const rows: number[][] = [];
  for (let p = 0; p < passes.length; p += group) {
    const row = new Array<number>(across).fill(-1);
    for (const pass of passes.slice(p, p + group)) {
      for (let k = 0; k < bins; k += 1) {
        const level = pass[from + k]!;
        if (Number.isNaN(level)) continue;
        const at = Math.min(across - 1, Math.floor((k * across) / bins));
        row[at] = Math.max(
          row[at]!,
          Math.round(Math.max(0, Math.min(60, level - floorDbm[from + k]!))),
        );
      }
    }
    if (row.some((v) => v >= 0)) rows.push(row);
  }
  return { lowHz: firstHz + from * stepHz, highHz: firstHz + to * stepHz, columns: across, rows };
}
