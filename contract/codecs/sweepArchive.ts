import { Gunzip, Unzip, UnzipInflate } from "fflate";
import { fail, ok, type Result } from "~/core/units/result";
import type { NamedFile } from "~/core/spectrum/readSweepFile";
import type { ArchiveError } from "~/contract/schemas/fileErrors";

/**
 * Unpacked, no sweep is larger than this: what grows beyond it is refused while it is unpacked, not
 * after.
 */
export const MAX_UNPACKED_BYTES = 256 * 1024 * 1024;
const MAX_FILES = 200;

class TooLarge extends Error {}

const isGzip = (b: Uint8Array): boolean => b[0] === 0x1f && b[1] === 0x8b;
const isZip = (b: Uint8Array): boolean =>
  b[0] === 0x50 && b[1] === 0x4b && (b[2] === 3 || b[2] === 5);
/**
 * Chunks in which an archive is fed to its reader, so that a bomb is noticed early: one grows to at
 * most 16 MB (deflate packs by 1,032 to 1 at the most, RFC 1951).
 */
const CHUNK_BYTES = 16 * 1024;
/**
 * Sweeps pack by 5 to 15; what unpacks to more is no list of levels. Small files may be as dense as
 * they like.
 */
const MAX_RATIO = 50;
const SMALL_UNPACKED_BYTES = 4 * 1024 * 1024;

/**
 * The files that a file holds: itself, or what is packed in it (gzip, zip; told from the content).
 * Nothing is unpacked beyond a limit.
 * @param mostBytes - unpacked, all together @param smallBytes - up to here it may be packed as
 *   densely as it likes
 */
export function unpackSweepFiles(
  file: NamedFile,
  mostBytes = MAX_UNPACKED_BYTES,
  mostFiles = MAX_FILES,
  smallBytes = SMALL_UNPACKED_BYTES,
): Result<NamedFile[], ArchiveError> {
  const kind = isGzip(file.bytes) ? "gzip" : isZip(file.bytes) ? "zip" : null;
  if (kind === null) return ok([file]);
  const roomBytes = Math.min(mostBytes, Math.max(smallBytes, file.bytes.length * MAX_RATIO));
  try {
    const unpacked =
      kind === "gzip"
        ? [{ name: file.name.replace(/\.gz$/i, ""), bytes: gunzip(file.bytes, roomBytes) }]
        : unzip(file.bytes, roomBytes, mostFiles);
    const files = unpacked.filter((f) => f.bytes.length > 0);
    return files.length === 0 ? fail({ code: "archive-empty" }) : ok(files);
  } catch (error) {
    return fail(
      error instanceof TooLarge
        ? { code: "archive-too-large", mostBytes: roomBytes }
        : { code: "archive-broken", kind },
    );
  }
}

function collector(left: { bytes: number }): {
  push: (chunk: Uint8Array) => void;
  done: () => Uint8Array;
} {
  const chunks: Uint8Array[] = [];
  return {
    push: (chunk) => {
      left.bytes -= chunk.length;
      if (left.bytes < 0) throw new TooLarge();
      chunks.push(chunk);
    },
    done: () => {
      const all = new Uint8Array(chunks.reduce((n, c) => n + c.length, 0));
      chunks.reduce((at, c) => {
        all.set(c, at);
        return at + c.length;
      }, 0);
      return all;
    },
  };
}

function feed(bytes: Uint8Array, push: (chunk: Uint8Array, isLast: boolean) => void): void {
  for (let at = 0; at < bytes.length; at += CHUNK_BYTES)
    push(bytes.subarray(at, at + CHUNK_BYTES), at + CHUNK_BYTES >= bytes.length);
}

function gunzip(bytes: Uint8Array, mostBytes: number): Uint8Array {
  const out = collector({ bytes: mostBytes });
  const reader = new Gunzip(out.push);
  feed(bytes, (chunk, isLast) => reader.push(chunk, isLast));
  return out.done();
}

function unzip(bytes: Uint8Array, mostBytes: number, mostFiles: number): NamedFile[] {
  const left = { bytes: mostBytes };
  const files: { name: string; out: ReturnType<typeof collector> }[] = [];
  const reader = new Unzip((entry) => {
    // folders, and what some systems add of their own
    if (entry.name.endsWith("/") || /(^|\/)(\.|__MACOSX)/.test(entry.name)) return;
    if (files.length >= mostFiles) throw new TooLarge();
    const out = collector(left);
    files.push({ name: entry.name, out });
    entry.ondata = (error, chunk) => {
      if (error) throw error;
      out.push(chunk);
    };
    entry.start();
  });
  reader.register(UnzipInflate);
  feed(bytes, (chunk, isLast) => reader.push(chunk, isLast));
  return files.map((f) => ({ name: f.name, bytes: f.out.done() }));
}
