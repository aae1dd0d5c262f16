import { createHash } from "node:crypto";
import { strFromU8 } from "fflate";
import {
  ARCHIVE_TABLE_NAMES,
  type ArchiveTable,
  columnsOf,
  type PlainRow,
  type PlainTables,
} from "~/core/archive/archiveTables";
import { fail, ok, type Result } from "~/core/units/result";
import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  archiveDay,
  archiveHead,
  type ArchiveDay,
  type ArchiveHead,
  type ArchiveRow,
  type ShootArchiveError,
} from "~/contract/schemas/shootArchive";
import { dayOfVersion1 } from "~/contract/codecs/oldCodes";
import { unpackSweepFiles } from "~/contract/codecs/sweepArchive";

/** Unpacked, no shoot is larger. */
const MAX_BYTES = 2e9;
/** A long day of sixteen channels that were silent packs very densely. */
const SMALL_BYTES = 64 * 1024 * 1024;
const MAX_FILES = 3000;

export const sha256 = (bytes: Uint8Array): string =>
  createHash("sha256").update(bytes).digest("hex");

/** An archive as it was read: its head, and the rows of each day. */
export interface ReadArchive {
  head: ArchiveHead;
  days: { uid: string; day: ArchiveDay["day"]; tables: PlainTables }[];
}

/** Reads an archive and looks whether it is whole, before anything is done with it. */
export function readArchive(bytes: Uint8Array): Result<ReadArchive, ShootArchiveError> {
  const unpacked = unpackSweepFiles({ name: "", bytes }, MAX_BYTES, MAX_FILES, SMALL_BYTES);
  if (!unpacked.ok)
    return fail(
      unpacked.error.code === "archive-too-large"
        ? { code: "too-large", mostBytes: MAX_BYTES }
        : { code: "no-archive" },
    );
  const files = new Map(unpacked.value.map((f) => [f.name, f.bytes]));
  const first = parsed(files.get("shoot.json")) as
    { format?: unknown; version?: unknown } | null | undefined;
  if (first?.format !== ARCHIVE_FORMAT) return fail({ code: "no-archive" });
  const { version } = first;
  if (typeof version === "number" && version > ARCHIVE_VERSION)
    return fail({ code: "newer", detail: `version ${version}` });
  const head = archiveHead.safeParse(first);
  if (!head.success)
    return fail({ code: "damaged", file: "shoot.json", detail: issueWords(head.error.issues[0]) });
  for (const [name, sum] of Object.entries(head.data.files)) {
    const file = files.get(name);
    if (!file || sha256(file) !== sum)
      return fail({
        code: "damaged",
        file: name,
        detail: file ? "it is not what was written" : "it is missing",
      });
  }
  const days: ReadArchive["days"] = [];
  for (const { uid, folder } of head.data.days) {
    const name = `${folder}/day.json`;
    const written = parsed(files.get(name));
    const day = archiveDay.safeParse(head.data.version === 1 ? dayOfVersion1(written) : written);
    if (!day.success)
      return fail({ code: "damaged", file: name, detail: issueWords(day.error.issues[0]) });
    const read = day.data as ArchiveDay;
    const tables: Partial<PlainTables> = {};
    for (const table of ARCHIVE_TABLE_NAMES) {
      const rows = plainRows(read.tables[table], table, (column) =>
        files.get(`${folder}/${table}.${column}.bin`),
      );
      const broken = rows ? brokenPointer(rows, table, tables) : "bytes that are not there";
      if (!rows || broken)
        return fail({ code: "damaged", file: name, detail: `${table}: ${broken ?? ""}` });
      tables[table] = rows;
    }
    days.push({ uid, day: read.day, tables: tables as PlainTables });
  }
  return ok({ head: head.data, days });
}

const issueWords = (issue: { path: PropertyKey[]; message: string } | undefined): string =>
  issue ? `${issue.path.map(String).join(".")}: ${issue.message}` : "not understood";

function parsed(bytes: Uint8Array | undefined): unknown {
  if (!bytes) return undefined;
  try {
    return JSON.parse(strFromU8(bytes)) as unknown;
  } catch {
    return undefined;
  }
}

/** Rows with their bytes; null where a stretch is not there. */
function plainRows(
  rows: readonly ArchiveRow[],
  table: ArchiveTable,
  fileOf: (column: string) => Uint8Array | undefined,
): PlainRow[] | null {
  const out: PlainRow[] = [];
  for (const { id, ...rest } of rows) {
    const row: PlainRow = { id, cells: {}, bytes: {} };
    for (const [name, column] of columnsOf(table)) {
      if (!column.startsWith("bytes")) row.cells[name] = rest[name];
      else {
        const range = rest[name] as { at: number; length: number } | null;
        const file = range ? fileOf(name) : undefined;
        if (range && range.length > 0 && (!file || range.at + range.length > file.length))
          return null;
        row.bytes[name] = range
          ? (file ?? new Uint8Array()).slice(range.at, range.at + range.length)
          : null;
      }
    }
    out.push(row);
  }
  return out;
}

/** Numbers that skip, or that point at a row that is not there. */
function brokenPointer(
  rows: readonly PlainRow[],
  table: ArchiveTable,
  before: Partial<PlainTables>,
): string | null {
  for (const [i, row] of rows.entries()) {
    if (row.id !== i + 1) return `row ${i + 1} is called ${row.id}`;
    for (const [name, column] of columnsOf(table)) {
      const to = column.startsWith("→")
        ? (column.slice(2).replace(/\?$/, "") as ArchiveTable)
        : null;
      const value = row.cells[name] as number | null;
      if (to && value !== null && value > (before[to]?.length ?? 0))
        return `row ${row.id} points at ${to} ${value}`;
    }
  }
  return null;
}
