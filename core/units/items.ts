/**
 * Items that are known to be there. A list is read by an index that was counted, a key that was
 * put in, a value that an earlier step checked: where that knowledge is wrong, it is a bug of the
 * caller, and it is told at once instead of going on as `undefined`.
 *
 * There are three of them for lists because each stays fast only as long as it meets few kinds of
 * lists.
 */

const outside = (index: number, length: number): RangeError =>
  new RangeError(`index ${index} lies outside of ${length} items`);

/**
 * The item at an index that lies inside.
 * @throws {RangeError} naming the index and how many items there are
 */
export function itemAt<T>(items: readonly T[], index: number): Exclude<T, undefined> {
  const item = items[index];
  if (item === undefined) throw outside(index, items.length);
  return item as Exclude<T, undefined>;
}

/**
 * The number at an index that lies inside a plain list of numbers.
 * @throws {RangeError} naming the index and how many items there are
 */
export function numberAt(values: readonly number[], index: number): number {
  const value = values[index];
  if (value === undefined) throw outside(index, values.length);
  return value;
}

/** The kinds of typed arrays that levels, counts and samples are held in. */
export type Samples =
  | Float64Array
  | Float32Array
  | Int32Array
  | Uint32Array
  | Int16Array
  | Uint16Array
  | Int8Array
  | Uint8Array;

/**
 * The sample at an index that lies inside a typed array.
 * @throws {RangeError} naming the index and how many samples there are
 */
export function sampleAt(samples: Samples, index: number): number {
  const sample = samples[index];
  if (sample === undefined) throw outside(index, samples.length);
  return sample;
}

/**
 * The last item of a list that is not empty.
 * @throws {RangeError} where it is empty
 */
export function lastOf<T>(items: readonly T[]): Exclude<T, undefined> {
  return itemAt(items, items.length - 1);
}

/**
 * A value that an earlier step made sure of.
 * @throws {TypeError} where it is null or undefined
 */
export function defined<T>(value: T): NonNullable<T> {
  if (value === null || value === undefined)
    throw new TypeError(`a value that was made sure of is ${String(value)}`);
  return value;
}
