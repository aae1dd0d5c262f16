import { itemAt, lastOf, sampleAt } from "~/core/units/items";
import { judgePlace } from "./candidates";
import {
  mergeRanges,
  legalWindows,
  unruledRanges,
  type Region,
  type FrequencyRange,
} from "~/core/regulations/region";
import { rasterChannels, type Raster } from "~/core/regulations/raster";
import type { Profile } from "./profile";
import type { NoiseRange } from "~/core/spectrum/channelNoise";
import { overlaps, type TuningRange } from "~/core/devices/tuning";
import type { ChannelRequest, CoordinationRequest, HalvesGroup } from "./request";
import type { SweepAnalysis } from "~/core/spectrum/analyseSweep";
import {
  floorInBandwidth,
  noiseRanges,
  RunningPower,
  STATION_GUARD_HZ,
  stationRoom,
  withoutCarriers,
} from "~/core/spectrum/freeSpectrum";
import { noiseLimit } from "~/core/spectrum/noiseLimit";

/** What a pick at a place rests on. */
export interface PickFacts {
  region: Region;
  raster: Raster;
  /** Television stations that a register names for this place, by raster channel. */
  stations: readonly { channel: number; name: string }[];
  analysis: SweepAnalysis | null;
  channels: readonly PickChannel[];
  profile: Profile;
  /** Up to which noise the receivers work as planned, per channel bandwidth. */
  neededNoiseDbm: number;
  /** A limit set by hand; null: none. */
  noiseLimitDbm: number | null;
  spares: number;
}

export interface PickChannel {
  id: number;
  /** Its place on the list: who is first on it comes first. */
  number: number;
  /** Where both ends can be; empty when they never can. */
  tuning: readonly TuningRange[];
  bandwidthHz: number;
  powerMw: number;
  receiverKey: string;
  /** The span that the halves of this receiver must share; null when each goes where it likes. */
  halfSpanHz: number | null;
  /** Blocks or lists, one of which must hold all halves of this receiver; absent: none. */
  halvesOneOf?: readonly (readonly FrequencyRange[])[];
  lockedHz: number | null;
}

/**
 * The bandwidth that noise is judged in: the widest of the channels, or the usual one where there
 * are none.
 */
export const widestBandwidthHz = (channels: readonly { bandwidthHz: number }[]): number =>
  channels.reduce((most, c) => Math.max(most, c.bandwidthHz), 0) || 200_000;

export const carrierId = (channelId: number): string => `ch${channelId}`;

/**
 * Turns law, register, measurement and kit into one request for `coordinate`. Television counts as
 * taken when the register names it or the sweep shows a block there; narrow carriers that are not
 * ours stand as others (lines of the measuring receiver itself do not); noise is per channel
 * bandwidth, the widest asked for. Channels whose two ends share no tuning get an empty range, so
 * that they come back unplaced with that reason.
 */
export function pickProblem(facts: PickFacts): CoordinationRequest {
  const { region, analysis, channels } = facts;
  const bandwidthHz = widestBandwidthHz(channels);
  const groups = new Map(
    channels.flatMap((c) => {
      const group = halvesGroup(c);
      return group ? [[group.id, group] as const] : [];
    }),
  );
  return {
    windows: mergeRanges(channels.flatMap((c) => windowsOf(region, c))),
    exclusions: withGuards(takenTelevision(facts), analysis),
    noise: analysis ? measuredNoise(analysis, bandwidthHz) : [],
    maxNoiseDbm: analysis
      ? noiseLimit({
          floorDbm: floorInBandwidth(analysis, bandwidthHz),
          neededDbm: facts.neededNoiseDbm,
          givenDbm: facts.noiseLimitDbm,
        }).limitDbm
      : null,
    others: (analysis?.carriers ?? [])
      .filter((c) => c.own === null && !c.isSpur)
      .map((c) => ({ id: otherId(c.frequencyHz), frequencyHz: onRaster(c.frequencyHz) })),
    profile: facts.profile,
    channels: channels.map((c) => channelAsked(region, c)),
    groups: [...groups.values()],
    spares: facts.spares,
    timeLimitMs: 4000,
    seed: 1,
  };
}

/** One channel as a search takes it: where both ends meet and the rules allow its power. */
export const channelAsked = (region: Region, c: PickChannel): ChannelRequest => ({
  id: carrierId(c.id),
  tuning: c.tuning.flatMap((t) => tuningWithin(t, windowsOf(region, c), c.bandwidthHz)),
  bandwidthHz: c.bandwidthHz,
  lockedHz: c.lockedHz,
  priority: c.number,
  group: halvesGroup(c)?.id ?? null,
});

/** What the halves of a channel's receiver have in common; null where each goes where it likes. */
export const halvesGroup = (c: PickChannel): HalvesGroup | null =>
  c.halfSpanHz === null && c.halvesOneOf === undefined
    ? null
    : {
        id: c.receiverKey,
        maxSpanHz: c.halfSpanHz ?? Infinity,
        ...(c.halvesOneOf ? { oneOf: c.halvesOneOf } : {}),
      };

/**
 * Where the rules let a pack of this power transmit. Unknown is not forbidden: where no rule is
 * known for anything that it tunes, it may be picked, and its flag says to ask the regulator; one
 * that is set too high is another matter.
 */
export function windowsOf(
  region: Region,
  c: Pick<PickChannel, "tuning" | "bandwidthHz" | "powerMw">,
): FrequencyRange[] {
  const legal = legalWindows(region, c.powerMw);
  const isRuled = overlaps(legalWindows(region, MIN_MW), c.tuning.map(widened(2))).some(
    (r) => r.highHz > r.lowHz,
  );
  return isRuled
    ? legal
    : [...legal, ...unruledRanges(region, c.tuning.map(widened(c.bandwidthHz)))];
}

/** Power that every band that allows anything allows. */
const MIN_MW = 0.001;

/** What a tuning range occupies: its centre frequencies and half a carrier beyond. */
const widened =
  (bandwidthHz: number) =>
  ({ lowHz, highHz }: FrequencyRange): FrequencyRange => ({
    lowHz: lowHz - bandwidthHz / 2,
    highHz: highHz + bandwidthHz / 2,
  });

/** The parts of a tuning range whose carriers lie wholly inside the windows, on the same grid. */
function tuningWithin(
  tuning: TuningRange,
  windows: readonly FrequencyRange[],
  bandwidthHz: number,
): TuningRange[] {
  return windows.flatMap((w) => {
    const from = Math.max(
      0,
      Math.ceil((w.lowHz + bandwidthHz / 2 - tuning.lowHz) / tuning.stepHz - 1e-9),
    );
    const lowHz = tuning.lowHz + from * tuning.stepHz;
    const highHz = Math.min(tuning.highHz, w.highHz - bandwidthHz / 2);
    return lowHz <= highHz ? [{ lowHz, highHz, stepHz: tuning.stepHz }] : [];
  });
}

/**
 * Packs stand on multiples of 5 kHz (common practice, no published source); a measurement is off by
 * some hertz, each time by others. What lies this near one is taken to stand on it, or a set that
 * was clear by a hair would not be on the next scan.
 */
const RASTER_HZ = 5000;
const NEAR_RASTER_HZ = 1500;
function onRaster(frequencyHz: number): number {
  const nearest = Math.round(frequencyHz / RASTER_HZ) * RASTER_HZ;
  return Math.abs(frequencyHz - nearest) <= NEAR_RASTER_HZ ? nearest : frequencyHz;
}

export const otherId = (frequencyHz: number): string => `other ${(frequencyHz / 1e6).toFixed(3)}`;

/** Television channels to keep free, each with its reason. */
export function takenTelevision({
  raster,
  stations,
  analysis,
}: Pick<PickFacts, "raster" | "stations" | "analysis">): (FrequencyRange & {
  reason: string;
  channel: number;
})[] {
  return rasterChannels(raster).flatMap(({ channel, lowHz, highHz }) => {
    const station = stations.find((s) => s.channel === channel);
    const isSeen = analysis?.tv.some((t) => t.channel === channel && t.state === "busy") ?? false;
    if (!station && !isSeen) return [];
    const reason = station
      ? `TV ${channel}, ${station.name}${isSeen ? "" : ", in the station list"}`
      : `TV ${channel}, seen in the scan`;
    return [{ channel, lowHz, highHz, reason }];
  });
}

/** Stations with their skirts as they were measured, and a guard. */
function withGuards<T extends FrequencyRange>(
  stations: readonly T[],
  analysis: SweepAnalysis | null,
): T[] {
  if (!analysis)
    return stations.map((s) => ({
      ...s,
      lowHz: s.lowHz - STATION_GUARD_HZ,
      highHz: s.highHz + STATION_GUARD_HZ,
    }));
  const power = new RunningPower(withoutCarriers(analysis), analysis.lowHz, analysis.stepHz);
  return stations.map((s) => ({ ...s, ...stationRoom(s, power, analysis) }));
}

/**
 * So far from its middle a carrier of our own may still stand out of the floor: its skirts go when
 * it goes.
 */
const OWN_SKIRT_HZ = 500_000;
const OVER_FLOOR_DB = 2;

/** The noise of each analysis by bandwidth, made once: an analysis never changes. */
const measuredNoises = new WeakMap<SweepAnalysis, Map<number, NoiseRange[]>>();

/**
 * Noise for the coordination: of the mean power of the passes in each bin, as power per channel
 * bandwidth, less what scatter may make of it. The highest of the passes would grow with their
 * number, and more looking would fill the air; what is rarely on is found as a carrier by itself
 * (`analyseSweep`) and stands among the others. Bins under our own carriers and their skirts are
 * left out, for those packs go silent or move.
 */
function measuredNoise(analysis: SweepAnalysis, bandwidthHz: number): NoiseRange[] {
  const known = measuredNoises.get(analysis) ?? new Map<number, NoiseRange[]>();
  measuredNoises.set(analysis, known);
  const noise = known.get(bandwidthHz) ?? noiseRanges(withoutOwn(analysis), analysis, bandwidthHz);
  known.set(bandwidthHz, noise);
  return noise;
}

function withoutOwn(analysis: SweepAnalysis): Float64Array {
  const { lowHz, stepHz, floorDbm, meanDbm } = analysis;
  const levels = Float64Array.from(meanDbm);
  const { length } = levels;
  for (const carrier of analysis.carriers) {
    if (carrier.own === null) continue;
    const least = Math.max(carrier.widthHz, 200_000) / 2 + stepHz;
    const middle = Math.round((carrier.frequencyHz - lowHz) / stepHz);
    for (const direction of [-1, 1]) {
      for (let i = direction < 0 ? middle : middle + 1; i >= 0 && i < length; i += direction) {
        const awayHz = Math.abs(i - middle) * stepHz;
        if (
          awayHz > OWN_SKIRT_HZ ||
          (awayHz > least && sampleAt(meanDbm, i) < sampleAt(floorDbm, i) + OVER_FLOOR_DB)
        )
          break;
        levels[i] = sampleAt(floorDbm, i);
      }
    }
  }
  return levels;
}

/**
 * The ranges of a request where a carrier of this bandwidth may stand, in steps: what the
 * headline of a scan counts.
 */
export function openRanges(
  request: CoordinationRequest,
  bandwidthHz: number,
  stepHz = 25_000,
): FrequencyRange[] {
  const windows = mergeRanges(request.windows);
  const open: FrequencyRange[] = [];
  const first = request.noise[0];
  if (!first) return open;
  let k = 0;
  const sorted = [...request.noise].sort((a, b) => a.lowHz - b.lowHz);
  const endHz = lastOf(sorted).highHz;
  for (let f = Math.ceil(itemAt(sorted, 0).lowHz / stepHz) * stepHz; f <= endHz; f += stepHz) {
    while (k < sorted.length && itemAt(sorted, k).highHz <= f - bandwidthHz / 2) k += 1;
    const near: NoiseRange[] = [];
    for (let i = k; i < sorted.length && itemAt(sorted, i).lowHz < f + bandwidthHz / 2; i += 1)
      near.push(itemAt(sorted, i));
    if (judgePlace(request, windows, near, bandwidthHz, f).verdict !== "fine" || near.length === 0)
      continue;
    if (request.others.some((o) => Math.abs(o.frequencyHz - f) < request.profile.minSpacingHz))
      continue;
    const last = open.at(-1);
    if (last && f - last.highHz <= stepHz * 1.01) last.highHz = f;
    else open.push({ lowHz: f, highHz: f });
  }
  return open;
}
