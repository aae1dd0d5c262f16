import { defined } from "~/core/units/items";
import type { Model, ModelStatic, Transaction, WhereOptions } from "sequelize";
import {
  ARCHIVE_TABLE_NAMES,
  type ArchiveColumn,
  type ArchiveTable,
  columnsOf,
  type PlainRow,
  type PlainTables,
} from "~/core/archive/archiveTables";
import type { Database } from "~/server/db/connection.server";

/** Which number a row has on the other side, table by table. */
export class Numbers {
  private readonly tables = new Map<string, Map<number, number>>();
  set(table: string, from: number, to: number): void {
    if (!this.tables.has(table)) this.tables.set(table, new Map());
    defined(this.tables.get(table)).set(from, to);
  }

  /** 0 where there is no such row any more. */
  get(table: string, from: number): number {
    return this.tables.get(table)?.get(from) ?? 0;
  }
}

/** Fields inside of JSON that hold the number of a row, wherever they stand … */
const BY_NAME: Readonly<Record<string, ArchiveTable>> = {
  placeId: "places",
  fromPlaceId: "places",
  toPlaceId: "places",
  channelId: "channels",
  channelIds: "channels",
  hitId: "dayEvents",
  sweepId: "sweeps",
};
/** … and those that only do so in one place. */
const BY_PLACE: Readonly<Record<string, ArchiveTable>> = {
  "placeLists.items.id": "places",
  "drawingLists.items.picture.id": "planPictures",
  "plans.spares.for": "channels",
  "readings.channels": "channels",
};
/** Keys of log entries carry the number of what they are of. */
const LOG_KEYS: Readonly<Record<string, ArchiveTable>> = {
  event: "dayEvents",
  scan: "sweeps",
  sync: "syncs",
  change: "channels",
};

/**
 * The same JSON with every number of a row as it is on the other side. @param path - table and
 * column, then the fields on the way
 */
export function renumbered(
  value: unknown,
  path: string,
  numbers: Numbers,
  table: ArchiveTable | undefined = BY_PLACE[path],
): unknown {
  if (typeof value === "number") return table ? numbers.get(table, value) : value;
  if (typeof value === "string" && path === "dayEvents.data.ofKey")
    return value.replace(
      /^(event|scan|sync|change)-(\d+)/,
      (_, kind: string, id: string) =>
        `${kind}-${numbers.get(defined(LOG_KEYS[kind]), Number(id))}`,
    );
  if (Array.isArray(value)) return value.map((v) => renumbered(v, path, numbers, table));
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => [
      key,
      renumbered(v, `${path}.${key}`, numbers, BY_NAME[key] ?? BY_PLACE[`${path}.${key}`]),
    ]),
  );
}

const pointsAt = (column: ArchiveColumn): string | null =>
  column.startsWith("→") ? column.slice(2).replace(/\?$/, "") : null;
const isJson = (column: ArchiveColumn): boolean => column === "json";
const isBytes = (column: ArchiveColumn): boolean => column.startsWith("bytes");
type AnyRow = Record<string, unknown> & { id: number };
const modelOf = (db: Database, table: ArchiveTable) =>
  db.models[table] as unknown as ModelStatic<Model<AnyRow, Partial<AnyRow>>>;

/** All tables of a day. @param p.without - tables that are left out */
export async function plainTables(
  db: Database,
  dayId: number,
  p: { transaction?: Transaction; without?: readonly ArchiveTable[] } = {},
): Promise<{ tables: PlainTables; numbers: Numbers; ids: Record<ArchiveTable, number[]> }> {
  const numbers = new Numbers();
  const tables: Partial<PlainTables> = {};
  const ids: Partial<Record<ArchiveTable, number[]>> = {};
  const transaction = p.transaction ?? null;
  for (const table of ARCHIVE_TABLE_NAMES) {
    const where: WhereOptions =
      table === "channelChanges"
        ? { channelId: defined(ids.channels) }
        : table === "picks"
          ? { planId: defined(ids.plans) }
          : { dayId };
    const rows = p.without?.includes(table)
      ? []
      : ((await modelOf(db, table).findAll({
          where,
          order: [["id", "ASC"]],
          raw: true,
          transaction,
        })) as unknown as AnyRow[]);
    ids[table] = rows.map((r) => r.id);
    // rows point back, at earlier rows of their own table too
    rows.forEach((r, i) => numbers.set(table, r.id, i + 1));
    tables[table] = rows.map((r, i) => plainRow(table, r, i + 1, numbers));
  }
  return { tables: tables as PlainTables, numbers, ids: ids as Record<ArchiveTable, number[]> };
}

function plainRow(table: ArchiveTable, row: AnyRow, id: number, numbers: Numbers): PlainRow {
  const cells: PlainRow["cells"] = {};
  const bytes: PlainRow["bytes"] = {};
  for (const [name, column] of columnsOf(table)) {
    const to = pointsAt(column);
    if (isBytes(column))
      bytes[name] = row[name] === null ? null : Uint8Array.from(row[name] as Buffer);
    else if (isJson(column))
      cells[name] = renumbered(
        JSON.parse(row[`${name}Json`] as string),
        `${table}.${name}`,
        numbers,
      );
    else if (to) cells[name] = row[name] === null ? null : numbers.get(to, row[name] as number);
    else cells[name] = column === "flag" ? Boolean(row[name]) : row[name];
  }
  return { id, cells, bytes };
}

function storedRow(
  table: ArchiveTable,
  dayId: number,
  row: PlainRow,
  numbers: Numbers,
): Record<string, unknown> {
  const stored: Record<string, unknown> =
    table === "channelChanges" || table === "picks" ? {} : { dayId };
  for (const [name, column] of columnsOf(table)) {
    const to = pointsAt(column);
    if (isBytes(column)) stored[name] = row.bytes[name] ? Buffer.from(row.bytes[name]) : null;
    else if (isJson(column))
      stored[`${name}Json`] = JSON.stringify(
        renumbered(row.cells[name], `${table}.${name}`, numbers),
      );
    else
      stored[name] =
        to && row.cells[name] !== null
          ? numbers.get(to, row.cells[name] as number)
          : row.cells[name];
  }
  return stored;
}

const MANY = 100;

/**
 * Adds rows to a day's table. @param numbers - what is known of the rows that they point at; theirs
 * are put in
 */
export async function addRows(
  db: Database,
  table: ArchiveTable,
  dayId: number,
  rows: readonly PlainRow[],
  numbers: Numbers,
  transaction: Transaction,
): Promise<void> {
  const model = modelOf(db, table);
  // nothing points at readings: many at once
  if (table === "readings") {
    for (let i = 0; i < rows.length; i += MANY)
      await model.bulkCreate(
        rows.slice(i, i + MANY).map((r) => storedRow(table, dayId, r, numbers)),
        { transaction },
      );
    return;
  }
  for (const row of rows)
    numbers.set(
      table,
      row.id,
      (await model.create(storedRow(table, dayId, row, numbers), { transaction })).get(
        "id",
      ) as number,
    );
}

/** What of a row may change after it was written; everything else stands for good. */
export const CHANGING: Partial<Record<ArchiveTable, readonly string[]>> = {
  channels: columnsOf("channels").map(([name]) => name),
  sweeps: ["source", "own", "setup"],
  syncs: ["isUndone"],
  placeChecks: ["detail", "isUndone"],
};

/** Brings what may change of rows up to date. */
export async function updateRows(
  db: Database,
  table: ArchiveTable,
  dayId: number,
  rows: readonly PlainRow[],
  numbers: Numbers,
  transaction: Transaction,
): Promise<void> {
  const names = CHANGING[table];
  if (!names) return;
  const stored = new Set(
    names.map((n) => (isJson(defined(Object.fromEntries(columnsOf(table))[n])) ? `${n}Json` : n)),
  );
  for (const row of rows) {
    const all = Object.entries(storedRow(table, dayId, row, numbers)).filter(([name]) =>
      stored.has(name),
    );
    await modelOf(db, table).update(Object.fromEntries(all), {
      where: { id: numbers.get(table, row.id) },
      transaction,
    });
  }
}
