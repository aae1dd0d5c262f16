import { fail, ok, type Result } from "~/core/units/result";
import type { HeardTrack } from "~/workers/listen/listen.api";
import { measureSamples } from "~/workers/listen/listen.client";

/** What a browser decodes it holds as a whole: a camera's clip of some minutes. */
const MAX_CLIP_MB = 300;
/** What cameras record at; the browser converts what is otherwise. */
const CLIP_RATE_HZ = 48_000;

export type ClipError =
  { code: "too-large"; mostMb: number } | { code: "not-decoded" } | { code: "silent" };

/**
 * Whether a file is for the reader of wave files; one that claims to be video or another kind of
 * sound is the browser's to decode.
 */
export const isWave = (file: Pick<File, "name" | "type">): boolean =>
  /\.(wav|wave|bwf|rf64)$/i.test(file.name) ||
  !/^(video|audio)\//.test(file.type) ||
  /wav/.test(file.type);

/** Measures the sound of a camera's clip, or of any file whose sound the browser can decode. */
export async function measureClip(file: File): Promise<Result<HeardTrack[], ClipError>> {
  if (file.size > MAX_CLIP_MB * 1e6) return fail({ code: "too-large", mostMb: MAX_CLIP_MB });
  let sound: AudioBuffer;
  try {
    sound = await new OfflineAudioContext(1, 1, CLIP_RATE_HZ).decodeAudioData(
      await file.arrayBuffer(),
    );
  } catch {
    return fail({ code: "not-decoded" });
  }
  if (sound.length === 0) return fail({ code: "silent" });
  const tracks: HeardTrack[] = [];
  for (let c = 0; c < sound.numberOfChannels; c += 1) {
    const heard = await measureSamples(sound.getChannelData(c), sound.sampleRate).result;
    if (!heard.ok) return fail({ code: "not-decoded" });
    tracks.push(heard.value);
  }
  return ok(tracks);
}
