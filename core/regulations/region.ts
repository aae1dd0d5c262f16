import au from "./rules/au.json";
import eu from "./rules/eu.json";
import uk from "./rules/uk.json";
import us from "./rules/us.json";
import type { Raster, RasterName } from "./raster";
import { RASTERS } from "./raster";

export type RegionName = "US" | "UK" | "EU" | "AU";

/** One range of a region's law. `maxEirpMw` 0 forbids it. */
export interface Band {
  lowHz: number;
  highHz: number;
  licence: string;
  maxEirpMw: number;
  note: string;
  source: string;
  asOf: string;
  /** Only for digital systems that choose for themselves; absent: for all. */
  isForSelfChoosing?: true;
}

export interface Region {
  /** One of those that ship, or the user's own. */
  name: string;
  title: string;
  raster: RasterName | Raster;
  /** The widest occupied bandwidth the rules allow, where they say one. */
  maxBandwidthHz: number | null;
  advice: string;
  bands: Band[];
}

export const REGIONS: Readonly<Record<RegionName, Region>> = {
  US: us as Region,
  UK: uk as Region,
  EU: eu as Region,
  AU: au as Region,
};

export const rasterOf = (region: Region): Raster =>
  typeof region.raster === "string" ? RASTERS[region.raster] : region.raster;

export interface FrequencyRange {
  lowHz: number;
  highHz: number;
}

/** Joins ranges that touch or overlap; the answer is sorted. */
export function mergeRanges(ranges: readonly FrequencyRange[]): FrequencyRange[] {
  const merged: FrequencyRange[] = [];
  for (const { lowHz, highHz } of [...ranges].sort((a, b) => a.lowHz - b.lowHz)) {
    const last = merged.at(-1);
    if (last && lowHz <= last.highHz) last.highHz = Math.max(last.highHz, highHz);
    else merged.push({ lowHz, highHz });
  }
  return merged;
}

/** The bands that speak of a tuned system, or of one that chooses for itself. */
export const bandsFor = (region: Pick<Region, "bands">, isSelfChoosing = false): Band[] =>
  isSelfChoosing ? region.bands : region.bands.filter((b) => !b.isForSelfChoosing);

/**
 * Where a transmitter of this power may work at all: the union of bands that allow it, less what
 * any band forbids.
 * @param eirpMw - radiated power in milliwatts, > 0 @param isSelfChoosing - one that chooses for
 *   itself
 */
export function legalWindows(
  region: Region,
  eirpMw: number,
  isSelfChoosing = false,
): FrequencyRange[] {
  const bands = bandsFor(region, isSelfChoosing);
  const allowed = mergeRanges(bands.filter((b) => b.maxEirpMw >= eirpMw));
  const forbidden = bands.filter((b) => b.maxEirpMw === 0);
  return forbidden.reduce((windows, hole) => windows.flatMap((w) => subtract(w, hole)), allowed);
}

/**
 * What of some ranges no band of a region speaks of: neither allowed nor forbidden as far as is
 * known here. Unknown is not forbidden: the regulator knows.
 */
export function unruledRanges(
  region: Region,
  ranges: readonly FrequencyRange[],
  isSelfChoosing = false,
): FrequencyRange[] {
  return bandsFor(region, isSelfChoosing).reduce<FrequencyRange[]>(
    (left, band) => left.flatMap((s) => subtract(s, band)),
    mergeRanges(ranges),
  );
}

function subtract(window: FrequencyRange, hole: FrequencyRange): FrequencyRange[] {
  if (hole.highHz <= window.lowHz || hole.lowHz >= window.highHz) return [window];
  const rest: FrequencyRange[] = [];
  if (hole.lowHz > window.lowHz) rest.push({ lowHz: window.lowHz, highHz: hole.lowHz });
  if (hole.highHz < window.highHz) rest.push({ lowHz: hole.highHz, highHz: window.highHz });
  return rest;
}
