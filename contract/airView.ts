import type { Raster } from "../core/regions/raster";
import type { Stretch } from "../core/regions/region";
import type { SeenCarrier } from "../core/sweep/analyseSweep";
import type { Hump } from "../core/sweep/humps";
import type { SweepHistory } from "../core/sweep/overTime";
import type { SweepWarning } from "../core/sweep/sweep";
import type { TvChannel } from "../core/sweep/television";

/** A scan and what it means, as the screens draw it. */
export interface AirView {
  sweepId: number;
  takenAtMs: number;
  source: string;
  /** How often each bin was looked at. */
  looksPerBin: number;
  lowHz: number;
  highHz: number;
  stepHz: number;
  /** Highest of the passes in each bin, a tenth of a decibel; NaN where nothing was measured. */
  maxDbm: number[];
  floorDbm: number[];
  /** Over several passes: mean of power, median, nine in ten; null of a single one. */
  overTime: { meanDbm: number[]; medianDbm: number[]; highDbm: number[]; history: SweepHistory } | null;
  noiseFloorDbm: number;
  tv: TvChannel[];
  carriers: SeenCarrier[];
  humps: Hump[];
  warnings: SweepWarning[];
}

/** Law and register at a place, scan or no scan. */
export interface LawView {
  windows: Stretch[];
  taken: (Stretch & { channel: number; reason: string })[];
  /** Where a carrier may stand, by law, register and scan. */
  open: Stretch[];
  raster: Raster;
  maxNoiseDbm: number;
  regionTitle: string;
  advice: string;
  licence: string;
}
