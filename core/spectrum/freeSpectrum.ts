import type { FrequencyRange } from "~/core/regulations/region";
import { mergeRanges } from "~/core/regulations/region";
import { gammaExceeded } from "~/core/units/gamma";
import type { NoiseRange } from "./channelNoise";
import { sampleAt } from "~/core/units/items";
import { median } from "~/core/units/statistics";
import type { SweepAnalysis } from "./analyseSweep";
import { gammaQuantile } from "./noiseFloor";
import { SlidingQuantile } from "./sliding";

/**
 * From a station's edge, or from where its skirt goes under the noise, to a channel's occupied edge
 * (common practice, no published source: half a channel).
 */
export const STATION_GUARD_HZ = 100_000;
/** A station's skirt ends where the air lies no further over the floor. */
const SKIRT_OVER_FLOOR_DB = 3;
/** And is not looked for further out. */
const MAX_SKIRT_HZ = 2_000_000;
const SKIRT_WINDOW_HZ = 150_000;
/** Broad noise is judged by the median over so many looks: it scatters by 0.8 dB. */
const BROAD_LOOKS = 60;
/** But over no wider a piece: broad noise of a lamp fills a few megahertz. */
const MAX_BROAD_HZ = 4_000_000;
/** And never narrower than so many bins: a median of two is none. */
const MIN_BROAD_BINS = 9;
/** Noise at its limit passes for more so rarely, in one channel's bandwidth. */
const LN_RARE = Math.log(1e-5);
/** A run of bins that were not measured, longer than this, is a gap and not a missing figure. */
const MAX_MISSING_HZ = 50_000;

/** A tuning range and its steps. */
export interface TuningSteps extends FrequencyRange {
  stepHz: number;
}

export interface FreeQuestion {
  analysis: SweepAnalysis;
  /** Where a transmitter may be at all. */
  windows: readonly FrequencyRange[];
  tuning: readonly TuningSteps[];
  bandwidthHz: number;
  /** Power per channel bandwidth up to which a place is quiet. */
  limitDbm: number;
  /** Stations that are known to be there, seen or not. */
  stations: readonly FrequencyRange[];
  /** What is kept free for any other reason. */
  avoid: readonly FrequencyRange[];
}

/**
 * Mean noise power in a channel's bandwidth, dBm: the median over what is neither station nor
 * broadband noise. Carriers are not in it: the floor of each bin is.
 * @param bandwidthHz - > 0
 */
export function floorInBandwidth(analysis: SweepAnalysis, bandwidthHz: number): number {
  const { floorDbm, meanDbm, lowHz, stepHz, tv, broadband: broadband } = analysis;
  const broad = [...tv.filter((t) => t.state === "busy"), ...broadband];
  const every = Math.max(1, floorDbm.length >> 12);
  const floors: number[] = [];
  for (let i = 0; i < floorDbm.length; i += every) {
    const hz = lowHz + i * stepHz;
    const isQuiet = !broad.some((b) => hz > b.lowHz && hz < b.highHz);
    const floor = sampleAt(floorDbm, i);
    if (isQuiet && !Number.isNaN(sampleAt(meanDbm, i)) && !Number.isNaN(floor)) floors.push(floor);
  }
  const perBinDbm = floors.length > 0 ? median(floors) : analysis.noiseFloorDbm;
  return perBinDbm + 10 * Math.log10(bandwidthHz / stepHz);
}

/** Running sums over the bins of a sweep: power of what was measured, and how much was. */
export class RunningPower {
  private readonly sum: Float64Array;
  private readonly count: Float64Array;

  constructor(
    levelsDbm: Float64Array,
    private readonly lowHz: number,
    private readonly stepHz: number,
  ) {
    this.sum = new Float64Array(levelsDbm.length + 1);
    this.count = new Float64Array(levelsDbm.length + 1);
    levelsDbm.forEach((level, i) => {
      const isMeasured = !Number.isNaN(level);
      this.sum[i + 1] = sampleAt(this.sum, i) + (isMeasured ? 10 ** (level / 10) : 0);
      this.count[i + 1] = sampleAt(this.count, i) + (isMeasured ? 1 : 0);
    });
  }

  /**
   * Mean power per bin of what was measured between two frequencies, of how many bins, and how many
   * there are.
   */
  mean(fromHz: number, toHz: number): { mw: number; bins: number; of: number } {
    const last = this.sum.length - 1;
    const at = (hz: number) =>
      Math.max(0, Math.min(last, Math.round((hz - this.lowHz) / this.stepHz + 0.5)));
    const [from, to] = [at(fromHz), Math.max(at(toHz), Math.min(last, at(fromHz) + 1))];
    const bins = sampleAt(this.count, to) - sampleAt(this.count, from);
    return {
      mw: bins === 0 ? NaN : (sampleAt(this.sum, to) - sampleAt(this.sum, from)) / bins,
      bins,
      of: to - from,
    };
  }
}

/** The ranges of a sweep that were measured, whole bins; a single missing figure is no gap. */
export function measuredRanges({
  meanDbm,
  lowHz,
  stepHz,
}: Pick<SweepAnalysis, "meanDbm" | "lowHz" | "stepHz">): FrequencyRange[] {
  const ranges: FrequencyRange[] = [];
  const mostMissing = Math.max(1, Math.floor(MAX_MISSING_HZ / stepHz));
  meanDbm.forEach((level, i) => {
    if (Number.isNaN(level)) return;
    const [fromHz, toHz] = [lowHz + (i - 0.5) * stepHz, lowHz + (i + 0.5) * stepHz];
    const last = ranges.at(-1);
    if (last && fromHz - last.highHz <= (mostMissing + 0.01) * stepHz) last.highHz = toHz;
    else ranges.push({ lowHz: fromHz, highHz: toHz });
  });
  return ranges;
}

/**
 * Where a station takes room: its channel, its skirt as far as that stands out of the noise, and a
 * guard.
 */
export function stationRoom(
  station: FrequencyRange,
  power: RunningPower,
  { floorDbm, lowHz, stepHz }: Pick<SweepAnalysis, "floorDbm" | "lowHz" | "stepHz">,
): FrequencyRange {
  const skirtEnd = (edgeHz: number, outward: 1 | -1): number => {
    for (let awayHz = 0; awayHz < MAX_SKIRT_HZ; awayHz += SKIRT_WINDOW_HZ / 2) {
      const middleHz = edgeHz + outward * (awayHz + SKIRT_WINDOW_HZ / 2);
      const { mw } = power.mean(middleHz - SKIRT_WINDOW_HZ / 2, middleHz + SKIRT_WINDOW_HZ / 2);
      const at = Math.max(
        0,
        Math.min(floorDbm.length - 1, Math.round((middleHz - lowHz) / stepHz)),
      );
      const overDb = 10 * Math.log10(mw) - sampleAt(floorDbm, at);
      if (!(overDb > SKIRT_OVER_FLOOR_DB)) return edgeHz + outward * awayHz;
    }
    return edgeHz + outward * MAX_SKIRT_HZ;
  };
  return {
    lowHz: skirtEnd(station.lowHz, -1) - STATION_GUARD_HZ,
    highHz: skirtEnd(station.highHz, 1) + STATION_GUARD_HZ,
  };
}

/** The noise of a sweep without its narrow carriers: under each lies the floor. */
export function withoutCarriers({ meanDbm, floorDbm, lowHz, stepHz, carriers }: SweepAnalysis) {
  const levels = Float64Array.from(meanDbm);
  for (const c of carriers) {
    const reachHz = c.widthHz / 2 + stepHz;
    const from = Math.max(0, Math.ceil((c.frequencyHz - reachHz - lowHz) / stepHz));
    const to = Math.min(levels.length - 1, Math.floor((c.frequencyHz + reachHz - lowHz) / stepHz));
    for (let i = from; i <= to; i += 1)
      if (!Number.isNaN(sampleAt(levels, i)))
        levels[i] = Math.min(sampleAt(levels, i), sampleAt(floorDbm, i));
  }
  return levels;
}

/**
 * How noisy the band around a centre frequency is, as far as scatter lets it be told: the power in
 * its bandwidth less what noise reaches now and then, or the median of so wide a piece around it
 * that scatter does not count, whichever is more. So as much is quiet after one pass as after a
 * hundred, and broad noise ends where it ends.
 * @param levelsDbm - mean power of each bin; NaN where nothing was measured
 * @param bandwidthHz - of the channel, > 0
 * @returns power per channel bandwidth, dBm; NaN where nothing was measured
 */
export function noiseAround(
  levelsDbm: Float64Array,
  { lowHz, stepHz, meanLooks }: Pick<SweepAnalysis, "lowHz" | "stepHz" | "meanLooks">,
  bandwidthHz: number,
): (hz: number) => number {
  const power = new RunningPower(levelsDbm, lowHz, stepHz);
  const perChannelDb = 10 * Math.log10(bandwidthHz / stepHz);
  const scatterFor = new Map<number, number>();
  const scatterDb = (bins: number): number => {
    const known = scatterFor.get(bins);
    if (known !== undefined) return known;
    const looks = bins * meanLooks;
    const db = 10 * Math.log10(gammaExceeded(looks, LN_RARE) / looks);
    scatterFor.set(bins, db);
    return db;
  };
  const middle = new SlidingQuantile(levelsDbm, 0.5);
  const meanOverMedianDb = 10 * Math.log10(meanLooks / gammaQuantile(meanLooks, 0.5));
  const bins = Math.max(
    MIN_BROAD_BINS,
    Math.min(BROAD_LOOKS / meanLooks, MAX_BROAD_HZ / stepHz),
    bandwidthHz / stepHz,
  );
  const reach = Math.ceil(bins / 2);
  const broadDbm = Float64Array.from(levelsDbm, (_, i) => {
    const from = Math.max(0, i - reach);
    return (middle.over(from, Math.min(levelsDbm.length, i + reach + 1)) ?? NaN) + meanOverMedianDb;
  });
  return (hz) => {
    const own = power.mean(hz - bandwidthHz / 2, hz + bandwidthHz / 2);
    if (own.bins === 0) return NaN;
    const at = Math.max(0, Math.min(broadDbm.length - 1, Math.round((hz - lowHz) / stepHz)));
    const ownDbm = 10 * Math.log10(Math.max(own.mw, 1e-30)) - scatterDb(own.bins);
    const broad = sampleAt(broadDbm, at);
    return (Number.isNaN(broad) ? ownDbm : Math.max(ownDbm, broad)) + perChannelDb;
  };
}

/**
 * The same along a whole sweep, one range a bin, as a coordination takes it; nothing where more than
 * half of a channel was not measured.
 */
export function noiseRanges(
  levelsDbm: Float64Array,
  analysis: Pick<SweepAnalysis, "lowHz" | "stepHz" | "meanLooks">,
  bandwidthHz: number,
): NoiseRange[] {
  const { lowHz, stepHz } = analysis;
  const noiseAt = noiseAround(levelsDbm, analysis, bandwidthHz);
  const measured = new RunningPower(levelsDbm, lowHz, stepHz);
  const ranges: NoiseRange[] = [];
  levelsDbm.forEach((level, i) => {
    if (Number.isNaN(level)) return;
    const hz = lowHz + i * stepHz;
    const { bins, of } = measured.mean(hz - bandwidthHz / 2, hz + bandwidthHz / 2);
    if (bins < of / 2) return;
    ranges.push({
      lowHz: hz - stepHz / 2,
      highHz: hz + stepHz / 2,
      levelDbm: noiseAt(hz),
    });
  });
  return ranges;
}

/**
 * The centre frequencies at which a channel may stand: its whole band allowed, measured, quiet, and
 * clear of stations (with their skirts and a guard), carriers and what is avoided.
 * @returns runs of neighbouring steps of the tuning, ascending; a run of one step has no width
 */
export function freeRanges(question: FreeQuestion): FrequencyRange[] {
  const { analysis, tuning, bandwidthHz, avoid } = question;
  const levelsDbm = withoutCarriers(analysis);
  const power = new RunningPower(levelsDbm, analysis.lowHz, analysis.stepHz);
  const noiseAt = noiseAround(levelsDbm, analysis, bandwidthHz);
  const live = [
    ...analysis.tv.filter((t) => t.state === "busy"),
    ...question.stations.filter(
      (s) => !analysis.tv.some((t) => t.state === "busy" && t.lowHz === s.lowHz),
    ),
  ];
  const taken = mergeRanges([
    ...live.map((s) => stationRoom(s, power, analysis)),
    ...analysis.carriers.map((c) => ({
      lowHz: c.frequencyHz - c.widthHz / 2,
      highHz: c.frequencyHz + c.widthHz / 2,
    })),
    ...avoid,
  ]);
  const windows = mergeRanges(question.windows);
  const measured = measuredRanges(analysis);
  const isWithin = (ranges: readonly FrequencyRange[], lowHz: number, highHz: number) =>
    ranges.some((r) => lowHz >= r.lowHz && highHz <= r.highHz);
  const isFree = (hz: number): boolean => {
    const [lowHz, highHz] = [hz - bandwidthHz / 2, hz + bandwidthHz / 2];
    return (
      isWithin(windows, lowHz, highHz) &&
      isWithin(measured, lowHz, highHz) &&
      !taken.some((t) => t.lowHz < highHz && t.highHz > lowHz) &&
      noiseAt(hz) <= question.limitDbm
    );
  };
  const runs = tuning.flatMap((range) => {
    const found: FrequencyRange[] = [];
    const steps = Math.floor((range.highHz - range.lowHz) / range.stepHz + 1e-9);
    for (let k = 0; k <= steps; k += 1) {
      const hz = Math.round(range.lowHz + k * range.stepHz);
      if (!isFree(hz)) continue;
      const last = found.at(-1);
      if (last && hz - last.highHz < range.stepHz * 1.5) last.highHz = hz;
      else found.push({ lowHz: hz, highHz: hz });
    }
    return found;
  });
  return mergeRanges(runs);
}
