/** Where a file breaks, and how. */
export interface JsonFileError {
  /** Counts from 1. */
  line: number;
  what: string;
}

/** Why a kit file is refused. */
export type KitFileError = JsonFileError & { code: "kit-file-broken" };

/** Why a region file is refused. */
export type RegionFileError = JsonFileError & { code: "region-file-broken" };

/** Why packed sweep files cannot be unpacked. */
export type ArchiveError =
  | { code: "archive-too-large"; mostBytes: number }
  | { code: "archive-broken"; kind: "gzip" | "zip" }
  | { code: "archive-empty" };
