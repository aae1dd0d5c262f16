import type { FrequencyRange } from "~/core/regulations/region";

/** A piece of a sweep as it comes in. */
export interface SweepChunk {
  pass: number;
  fromIndex: number;
  levelsDbm: number[];
}

/** The frequencies that a sweep is about to measure. */
export interface SweepHead {
  lowHz: number;
  stepHz: number;
  points: number;
  passes: number;
}

/** What of an instrument's range to sweep, and how often. */
export interface SweepAsked {
  passes: number;
  /** Null: everything it reaches. */
  stretch: FrequencyRange | null;
}

/** An instrument beside the receivers that sweeps and does nothing else. */
export interface ScannerReport extends FrequencyRange {
  key: string;
  label: string;
  stepHz: number;
}
