// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { lastOf, numberAt } from "~/core/units/items";
import { type Raster, rasterChannels } from "~/core/regulations/raster";
import { gammaQuantile, type NoiseModel } from "./noiseFloor";
import { quantile } from "~/core/units/statistics";
import { NEPER_PER_DB } from "./sweep";

export type TvState = "busy" | "clear" | "partial" | "unseen";

export interface TvChannel {
  channel: number;
  lowHz: number;
  highHz: number;
  state: TvState;
  /** Power in the raster channel, dBm; null where nothing was seen. */
  levelDbm: number | null;
  /** Share of the channel that stands 6 dB over the floor, 0 … 1. */
  filled: number;
  /** Share of the channel that was swept, 0 … 1. */
  covered: number;
}

const BUSY_OVER_FLOOR_DB = 6;
const PARTS = 16;
const WHOLE = 0.97;
const EDGE_DB = 2;

/**
 * What each channel of the raster holds: `busy` where a broadcast-like block stands 6 dB over the
 * floor across it, `partial` where only part of it was swept or filled. The median of each
 * sixteenth decides, so that narrow carriers fill nothing; a level that goes on beyond both edges,
 * or beyond one and lies without a gap against a station at the other, is broadband noise, not a station.
 */
export function findTelevision(
  levelsDbm: Float64Array,
  lowHz: number,
  stepHz: number,
  noise: NoiseModel,
  raster: Raster,
): TvChannel[] {
  const meanOverMedianDb = 10 * Math.log10(noise.shape / gammaQuantile(noise.shape, 0.5));
  const medianOver = (
    fromHz: number,
    toHz: number,
  ): { overDb: number; levelDbm: number } | null => {
    const from = Math.max(0, Math.ceil((fromHz - lowHz) / stepHz - 1e-6));
    const to = Math.min(levelsDbm.length - 1, Math.ceil((toHz - lowHz) / stepHz - 1e-6) - 1);
    const values = new Float64Array(Math.max(0, to - from + 1));
    let count = 0;
    let floor = 0;
    for (let i = from; i <= to; i += 1) {
      if (Number.isNaN(levelsDbm[i]!)) continue;
      values[count++] = levelsDbm[i]!;
      floor += noise.floorDbm[i]!;
    }
    if (count === 0) return null;
    const levelDbm = quantile(values.subarray(0, count).sort(), 0.5) + meanOverMedianDb;
    return { overDb: levelDbm - floor / count, levelDbm };
  };

  return rasterChannels(raster).map(({ channel, lowHz: edgeLowHz, highHz: edgeHighHz }) => {
    const widthHz = edgeHighHz - edgeLowHz;
    let mw = 0;
    let bins = 0;
    const first = Math.max(0, Math.ceil((edgeLowHz - lowHz) / stepHz - 1e-6));
    for (let i = first; i < levelsDbm.length && lowHz + i * stepHz < edgeHighHz - 1e-6; i += 1) {
      if (Number.isNaN(levelsDbm[i]!)) continue;
      mw += Math.exp(levelsDbm[i]! * NEPER_PER_DB);
      bins += 1;
    }
    const base = { channel, lowHz: edgeLowHz, highHz: edgeHighHz };
    if (bins * stepHz < widthHz * 0.03)
      return {
        ...base,
        state: "unseen" as const,
        levelDbm: null,
        filled: 0,
        covered: (bins * stepHz) / widthHz,
      };
    const inner = widthHz * 0.05;
    let seen = 0;
    let filled = 0;
    const insideDb: number[] = [];
    for (let p = 0; p < PARTS; p += 1) {
      const width = (widthHz - 2 * inner) / PARTS;
      const part = medianOver(edgeLowHz + inner + p * width, edgeLowHz + inner + (p + 1) * width);
      if (part === null) continue;
      seen += 1;
      if (part.overDb >= BUSY_OVER_FLOOR_DB) filled += 1;
      insideDb.push(part.levelDbm);
    }
    const covered = (bins * stepHz) / widthHz;
    const share = seen === 0 ? 0 : filled / seen;
    const levelDbm = 10 * Math.log10(mw * Math.max(1, widthHz / (bins * stepHz)));
    let state: TvState = share >= 0.85 ? "busy" : share >= 0.2 ? "partial" : "clear";
    if (covered < WHOLE) state = "partial";
    if (state === "busy") {
      const goesOn = (edgeHz: number, outward: 1 | -1): boolean => {
        const inside = medianOver(
          edgeHz - (outward > 0 ? 1e6 : -0.3e6),
          edgeHz - (outward > 0 ? 0.3e6 : -1e6),
        );
        const outside = medianOver(
          edgeHz + (outward > 0 ? 0.3e6 : -1e6),
          edgeHz + (outward > 0 ? 1e6 : -0.3e6),
        );
        // stations side by side leave a gap between them, which a coarse sweep cannot show
        const gap = stepHz <= 150_000 ? medianOver(edgeHz - 0.1e6, edgeHz + 0.1e6) : null;
        if (!inside || !outside || !gap) return false;
        return (
          Math.abs(inside.levelDbm - outside.levelDbm) < 6 &&
          gap.levelDbm > Math.min(inside.levelDbm, outside.levelDbm) - 6
        );
      };
      // a station has an edge of its own even beside another one; broadband noise that lies against a
      // station has none
      const hasEdge = (edgeHz: number, outward: 1 | -1): boolean => {
        const inside = medianOver(
          edgeHz - (outward > 0 ? 1e6 : -0.3e6),
          edgeHz - (outward > 0 ? 0.3e6 : -1e6),
        );
        const gap = stepHz <= 100_000 ? medianOver(edgeHz - 0.1e6, edgeHz + 0.1e6) : null;
        return !inside || !gap || inside.levelDbm - gap.levelDbm > EDGE_DB;
      };
      const ripple = lastOf(insideDb) - numberAt(insideDb, 0);
      const [onLow, onHigh] = [goesOn(edgeLowHz, -1), goesOn(edgeHighHz, 1)];
      if (
        (onLow && (onHigh || !hasEdge(edgeHighHz, 1))) ||
        (onHigh && !hasEdge(edgeLowHz, -1)) ||
        ripple > 15
      )
        state = "partial";
    }
    return { ...base, state, levelDbm, filled: share, covered: Math.min(1, covered) };
  });
}
