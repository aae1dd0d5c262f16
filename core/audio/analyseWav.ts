// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { fail, ok, type Result } from "~/core/units/result";
import { type Heard, Listener } from "./listening";
import { LoudnessMeter } from "./loudness";
import { TruePeakMeter } from "./truePeak";
import {
  type ByteSource,
  fullScaleOf,
  readWavHead,
  unpackFrames,
  type WavError,
  type WavHead,
  type WavWarning,
} from "./wav";

/** What one track measures; levels null where it is silent, or too short. */
export interface TrackFigures {
  peakDbfs: number | null;
  truePeakDbtp: number | null;
  /** Plain root mean square of the samples: a full-scale sine has −3.01. */
  rmsDbfs: number | null;
  integratedLufs: number | null;
  shortTermMaxLufs: number | null;
  crestDb: number | null;
  /** Samples at full scale in runs of two or more. */
  clippedSamples: number;
  /** Root mean square of the quietest tenth of the 50 ms looks. */
  noiseFloorDbfs: number | null;
  /** Mean of the samples, −1…1. */
  dcOffset: number;
}

export interface MeasuredTrack extends TrackFigures {
  /** What voice, pauses and noises are told by. */
  heard: Heard;
}

export interface WavAnswer {
  tracks: MeasuredTrack[];
  seconds: number;
  sampleRateHz: number;
  encoding: WavHead["encoding"];
  warnings: WavWarning[];
}

/** Measures one track as its samples come in. */
export class TrackMeter {
  private readonly loudness: LoudnessMeter;
  private readonly truePeak: TruePeakMeter;
  private readonly listener: Listener;
  private count = 0;
  private sum = 0;
  private squares = 0;
  private peak = 0;
  private run = 0;
  private clipped = 0;

  /** @param fullScale - from where on a sample counts as clipped */
  constructor(
    { sampleRateHz, fullScale }: { sampleRateHz: number; fullScale: number },
    private readonly full = fullScale,
  ) {
    this.loudness = new LoudnessMeter(sampleRateHz);
    this.truePeak = new TruePeakMeter(sampleRateHz);
    this.listener = new Listener(sampleRateHz);
  }

  /** The first n samples of a buffer, full scale = 1. */
  push(x: Float64Array, n = x.length): void {
    let { sum, squares, peak, run, clipped } = this;
    const { full } = this;
    for (let i = 0; i < n; i += 1) {
      const v = x[i]!;
      sum += v;
      squares += v * v;
      const a = v < 0 ? -v : v;
      if (a > peak) peak = a;
      if (a >= full) {
        run += 1;
        clipped += run === 2 ? 2 : run > 2 ? 1 : 0;
      } else run = 0;
    }
    Object.assign(this, { sum, squares, peak, run, clipped });
    this.count += n;
    this.loudness.push(x, n);
    this.truePeak.push(x, n);
    this.listener.push(x, n);
  }

  /** What was measured so far. */
  figures(): MeasuredTrack {
    const { count, peak } = this;
    const heard = this.listener.heard();
    const meanSquare = count > 0 ? this.squares / count : 0;
    const level = (amplitude: number) => (amplitude > 0 ? 20 * Math.log10(amplitude) : null);
    const rmsDbfs = meanSquare > 0 ? 10 * Math.log10(meanSquare) : null;
    const peakDbfs = level(peak);
    return {
      peakDbfs,
      truePeakDbtp: level(Math.max(peak, this.truePeak.peak)),
      rmsDbfs,
      integratedLufs: this.loudness.integratedLufs(),
      shortTermMaxLufs: this.loudness.shortTermMaxLufs(),
      crestDb: peakDbfs !== null && rmsDbfs !== null ? peakDbfs - rmsDbfs : null,
      clippedSamples: this.clipped,
      noiseFloorDbfs: quietestTenthDbfs(heard.powers),
      dcOffset: count > 0 ? this.sum / count : 0,
      heard,
    };
  }
}

function quietestTenthDbfs(powers: Float32Array): number | null {
  if (powers.length === 0) return null;
  const sorted = powers.slice().sort();
  const n = Math.max(1, Math.floor(sorted.length / 10));
  const mean = sorted.subarray(0, n).reduce((a, b) => a + b, 0) / n;
  return mean > 0 ? 10 * Math.log10(mean) : null;
}

export interface WavHooks {
  onProgress?: (share: number) => void;
  isStopped?: () => boolean;
}

const PIECE_FRAMES = 16_384;

/**
 * Every track of a wave file, read piece by piece: its size does not matter to the memory it takes.
 * @returns fails with what is wrong of the file; "stopped" when a hook says so
 */
export function analyseWav(
  source: ByteSource,
  hooks: WavHooks = {},
): Result<WavAnswer, WavError | { code: "stopped" }> {
  const read = readWavHead(source);
  if (!read.ok) return read;
  const head = read.value;
  const { tracks, sampleRateHz, frames, blockBytes } = head;
  const meters = Array.from(
    { length: tracks },
    () => new TrackMeter({ sampleRateHz, fullScale: fullScaleOf(head.encoding) }),
  );
  const buffers = meters.map(() => new Float64Array(PIECE_FRAMES));
  let strange = 0;
  for (let done = 0; done < frames;) {
    if (hooks.isStopped?.()) return fail({ code: "stopped" });
    const wanted = Math.min(PIECE_FRAMES, frames - done);
    const bytes = source.read(head.dataOffset + done * blockBytes, wanted * blockBytes);
    const n = Math.floor(bytes.length / blockBytes);
    if (n === 0) break;
    strange += unpackFrames(bytes.subarray(0, n * blockBytes), head, buffers);
    meters.forEach((m, t) => m.push(buffers[t]!, n));
    done += n;
    hooks.onProgress?.(done / frames);
  }
  if (strange === frames * tracks) return fail({ code: "nothing-usable" });
  const warnings =
    strange > 0
      ? [...head.warnings, { code: "not-numbers" as const, samples: strange }]
      : head.warnings;
  return ok({
    tracks: meters.map((m) => m.figures()),
    seconds: frames / sampleRateHz,
    sampleRateHz,
    encoding: head.encoding,
    warnings,
  });
}
