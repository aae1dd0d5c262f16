// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt } from "~/core/units/items";
import { asPerStep } from "./scale";
import { maxOfPasses, meanOfPasses, type Measurement } from "./sweep";

/**
 * How large the grid would be on which several files come together, and what of it they measured.
 */
export function mergedSize(list: readonly Measurement[]): {
  points: number;
  passes: number;
  measured: number;
} {
  return {
    points: commonGrid(list).points,
    passes: list.reduce((n, m) => n + m.passes.length, 0),
    measured: list.reduce((most, m) => Math.max(most, m.points), 0),
  };
}

/**
 * Several files of one place as one measurement on one grid: the widest step of them, from the
 * lowest frequency to the highest. Power is carried over by overlap, so that a bin of twice the
 * width holds the power of two. What one file did not measure stays unmeasured in its passes.
 * @param list - at least one
 */
export function mergeMeasurements(list: readonly Measurement[]): Measurement {
  if (list.length === 0) throw new RangeError("list must hold at least one measurement");
  if (list.length === 1) return itemAt(list, 0);
  const scaled = list.map(asPerStep);
  const grid = commonGrid(scaled);
  const passes = scaled.flatMap((m) =>
    m.passes.map((pass) => resample(pass, m, grid.lowEdgeHz, grid.stepHz, grid.points)),
  );
  return onGrid(
    scaled,
    grid,
    passes,
    scaled.reduce((n, m) => n + m.completePasses, 0),
  );
}

/**
 * Several instruments that swept at the same time, as one: their passes belong together, first to
 * first. Where two saw the same bin, the mean of their power counts.
 * @param list - at least one
 */
export function mergeParallel(list: readonly Measurement[]): Measurement {
  if (list.length <= 1 || new Set(list.map((m) => m.passes.length)).size > 1)
    return mergeMeasurements(list);
  const grid = commonGrid(list);
  const passes = itemAt(list, 0).passes.map((_, k) =>
    meanOfPasses(
      list.map((m) => resample(m.passes[k]!, m, grid.lowEdgeHz, grid.stepHz, grid.points)),
    ),
  );
  return onGrid(list, grid, passes, Math.min(...list.map((m) => m.completePasses)));
}

interface Grid {
  lowEdgeHz: number;
  stepHz: number;
  points: number;
}

function commonGrid(list: readonly Measurement[]): Grid {
  const stepHz = Math.max(...list.map((m) => m.stepHz));
  const lowEdgeHz = Math.min(...list.map((m) => m.lowHz - m.stepHz / 2));
  const highEdgeHz = Math.max(...list.map((m) => m.lowHz + (m.points - 0.5) * m.stepHz));
  const points = Math.max(1, Math.round((highEdgeHz - lowEdgeHz) / stepHz));
  return { lowEdgeHz, stepHz, points };
}

function onGrid(
  list: readonly Measurement[],
  { lowEdgeHz, stepHz, points }: Grid,
  passes: Float64Array[],
  completePasses: number,
): Measurement {
  const isDifferent = list.some((m) => Math.abs(m.stepHz - stepHz) > 1);
  const warnings = list.flatMap((m) => m.warnings);
  if (isDifferent)
    warnings.push({
      code: "steps-differ",
      stepHz,
    });
  return {
    format: itemAt(list, 0).format,
    lowHz: lowEdgeHz + stepHz / 2,
    stepHz,
    points,
    passes,
    warnings,
    completePasses,
    ...(list.some((m) => m.peakDbm)
      ? {
          peakDbm: maxOfPasses(
            list.map((m) =>
              resample(m.peakDbm ?? maxOfPasses(m.passes), m, lowEdgeHz, stepHz, points),
            ),
          ),
        }
      : {}),
  };
}

function resample(
  pass: Float64Array,
  from: Measurement,
  lowEdgeHz: number,
  stepHz: number,
  points: number,
): Float64Array {
  const power = new Float64Array(points);
  const covered = new Float64Array(points);
  pass.forEach((level, i) => {
    if (Number.isNaN(level)) return;
    const lowHz = from.lowHz + (i - 0.5) * from.stepHz;
    const highHz = lowHz + from.stepHz;
    const first = Math.max(0, Math.floor((lowHz - lowEdgeHz) / stepHz + 1e-9));
    for (let k = first; k < points && lowEdgeHz + k * stepHz < highHz - 1e-6; k += 1) {
      const overlapHz =
        Math.min(highHz, lowEdgeHz + (k + 1) * stepHz) - Math.max(lowHz, lowEdgeHz + k * stepHz);
      power[k]! += (10 ** (level / 10) * overlapHz) / from.stepHz;
      covered[k]! += overlapHz;
    }
  });
  return power.map((p, k) =>
    covered[k]! > stepHz * 0.5 ? 10 * Math.log10((p * stepHz) / covered[k]!) : NaN,
  );
}
