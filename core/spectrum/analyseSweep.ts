// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined, itemAt } from "~/core/units/items";
import { noiseFloorDbm as thermalNoiseDbm } from "~/core/radio/feed";
import type { Raster } from "~/core/regulations/raster";
import { baselineMw, type FoundCarrier, findCarriers } from "./carriers";
import { type InstrumentLines, findInstrumentLines } from "./instrumentLines";
import { findBroadbandNoise, type BroadbandNoise } from "./broadbandNoise";
import { findIntermittent } from "./intermittent";
import { isOwnLine } from "./instrument";
import { maximumAddsDb, passesOfMaximum, saysMaximum } from "./maximumHold";
import { estimateNoise } from "./noiseFloor";
import { quantile } from "~/core/units/statistics";
import { asPerStep, shifted } from "./scale";
import { maxOfPasses, meanOfPasses, type Measurement } from "./sweep";
import type { SweepWarning } from "./sweepWarning";
import { findTelevision, type TvChannel } from "./television";

export interface OwnCarrier {
  id: string;
  frequencyHz: number;
}

export interface SeenCarrier {
  frequencyHz: number;
  levelDbm: number;
  widthHz: number;
  /** Share of the passes in which it stands out, 0 … 1. */
  occupancy: number;
  own: string | null;
  /** A line of the measuring receiver itself, or of a supply: no transmitter. */
  isSpur: boolean;
}

export interface SweepAnalysis {
  lowHz: number;
  highHz: number;
  stepHz: number;
  points: number;
  /** Bins that any pass measured: what lies between the ranges of a sweep is none. */
  measuredPoints: number;
  sweeps: number;
  /**
   * How often a bin was looked at, in the middle of all bins: below 2, "how often it is on" says
   * nothing.
   */
  looksPerBin: number;
  /**
   * How many looks of a detector the mean power of a bin is made of, by its scatter: what a bin of
   * noise may reach by itself follows from it.
   */
  meanLooks: number;
  /** Median over the band of the estimated floor: mean noise power of one bin as measured. */
  noiseFloorDbm: number;
  floorDbm: Float64Array;
  /** Mean of power over the passes, and their maximum. */
  meanDbm: Float64Array;
  maxDbm: Float64Array;
  tv: TvChannel[];
  /** Strongest first. */
  carriers: SeenCarrier[];
  /**
   * What stands clearly out of a busy television channel: somebody beside us who took it, or a line
   * of the station itself. Nothing of ours goes there, but its products may fall onto ours.
   */
  overTelevision: SeenCarrier[];
  /** Broad noise off the raster, by frequency. */
  broadband: BroadbandNoise[];
  /** Even rows of lines among the carriers: the measuring receiver's own. */
  instrumentLines: InstrumentLines[];
  warnings: SweepWarning[];
}

/** An estimate of the floor is off by no more. */
const THERMAL_ALLOWANCE_DB = 1;

/** So near a stronger carrier a line of the receiver's own is not seen. */
const MASKED_HZ = 300_000;
/**
 * A station ripples; what stands so far over it, in as wide a piece of it as a transmitter for
 * sound takes, is none of it (our own figures).
 */
const OVER_STATION_DB = 8;
const SOUND_WIDTH_HZ = 200_000;

/**
 * What a measurement means, as power per step: the noise floor, the television channels of the
 * raster, narrow carriers with the share of passes they were seen in, and which of them are our
 * own. What stands inside a busy channel is listed apart.
 * @param raster - null when none is known: then no television is told
 * @param own - our own transmitters; one is recognised within 25 kHz or half a bin
 * @param ownLinesHz - lines that the instrument is known to make itself
 */
export function analyseSweep(
  measurement: Measurement,
  raster: Raster | null,
  own: readonly OwnCarrier[] = [],
  ownLinesHz: readonly number[] = [],
): SweepAnalysis {
  const warnings = [...measurement.warnings];
  const perStep = asPerStep(measurement);
  const raisedDb = raisedByMaximum(perStep, warnings);
  const scaled = shifted(perStep, -raisedDb);
  const { lowHz, stepHz, points, passes } = scaled;
  const meanDbm = passes.length === 1 ? itemAt(passes, 0) : meanOfPasses(passes);
  const maxDbm = scaled.peakDbm ?? (passes.length === 1 ? meanDbm : maxOfPasses(passes));
  const noise = estimateNoise(meanDbm, stepHz);
  const tv = raster ? findTelevision(meanDbm, lowHz, stepHz, noise, raster) : [];
  const base = baselineMw(meanDbm, stepHz, noise);
  const found = findCarriers(meanDbm, lowHz, stepHz, noise, base);
  const addNew = (more: readonly FoundCarrier[]) => {
    for (const c of more)
      if (!found.some((f) => c.fromBin <= f.toBin + 1 && c.toBin >= f.fromBin - 1)) found.push(c);
  };
  if (passes.length > 1) addNew(findIntermittent(passes, base, lowHz, stepHz, noise));
  // passes that were put together keep the highest of each bin: what is rarely on stands out there
  if (scaled.peakDbm) addNew(findCarriers(maxDbm, lowHz, stepHz, estimateNoise(maxDbm, stepHz)));
  const stationAt = (hz: number) =>
    tv.find((t) => t.state === "busy" && hz > t.lowHz - stepHz && hz < t.highHz + stepHz);
  const inTelevision = (hz: number) => stationAt(hz) !== undefined;
  const narrow = found.filter((c) => !inTelevision(c.frequencyHz));
  const instrumentLines = findInstrumentLines(
    narrow,
    stepHz,
    (hz) =>
      inTelevision(hz) ||
      narrow.some((c) => Math.abs(c.frequencyHz - hz) < Math.max(c.widthHz, MASKED_HZ)),
  );
  const spurs = new Set(instrumentLines.flatMap((c) => c.linesHz));
  const asSeen = (list: readonly FoundCarrier[]): SeenCarrier[] =>
    list
      .map((c) => {
        const seen = occupancyOf(c, passes, noise.floorDbm);
        const reachHz = Math.max(25_000, stepHz / 2);
        const mine = own
          .map((o) => ({ id: o.id, distanceHz: Math.abs(o.frequencyHz - c.frequencyHz) }))
          .filter((o) => o.distanceHz <= reachHz)
          .sort((a, b) => a.distanceHz - b.distanceHz)[0];
        return {
          frequencyHz: c.frequencyHz,
          // a carrier that stays is no stronger in a maximum than in a mean
          levelDbm: (seen.levelDbm ?? c.levelDbm) + raisedDb,
          widthHz: c.widthHz,
          occupancy: seen.share,
          own: mine?.id ?? null,
          isSpur:
            !mine && (spurs.has(c.frequencyHz) || isOwnLine(c.frequencyHz, ownLinesHz, stepHz)),
        };
      })
      .sort((a, b) => b.levelDbm - a.levelDbm);
  const standsOver = (c: FoundCarrier): boolean => {
    const station = stationAt(c.frequencyHz);
    return (
      station !== undefined &&
      c.levelDbm >
        defined(station.levelDbm) +
          10 * Math.log10(SOUND_WIDTH_HZ / (station.highHz - station.lowHz)) +
          OVER_STATION_DB
    );
  };
  // the floor is smooth: one bin in a few tells as much as all
  const every = Math.max(1, points >> 12);
  const floors = noise.floorDbm.filter((f, i) => i % every === 0 && !Number.isNaN(f)).sort();
  const noiseFloorDbm = quantile(floors, 0.5);
  const thermalDbm = thermalNoiseDbm({ bandwidthHz: stepHz, noiseFigureDb: 0 });
  // full scale of a recording says nothing of power
  if (measurement.format !== "iq" && noiseFloorDbm < thermalDbm - THERMAL_ALLOWANCE_DB)
    warnings.push({ code: "floor-below-thermal", floorDbm: noiseFloorDbm, thermalDbm, stepHz });
  return {
    lowHz,
    stepHz,
    points,
    measuredPoints: measuredIn(meanDbm),
    highHz: lowHz + (points - 1) * stepHz,
    sweeps: measurement.completePasses,
    looksPerBin: looksPerBin(passes),
    meanLooks: noise.shape,
    noiseFloorDbm,
    floorDbm: noise.floorDbm,
    meanDbm,
    maxDbm,
    tv,
    carriers: asSeen(narrow),
    overTelevision: asSeen(found.filter(standsOver)),
    broadband: findBroadbandNoise(points, lowHz, stepHz, noise, tv),
    instrumentLines,
    warnings,
  };
}

/**
 * By how much the noise of a file that holds only a maximum lies over its mean power; said in a
 * warning.
 */
function raisedByMaximum(
  { heading, passes, stepHz }: Measurement,
  warnings: SweepWarning[],
): number {
  if (!saysMaximum(heading) || passes.length !== 1) return 0;
  const of = passesOfMaximum(estimateNoise(itemAt(passes, 0), stepHz).shape);
  const addsDb = maximumAddsDb(of);
  warnings.push({ code: "maximum-only", passes: of, addsDb });
  return addsDb;
}

function measuredIn(levelsDbm: Float64Array): number {
  let n = 0;
  for (const level of levelsDbm) if (!Number.isNaN(level)) n += 1;
  return n;
}

/** How often the middle one of all measured bins was looked at. */
function looksPerBin(passes: readonly Float64Array[]): number {
  if (passes.length === 1) return 1;
  const looks = new Int32Array(passes[0]?.length ?? 0);
  for (const pass of passes)
    for (let i = 0; i < looks.length; i += 1) if (!Number.isNaN(pass[i]!)) looks[i]! += 1;
  return quantile(looks.filter((n) => n > 0).sort(), 0.5);
}

/**
 * In which share of the passes a carrier's bins stand clearly over the floor, and its mean power in
 * those.
 */
function occupancyOf(
  c: FoundCarrier,
  passes: readonly Float64Array[],
  floorDbm: Float64Array,
): { share: number; levelDbm: number | null } {
  if (passes.length === 1) return { share: 1, levelDbm: null };
  let seen = 0;
  let looked = 0;
  let sum = 0;
  for (const pass of passes) {
    let mw = 0;
    let floorMw = 0;
    for (let i = c.fromBin; i <= c.toBin; i += 1) {
      if (Number.isNaN(pass[i]!)) continue;
      mw += 10 ** (pass[i]! / 10);
      floorMw += 10 ** (floorDbm[i]! / 10);
    }
    if (floorMw === 0) continue;
    looked += 1;
    const bins = c.toBin - c.fromBin + 1;
    if (mw <= floorMw * (bins > 3 ? 3 : 6)) continue;
    seen += 1;
    sum += Math.max(0, mw - floorMw);
  }
  return {
    share: looked === 0 ? 0 : seen / looked,
    levelDbm: seen > 0 ? 10 * Math.log10(sum / seen) : null,
  };
}
