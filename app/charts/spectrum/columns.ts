import { itemAt, lastOf, sampleAt } from "~/core/units/items";

export interface SpectrumTrace {
  lowHz: number;
  stepHz: number;
  /** NaN where nothing was measured. */
  levelsDbm: ArrayLike<number>;
}

/**
 * For one list of levels: the highest of each 2, 4, 8 … bins. Lists are never changed once drawn,
 * so it is worked out once.
 */
const pyramids = new WeakMap<object, Float32Array[]>();

function pyramidOf(levels: ArrayLike<number>): Float32Array[] {
  const known = pyramids.get(levels);
  if (known) return known;
  const floors: Float32Array[] = [Float32Array.from(levels)];
  while (lastOf(floors).length > 1) {
    const below = lastOf(floors);
    const next = new Float32Array(Math.ceil(below.length / 2));
    for (let i = 0; i < next.length; i += 1)
      next[i] = higher(sampleAt(below, 2 * i), below[2 * i + 1] ?? NaN);
    floors.push(next);
  }
  pyramids.set(levels, floors);
  return floors;
}

/** The higher of two, of which either may be a hole. */
const higher = (a: number, b: number): number => (Number.isNaN(a) || b > a ? b : a);

/**
 * Highest level of each column of pixels, NaN where nothing was measured: a narrow carrier never
 * drops out of a wide picture. Takes as long for a million bins as for a thousand.
 * @param view - what the columns reach over; @param widthPx - > 0
 */
export function columnsOf(
  trace: SpectrumTrace,
  view: { lowHz: number; highHz: number },
  widthPx: number,
): Float32Array {
  const out = new Float32Array(Math.max(1, Math.ceil(widthPx))).fill(NaN);
  const floors = pyramidOf(trace.levelsDbm);
  const binsPerPx = (view.highHz - view.lowHz) / widthPx / trace.stepHz;
  // as coarse as can be while a column still holds at least two of its cells, so that no level
  // strays by a whole pixel
  const floor = Math.max(0, Math.min(floors.length - 1, Math.floor(Math.log2(binsPerPx / 2))));
  const levels = itemAt(floors, floor);
  const cell = 2 ** floor;
  const first = (view.lowHz - trace.lowHz) / trace.stepHz + 0.5;
  for (let c = 0; c < out.length; c += 1) {
    const from = Math.max(0, Math.floor((first + c * binsPerPx) / cell));
    const to = Math.min(levels.length - 1, Math.ceil((first + (c + 1) * binsPerPx) / cell) - 1);
    let highest = NaN;
    for (let i = from; i <= to; i += 1) highest = higher(highest, sampleAt(levels, i));
    out[c] = highest;
  }
  return out;
}
