export interface SweepWarning {
  code: string;
  message: string;
}

/** What a file holds: one or more passes over one grid. */
export interface Measurement {
  format: "columns" | "rows" | "iq" | "json";
  lowHz: number;
  stepHz: number;
  points: number;
  /** Each pass as levels on the grid; NaN where that pass measured nothing. */
  passes: Float64Array[];
  /** Passes that cover the whole of what any pass covers. */
  completePasses: number;
  warnings: SweepWarning[];
}

/** Why a file cannot be read, as data. `line` counts from 1. */
export type SweepFileError =
  | { code: "file-empty" }
  | { code: "file-binary"; byte: number }
  | { code: "file-not-a-sweep"; line: number; text: string }
  | { code: "file-nothing-usable"; line: number }
  | { code: "file-wrong-unit"; what: "frequency" | "level"; lowest: number; highest: number }
  | { code: "file-too-few-points"; points: number }
  /** One file of a recording that is two: its metadata, or its data. */
  | { code: "recording-half"; has: "metadata" | "data" }
  | { code: "recording-meta-broken"; what: string }
  | { code: "recording-datatype"; datatype: string }
  | { code: "recording-short"; samples: number; needed: number }
  /** The metadata speak of samples that the data do not have. */
  | { code: "recording-disagrees"; samples: number; needed: number }
  | { code: "json-not-a-sweep"; what: string };

/** Mean of power over several passes, bin by bin; bins that no pass measured stay NaN. */
export function meanOfPasses(passes: readonly Float64Array[]): Float64Array {
  return combine(passes, (values) => {
    let sum = 0;
    for (const v of values) sum += 10 ** (v / 10);
    return 10 * Math.log10(sum / values.length);
  });
}

/** Highest level of each bin over several passes. */
export function maxOfPasses(passes: readonly Float64Array[]): Float64Array {
  return combine(passes, (values) => Math.max(...values));
}

function combine(passes: readonly Float64Array[], pick: (values: number[]) => number): Float64Array {
  const points = passes[0]?.length ?? 0;
  const out = new Float64Array(points).fill(NaN);
  const values: number[] = [];
  for (let i = 0; i < points; i += 1) {
    values.length = 0;
    for (const pass of passes) if (!Number.isNaN(pass[i]!)) values.push(pass[i]!);
    if (values.length > 0) out[i] = pick(values);
  }
  return out;
}
