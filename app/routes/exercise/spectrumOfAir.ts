import { type StrangeAir, RANGE } from "~/core/training/strangeAir";
import type { SpectrumData, SpectrumFlag } from "~/app/charts/spectrum/spectrumLayout";

/** The sweeps of a strange air, one over the other. */
export const spectrumOfAir = (
  { measurement }: StrangeAir,
  flags: SpectrumFlag[],
  taken: SpectrumData["taken"] = [],
): SpectrumData => ({
  lowHz: RANGE.lowHz,
  highHz: RANGE.highHz,
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
