import { noiseFloorDbm } from "~/core/radio/feed";
import type { FrequencyRange } from "~/core/regulations/region";
import type { SweepAnalysis } from "./analyseSweep";
import { QUIET_OVER_FLOOR_DB } from "./noiseLimit";
import { floorInBandwidth, freeRanges, type TuningSteps } from "./freeSpectrum";

export interface SurveyQuestion {
  analysis: SweepAnalysis;
  windows: readonly FrequencyRange[];
  tuning: readonly TuningSteps[];
  bandwidthHz: number;
  /** What will listen there; null when nobody said. */
  receiver: { noiseFigureDb: number } | null;
  /** A limit set by hand, power per channel bandwidth; null: none. */
  givenDbm: number | null;
  stations: readonly FrequencyRange[];
  avoid: readonly FrequencyRange[];
}

export interface Survey {
  /** Median noise power per channel bandwidth. */
  floorDbm: number;
  limitDbm: number;
  /**
   * "receiver": noise as strong as the receiver's own, which costs 3 dB of margin. "instrument":
   * the sweep's own floor lies above that, and quiet is judged by it. "given": set by hand.
   */
  limitBy: "receiver" | "instrument" | "given";
  /** Measure of the free centre frequencies. */
  freeHz: number;
  freeRanges: FrequencyRange[];
}

/**
 * What a sweep leaves free for a kind of channel, and by what limit. Unless a limit is given, what
 * is free rests on how far things stand over the sweep's own floor alone: an instrument whose scale
 * is off finds the same places.
 */
export function surveyAir(question: SurveyQuestion): Survey {
  const { analysis, bandwidthHz, receiver, givenDbm } = question;
  const floorDbm = floorInBandwidth(analysis, bandwidthHz);
  const overFloorDbm = floorDbm + QUIET_OVER_FLOOR_DB;
  const neededDbm = receiver ? noiseFloorDbm({ bandwidthHz, ...receiver }) : -Infinity;
  const ranges = freeRanges({ ...question, limitDbm: givenDbm ?? overFloorDbm });
  return {
    floorDbm,
    limitDbm: givenDbm ?? Math.max(neededDbm, overFloorDbm),
    limitBy: limitBy(givenDbm, neededDbm > overFloorDbm),
    freeHz: ranges.reduce((sum, r) => sum + r.highHz - r.lowHz, 0),
    freeRanges: ranges,
  };
}

function limitBy(givenDbm: number | null, isReceiverLess: boolean): Survey["limitBy"] {
  if (givenDbm !== null) return "given";
  return isReceiverLess ? "receiver" : "instrument";
}
