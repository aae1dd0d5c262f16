import type { FrequencyRange } from "~/core/regulations/region";

/** A range of centre frequencies on a grid that starts at its low end. */
export interface TuningRange extends FrequencyRange {
  stepHz: number;
}

/**
 * A list of frequencies as a unit's menu has it: a maker's group or bank whose members work
 * together, the numbers of a TV channel, presets, or what a user stored.
 */
export interface Bank {
  id: string;
  frequenciesHz: number[];
  /** What its members are called, in their order; absent: 1, 2, 3 and so on. */
  numbers?: string[];
  /** The main block, and the part of it, that are chosen before this list: "K4". */
  block?: string;
  /** Whether a user stored it; absent: it is the maker's. */
  isUser?: boolean;
}

/**
 * Everything between the lowest and the highest frequency of a unit's ranges; null of a unit that
 * is not tuned at all.
 */
export function tuningSpan(tuning: readonly TuningRange[]): FrequencyRange | null {
  if (tuning.length === 0) return null;
  return {
    lowHz: Math.min(...tuning.map((t) => t.lowHz)),
    highHz: Math.max(...tuning.map((t) => t.highHz)),
  };
}

/**
 * Whether a unit can be set to a frequency: inside a range and on its grid, to within half a hertz.
 */
export const canBeSet = (tuning: readonly TuningRange[], frequencyHz: number): boolean =>
  tuning.some((t) => isOnGrid(t, frequencyHz));

const isOnGrid = (t: TuningRange, frequencyHz: number): boolean => {
  const steps = (frequencyHz - t.lowHz) / t.stepHz;
  return (
    frequencyHz >= t.lowHz &&
    frequencyHz <= t.highHz &&
    Math.abs(steps - Math.round(steps)) * t.stepHz < 0.5
  );
};

/**
 * The setting of a unit that lies nearest to a frequency, Hz; that frequency itself for a unit that
 * is not tuned at all. A range ends at its last whole step.
 * @example nearestSetting([{ lowHz: 470e6, highHz: 470.06e6, stepHz: 25_000 }], 471e6) //
 *   470_050_000
 */
export function nearestSetting(tuning: readonly TuningRange[], frequencyHz: number): number {
  let nearestHz: number | null = null;
  for (const { lowHz, highHz, stepHz } of tuning) {
    const lastStep = Math.floor((highHz - lowHz) / stepHz + 1e-9);
    const step = Math.max(0, Math.min(lastStep, Math.round((frequencyHz - lowHz) / stepHz)));
    const settingHz = Math.round(lowHz + step * stepHz);
    if (nearestHz === null || Math.abs(settingHz - frequencyHz) < Math.abs(nearestHz - frequencyHz))
      nearestHz = settingHz;
  }
  return nearestHz ?? frequencyHz;
}

/** Single presets as ranges of one frequency each, ascending, without doubles. */
export const presets = (frequenciesHz: readonly number[]): TuningRange[] =>
  [...new Set(frequenciesHz)]
    .sort((a, b) => a - b)
    .map((f) => ({ lowHz: f, highHz: f, stepHz: 1 }));

const MAX_STEPS_TO_MEET = 10_000;

/**
 * The grid that two tuning ranges share: from the first frequency that both can be set to, in steps
 * of their least common multiple.
 * @returns null when they overlap nowhere, or never stand on the same frequency
 */
export function sharedGrid(a: TuningRange, b: TuningRange): TuningRange | null {
  if (a.lowHz === a.highHz) return isOnGrid(b, a.lowHz) ? a : null;
  if (b.lowHz === b.highHz) return isOnGrid(a, b.lowHz) ? b : null;
  const lowHz = Math.max(a.lowHz, b.lowHz);
  const highHz = Math.min(a.highHz, b.highHz);
  const stepHz = (a.stepHz / greatestCommonDivisor(a.stepHz, b.stepHz)) * b.stepHz;
  const first = a.lowHz + Math.ceil((lowHz - a.lowHz) / a.stepHz - 1e-9) * a.stepHz;
  for (let i = 0; i <= Math.min(MAX_STEPS_TO_MEET, stepHz / a.stepHz); i += 1) {
    const candidateHz = first + i * a.stepHz;
    if (candidateHz > highHz) return null;
    if (isOnGrid(b, candidateHz)) return { lowHz: candidateHz, highHz, stepHz };
  }
  return null;
}

const greatestCommonDivisor = (a: number, b: number): number =>
  b < 1 ? a : greatestCommonDivisor(b, a % b);

/** Everywhere two units can both be set, range by range, ascending; empty when they never meet. */
export function sharedTuning(a: readonly TuningRange[], b: readonly TuningRange[]): TuningRange[] {
  return a
    .flatMap((x) => b.flatMap((y) => sharedGrid(x, y) ?? []))
    .sort((x, y) => x.lowHz - y.lowHz);
}

/** The ranges that both lists overlap in, grids aside. */
export const overlaps = (
  a: readonly FrequencyRange[],
  b: readonly FrequencyRange[],
): FrequencyRange[] =>
  a.flatMap((x) =>
    b.flatMap((y) => {
      const lowHz = Math.max(x.lowHz, y.lowHz);
      const highHz = Math.min(x.highHz, y.highHz);
      return lowHz <= highHz ? [{ lowHz, highHz }] : [];
    }),
  );
