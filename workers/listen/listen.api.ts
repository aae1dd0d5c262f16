import { practiceTake, type PracticeLine } from "~/core/training/practiceLine";
import {
  analyseWav,
  type MeasuredTrack,
  type TrackFigures,
  TrackMeter,
} from "~/core/audio/analyseWav";
import { type VoiceFindings, judgeVoice } from "~/core/audio/voiceFindings";
import type { LevelChainQuestion } from "~/core/audio/levelChain";
import { type ByteSource, fullScaleOf, type WavError, type WavWarning } from "~/core/audio/wav";
import { ok, type Result } from "~/core/units/result";

/** A track as the page shows it. */
export interface HeardTrack extends TrackFigures, VoiceFindings {
  /** Highest sample of each of equal parts of the take, 0…1. */
  outline: number[];
}

export interface HeardFile {
  tracks: HeardTrack[];
  seconds: number;
  sampleRateHz: number;
  warnings: WavWarning[];
}

const OUTLINE_PARTS = 160;
const REPORT_EVERY = 0.01;

function shown(track: MeasuredTrack): HeardTrack {
  const { heard, ...figures } = track;
  const per = Math.max(1, Math.ceil(heard.peaks.length / OUTLINE_PARTS));
  const outline = Array.from({ length: Math.ceil(heard.peaks.length / per) }, (_, i) =>
    heard.peaks.subarray(i * per, (i + 1) * per).reduce((a, b) => Math.max(a, b), 0),
  );
  return { ...figures, ...judgeVoice(track), outline };
}

/**
 * What the worker does: a file read piece by piece, samples from a microphone, or a practice talker
 * through the chain.
 */
export const listenApi = {
  file(
    source: ByteSource,
    onProgress: (share: number) => void,
  ): Result<HeardFile, WavError | { code: "stopped" }> {
    let told = 0;
    const found = analyseWav(source, {
      onProgress: (share) => {
        if (share - told >= REPORT_EVERY || share === 1) {
          told = share;
          onProgress(share);
        }
      },
    });
    if (!found.ok) return found;
    const { tracks, seconds, sampleRateHz, warnings } = found.value;
    return ok({ tracks: tracks.map(shown), seconds, sampleRateHz, warnings });
  },
  samples(samples: Float32Array, sampleRateHz: number): HeardTrack {
    const meter = new TrackMeter({ sampleRateHz, fullScale: fullScaleOf("float32") });
    meter.push(Float64Array.from(samples));
    return shown(meter.figures());
  },
  practice(line: PracticeLine, chain: Omit<LevelChainQuestion, "talker">): HeardTrack {
    const samples = practiceTake(line, chain);
    const meter = new TrackMeter({ sampleRateHz: line.sampleRateHz, fullScale: 1 });
    meter.push(samples);
    return shown(meter.figures());
  },
};
