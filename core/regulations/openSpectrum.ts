import { rasterChannels, type Raster } from "./raster";
import type { FrequencyRange } from "./region";

/** A range between stations, and what it is worth to this kit. */
export interface RoomRange extends FrequencyRange {
  channels: number[];
  usableHz: number;
  /** The packs that tune into it. */
  packs: string[];
  /** Megahertz usable, summed over the packs that can use them: what a range is ranked by. */
  packMhz: number;
}

/**
 * Ranks the ranges of the band by the room that they leave for this kit: not merely free or
 * taken, but megahertz usable times packs that tune there.
 * @param open - where a carrier may stand at all (law, and the scan if there is one) @param taken -
 *   raster channels that stations hold
 * @param packs - with the tuning that each shares with a receiver of the case; empty where it fits
 *   none
 */
export function rankRoom(
  raster: Raster,
  open: readonly FrequencyRange[],
  taken: ReadonlySet<number>,
  packs: readonly { label: string; tuning: readonly FrequencyRange[] }[],
): RoomRange[] {
  const overlapHz = (a: FrequencyRange, b: FrequencyRange) =>
    Math.max(0, Math.min(a.highHz, b.highHz) - Math.max(a.lowHz, b.lowHz));
  const ranges: RoomRange[] = [];
  for (const c of rasterChannels(raster)) {
    if (taken.has(c.channel)) continue;
    const free = open
      .map((o) => ({ lowHz: Math.max(o.lowHz, c.lowHz), highHz: Math.min(o.highHz, c.highHz) }))
      .filter((s) => s.highHz > s.lowHz);
    const usableHz = free.reduce((n, s) => n + s.highHz - s.lowHz, 0);
    if (usableHz === 0) continue;
    const users = packs.filter((p) => free.some((s) => p.tuning.some((t) => overlapHz(s, t) > 0)));
    const packMhz =
      users.reduce(
        (n, p) =>
          n + free.reduce((m, s) => m + p.tuning.reduce((k, t) => k + overlapHz(s, t), 0), 0),
        0,
      ) / 1e6;
    const last = ranges.at(-1);
    if (last && last.channels.at(-1) === c.channel - 1) {
      last.highHz = c.highHz;
      last.channels.push(c.channel);
      last.usableHz += usableHz;
      last.packMhz += packMhz;
      last.packs = [...new Set([...last.packs, ...users.map((u) => u.label)])];
    } else
      ranges.push({
        lowHz: c.lowHz,
        highHz: c.highHz,
        channels: [c.channel],
        usableHz,
        packs: users.map((u) => u.label),
        packMhz,
      });
  }
  return ranges.sort(
    (a, b) => b.packMhz - a.packMhz || b.usableHz - a.usableHz || a.lowHz - b.lowHz,
  );
}
