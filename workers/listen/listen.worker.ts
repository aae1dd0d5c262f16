import { expose } from "comlink";
import { type HeardFile, listenApi } from "./listen.api";
import type { WavError } from "~/core/audio/wav";
import type { Result } from "~/core/units/result";

/** A file that was given to the page is read here, a piece at a time. */
declare class FileReaderSync {
  readAsArrayBuffer(blob: Blob): ArrayBuffer;
}

const page = {
  samples: (samples: Float32Array, sampleRateHz: number) =>
    listenApi.samples(samples, sampleRateHz),
  practice: (...asked: Parameters<typeof listenApi.practice>) => listenApi.practice(...asked),
  file(
    file: File,
    onProgress: (share: number) => void,
  ): Result<HeardFile, WavError | { code: "stopped" }> {
    const reader = new FileReaderSync();
    return listenApi.file(
      {
        size: file.size,
        read: (offset, length) =>
          new Uint8Array(reader.readAsArrayBuffer(file.slice(offset, offset + length))),
      },
      onProgress,
    );
  },
};

export type ListenPageApi = typeof page;

expose(page);
