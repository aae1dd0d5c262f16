import { sampleAt } from "~/core/units/items";
import { fail, ok, type Result } from "~/core/units/result";
import { readColumns } from "./readColumns";
import { looksLikeRows, readRows } from "./readRows";
import { looksLikeSigmf, readSigmf } from "./readSigmf";
import type { Measurement, SweepFileError } from "./sweep";
import { looksLikeSweepJson, readSweepJson } from "./sweepJson";

/** A file with its name: the name only tells which two files of a recording belong together. */
export interface NamedFile {
  name: string;
  bytes: Uint8Array;
}

/**
 * Reads a sweep from the bytes of a file. The format is told from the content, never from a name:
 * two columns (frequency and level), rows `date, time, lowHz, highHz, stepHz, samples, level, …`,
 * the application's own JSON, or a recording. Text is UTF-8 with or without a byte-order mark.
 * @param partner - the other file of a recording, which is two: either may come first
 * @returns the passes on one grid with warnings about anything odd, or the reason it cannot be read
 *   with its line or byte
 */
export function readSweepFile(
  bytes: Uint8Array,
  partner: Uint8Array | null = null,
): Result<Measurement, SweepFileError> {
  if (bytes.length === 0) return fail({ code: "file-empty" });
  // weak samples of eight bits can look like text: what its metadata say comes first
  const meta = partner && isMetadata(partner) ? decodeText(partner) : null;
  if (meta !== null) return readSigmf(meta, bytes);
  const binaryAt = firstBinaryByte(bytes);
  if (binaryAt >= 0) return fail({ code: "file-binary", byte: binaryAt });
  // the beginning tells whether it is rows: those are read byte by byte, and may be large
  if (beginsLikeRows(bytes)) return readRows(withoutMark(bytes));
  const text = decodeText(bytes);
  if (text.trim() === "") return fail({ code: "file-empty" });
  if (looksLikeSigmf(text))
    return partner ? readSigmf(text, partner) : fail({ code: "recording-half", has: "metadata" });
  if (looksLikeSweepJson(text)) return readSweepJson(text);
  return readColumns(text.split(/\r\n|\n|\r/));
}

const isMetadata = (bytes: Uint8Array): boolean =>
  firstBinaryByte(bytes) < 0 && looksLikeSigmf(decodeText(bytes.subarray(0, 65536)));
const stem = (name: string): string => name.replace(/^.*[\\/]/, "").replace(/\.[^.]*$/, "");

/** What one file held. */
export interface SweepRead {
  name: string;
  measurement: Measurement;
}

/**
 * Reads several files as sweeps of one place. The two files of a recording are put together: by
 * their common name, or because there is only one of each.
 * @returns the measurements in the order of the files, or the first file that cannot be read and
 *   why
 */
export function readSweepFiles(
  files: readonly NamedFile[],
): Result<SweepRead[], { code: "sweep-file"; name: string; error: SweepFileError }> {
  const metas = files.filter((f) => isMetadata(f.bytes));
  const others = files.filter((f) => !metas.includes(f));
  const binaries = others.filter((f) => f.bytes.length > 0 && firstBinaryByte(f.bytes) >= 0);
  const only = others.length === 1 ? others[0] : binaries.length === 1 ? binaries[0] : undefined;
  const partnerOf = (meta: NamedFile) =>
    others.find((b) => stem(b.name) === stem(meta.name)) ?? (metas.length === 1 ? only : undefined);
  const paired = new Set(metas.flatMap((m) => partnerOf(m) ?? []));
  const read: SweepRead[] = [];
  for (const file of files) {
    if (paired.has(file)) continue;
    const one = readSweepFile(
      file.bytes,
      metas.includes(file) ? (partnerOf(file)?.bytes ?? null) : null,
    );
    if (!one.ok) return fail({ code: "sweep-file", name: file.name, error: one.error });
    read.push({ name: file.name, measurement: one.value });
  }
  return ok(read);
}

const BEGINNING_BYTES = 262_144;

/** Whether the beginning of a file is that of rows of sweeps. */
export const beginsLikeRows = (bytes: Uint8Array): boolean =>
  firstBinaryByte(bytes) < 0 &&
  looksLikeRows(decodeText(bytes.subarray(0, BEGINNING_BYTES)).split(/\r\n|\n|\r/));

const withoutMark = (bytes: Uint8Array): Uint8Array =>
  bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? bytes.subarray(3) : bytes;

/** Position of the first byte that no text file holds, or -1. The first 64 kB decide. */
function firstBinaryByte(bytes: Uint8Array): number {
  const end = Math.min(bytes.length, 65536);
  for (let i = 0; i < end; i += 1) {
    const b = sampleAt(bytes, i);
    if (b < 9 || (b > 13 && b < 32 && b !== 27)) return i;
  }
  return -1;
}

/**
 * Bytes to text; anything outside ASCII only ever stands in headings here, so Latin-1 is close
 * enough.
 */
function decodeText(bytes: Uint8Array): string {
  const start = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  const parts: string[] = [];
  for (let i = start; i < bytes.length; i += 8192)
    parts.push(String.fromCharCode(...bytes.subarray(i, Math.min(i + 8192, bytes.length))));
  return parts.join("").replace(/Â?µ|Î¼/g, "µ");
}
