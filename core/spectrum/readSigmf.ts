// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt, numberAt } from "~/core/units/items";
import { fail, ok, type Result } from "~/core/units/result";
import { mergeMeasurements } from "./mergeMeasurements";
import type { Measurement, SweepFileError } from "./sweep";
import type { SweepWarning } from "./sweepWarning";
import { welch } from "./welch";

const WIDEST_BIN_HZ = 10_000;
const FEWEST_BINS = 256;
const MAX_BINS = 65_536;
/** Below so many averaged segments the bins are made wider: a floor wants looks. */
const FEWEST_SEGMENTS = 16;

interface Capture {
  from: number;
  frequencyHz: number;
}

/** How a datatype of SigMF lies in its bytes, complex, little-endian, and what full scale is. */
const DATATYPES: Readonly<
  Record<string, { bytes: number; read: (view: DataView, at: number) => number }>
> = {
  ci16_le: { bytes: 2, read: (view, at) => view.getInt16(at, true) / 32768 },
  cf32_le: { bytes: 4, read: (view, at) => view.getFloat32(at, true) },
  cu8: { bytes: 1, read: (view, at) => (view.getUint8(at) - 127.5) / 127.5 },
  ci8: { bytes: 1, read: (view, at) => view.getInt8(at) / 128 },
};

/** Whether a text is the metadata of a SigMF recording. */
export const looksLikeSigmf = (text: string): boolean =>
  /^\s*\{/.test(text) && text.includes('"core:datatype"');

/**
 * Reads a recording of the air (SigMF: field names by its published specification) as a sweep, by
 * Welch's method. Full scale counts as 0 dBm. Each capture is a range at its own centre
 * frequency; several are put on one grid.
 * @param metaText - the .sigmf-meta file @param data - the .sigmf-data file
 */
export function readSigmf(metaText: string, data: Uint8Array): Result<Measurement, SweepFileError> {
  let meta: { global?: Record<string, unknown>; captures?: unknown };
  try {
    meta = JSON.parse(metaText) as typeof meta;
  } catch {
    return fail({ code: "recording-meta-broken", why: "not-json" });
  }
  const datatype = meta.global?.["core:datatype"];
  const sampleRateHz = meta.global?.["core:sample_rate"];
  const type = typeof datatype === "string" ? DATATYPES[datatype] : undefined;
  if (!type) return fail({ code: "recording-datatype", datatype: String(datatype) });
  if (typeof sampleRateHz !== "number" || !(sampleRateHz >= 1000 && sampleRateHz <= 1e9))
    return fail({
      code: "recording-meta-broken",
      why: "no-sample-rate",
    });
  const list = Array.isArray(meta.captures)
    ? (meta.captures as (Record<string, unknown> | null)[])
    : [];
  const captures: Capture[] = [];
  for (const c of list) {
    const frequencyHz = c?.["core:frequency"];
    if (!c || typeof frequencyHz !== "number" || !(frequencyHz >= 1e6 && frequencyHz <= 100e9))
      return fail({
        code: "recording-meta-broken",
        why: "no-frequency",
      });
    captures.push({
      from: typeof c["core:sample_start"] === "number" ? c["core:sample_start"] : 0,
      frequencyHz,
    });
  }
  if (captures.length === 0)
    return fail({
      code: "recording-meta-broken",
      why: "no-captures",
    });
  captures.sort((a, b) => a.from - b.from);

  const warnings: SweepWarning[] = [];
  const samples = Math.floor(data.length / (type.bytes * 2));
  if (data.length % (type.bytes * 2) !== 0)
    warnings.push({
      code: "recording-cut",
    });
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
  let isBroken = false as boolean;
  const parts: Measurement[] = [];
  for (const [k, capture] of captures.entries()) {
    const to = captures[k + 1]?.from ?? samples;
    const count = Math.min(to, samples) - capture.from;
    if (capture.from >= samples && samples > 0)
      return fail({ code: "recording-disagrees", samples, needed: capture.from + 1 });
    if (count < FEWEST_BINS)
      return fail({ code: "recording-short", samples: Math.max(0, count), needed: FEWEST_BINS });
    let size = FEWEST_BINS;
    while (
      size < MAX_BINS &&
      sampleRateHz / size > WIDEST_BIN_HZ &&
      count >= size * 2 * (FEWEST_SEGMENTS / 2)
    )
      size *= 2;
    const readSample = (i: number, out: Float64Array) => {
      const at = (capture.from + i) * type.bytes * 2;
      out[0] = type.read(view, at);
      out[1] = type.read(view, at + type.bytes);
      if (!Number.isFinite(out[0]) || !Number.isFinite(out[1])) {
        isBroken = true;
        out[0] = 0;
        out[1] = 0;
      }
    };
    const { power } = welch(readSample, count, size);
    const stepHz = sampleRateHz / size;
    const levels = Float64Array.from(power, (p) => 10 * Math.log10(Math.max(p, 1e-30)));
    parts.push({
      format: "iq",
      lowHz: capture.frequencyHz - sampleRateHz / 2,
      stepHz,
      points: size,
      passes: [levels],
      completePasses: 1,
      warnings: [],
    });
  }
  if (isBroken)
    warnings.push({
      code: "recording-not-numbers",
    });
  if (samples === 0) return fail({ code: "recording-short", samples: 0, needed: FEWEST_BINS });
  for (const part of parts) {
    const at = dcSpike(itemAt(part.passes, 0));
    if (at === null) continue;
    smoothOver(itemAt(part.passes, 0), at);
    warnings.push({
      code: "dc-spike",
      frequencyHz: part.lowHz + (part.points / 2) * part.stepHz,
    });
  }
  const merged = mergeMeasurements(parts);
  return ok({
    ...merged,
    format: "iq",
    completePasses: 1,
    warnings: [...warnings, ...merged.warnings],
  });
}

const SPIKE_HALF_BINS = 1;
const SPIKE_OVER_DB = 8;

/**
 * A receiver that mixes straight to zero leaves a spike in the very middle, at most three bins wide
 * (the window's own width): wider is a signal.
 * @returns the middle bin, or null
 */
function dcSpike(levels: Float64Array): number | null {
  const middle = levels.length >> 1;
  const around = [-6, -5, -4, -3, 3, 4, 5, 6].map((d) => levels[middle + d]!).sort((a, b) => a - b);
  const beside = numberAt(around, 4);
  return levels[middle]! > beside + SPIKE_OVER_DB &&
    levels[middle - 2]! < beside + 3 &&
    levels[middle + 2]! < beside + 3
    ? middle
    : null;
}

function smoothOver(levels: Float64Array, middle: number): void {
  const fill =
    10 *
    Math.log10(
      (10 ** (levels[middle - SPIKE_HALF_BINS - 1]! / 10) +
        10 ** (levels[middle + SPIKE_HALF_BINS + 1]! / 10)) /
        2,
    );
  for (let i = middle - SPIKE_HALF_BINS; i <= middle + SPIKE_HALF_BINS; i += 1) levels[i] = fill;
}
