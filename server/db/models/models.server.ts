import {
  DataTypes,
  type Model,
  type ModelAttributeColumnOptions,
  type ModelStatic,
  type Sequelize,
} from "sequelize";
import {
  ARCHIVE_TABLE_NAMES,
  type ArchiveTable,
  columnsOf,
  fitsColumn,
} from "~/core/archive/archiveTables";

/** Tells Sequelize the tables as the migrations make them. Only repositories import this. */
export interface DayRow {
  id: number;
  uid: string;
  shootId: number;
  isArchived: boolean;
  dateIso: string;
  dayNumber: number;
  dayCount: number;
  town: string;
  region: string;
  profile: string;
  maxNoiseDbm: number;
  spares: number;
  isPractice: boolean;
  rescan: string;
  currentPlaceId: number | null;
  clockDayMs: number;
  clockRealMs: number;
}
export interface ShootRow {
  id: number;
  uid: string;
  name: string;
}
/** What a place is, is in the day's list of places; the row is what records point at. */
export interface PlaceRow {
  id: number;
  dayId: number;
}
/** Lists of one shape. */
export interface ItemListRow {
  id: number;
  dayId: number;
  version: number;
  atMs: number;
  how: string;
  itemsJson: string;
}
export interface PlanPictureRow {
  id: number;
  dayId: number;
  type: string;
  bytes: Buffer;
}
export interface SceneListRow {
  id: number;
  dayId: number;
  version: number;
  atMs: number;
  how: string;
  scenesJson: string;
}
export interface HandedListRow {
  id: number;
  dayId: number;
  version: number;
  atMs: number;
  how: string;
  linesJson: string;
}
export interface RegionFileRow {
  id: number;
  name: string;
  version: number;
  atRealMs: number;
  json: string | null;
}
export interface ChannelRow {
  id: number;
  dayId: number;
  number: number;
  talker: string;
  mark: string;
  part: string;
  moves: string;
  effort: string;
  wear: string;
  microphoneId: string;
  micDistanceM: number;
  peakFactorDb: number;
  inputId: string;
  receiverKey: string;
  half: number;
  packKey: string;
  version: number;
  isArchived: boolean;
  extraPacksJson: string;
}
export interface ChannelChangeRow {
  id: number;
  channelId: number;
  version: number;
  atMs: number;
  what: string;
}
export interface StationListRow {
  id: number;
  dayId: number;
  version: number;
  atMs: number;
  how: string;
  stationsJson: string;
}
export interface SweepRow {
  id: number;
  dayId: number;
  placeId: number;
  takenAtMs: number;
  source: string;
  format: string;
  lowHz: number;
  stepHz: number;
  points: number;
  completePasses: number;
  warningsJson: string;
  ownJson: string;
  setupJson: string;
  levels: Buffer;
  peaks: Buffer | null;
}
export interface PlanRow {
  id: number;
  dayId: number;
  version: number;
  placeId: number;
  sweepId: number | null;
  acceptedAtMs: number;
  profile: string;
  how: string;
  sparesJson: string;
  allowsJson: string;
}
export interface PickRow {
  id: number;
  planId: number;
  channelId: number;
  frequencyHz: number;
  isLocked: boolean;
}
export interface SyncRow {
  id: number;
  dayId: number;
  channelId: number;
  placeId: number;
  atMs: number;
  kind: string;
  frequencyHz: number;
  packKey: string | null;
  receiverKey: string | null;
  part: string | null;
  outcome: string | null;
  shown: string | null;
  who: string | null;
  idempotencyKey: string | null;
  toldHz: number | null;
  strongestDbm: number | null;
  antennaADbm: number | null;
  antennaBDbm: number | null;
  isUndone: boolean;
}
export interface LevelCheckRow {
  id: number;
  dayId: number;
  channelId: number;
  atMs: number;
  effort: string;
  gainDb: number;
  outputDb: number;
  inputGainDb: number;
  headroomDb: number;
  finalPeakDbfs: number;
  detailJson: string;
}
export interface PlaceCheckRow {
  id: number;
  dayId: number;
  channelId: number;
  placeId: number;
  atMs: number;
  frequencyHz: number;
  marginDb: number;
  overload: boolean;
  setupJson: string;
}
export interface DayEventRow {
  id: number;
  dayId: number;
  atMs: number;
  placeId: number;
  kind: string;
  channelId: number | null;
  who: string | null;
  idempotencyKey: string | null;
  dataJson: string;
}
export interface ReadingsRow {
  id: number;
  dayId: number;
  startMs: number;
  channelsJson: string;
  extremes: Buffer;
  bytes: Buffer;
}
export interface ExerciseResultRow {
  id: number;
  kind: string;
  seed: number;
  atRealMs: number;
  points: number;
  bestPoints: number;
  who: string | null;
  runKey: string | null;
}

type Table<Row extends object> = ModelStatic<Model<Row, Omit<Row, "id"> & { id?: number }>>;

export interface Models {
  shoots: Table<ShootRow>;
  days: Table<DayRow>;
  places: Table<PlaceRow>;
  placeLists: Table<ItemListRow>;
  tickLists: Table<ItemListRow>;
  pairingLists: Table<ItemListRow>;
  drawingLists: Table<ItemListRow>;
  rigLists: Table<ItemListRow>;
  cellRuleLists: Table<ItemListRow>;
  planPictures: Table<PlanPictureRow>;
  unitLists: Table<ItemListRow>;
  stockLists: Table<ItemListRow>;
  modelLists: Table<ItemListRow>;
  channels: Table<ChannelRow>;
  channelChanges: Table<ChannelChangeRow>;
  stationLists: Table<StationListRow>;
  sweeps: Table<SweepRow>;
  plans: Table<PlanRow>;
  picks: Table<PickRow>;
  syncs: Table<SyncRow>;
  levelChecks: Table<LevelCheckRow>;
  placeChecks: Table<PlaceCheckRow>;
  sceneLists: Table<SceneListRow>;
  handedLists: Table<HandedListRow>;
  regionFiles: Table<RegionFileRow>;
  dayEvents: Table<DayEventRow>;
  readings: Table<ReadingsRow>;
  exerciseResults: Table<ExerciseResultRow>;
}

const { INTEGER, REAL, TEXT, BOOLEAN, BLOB } = DataTypes;
const text = { type: TEXT, allowNull: false };
const int = { type: INTEGER, allowNull: false };
const real = { type: REAL, allowNull: false };
const flag = { type: BOOLEAN, allowNull: false };
const maybe = (type: typeof INTEGER | typeof TEXT | typeof BOOLEAN | typeof REAL) => ({
  type,
  allowNull: true,
});
const id = { type: INTEGER, primaryKey: true, autoIncrement: true };

const itemList = { id, dayId: int, version: int, atMs: int, how: text, itemsJson: text };

const COLUMNS: { [K in keyof Models]: Record<string, ModelAttributeColumnOptions> } = {
  shoots: { id, uid: text, name: text },
  days: {
    id,
    uid: text,
    shootId: int,
    isArchived: flag,
    dateIso: text,
    dayNumber: int,
    dayCount: int,
    town: text,
    region: text,
    profile: text,
    maxNoiseDbm: real,
    spares: int,
    isPractice: flag,
    rescan: { ...text, defaultValue: "each-move" },
    currentPlaceId: maybe(INTEGER),
    clockDayMs: int,
    clockRealMs: int,
  },
  places: { id, dayId: int },
  placeLists: itemList,
  tickLists: itemList,
  pairingLists: itemList,
  drawingLists: itemList,
  rigLists: itemList,
  cellRuleLists: itemList,
  planPictures: { id, dayId: int, type: text, bytes: { type: BLOB, allowNull: false } },
  unitLists: itemList,
  stockLists: itemList,
  modelLists: itemList,
  channels: {
    id,
    dayId: int,
    number: int,
    talker: text,
    mark: text,
    part: text,
    moves: text,
    effort: text,
    wear: text,
    microphoneId: text,
    micDistanceM: real,
    peakFactorDb: real,
    inputId: text,
    receiverKey: text,
    half: int,
    packKey: text,
    version: int,
    isArchived: flag,
    extraPacksJson: { ...text, defaultValue: "[]" },
  },
  channelChanges: { id, channelId: int, version: int, atMs: int, what: text },
  stationLists: { id, dayId: int, version: int, atMs: int, how: text, stationsJson: text },
  sweeps: {
    id,
    dayId: int,
    placeId: int,
    takenAtMs: int,
    source: text,
    format: text,
    lowHz: real,
    stepHz: real,
    points: int,
    completePasses: int,
    warningsJson: text,
    ownJson: text,
    setupJson: { ...text, defaultValue: "{}" },
    levels: { type: BLOB, allowNull: false },
    peaks: { type: BLOB, allowNull: true },
  },
  plans: {
    id,
    dayId: int,
    version: int,
    placeId: int,
    sweepId: maybe(INTEGER),
    acceptedAtMs: int,
    profile: text,
    how: text,
    sparesJson: text,
    allowsJson: text,
  },
  picks: { id, planId: int, channelId: int, frequencyHz: int, isLocked: flag },
  syncs: {
    id,
    dayId: int,
    channelId: int,
    placeId: int,
    atMs: int,
    kind: text,
    frequencyHz: int,
    packKey: maybe(TEXT),
    receiverKey: maybe(TEXT),
    part: maybe(TEXT),
    outcome: maybe(TEXT),
    shown: maybe(TEXT),
    who: maybe(TEXT),
    idempotencyKey: maybe(TEXT),
    toldHz: maybe(INTEGER),
    strongestDbm: maybe(REAL),
    antennaADbm: maybe(REAL),
    antennaBDbm: maybe(REAL),
    isUndone: { ...flag, defaultValue: false },
  },
  levelChecks: {
    id,
    dayId: int,
    channelId: int,
    atMs: int,
    effort: text,
    gainDb: real,
    outputDb: real,
    inputGainDb: real,
    headroomDb: real,
    finalPeakDbfs: real,
    detailJson: text,
  },
  placeChecks: {
    id,
    dayId: int,
    channelId: int,
    placeId: int,
    atMs: int,
    frequencyHz: int,
    marginDb: real,
    overload: flag,
    setupJson: text,
  },
  sceneLists: { id, dayId: int, version: int, atMs: int, how: text, scenesJson: text },
  handedLists: { id, dayId: int, version: int, atMs: int, how: text, linesJson: text },
  regionFiles: { id, name: text, version: int, atRealMs: int, json: maybe(TEXT) },
  dayEvents: {
    id,
    dayId: int,
    atMs: int,
    placeId: int,
    kind: text,
    channelId: maybe(INTEGER),
    who: maybe(TEXT),
    idempotencyKey: maybe(TEXT),
    dataJson: text,
  },
  exerciseResults: {
    id,
    kind: text,
    seed: int,
    atRealMs: int,
    points: int,
    bestPoints: int,
    who: maybe(TEXT),
    runKey: maybe(TEXT),
  },
  readings: {
    id,
    dayId: int,
    startMs: int,
    channelsJson: text,
    extremes: { type: BLOB, allowNull: false },
    bytes: { type: BLOB, allowNull: false },
  },
};

/** Something in a row is of a size or kind that no archive would take: it is not stored either. */
export class RowUnfit extends Error {
  readonly code = "ROW_UNFIT";
  constructor(table: string, column: string) {
    super(`${table}.${column} takes no such value`);
  }
}

/**
 * Looks at what is written to a table of a day. @param isWhole - a row; else only what of it
 * changes
 */
function lookAt(
  table: ArchiveTable,
  values: Readonly<Record<string, unknown>>,
  isWhole: boolean,
): void {
  for (const [name, column] of columnsOf(table)) {
    if (column === "json" || column.startsWith("bytes") || (!isWhole && !(name in values)))
      continue;
    if (!fitsColumn(column, values[name])) throw new RowUnfit(table, name);
  }
}

const isArchived = (name: string): name is ArchiveTable =>
  (ARCHIVE_TABLE_NAMES as readonly string[]).includes(name);

function watchRows(model: ModelStatic<Model>, table: ArchiveTable): void {
  model.addHook("beforeCreate", (row) =>
    lookAt(table, row.dataValues as Record<string, unknown>, true),
  );
  model.addHook("beforeBulkCreate", (rows) =>
    rows.forEach((row) => lookAt(table, row.dataValues as Record<string, unknown>, true)),
  );
  model.addHook("beforeUpdate", (row) =>
    lookAt(table, row.dataValues as Record<string, unknown>, false),
  );
  model.addHook("beforeBulkUpdate", (options) =>
    lookAt(table, (options as { attributes?: Record<string, unknown> }).attributes ?? {}, false),
  );
}

export function defineModels(db: Sequelize): Models {
  const entries = Object.entries(COLUMNS).map(([name, columns]) => {
    // Sequelize writes into what it is given: each column gets an object of its own
    const own = Object.fromEntries(
      Object.entries(columns).map(([key, column]) => [key, { ...column }]),
    );
    const model = db.define(name, own, { tableName: name, timestamps: false });
    if (isArchived(name)) watchRows(model, name);
    return [name, model];
  });
  return Object.fromEntries(entries) as Models;
}
