import {
  DataTypes,
  type Model,
  type ModelAttributeColumnOptions,
  type ModelStatic,
  type Sequelize,
} from "sequelize";
import type { ARCHIVE_TABLES } from "~/core/archive/archiveTables";
import {
  ARCHIVE_TABLE_NAMES,
  type ArchiveColumn,
  type ArchiveTable,
  columnsOf,
  fitsColumn,
} from "~/core/archive/archiveTables";

/** Tables that are no part of a day, spelled as those of a day are. */
const OWN_TABLES = {
  shoots: { uid: "text", name: "text", lengthUnit: "text?" },
  days: {
    uid: "text",
    shootId: "int",
    isArchived: "flag",
    dateIso: "text",
    dayNumber: "int",
    dayCount: "int",
    town: "text",
    region: "text",
    profile: "text",
    maxNoiseDbm: "real",
    noiseLimitDbm: "real?",
    verificationForm: "text?",
    antennaAttitude: "text?",
    licencesJson: "text?",
    spares: "int",
    isPractice: "flag",
    rescan: "text",
    currentPlaceId: "int?",
    clockDayMs: "int",
    clockRealMs: "int",
  },
  regionFiles: { name: "text", version: "int", atRealMs: "int", json: "text?" },
  exerciseResults: {
    kind: "text",
    seed: "int",
    atRealMs: "int",
    points: "int",
    bestPoints: "int",
    who: "text?",
    runKey: "text?",
  },
} as const satisfies Record<string, Record<string, ArchiveColumn>>;

/** They hang on another row of their day, and say so by it. */
const OF_ANOTHER_ROW = ["picks", "channelChanges"] as const;

type OwnTable = keyof typeof OWN_TABLES;
type Columns = { [T in OwnTable]: (typeof OWN_TABLES)[T] } & {
  [T in ArchiveTable]: (typeof ARCHIVE_TABLES)[T];
};

type Cell<C> = C extends `${infer Sure}?`
  ? Cell<Sure> | null
  : C extends "text" | "json"
    ? string
    : C extends "flag"
      ? boolean
      : C extends "bytes"
        ? Buffer
        : number;
/** What the archive has as JSON is text in a column of that name and "Json". */
type Cells<C> = {
  [K in keyof C & string as C[K] extends "json" ? `${K}Json` : K]: Cell<C[K]>;
};
type OfDay<T> = T extends OwnTable | (typeof OF_ANOTHER_ROW)[number] ? object : { dayId: number };

/** A row of a table as the migrations make it. Only repositories import this. */
export type RowOf<T extends keyof Columns> = { id: number } & OfDay<T> & Cells<Columns[T]>;

type Table<Row extends object> = ModelStatic<Model<Row, Omit<Row, "id"> & { id?: number }>>;
export type Models = { [T in keyof Columns]: Table<RowOf<T>> };

const TYPES = {
  int: DataTypes.INTEGER,
  real: DataTypes.REAL,
  text: DataTypes.TEXT,
  json: DataTypes.TEXT,
  flag: DataTypes.BOOLEAN,
  bytes: DataTypes.BLOB,
};
const DEFAULTS: Readonly<Record<string, unknown>> = {
  "days.rescan": "each-move",
  "channels.extraPacksJson": "[]",
  "sweeps.setupJson": "{}",
  "syncs.isUndone": false,
  "placeChecks.detailJson": "{}",
  "placeChecks.isUndone": false,
};

function attributesOf(
  table: keyof Columns,
  columns: readonly [string, ArchiveColumn][],
): Record<string, ModelAttributeColumnOptions> {
  const attributes: Record<string, ModelAttributeColumnOptions> = {
    id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
  };
  if (isDayTable(table) && !OF_ANOTHER_ROW.some((t) => t === table))
    attributes.dayId = { type: DataTypes.INTEGER, allowNull: false };
  for (const [name, column] of columns) {
    const kind = column.replace(/^→.*?(\??)$/, "int$1").replace(/\?$/, "") as keyof typeof TYPES;
    const key = kind === "json" ? `${name}Json` : name;
    const standard = DEFAULTS[`${table}.${key}`];
    attributes[key] = {
      type: TYPES[kind],
      allowNull: column.endsWith("?"),
      ...(standard === undefined ? {} : { defaultValue: standard }),
    };
  }
  return attributes;
}

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

const isDayTable = (name: string): name is ArchiveTable =>
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

/** Tells Sequelize the tables as the migrations make them. */
export function defineModels(db: Sequelize): Models {
  const define = (name: keyof Columns, columns: readonly [string, ArchiveColumn][]) =>
    db.define(name, attributesOf(name, columns), { tableName: name, timestamps: false });
  const own = (Object.keys(OWN_TABLES) as OwnTable[]).map((name) => [
    name,
    define(name, Object.entries(OWN_TABLES[name])),
  ]);
  const ofDays = ARCHIVE_TABLE_NAMES.map((name) => {
    const model = define(name, columnsOf(name));
    watchRows(model, name);
    return [name, model];
  });
  return Object.fromEntries([...own, ...ofDays]) as Models;
}
