import { proxy } from "comlink";
import type { PracticeLine } from "~/core/training/practiceLine";
import type { LevelChainQuestion } from "~/core/audio/levelChain";
import type { WavError } from "~/core/audio/wav";
import type { Result } from "~/core/units/result";
import { askWorker, type Running } from "~/workers/ask";
import type { HeardFile, HeardTrack } from "./listen.api";
import type { ListenPageApi } from "./listen.worker";

const startWorker = () =>
  new Worker(new URL("./listen.worker.ts", import.meta.url), { type: "module" });

/** Measures a wave file that was given to the page, however long it is. */
export const measureFile = (
  file: File,
  onProgress: (share: number) => void,
): Running<Result<HeardFile, WavError | { code: "stopped" }>> =>
  askWorker<ListenPageApi, Result<HeardFile, WavError | { code: "stopped" }>>(
    startWorker,
    (worker) => worker.file(file, proxy(onProgress)),
  );

export const measureSamples = (samples: Float32Array, sampleRateHz: number): Running<HeardTrack> =>
  askWorker<ListenPageApi, HeardTrack>(startWorker, (worker) =>
    worker.samples(samples, sampleRateHz),
  );

/** A practice talker says a line, through the chain as it is set. */
export const measurePractice = (
  line: PracticeLine,
  chain: Omit<LevelChainQuestion, "talker">,
): Running<HeardTrack> =>
  askWorker<ListenPageApi, HeardTrack>(startWorker, (worker) => worker.practice(line, chain));

/** Fetches what measures, so that it is there where nothing can be fetched. */
export const loadListening = (): Promise<unknown> =>
  measureSamples(new Float32Array(1), 48_000).result;
