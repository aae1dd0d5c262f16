/**
 * How a column stands in the archive. A question mark: it may be null. "json": what the data file
 * keeps as text stands as it is. "bytes": a stretch of a file beside the day's JSON. "→ table": the
 * number of a row of that table, of the same day.
 */
export type ArchiveColumn =
  | "int"
  | "int?"
  | "real"
  | "real?"
  | "text"
  | "text?"
  | "flag"
  | "json"
  | "bytes"
  | "bytes?"
  | `→ ${string}`
  | `→ ${string}?`;

const LIST = { version: "int", atMs: "int", how: "text", items: "json" } as const;

/**
 * The tables of a day, in the order in which rows point back. Rows count from 1 in each table of a
 * day.
 */
export const ARCHIVE_TABLES = {
  places: {},
  placeLists: LIST,
  tickLists: LIST,
  pairingLists: LIST,
  rigLists: LIST,
  cellRuleLists: LIST,
  unitScanLists: LIST,
  unitLists: LIST,
  stockLists: LIST,
  antennaLists: LIST,
  distributionLists: LIST,
  supplyLists: LIST,
  destinationLists: LIST,
  patchLists: LIST,
  quickLists: LIST,
  modelLists: LIST,
  planPictures: { type: "text", bytes: "bytes" },
  drawingLists: LIST,
  sceneLists: { version: "int", atMs: "int", how: "text", scenes: "json" },
  handedLists: { version: "int", atMs: "int", how: "text", lines: "json" },
  stationLists: { version: "int", atMs: "int", how: "text", stations: "json" },
  channels: {
    number: "int",
    talker: "text",
    mark: "text",
    part: "text",
    moves: "text",
    effort: "text",
    wear: "text",
    microphoneId: "text",
    micDistanceM: "real",
    peakFactorDb: "real",
    inputId: "text",
    source: "text?",
    receiverKey: "text",
    half: "int",
    packKey: "text",
    version: "int",
    isArchived: "flag",
    extraPacks: "json",
  },
  channelChanges: { channelId: "→ channels", version: "int", atMs: "int", what: "text" },
  sweeps: {
    placeId: "→ places",
    takenAtMs: "int",
    source: "text",
    format: "text",
    lowHz: "real",
    stepHz: "real",
    points: "int",
    completePasses: "int",
    warnings: "json",
    own: "json",
    setup: "json",
    levels: "bytes",
    peaks: "bytes?",
  },
  plans: {
    version: "int",
    placeId: "→ places",
    sweepId: "→ sweeps?",
    acceptedAtMs: "int",
    profile: "text",
    how: "text",
    spares: "json",
    allows: "json",
  },
  picks: { planId: "→ plans", channelId: "→ channels", frequencyHz: "int", isLocked: "flag" },
  syncs: {
    channelId: "→ channels",
    placeId: "→ places",
    atMs: "int",
    kind: "text",
    frequencyHz: "int",
    packKey: "text?",
    strongestDbm: "real?",
    antennaADbm: "real?",
    antennaBDbm: "real?",
    part: "text?",
    outcome: "text?",
    receiverKey: "text?",
    shown: "text?",
    who: "text?",
    idempotencyKey: "text?",
    toldHz: "int?",
    isUndone: "flag",
  },
  levelChecks: {
    channelId: "→ channels",
    atMs: "int",
    effort: "text",
    gainDb: "real",
    outputDb: "real",
    inputGainDb: "real",
    headroomDb: "real",
    finalPeakDbfs: "real",
    detail: "json",
  },
  placeChecks: {
    channelId: "→ channels",
    placeId: "→ places",
    atMs: "int",
    frequencyHz: "int",
    marginDb: "real",
    overload: "flag",
    setup: "json",
    detail: "json",
    isUndone: "flag",
  },
  dayEvents: {
    atMs: "int",
    placeId: "→ places",
    kind: "text",
    channelId: "→ channels?",
    who: "text?",
    idempotencyKey: "text?",
    data: "json",
  },
  readings: { startMs: "int", channels: "json", extremes: "bytes", bytes: "bytes" },
} as const satisfies Record<string, Record<string, ArchiveColumn>>;

export type ArchiveTable = keyof typeof ARCHIVE_TABLES;
export const ARCHIVE_TABLE_NAMES = Object.keys(ARCHIVE_TABLES) as ArchiveTable[];
export const columnsOf = (table: ArchiveTable): [string, ArchiveColumn][] =>
  Object.entries(ARCHIVE_TABLES[table]);

/** The longest text that a column takes. */
export const MAX_TEXT_LENGTH = 200_000;

/**
 * Whether a value may stand in a column: what is stored and what is archived go by the same, so
 * that whatever was taken in can be kept and brought back. JSON is looked at as what it says, bytes
 * and rows that are pointed at by whoever reads them.
 */
export function fitsColumn(column: ArchiveColumn, value: unknown): boolean {
  const isMaybe = column.endsWith("?");
  if (value === null || value === undefined) return isMaybe;
  switch (isMaybe ? column.slice(0, -1) : column) {
    case "int":
      return Number.isSafeInteger(value);
    case "real":
      return Number.isFinite(value);
    case "text":
      return typeof value === "string" && value.length <= MAX_TEXT_LENGTH;
    case "flag":
      return typeof value === "boolean";
    default:
      return true;
  }
}

/**
 * A row of a day as it stands in any data file: numbers of rows count from 1 in each table of the
 * day.
 */
export interface PlainRow {
  id: number;
  cells: Record<string, unknown>;
  bytes: Record<string, Uint8Array | null>;
}
export type PlainTables = Record<ArchiveTable, PlainRow[]>;
