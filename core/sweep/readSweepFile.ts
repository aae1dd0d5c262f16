import { fail, type Result } from "../units/result";
import { readColumns } from "./readColumns";
import { looksLikeRows, readRows } from "./readRows";
import type { Measurement, SweepFileError } from "./sweep";

/** Reads a sweep from the bytes of a file. The format is told from the content, never from a name: two columns (frequency and
 *  level) or rows `date, time, lowHz, highHz, stepHz, samples, level, …`. Text is UTF-8 with or without a byte-order mark.
 * @returns the passes on one grid with warnings about anything odd, or the reason it cannot be read with its line or byte */
export function readSweepFile(bytes: Uint8Array): Result<Measurement, SweepFileError> {
  if (bytes.length === 0) return fail({ code: "file-empty" });
  const binaryAt = firstBinaryByte(bytes);
  if (binaryAt >= 0) return fail({ code: "file-binary", byte: binaryAt });
  const text = decodeText(bytes);
  if (text.trim() === "") return fail({ code: "file-empty" });
  const lines = text.split(/\r\n|\n|\r/);
  return looksLikeRows(lines) ? readRows(lines) : readColumns(lines);
}

/** Position of the first byte that no text file holds, or -1. The first 64 kB decide. */
function firstBinaryByte(bytes: Uint8Array): number {
  const end = Math.min(bytes.length, 65536);
  for (let i = 0; i < end; i += 1) {
    const b = bytes[i]!;
    if (b < 9 || (b > 13 && b < 32 && b !== 27)) return i;
  }
  return -1;
}

/** Bytes to text; anything outside ASCII only ever stands in headings here, so Latin-1 is close enough. */
function decodeText(bytes: Uint8Array): string {
  const start = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0;
  const parts: string[] = [];
  for (let i = start; i < bytes.length; i += 8192) parts.push(String.fromCharCode(...bytes.subarray(i, Math.min(i + 8192, bytes.length))));
  return parts.join("").replace(/Â?µ|Î¼/g, "µ");
}
