import type { AirView, LawView } from "../../contract/airView";
import { packFrequencyHz } from "../../core/day/channelState";
import { type BlockRoom, blockRoom, quietStretches, type QuietStretch } from "../../core/day/quietPlaces";
import { modelName, receiverModel } from "../../core/kit/models";
import type { SweepAnalysis } from "../../core/sweep/analyseSweep";
import { compareSweeps, type SweepDifference } from "../../core/sweep/compareSweeps";
import { openStretches, takenTelevision } from "../../core/day/pickProblem";
import { rasterOf } from "../../core/regions/region";
import { historyOf, percentileOfPasses } from "../../core/sweep/overTime";
import { loadMeasurement } from "../db/repositories/sweeps.server";
import type { AppContext } from "./appContext.server";
import type { LoadedDay } from "./dayView.server";
import type { PickBasis } from "./plans.server";
import { analysisOf } from "./scans.server";

const tenth = (values: Float64Array): number[] => Array.from(values, (v) => Math.round(v * 10) / 10);

const HISTORY_COLUMNS = 480;
const HISTORY_ROWS = 60;

/** What several passes tell over time; null where nothing was looked at twice. */
async function overTimeOf(app: AppContext, analysis: SweepAnalysis, sweepId: number): Promise<AirView["overTime"]> {
  if (analysis.looksPerBin < 2) return null;
  const measurement = await loadMeasurement(app.db, sweepId);
  if (!measurement) return null;
  const { passes } = measurement;
  return {
    meanDbm: tenth(analysis.meanDbm), medianDbm: tenth(percentileOfPasses(passes, 0.5)), highDbm: tenth(percentileOfPasses(passes, 0.9)),
    history: historyOf(measurement, analysis.floorDbm, analysis, HISTORY_COLUMNS, HISTORY_ROWS),
  };
}

/** The newest scan of the present place as it is drawn; null before the first. */
export async function airViewOf(app: AppContext, { sweep, analysis }: PickBasis): Promise<AirView | null> {
  if (!sweep || !analysis) return null;
  const { lowHz, highHz, stepHz, noiseFloorDbm, tv, carriers, humps, warnings } = analysis;
  return {
    sweepId: sweep.id, takenAtMs: sweep.takenAtMs, source: sweep.source, looksPerBin: analysis.looksPerBin, lowHz, highHz, stepHz, noiseFloorDbm, tv, carriers, humps, warnings,
    overTime: await overTimeOf(app, analysis, sweep.id), maxDbm: tenth(analysis.maxDbm), floorDbm: tenth(analysis.floorDbm),
  };
}

/** A carrier that stands where one of our packs would: it may be ours. */
export interface OwnSuspect {
  frequencyHz: number;
  talker: string;
  packLabel: string;
}

const SAME_CARRIER_HZ = 25_000;

/** Carriers of a scan that stand on a frequency of ours and were not known as ours when it was taken. */
export function ownSuspects({ facts, plan }: LoadedDay, analysis: SweepAnalysis | null): OwnSuspect[] {
  return (analysis?.carriers ?? []).filter((c) => c.own === null).flatMap((c) => {
    const channel = facts.channels.find((x) => {
      const mine = [plan?.picks.find((p) => p.channelId === x.id)?.frequencyHz, packFrequencyHz(facts, x, facts.syncs.filter((s) => s.channelId === x.id))];
      return mine.some((hz) => hz !== null && hz !== undefined && Math.abs(hz - c.frequencyHz) <= SAME_CARRIER_HZ);
    });
    return channel ? [{ frequencyHz: c.frequencyHz, talker: channel.talker, packLabel: channel.packLabel }] : [];
  });
}

/** The quiet places of a basis, and what each kind of receiver of the case finds among them. */
export function quietViewOf({ units, kit }: LoadedDay, { request, analysis }: PickBasis): { stretches: QuietStretch[]; blocks: BlockRoom[] } | null {
  if (!analysis) return null;
  const bandwidthHz = request.channels.reduce((most, c) => Math.max(most, c.bandwidthHz), 0) || 200_000;
  const stretches = quietStretches(request, bandwidthHz);
  const receivers = units.filter((u) => u.kind === "receiver").map((u) => ({ label: u.label, model: receiverModel(kit, u.modelId) })).filter((r) => r.model.tuning.length > 0);
  const kinds = [...new Set(receivers.map((r) => r.model))].map((model) => ({
    name: model.block === null ? modelName(model) : `block ${model.block}`, receivers: receivers.filter((r) => r.model === model).map((r) => r.label), tuning: model.tuning, banks: model.banks, bandwidthHz: model.bandwidthHz,
  }));
  return { stretches, blocks: blockRoom(request, stretches, kinds) };
}

/** The difference between a scan and the newest one here, and the older one as it is drawn. */
export async function differenceOf(app: AppContext, loaded: LoadedDay, basis: PickBasis, otherId: number): Promise<{ difference: SweepDifference | null; trace: SpectrumTraceView } | null> {
  const other = loaded.sweeps.find((s) => s.id === otherId);
  if (!other || !basis.analysis || other.id === basis.sweep?.id) return null;
  const before = await analysisOf(app, loaded, other);
  return before && { difference: compareSweeps(before, basis.analysis), trace: { lowHz: before.lowHz, stepHz: before.stepHz, levelsDbm: tenth(before.maxDbm) } };
}

/** A trace as plain data. */
export interface SpectrumTraceView {
  lowHz: number;
  stepHz: number;
  levelsDbm: number[];
}

export function lawViewOf({ day, region, stations }: LoadedDay, { request, analysis }: PickBasis): LawView {
  const bandwidthHz = request.channels.reduce((most, c) => Math.max(most, c.bandwidthHz), 0);
  return {
    windows: [...request.windows], raster: rasterOf(region), taken: takenTelevision({ raster: rasterOf(region), stations, analysis }), open: openStretches(request, bandwidthHz),
    maxNoiseDbm: day.maxNoiseDbm, regionTitle: region.title, advice: region.advice, licence: region.bands[0]?.licence ?? "",
  };
}
