// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { fail, ok, type Result } from "~/core/units/result";

/** Bytes that can be read from anywhere: a file on disk, or one that was given to the page. */
export interface ByteSource {
  size: number;
  /** Fewer bytes come back only where the file ends. */
  read: (offset: number, length: number) => Uint8Array;
}

export type WavEncoding = "pcm16" | "pcm24" | "pcm32" | "float32";

export type WavWarning =
  /** The head tells another size than the file has: what is there was read. */
  | { code: "truncated"; missingFrames: number }
  | { code: "size-wrong" }
  /** The last frame is not whole. */
  | { code: "odd-end"; bytes: number }
  | { code: "not-numbers"; samples: number };

export type WavError =
  | { code: "not-wav" }
  | { code: "no-format" | "no-data" | "no-samples" }
  | { code: "encoding-unknown"; formatTag: number; bits: number }
  | { code: "tracks-outside"; tracks: number }
  | { code: "rate-outside"; sampleRateHz: number }
  | { code: "block-wrong"; blockBytes: number; wanted: number }
  | { code: "nothing-usable" };

export interface WavHead {
  encoding: WavEncoding;
  tracks: number;
  sampleRateHz: number;
  frames: number;
  /** Bytes of one frame: a sample of every track. */
  blockBytes: number;
  dataOffset: number;
  warnings: WavWarning[];
}

export const WAV_LIMITS = { tracks: 64, lowestRateHz: 8_000, highestRateHz: 384_000 } as const;

const BYTES = { pcm16: 2, pcm24: 3, pcm32: 4, float32: 4 } as const satisfies Record<
  WavEncoding,
  number
>;
const UNKNOWN_32 = 0xffffffff;
/** A file with more chunks than this before its sound is not one that anybody wrote. */
const MAX_CHUNKS = 10_000;
const EXTENSIBLE = 0xfffe;

const textAt = (bytes: Uint8Array, at: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + 4));

/**
 * The head of a wave file: RIFF, or RF64 and BW64 whose sizes stand in a ds64 chunk. Sizes that the
 * file does not bear out give way to what is there, with a word. Source: Microsoft/IBM Multimedia
 * Programming Interface (RIFF), EBU Tech 3306 (RF64); from memory.
 */
export function readWavHead(source: ByteSource): Result<WavHead, WavError> {
  const head = source.read(0, 12);
  if (
    head.length < 12 ||
    !["RIFF", "RF64", "BW64"].includes(textAt(head, 0)) ||
    textAt(head, 8) !== "WAVE"
  )
    return fail({ code: "not-wav" });
  const is64 = textAt(head, 0) !== "RIFF";
  const warnings: WavWarning[] = [];
  const riffBytes = new DataView(head.buffer, head.byteOffset).getUint32(4, true);
  if (!is64 && riffBytes !== UNKNOWN_32 && riffBytes + 8 > source.size + 1)
    warnings.push({ code: "size-wrong" });

  let dataBytes64: number | null = null;
  let format: Result<
    Pick<WavHead, "encoding" | "tracks" | "sampleRateHz" | "blockBytes">,
    WavError
  > | null = null;
  let offset = 12;
  for (let i = 0; i < MAX_CHUNKS && offset + 8 <= source.size; i += 1) {
    const chunk = source.read(offset, 8);
    if (chunk.length < 8) break;
    const id = textAt(chunk, 0);
    const bytes = new DataView(chunk.buffer, chunk.byteOffset).getUint32(4, true);
    if (id === "ds64") dataBytes64 = dataBytesOf(source.read(offset + 8, 28));
    if (id === "fmt ") {
      format = readFormat(source.read(offset + 8, Math.min(bytes, 40)));
      if (!format.ok) return format;
    }
    if (id === "data") {
      if (!format?.ok) return fail({ code: "no-format" });
      return headOf(
        source,
        format.value,
        offset + 8,
        isUntold(bytes) ? (dataBytes64 ?? Infinity) : bytes,
        warnings,
      );
    }
    // chunks stand on even bytes
    offset += 8 + bytes + (bytes % 2);
  }
  return fail({ code: format ? "no-data" : "no-format" });
}

/** A recorder that lost its power never came to write the size. */
const isUntold = (bytes: number): boolean => bytes === UNKNOWN_32 || bytes === 0;

function dataBytesOf(ds64: Uint8Array): number | null {
  if (ds64.length < 16) return null;
  const view = new DataView(ds64.buffer, ds64.byteOffset);
  return view.getUint32(8, true) + view.getUint32(12, true) * 2 ** 32;
}

function readFormat(
  bytes: Uint8Array,
): Result<Pick<WavHead, "encoding" | "tracks" | "sampleRateHz" | "blockBytes">, WavError> {
  if (bytes.length < 16) return fail({ code: "no-format" });
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const told = view.getUint16(0, true);
  // the true tag of the extensible form is the head of its long one
  const formatTag = told === EXTENSIBLE && bytes.length >= 26 ? view.getUint16(24, true) : told;
  const [tracks, sampleRateHz, blockBytes, bits] = [
    view.getUint16(2, true),
    view.getUint32(4, true),
    view.getUint16(12, true),
    view.getUint16(14, true),
  ];
  const encoding: WavEncoding | null =
    formatTag === 1 && (bits === 16 || bits === 24 || bits === 32)
      ? `pcm${bits}`
      : formatTag === 3 && bits === 32
        ? "float32"
        : null;
  if (!encoding) return fail({ code: "encoding-unknown", formatTag, bits });
  if (tracks < 1 || tracks > WAV_LIMITS.tracks) return fail({ code: "tracks-outside", tracks });
  if (sampleRateHz < WAV_LIMITS.lowestRateHz || sampleRateHz > WAV_LIMITS.highestRateHz)
    return fail({ code: "rate-outside", sampleRateHz });
  const wanted = BYTES[encoding] * tracks;
  if (blockBytes !== wanted) return fail({ code: "block-wrong", blockBytes, wanted });
  return ok({ encoding, tracks, sampleRateHz, blockBytes });
}

function headOf(
  source: ByteSource,
  format: Pick<WavHead, "encoding" | "tracks" | "sampleRateHz" | "blockBytes">,
  dataOffset: number,
  toldBytes: number,
  warnings: WavWarning[],
): Result<WavHead, WavError> {
  const there = Math.max(0, source.size - dataOffset);
  const dataBytes = Math.min(toldBytes, there);
  const frames = Math.floor(dataBytes / format.blockBytes);
  if (frames === 0) return fail({ code: "no-samples" });
  if (Number.isFinite(toldBytes) && toldBytes > there)
    warnings.push({
      code: "truncated",
      missingFrames: Math.ceil((toldBytes - there) / format.blockBytes),
    });
  else if (!Number.isFinite(toldBytes)) warnings.push({ code: "size-wrong" });
  if (dataBytes % format.blockBytes !== 0 && toldBytes <= there)
    warnings.push({ code: "odd-end", bytes: dataBytes % format.blockBytes });
  return ok({ ...format, frames, dataOffset, warnings });
}

/**
 * Unpacks frames into one array a track, full scale = 1. What is no number becomes 0 and is
 * counted.
 * @param bytes - whole frames @param into - a buffer a track, each at least as long as there are
 *   frames
 * @returns how many samples were no numbers
 */
export function unpackFrames(
  bytes: Uint8Array,
  { encoding, tracks, blockBytes }: Pick<WavHead, "encoding" | "tracks" | "blockBytes">,
  into: readonly Float64Array[],
): number {
  const frames = Math.floor(bytes.length / blockBytes);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  let strange = 0;
  for (let t = 0; t < tracks; t += 1) {
    const out = into[t]!;
    let at = t * BYTES[encoding];
    switch (encoding) {
      case "pcm16":
        for (let i = 0; i < frames; i += 1, at += blockBytes)
          out[i] = (((bytes[at]! | (bytes[at + 1]! << 8)) << 16) >> 16) / 32_768;
        break;
      case "pcm24":
        for (let i = 0; i < frames; i += 1, at += blockBytes)
          out[i] =
            (((bytes[at]! | (bytes[at + 1]! << 8) | (bytes[at + 2]! << 16)) << 8) >> 8) / 8_388_608;
        break;
      case "pcm32":
        for (let i = 0; i < frames; i += 1, at += blockBytes)
          out[i] = view.getInt32(at, true) / 2_147_483_648;
        break;
      case "float32":
        for (let i = 0; i < frames; i += 1, at += blockBytes) {
          const x = view.getFloat32(at, true);
          if (Number.isFinite(x)) out[i] = x;
          else {
            out[i] = 0;
            strange += 1;
          }
        }
    }
  }
  return strange;
}

/** From here on a sample stands at full scale: the highest code of its kind. */
export const fullScaleOf = (encoding: WavEncoding): number =>
  ({
    pcm16: 32_767 / 32_768,
    pcm24: 8_388_607 / 8_388_608,
    pcm32: 2_147_483_647 / 2_147_483_648,
    float32: 1 - 2 ** -23,
  })[encoding];

/**
 * A wave file of tracks of equal length, full scale = 1; what lies beyond it is cut, but in floats.
 * RF64 only where asked for.
 * @example wavFile([new Float64Array(48_000)], { encoding: "pcm24", sampleRateHz: 48_000 })
 */
export function wavFile(
  tracks: readonly Float64Array[],
  {
    encoding,
    sampleRateHz,
    isRf64 = false,
  }: { encoding: WavEncoding; sampleRateHz: number; isRf64?: boolean },
): Uint8Array<ArrayBuffer> {
  const frames = tracks[0]?.length ?? 0;
  const blockBytes = BYTES[encoding] * tracks.length;
  const dataBytes = frames * blockBytes;
  const before = isRf64 ? 36 : 0;
  const bytes = new Uint8Array(44 + before + dataBytes);
  const view = new DataView(bytes.buffer);
  const put = (at: number, text: string) => {
    for (let i = 0; i < 4; i += 1) bytes[at + i] = text.charCodeAt(i);
  };
  put(0, isRf64 ? "RF64" : "RIFF");
  view.setUint32(4, isRf64 ? UNKNOWN_32 : bytes.length - 8, true);
  put(8, "WAVE");
  if (isRf64) {
    put(12, "ds64");
    view.setUint32(16, 28, true);
    view.setUint32(20, bytes.length - 8, true);
    view.setUint32(28, dataBytes, true);
    view.setUint32(36, frames, true);
  }
  put(12 + before, "fmt ");
  view.setUint32(16 + before, 16, true);
  view.setUint16(20 + before, encoding === "float32" ? 3 : 1, true);
  view.setUint16(22 + before, tracks.length, true);
  view.setUint32(24 + before, sampleRateHz, true);
  view.setUint32(28 + before, sampleRateHz * blockBytes, true);
  view.setUint16(32 + before, blockBytes, true);
  view.setUint16(34 + before, BYTES[encoding] * 8, true);
  put(36 + before, "data");
  view.setUint32(40 + before, isRf64 ? UNKNOWN_32 : dataBytes, true);
  let at = 44 + before;
  for (let i = 0; i < frames; i += 1) {
    for (const track of tracks) {
      putSample(view, at, encoding, track[i]!);
      at += BYTES[encoding];
    }
  }
  return bytes;
}

function putSample(view: DataView, at: number, encoding: WavEncoding, x: number): void {
  const code = (full: number) => Math.max(-full, Math.min(full - 1, Math.round(x * full)));
  switch (encoding) {
    case "pcm16":
      view.setInt16(at, code(32_768), true);
      break;
    case "pcm24": {
      const c = code(8_388_608);
      view.setUint8(at, c & 255);
      view.setUint8(at + 1, (c >> 8) & 255);
      view.setUint8(at + 2, (c >> 16) & 255);
      break;
    }
    case "pcm32":
      view.setInt32(at, code(2_147_483_648), true);
      break;
    case "float32":
      view.setFloat32(at, x, true);
  }
}
