import { numberAt } from "~/core/units/items";

/** Median of a list; NaN of an empty one. The list stays as it is. */
export function median(values: readonly number[]): number {
  if (values.length === 0) return NaN;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = (sorted.length - 1) / 2;
  return (numberAt(sorted, Math.floor(middle)) + numberAt(sorted, Math.ceil(middle))) / 2;
}

/** Standard deviation about the mean; 0 of fewer than two. */
export function deviation(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
}

/** Share of a list that passes; 0 of an empty one. */
export const shareOf = <T>(list: readonly T[], test: (item: T) => boolean): number =>
  list.length === 0 ? 0 : list.filter(test).length / list.length;
