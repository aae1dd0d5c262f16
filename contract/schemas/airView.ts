import type { Raster } from "~/core/regulations/raster";
import type { FrequencyRange } from "~/core/regulations/region";
import type { SeenCarrier } from "~/core/spectrum/analyseSweep";
import type { InstrumentLines } from "~/core/spectrum/instrumentLines";
import type { BroadbandNoise } from "~/core/spectrum/broadbandNoise";
import type { LimitBy } from "~/core/spectrum/noiseLimit";
import type { SweepHistory } from "~/core/spectrum/overTime";
import type { SweepSetup } from "~/core/spectrum/setup";
import type { SweepWarning } from "~/core/spectrum/sweepWarning";
import type { TvChannel } from "~/core/spectrum/television";

/**
 * Levels along a sweep as they travel to the page: tenths of a decibel, two bytes each, in base 64;
 * a hole where nothing was measured.
 */
export type PackedLevels = string;

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
  /** Highest of the passes in each bin. */
  maxDbm: PackedLevels;
  floorDbm: PackedLevels;
  /** Over several passes: mean of power, median, nine in ten; null of a single one. */
  overTime: {
    meanDbm: PackedLevels;
    medianDbm: PackedLevels;
    highDbm: PackedLevels;
    history: SweepHistory;
  } | null;
  noiseFloorDbm: number;
  tv: TvChannel[];
  carriers: SeenCarrier[];
  broadband: BroadbandNoise[];
  instrumentLines: InstrumentLines[];
  /** How it was taken, as far as anybody said. */
  setup: SweepSetup;
  warnings: SweepWarning[];
}

/** Law and register at a place, scan or no scan. */
export interface LawView {
  windows: FrequencyRange[];
  taken: (FrequencyRange & { channel: number; reason: string })[];
  /** Where a carrier may stand, by law, register and scan. */
  open: FrequencyRange[];
  raster: Raster;
  maxNoiseDbm: number;
  /** Of which no band speaks: neither allowed nor forbidden as far as is known. */
  unruled: FrequencyRange[];
  /** What governs the limit, and the scan's floor per channel bandwidth; null before a scan. */
  limit: { by: LimitBy; floorDbm: number } | null;
  regionTitle: string;
  advice: string;
  licence: string;
}

/** A trace as it travels. */
export interface TraceView {
  lowHz: number;
  stepHz: number;
  levelsDbm: PackedLevels;
}

/** What a scan can be begun with here. */
export interface ScanChoices {
  /** The receivers that would sweep, in words; null when none can. */
  receivers: string | null;
  scanners: { key: string; label: string }[];
  /** Parts of the whole that can be swept alone. */
  blocks: { name: string; lowHz: number; highHz: number }[];
  antennas: string[];
  /** What was said at the last scan. */
  lastAntenna: string;
  lastScanner: string | null;
}

/** A scan of another place or of the other side of the door, where none answers for here. */
export interface ElsewhereView {
  takenAtMs: number;
  source: string;
  place: string;
  setting: "indoors" | "outdoors";
  isSamePlace: boolean;
  trace: TraceView;
}
