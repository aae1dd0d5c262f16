import { lastOf } from "~/core/units/items";
import type { NoiseRange } from "~/core/spectrum/channelNoise";

/**
 * Noise along a sweep as it travels to the page: one level a step, NaN where nothing was measured.
 */
export interface PackedNoise {
  lowHz: number;
  stepHz: number;
  levelsDbm: number[];
}

/** @param ranges - all of one width, on one grid, as `channelNoise` makes them */
export function packNoise(ranges: readonly NoiseRange[]): PackedNoise {
  const first = ranges[0];
  if (!first) return { lowHz: 0, stepHz: 1, levelsDbm: [] };
  const stepHz = first.highHz - first.lowHz;
  const count = Math.round((lastOf(ranges).lowHz - first.lowHz) / stepHz) + 1;
  const levelsDbm = Array.from({ length: count }, () => NaN);
  for (const s of ranges) levelsDbm[Math.round((s.lowHz - first.lowHz) / stepHz)] = s.levelDbm;
  return { lowHz: first.lowHz, stepHz, levelsDbm };
}

export function unpackNoise({ lowHz, stepHz, levelsDbm }: PackedNoise): NoiseRange[] {
  return levelsDbm.flatMap((levelDbm, i) =>
    Number.isNaN(levelDbm)
      ? []
      : [{ lowHz: lowHz + i * stepHz, highHz: lowHz + (i + 1) * stepHz, levelDbm }],
  );
}

/** Noise of several places: each on a grid of its own, one after the other. */
export function packNoises(ranges: readonly NoiseRange[]): PackedNoise[] {
  const parts: NoiseRange[][] = [];
  for (const s of ranges) {
    const last = parts.at(-1)?.at(-1);
    if (
      last &&
      s.lowHz > last.lowHz &&
      Math.abs(s.highHz - s.lowHz - (last.highHz - last.lowHz)) < 1
    )
      lastOf(parts).push(s);
    else parts.push([s]);
  }
  return parts.map(packNoise);
}
