import { type StrangeAir, STRETCH } from "~/core/training/strangeAir";
import type { SpectrumData, SpectrumFlag } from "~/app/charts/spectrum/spectrumLayout";

/** The sweeps of a strange air, one over the other. */
export const spectrumOfAir = (
  { measurement }: StrangeAir,
  flags: SpectrumFlag[],
  taken: SpectrumData["taken"] = [],
): SpectrumData => ({
  lowHz: STRETCH.lowHz,
  highHz: STRETCH.highHz,
  traces: measurement.passes.map((levelsDbm) => ({
    lowHz: measurement.lowHz,
    stepHz: measurement.stepHz,
    levelsDbm,
  })),
  floor: null,
  taken,
  flags,
  roots: [],
  limit: null,
});
