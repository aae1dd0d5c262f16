import { analyseWav } from "~/core/audio/analyseWav";
import { wavFile, type ByteSource, type WavEncoding } from "~/core/audio/wav";

export const source = (bytes: Uint8Array): ByteSource => ({
  size: bytes.length,
  read: (offset, length) => bytes.subarray(offset, Math.min(bytes.length, offset + length)),
});
export const analysed = (
  tracks: Float64Array[],
  encoding: WavEncoding = "float32",
  sampleRateHz = 48_000,
) => {
  const answer = analyseWav(source(wavFile(tracks, { encoding, sampleRateHz })));
  if (!answer.ok) throw new Error(answer.error.code);
  return answer.value.tracks;
};
