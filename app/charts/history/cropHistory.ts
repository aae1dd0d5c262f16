import type { FrequencyRange } from "~/core/regulations/region";
import type { SweepHistory } from "~/core/spectrum/overTime";

/**
 * A history laid onto another axis: cut and padded to a range, so that it stands under a spectrum of
 * the same range.
 */
export function cropHistory(h: SweepHistory, { lowHz, highHz }: FrequencyRange): SweepHistory {
  const cellHz = (h.highHz - h.lowHz) / Math.max(1, h.columns);
  const columns = Math.max(1, Math.round((highHz - lowHz) / Math.max(1, cellHz)));
  const rows = h.rows
    .map((row) =>
      Array.from({ length: columns }, (_, c) => {
        const at = Math.floor((lowHz + (c + 0.5) * cellHz - h.lowHz) / cellHz);
        return row[at] ?? -1;
      }),
    )
    .filter((row) => row.some((v) => v >= 0));
  return { lowHz, highHz, columns, rows };
}
