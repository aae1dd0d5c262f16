import { median as medianOf, quantileSorted, variance } from "d3-array";

/** Median of a list, halfway between its two middles; NaN of an empty one. The list stays as it is. */
export const median = (values: Iterable<number>): number => medianOf(values) ?? NaN;

/** A quantile of an ascending list, between neighbours; NaN of nothing. */
export const quantile = (sorted: ArrayLike<number>, share: number): number =>
  // only its length and two of its items are looked at: any list of numbers will do
  quantileSorted(sorted as readonly number[] as number[], share) ?? NaN;

/** Standard deviation of all there is (not of a sample of it) about the mean; 0 of fewer than two. */
export const deviation = (values: readonly number[]): number =>
  Math.sqrt(((variance(values) ?? 0) * (values.length - 1)) / Math.max(1, values.length));

/** Share of a list that passes; 0 of an empty one. */
export const shareOf = <T>(list: readonly T[], test: (item: T) => boolean): number =>
  list.length === 0 ? 0 : list.filter(test).length / list.length;
