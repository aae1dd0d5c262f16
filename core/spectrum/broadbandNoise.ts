// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { gammaQuantile, type NoiseModel } from "./noiseFloor";
import { SlidingQuantile } from "./sliding";
import type { TvChannel } from "./television";

/** Broad noise that is no transmitter's: lamps, motors, screens, supplies. */
export interface BroadbandNoise {
  lowHz: number;
  highHz: number;
  /** How far its middle stands over the quiet parts of the band beside it. */
  overDb: number;
  /** Power per bin at its highest. */
  levelDbm: number;
}

const REACH_HZ = 40_000_000;
const MIN_OVER_DB = 4;
const MIN_WIDTH_HZ = 1_500_000;
const MAX_GAP_HZ = 1_000_000;

/**
 * Finds broadband noise: ranges of at least 1.5 MHz whose medians stand 4 dB over the quiet fifth of the
 * band within 40 MHz, television aside. Narrow carriers move no median.
 * @param points - how many bins the sweep has
 */
export function findBroadbandNoise(
  points: number,
  lowHz: number,
  stepHz: number,
  noise: NoiseModel,
  tv: readonly TvChannel[],
): BroadbandNoise[] {
  const { blockMediansDbm } = noise;
  const count = blockMediansDbm.length;
  const blockHz = (points * stepHz) / count;
  const meanOverMedianDb = 10 * Math.log10(noise.shape / gammaQuantile(noise.shape, 0.5));
  const isTelevision = (fromHz: number) =>
    tv.some(
      (t) =>
        t.state === "busy" && t.lowHz - 500_000 < fromHz + blockHz && t.highHz + 500_000 > fromHz,
    );
  const blocks = Array.from(blockMediansDbm, (median, b) => {
    const fromHz = lowHz + (Math.floor((b * points) / count) - 0.5) * stepHz;
    return { fromHz, levelDbm: isTelevision(fromHz) ? NaN : median + meanOverMedianDb };
  });
  const levels = Float64Array.from(blocks, (x) => x.levelDbm);
  const reach = Math.max(1, Math.round(REACH_HZ / blockHz));
  const quiet = new SlidingQuantile(levels, 0.2);
  const overDb = blocks.map(
    ({ levelDbm }, b) =>
      levelDbm - (quiet.over(Math.max(0, b - reach), Math.min(count, b + reach + 1)) ?? NaN),
  );
  const broadband: BroadbandNoise[] = [];
  let open: { from: number; to: number } | null = null;
  const close = () => {
    if (!open) return;
    const { from, to } = open;
    open = null;
    const width = (to - from + 1) * blockHz;
    if (width < MIN_WIDTH_HZ) return;
    const inside = blocks
      .slice(from, to + 1)
      .map((x, k) => ({ level: x.levelDbm, over: overDb[from + k]! }))
      .filter((x) => !Number.isNaN(x.level));
    broadband.push({
      lowHz: Math.round(blocks[from]!.fromHz),
      highHz: Math.round(blocks[from]!.fromHz + width),
      overDb: Math.max(...inside.map((x) => x.over)),
      levelDbm: Math.max(...inside.map((x) => x.level)),
    });
  };
  const mostGap = Math.round(MAX_GAP_HZ / blockHz);
  overDb.forEach((over, b) => {
    // behind a station nobody can see: the noise may go on there
    if (over >= MIN_OVER_DB) {
      if (open && blocks.slice(open.to + 1, b).every((x) => Number.isNaN(x.levelDbm))) open.to = b;
      else if (open && b - open.to - 1 <= mostGap) open.to = b;
      else {
        close();
        open = { from: b, to: b };
      }
    }
  });
  close();
  return broadband;
}
