import type { AirView, LawView } from "../../contract/airView";
import { openStretches, takenTelevision } from "../../core/day/pickProblem";
import { rasterOf } from "../../core/regions/region";
import type { LoadedDay } from "./dayView.server";
import type { PickBasis } from "./plans.server";

const tenth = (values: Float64Array): number[] => Array.from(values, (v) => Math.round(v * 10) / 10);

/** The newest scan of the present place as it is drawn; null before the first. */
export function airViewOf({ sweep, analysis }: PickBasis): AirView | null {
  if (!sweep || !analysis) return null;
  const { lowHz, highHz, stepHz, noiseFloorDbm, tv, carriers, warnings } = analysis;
  return {
    sweepId: sweep.id, takenAtMs: sweep.takenAtMs, source: sweep.source, looksPerBin: analysis.looksPerBin, lowHz, highHz, stepHz, noiseFloorDbm, tv, carriers, warnings,
    maxDbm: tenth(analysis.maxDbm), floorDbm: tenth(analysis.floorDbm),
  };
}

export function lawViewOf({ day, region, stations }: LoadedDay, { request, analysis }: PickBasis): LawView {
  const bandwidthHz = request.channels.reduce((most, c) => Math.max(most, c.bandwidthHz), 0);
  return {
    windows: [...request.windows], raster: rasterOf(region), taken: takenTelevision({ raster: rasterOf(region), stations, analysis }), open: openStretches(request, bandwidthHz),
    maxNoiseDbm: day.maxNoiseDbm, regionTitle: region.title, advice: region.advice, licence: region.bands[0]?.licence ?? "",
  };
}
