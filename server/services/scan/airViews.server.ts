import { SEEN_AS_SET_HZ } from "~/core/units/sameCarrier";
import type {
  AirView,
  ElsewhereView,
  LawView,
  ScanChoices,
  TraceView,
} from "~/contract/schemas/airView";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { packFrequencyHz } from "~/core/channel/channelState";
import {
  type BlockRoom,
  blockRoom,
  quietRanges,
  type QuietRange,
} from "~/core/coordination/problem/quietPlaces";
import { modelName, receiverModel } from "~/core/kit/models";
import { analyseSweep, type SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { compareSweeps, type SweepDifference } from "~/core/spectrum/compareSweeps";
import { instrumentOffset, shifted } from "~/core/spectrum/scale";
import { receiversToScan } from "~/core/kit/scanCover";
import { packLevels } from "~/contract/codecs/levels";
import { scanAntennaWords } from "~/contract/messages/antenna";
import { listWords } from "~/contract/messages/format";
import {
  openRanges,
  takenTelevision,
  widestBandwidthHz,
} from "~/core/coordination/problem/dayProblem";
import {
  mergeRanges,
  rasterOf,
  type FrequencyRange,
  unruledRanges,
} from "~/core/regulations/region";
import { floorInBandwidth } from "~/core/spectrum/freeSpectrum";
import { noiseLimit } from "~/core/spectrum/noiseLimit";
import { historyOf, percentileOfPasses } from "~/core/spectrum/overTime";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { StoredSweep } from "~/server/db/repositories/sweeps.server";
import type { AppContext } from "~/server/services/appContext.server";
import type { LoadedDay } from "~/server/services/day/dayView.server";
import type { PickBasis } from "~/server/services/frequencies/plans.server";
import { analysisOf, measurementOf, scanningReceivers } from "./scans.server";

const HISTORY_COLUMNS = 480;
const HISTORY_ROWS = 60;

/** What several passes tell over time; null where nothing was looked at twice. */
async function overTimeOf(
  app: AppContext,
  analysis: SweepAnalysis,
  sweep: StoredSweep,
): Promise<AirView["overTime"]> {
  if (analysis.looksPerBin < 2) return null;
  const measurement = await measurementOf(app, sweep);
  if (!measurement) return null;
  const { passes } = measurement;
  return {
    meanDbm: packLevels(analysis.meanDbm),
    medianDbm: packLevels(percentileOfPasses(passes, 0.5)),
    highDbm: packLevels(percentileOfPasses(passes, 0.9)),
    history: historyOf(measurement, analysis.floorDbm, analysis, HISTORY_COLUMNS, HISTORY_ROWS),
  };
}

/** The view of each analysis, made once: an analysis never changes. */
const airViews = new WeakMap<SweepAnalysis, AirView>();

/** The scan that answers for the present place as it is drawn; null before the first. */
export async function airViewOf(
  app: AppContext,
  { sweep, analysis }: PickBasis,
): Promise<AirView | null> {
  if (!sweep || !analysis) return null;
  const known = airViews.get(analysis);
  if (known && known.source === sweep.source) return known;
  const view: AirView = {
    sweepId: sweep.id,
    takenAtMs: sweep.takenAtMs,
    source: sweep.source,
    looksPerBin: analysis.looksPerBin,
    lowHz: analysis.lowHz,
    highHz: analysis.highHz,
    stepHz: analysis.stepHz,
    noiseFloorDbm: analysis.noiseFloorDbm,
    tv: analysis.tv,
    carriers: analysis.carriers,
    broadband: analysis.broadband,
    instrumentLines: analysis.instrumentLines,
    setup: sweep.setup,
    warnings: analysis.warnings,
    overTime: await overTimeOf(app, analysis, sweep),
    maxDbm: packLevels(analysis.maxDbm),
    floorDbm: packLevels(analysis.floorDbm),
  };
  airViews.set(analysis, view);
  return view;
}

/** A carrier that stands where one of our packs would: it may be ours. */
export interface OwnSuspect {
  frequencyHz: number;
  talker: string;
  packLabel: string;
}

/**
 * Carriers of a scan that stand on a frequency of ours and were not known as ours when it was
 * taken.
 */
export function ownSuspects(
  { facts, plan }: LoadedDay,
  analysis: SweepAnalysis | null,
): OwnSuspect[] {
  return (analysis?.carriers ?? [])
    .filter((c) => c.own === null && !c.isSpur)
    .flatMap((c) => {
      const channel = facts.channels.find((x) => {
        const mine = [
          pickedHz(plan, x.id),
          packFrequencyHz(
            facts,
            x,
            facts.syncs.filter((s) => s.channelId === x.id),
          ),
        ];
        return mine.some((hz) => hz !== null && Math.abs(hz - c.frequencyHz) <= SEEN_AS_SET_HZ);
      });
      return channel
        ? [{ frequencyHz: c.frequencyHz, talker: channel.talker, packLabel: channel.packLabel }]
        : [];
    });
}

/** The quiet places of a basis, and what each kind of receiver of the case finds among them. */
export function quietViewOf(
  { units, kit }: LoadedDay,
  { request, analysis }: PickBasis,
): { ranges: QuietRange[]; blocks: BlockRoom[] } | null {
  if (!analysis) return null;
  const bandwidthHz = widestBandwidthHz(request.channels);
  const receivers = units
    .filter((u) => u.kind === "receiver")
    .map((u) => ({ label: u.label, model: receiverModel(kit, u.modelId) }))
    .filter((r) => r.model.tuning.length > 0);
  const kinds = [...new Set(receivers.map((r) => r.model))].map((model) => ({
    name: model.block === null ? modelName(model) : `block ${model.block}`,
    receivers: receivers.filter((r) => r.model === model).map((r) => r.label),
    tuning: model.tuning,
    banks: model.banks,
    bandwidthHz: model.bandwidthHz,
  }));
  const ranges = quietRanges(
    withinReach(
      request,
      kinds.flatMap((k) => k.tuning),
      bandwidthHz,
    ),
    bandwidthHz,
  );
  return { ranges, blocks: blockRoom(request, ranges, kinds) };
}

/**
 * The difference between a scan and the newest one here, and the older one as it is drawn. Two
 * instruments at one place are brought to one scale first, and it is said.
 */
export async function differenceOf(
  app: AppContext,
  loaded: LoadedDay,
  basis: PickBasis,
  otherId: number,
): Promise<{
  difference: SweepDifference | null;
  trace: TraceView;
  offset: { source: string; byDb: number } | null;
} | null> {
  const other = loaded.sweeps.find((s) => s.id === otherId);
  const { sweep, analysis } = basis;
  if (!other || !sweep || !analysis || other.id === sweep.id) return null;
  const offset = await offsetBetween(app, other, sweep);
  const measured = offset && (await measurementOf(app, other));
  const before = measured
    ? analyseSweep(shifted(measured, offset.byDb), rasterOf(loaded.region), other.own)
    : await analysisOf(app, loaded, other);
  return before && { difference: compareSweeps(before, analysis), trace: traceOf(before), offset };
}

const traceOf = (a: SweepAnalysis): TraceView => ({
  lowHz: a.lowHz,
  stepHz: a.stepHz,
  levelsDbm: packLevels(a.maxDbm),
});
const MIN_OFFSET_DB = 1.5;

/**
 * How much higher the newer one's instrument reads, where another one took the older at the same
 * place.
 */
async function offsetBetween(
  app: AppContext,
  older: StoredSweep,
  newer: StoredSweep,
): Promise<{ source: string; byDb: number } | null> {
  if (
    older.placeId !== newer.placeId ||
    older.setup.setting !== newer.setup.setting ||
    older.source === newer.source
  )
    return null;
  const [a, b] = [await measurementOf(app, older), await measurementOf(app, newer)];
  const found = a && b ? instrumentOffset(a, b) : null;
  return found && Math.abs(found.offsetDb) >= MIN_OFFSET_DB
    ? { source: older.source, byDb: found.offsetDb }
    : null;
}

/**
 * The newest scan of the day where none answers for here: of another place, or of the other side of
 * the door.
 */
export async function elsewhereOf(
  app: AppContext,
  loaded: LoadedDay,
  basis: PickBasis,
): Promise<ElsewhereView | null> {
  const sweep = loaded.sweeps.at(-1);
  if (basis.sweep || !sweep) return null;
  const analysis = await analysisOf(app, loaded, sweep);
  const place = loaded.places.find((p) => p.id === sweep.placeId);
  return (
    analysis && {
      takenAtMs: sweep.takenAtMs,
      source: sweep.source,
      place: place?.name ?? "an earlier location",
      setting: sweep.setup.setting ?? place?.setting ?? "indoors",
      isSamePlace: sweep.placeId === loaded.day.currentPlaceId,
      trace: traceOf(analysis),
    }
  );
}

/** What a scan can be begun with: instruments, ranges, antennas. */
export function scanChoicesOf(loaded: LoadedDay): ScanChoices {
  const { report, sweeps } = loaded;
  const receivers = scanningReceivers(loaded);
  const scanners = report?.ok
    ? report.value.scanners.map(({ key, label }) => ({ key, label }))
    : [];
  const blocks = receivers.filter(
    (r, i) =>
      receivers.findIndex(
        (o) => o.tuning.lowHz === r.tuning.lowHz && o.tuning.highHz === r.tuning.highHz,
      ) === i,
  );
  const last = sweeps.at(-1);
  return {
    receivers:
      receivers.length === 0 ? null : listWords(receiversToScan(receivers).map((r) => r.label)),
    scanners,
    blocks: blocks.map(({ block, label, tuning }) => ({
      name: block === null ? label : `block ${block}`,
      ...tuning,
    })),
    antennas: [
      ...new Set([
        ...loaded.distributions.map((d) => d.label),
        ...loaded.antennas.filter((a) => a.owner !== "pack").map(scanAntennaWords),
      ]),
    ],
    lastAntenna: last?.setup.antenna ?? "",
    lastScanner: scanners.find((s) => s.label === last?.source)?.key ?? null,
  };
}

/**
 * A request held to where something of ours can go; as it is where nothing of ours tunes. @param
 * more - what else tunes
 */
function withinReach(
  request: CoordinationRequest,
  more: readonly FrequencyRange[],
  bandwidthHz: number,
): CoordinationRequest {
  // what is tuned is the middle of a carrier: half of it may stand beyond
  const reach = mergeRanges(
    [...request.channels.flatMap((c) => c.tuning), ...more].map((t) => ({
      lowHz: t.lowHz - bandwidthHz / 2,
      highHz: t.highHz + bandwidthHz / 2,
    })),
  );
  if (reach.length === 0) return request;
  const windows = request.windows.flatMap((w) =>
    reach.flatMap((t) => {
      const [lowHz, highHz] = [Math.max(w.lowHz, t.lowHz), Math.min(w.highHz, t.highHz)];
      return lowHz < highHz ? [{ lowHz, highHz }] : [];
    }),
  );
  return { ...request, windows };
}

export function lawViewOf(
  { day, region, stations }: LoadedDay,
  { request, analysis }: PickBasis,
): LawView {
  const bandwidthHz = request.channels.reduce((most, c) => Math.max(most, c.bandwidthHz), 0);
  const limit =
    analysis &&
    noiseLimit({
      floorDbm: floorInBandwidth(analysis, widestBandwidthHz(request.channels)),
      neededDbm: day.maxNoiseDbm,
      givenDbm: day.noiseLimitDbm,
    });
  return {
    windows: [...request.windows],
    unruled: unruledRanges(region, [{ lowHz: 0, highHz: 100e9 }]),
    raster: rasterOf(region),
    taken: takenTelevision({ raster: rasterOf(region), stations, analysis }),
    open: openRanges(withinReach(request, [], bandwidthHz), bandwidthHz),
    maxNoiseDbm: limit?.limitDbm ?? day.noiseLimitDbm ?? day.maxNoiseDbm,
    limit: limit && { by: limit.limitBy, floorDbm: limit.floorDbm },
    regionTitle: region.title,
    advice: region.advice,
    licence: region.bands[0]?.licence ?? "",
  };
}
