import { ANTENNA_ATTITUDES } from "~/core/radio/antennaDesk";
import { z } from "zod";
import { LENGTH_UNITS } from "~/core/units/lengths";
import { VERIFICATION_FORMS } from "~/core/channel/verificationParts";
import {
  ARCHIVE_TABLE_NAMES,
  type ArchiveColumn,
  type ArchiveTable,
  columnsOf,
  MAX_TEXT_LENGTH,
} from "~/core/archive/archiveTables";

export const ARCHIVE_FORMAT = "plain-channel-shoot";
/** 2: codes instead of prose, and columns by their names in the program. */
export const ARCHIVE_VERSION = 2;

/** A row as the archive has it. */
export type ArchiveRow = Record<string, unknown> & { id: number };

const whole = z.number().int();
const range = z
  .object({ at: whole.min(0), length: whole.min(0) })
  .describe("a stretch of the file <table>.<column>.bin beside this one, in bytes");

/** The same as `fitsColumn`, as a schema that can be published. */
export function shapeOf(column: ArchiveColumn): z.ZodType {
  const isMaybe = column.endsWith("?");
  const plain = isMaybe ? column.slice(0, -1) : column;
  const shape =
    plain === "int"
      ? whole
      : plain === "real"
        ? z.number()
        : plain === "text"
          ? z.string().max(MAX_TEXT_LENGTH)
          : plain === "flag"
            ? z.boolean()
            : plain === "json"
              ? z.json()
              : plain === "bytes"
                ? range
                : whole.min(1).describe(`a row of ${plain.slice(2)}`);
  return isMaybe ? shape.nullable() : shape;
}

/** Columns that archives of earlier versions do not have, and what they mean there. */
const COLUMNS_ADDED_LATER: Readonly<Record<string, unknown>> = {
  "placeChecks.detail": {},
  "placeChecks.isUndone": false,
  "channels.source": null,
};

const rowShape = (table: ArchiveTable) =>
  z.strictObject({
    id: whole.min(1),
    ...Object.fromEntries(
      columnsOf(table).map(([name, column]) => {
        const standard = COLUMNS_ADDED_LATER[`${table}.${name}`];
        return [
          name,
          standard === undefined ? shapeOf(column) : shapeOf(column).default(standard as never),
        ];
      }),
    ),
  });

/** Tables that archives of earlier versions do not have: none of it was known then. */
const ADDED_LATER: ReadonlySet<ArchiveTable> = new Set([
  "unitScanLists",
  "antennaLists",
  "distributionLists",
  "supplyLists",
  "destinationLists",
  "patchLists",
  "quickLists",
]);

/**
 * One day: what it is, and its tables. Times are milliseconds of the day's clock, frequencies
 * hertz, levels dBm, ids count from 1 in each table.
 */
export const archiveDay = z.strictObject({
  day: z.strictObject({
    dateIso: z.iso.date(),
    dayNumber: whole,
    dayCount: whole,
    town: z.string().max(200),
    region: z.string().max(200),
    profile: z.string().max(40),
    maxNoiseDbm: z.number(),
    noiseLimitDbm: z.number().nullable().default(null),
    verificationForm: z.enum(VERIFICATION_FORMS).nullable().default(null),
    antennaAttitude: z.enum(ANTENNA_ATTITUDES).nullable().default(null),
    licences: z.array(z.string().max(120)).max(40).nullable().default(null),
    spares: whole.min(0).max(100),
    isPractice: z.boolean(),
    isArchived: z.boolean(),
    rescan: z.string().max(40),
    currentPlaceId: whole.min(1).nullable(),
    clockDayMs: whole,
    clockRealMs: whole,
  }),
  tables: z.strictObject(
    Object.fromEntries(
      ARCHIVE_TABLE_NAMES.map((t) => {
        const rows = z.array(rowShape(t)).max(500_000);
        return [t, ADDED_LATER.has(t) ? rows.default([]) : rows];
      }),
    ),
  ),
});
export type ArchiveDay = Omit<z.output<typeof archiveDay>, "tables"> & {
  tables: Record<ArchiveTable, ArchiveRow[]>;
};

/** shoot.json: what the archive holds, and by what each of its files is known to be whole. */
export const archiveHead = z.object({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.int().min(1).max(ARCHIVE_VERSION),
  madeAt: z.iso.datetime(),
  shoot: z.object({
    uid: z.string().regex(/^[0-9a-f-]{32,36}$/),
    name: z.string().min(1).max(200),
    lengthUnit: z.enum(LENGTH_UNITS).nullable().default(null),
  }),
  days: z
    .array(
      z.object({
        uid: z.string().regex(/^[0-9a-f-]{32,36}$/),
        folder: z.string().regex(/^days\/[\w-]+$/),
      }),
    )
    .max(400),
  regions: z
    .array(z.object({ name: z.string().max(200), region: z.json() }))
    .max(100)
    .describe("region files of the user's own that the days go by"),
  files: z
    .record(z.string(), z.string().regex(/^[0-9a-f]{64}$/))
    .describe("SHA-256 of every other file"),
});
export type ArchiveHead = z.output<typeof archiveHead>;

/** What is wrong with an archive, or with taking it in here. */
export type ShootArchiveError =
  | { code: "no-archive" }
  | { code: "too-large"; mostBytes: number }
  | { code: "newer"; detail: string }
  | { code: "damaged"; file: string; detail: string }
  | { code: "practice" }
  | { code: "failed"; detail: string }
  /** What is here could be written to an archive, and not read back. */
  | { code: "unreadable"; file: string; detail: string }
  | { code: "apart"; days: { dateIso: string; table: string }[] };

/** The published schema of both kinds of file in an archive, JSON Schema draft 2020-12. */
export const archiveJsonSchema = (): object => ({
  title: "Plain Channel shoot archive",
  description:
    "A zip of shoot.json (see $defs/shoot), for each day <folder>/day.json (see $defs/day), and for each column of bytes <folder>/<table>.<column>.bin. sweeps.levels and sweeps.peaks: little-endian 64-bit floats, dBm, pass after pass of all points, NaN where a pass saw nothing. readings.bytes: ten seconds of tenths, channel after channel as the row lists them, four bytes a tenth: antenna A, antenna B, audio, flags; readings.extremes: least and most of each second of the same.",
  $defs: {
    shoot: z.toJSONSchema(archiveHead, { io: "input" }),
    day: z.toJSONSchema(archiveDay, { io: "input" }),
  },
});
