import type { FrequencyRange } from "~/core/regulations/region";

/** How much noise stands in a range of frequencies. */
export interface NoiseRange extends FrequencyRange {
  /** Power per channel bandwidth. */
  levelDbm: number;
}
// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */

/**
 * Measured power per channel bandwidth along a sweep: around each bin the power of all bins within
 * the bandwidth is summed (bins that were not measured are made up for by the others; where more
 * than half are missing nothing is said).
 * @param bandwidthHz - the channel's occupied bandwidth, > 0
 * @returns one range a bin, as `coordinate` takes them
 */
export function channelNoise(
  levelsDbm: Float64Array,
  lowHz: number,
  stepHz: number,
  bandwidthHz: number,
): NoiseRange[] {
  const points = levelsDbm.length;
  const reach = Math.max(0, Math.round((bandwidthHz / stepHz - 1) / 2));
  const wanted = bandwidthHz / stepHz;
  const ranges: NoiseRange[] = [];
  const sum = new Float64Array(points + 1);
  const count = new Uint32Array(points + 1);
  for (let i = 0; i < points; i += 1) {
    const isMeasured = !Number.isNaN(levelsDbm[i]!);
    sum[i + 1] = sum[i]! + (isMeasured ? 10 ** (levelsDbm[i]! / 10) : 0);
    count[i + 1] = count[i]! + (isMeasured ? 1 : 0);
  }
  for (let i = 0; i < points; i += 1) {
    const from = Math.max(0, i - reach);
    const to = Math.min(points, i + reach + 1);
    const measured = count[to]! - count[from]!;
    if (measured === 0 || measured < (to - from) / 2 || Number.isNaN(levelsDbm[i]!)) continue;
    const mw = ((sum[to]! - sum[from]!) / measured) * wanted;
    ranges.push({
      lowHz: lowHz + (i - 0.5) * stepHz,
      highHz: lowHz + (i + 0.5) * stepHz,
      levelDbm: 10 * Math.log10(Math.max(mw, 1e-30)),
    });
  }
  return ranges;
}
