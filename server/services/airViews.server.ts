import type { AirView, LawView } from "../../contract/airView";
import type { RegionName } from "../../core/regions/region";
import { openStretches, takenTelevision } from "../../core/day/pickProblem";
import { rasterOf, REGIONS } from "../../core/regions/region";
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

export function lawViewOf({ day, stations }: LoadedDay, { request, analysis }: PickBasis): LawView {
  const region = REGIONS[day.region satisfies RegionName];
  const bandwidthHz = request.channels.reduce((most, c) => Math.max(most, c.bandwidthHz), 0);
  return {
    windows: [...request.windows], taken: takenTelevision({ raster: rasterOf(region), stations, analysis }), open: openStretches(request, bandwidthHz),
    maxNoiseDbm: day.maxNoiseDbm, regionTitle: region.title, advice: region.advice, licence: region.bands[0]?.licence ?? "",
  };
}
