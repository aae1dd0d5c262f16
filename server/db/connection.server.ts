import { randomUUID } from "node:crypto";
import { existsSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { dirname } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { QueryTypes, Sequelize, Transaction } from "sequelize";
import { SequelizeStorage, Umzug } from "umzug";
import { runChecks } from "./beforeCommit.server";
import { MIGRATIONS } from "./migrations/index.server";
import { defineModels, type Models } from "./models/models.server";

/**
 * One open data file. Writes go through `write`, one at a time, each in a transaction of its own.
 * The object stays the same when another file is put in its place.
 */
export interface Database {
  file: string;
  /**
   * Another one each time a file is opened: what is remembered of one says nothing of the next, be
   * it of the same name.
   */
  generation: string;
  /**
   * Grows with each write that stands: what was read at the same count of the same file still
   * holds.
   */
  writes: number;
  sequelize: Sequelize;
  models: Models;
  /** What the last write failed with, as long as none succeeded since; null where all is well. */
  trouble: unknown;
  /** What the work asked to have looked at (`beforeCommit`) is looked at before it stands.
   *  @param isQuiet - nothing that anybody looks at: it is not told on */
  write: <T>(work: (transaction: Transaction) => Promise<T>, isQuiet?: boolean) => Promise<T>;
  /**
   * Puts another file in the place of this one and opens it; writes wait meanwhile. If it cannot be
   * opened, the one before stands again.
   * @param nextFile - beside it on the same disk; it is moved
   */
  replaceWith: (nextFile: string) => Promise<void>;
  close: () => Promise<void>;
}

/** Why a data file was not opened. It was left as it is. */
export class DataFileError extends Error {
  constructor(
    readonly code: "newer" | "damaged",
    readonly file: string,
    readonly detail: string,
  ) {
    super(`${file}: ${code} (${detail})`);
  }
}

const DAMAGED = ["SQLITE_CORRUPT", "SQLITE_NOTADB"];
const codeOf = (error: unknown): string | undefined =>
  (error as { parent?: { code?: string } }).parent?.code;

/**
 * Opens (or makes) a data file and brings its tables up to date. A file that a newer version of the
 * application has migrated is refused as it is, for this version does not know what it means; so is
 * a damaged one.
 * @param onWritten - called after each write that stands
 * @throws {DataFileError}
 */
export async function openDatabase(
  file: string,
  onWritten: () => void = () => undefined,
): Promise<Database> {
  const opened = await openFile(file);
  let last: Promise<unknown> = Promise.resolve();
  /**
   * After everything that was asked for before; whatever becomes of it, what comes after goes on.
   */
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const next = last.then(work);
    last = next.catch(() => undefined);
    return next;
  };
  const db: Database = {
    file,
    ...opened,
    writes: 0,
    trouble: null,
    write: async (work, isQuiet = false) => {
      const checked = async (transaction: Transaction) => {
        const done = await work(transaction);
        await runChecks(transaction);
        return done;
      };
      const next = inTurn(() =>
        db.sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, checked),
      );
      try {
        const done = await next;
        db.writes += 1;
        db.trouble = null;
        if (!isQuiet) onWritten();
        return done;
      } catch (error) {
        if (codeOf(error) !== undefined) db.trouble = error;
        throw error;
      }
    },
    replaceWith: (nextFile) =>
      inTurn(async () => {
        const aside = `${file}.before`;
        await closeFile(db.sequelize, file);
        moveFile(file, aside);
        try {
          moveFile(nextFile, file);
          Object.assign(db, await openFile(file));
          removeFile(aside);
        } catch (error) {
          moveFile(aside, file);
          Object.assign(db, await openFile(file));
          throw error;
        }
        db.writes += 1;
        onWritten();
      }),
    close: () => inTurn(() => closeFile(db.sequelize, file)),
  };
  return db;
}

/** What belongs to a data file: itself, and what SQLite keeps beside it while it is open. */
const TAILS = ["", "-wal", "-shm"];
function removeFile(file: string): void {
  for (const tail of TAILS) rmSync(`${file}${tail}`, { force: true });
}
function moveFile(from: string, to: string): void {
  removeFile(to);
  for (const tail of TAILS)
    if (existsSync(`${from}${tail}`)) renameSync(`${from}${tail}`, `${to}${tail}`);
}

/** How long a connection that is closing is waited for. */
const MAX_CLOSE_MS = 2000;
const CLOSE_LOOK_MS = 10;

/**
 * Closes a data file so that it may be copied or moved by itself: all that was written stands in
 * it. Sequelize does not wait for the connection of the last transaction to close, and the last one
 * to close takes SQLite's log away by its name: one that came late would take the next file's.
 */
async function closeFile(sequelize: Sequelize, file: string): Promise<void> {
  // a full disk must not keep the file open; the log beside it holds what is not written through
  await sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)").catch(() => undefined);
  await sequelize.close();
  const until = Date.now() + MAX_CLOSE_MS;
  while (existsSync(`${file}-wal`) && Date.now() < until) await wait(CLOSE_LOOK_MS);
}

async function openFile(
  file: string,
): Promise<Pick<Database, "generation" | "sequelize" | "models">> {
  mkdirSync(dirname(file), { recursive: true });
  const sequelize = new Sequelize({
    dialect: "sqlite",
    storage: file,
    logging: false,
    pool: { max: 1 },
  });
  try {
    const [check] = await sequelize.query<{ quick_check: string }>("PRAGMA quick_check(1)", {
      type: QueryTypes.SELECT,
    });
    if (check?.quick_check !== "ok")
      throw new DataFileError("damaged", file, check?.quick_check ?? "it does not answer");
    await migrate(sequelize, file);
    // readers go on while something is written, and a torn page is found again in the log (SQLite:
    // Write-Ahead Logging); FULL waits for the disk at each write, so that what was confirmed
    // stands after a power cut (SQLite: PRAGMA synchronous)
    await sequelize.query("PRAGMA journal_mode = WAL");
    await sequelize.query("PRAGMA synchronous = FULL");
    return { generation: randomUUID(), sequelize, models: defineModels(sequelize) };
  } catch (error) {
    await sequelize.close();
    throw DAMAGED.includes(codeOf(error) ?? "")
      ? new DataFileError("damaged", file, (error as Error).message)
      : error;
  }
}

/**
 * A migration and the line that says it is done stand together or not at all: a kill between them
 * cannot leave one without the other.
 */
async function migrate(sequelize: Sequelize, file: string): Promise<void> {
  const log = new SequelizeStorage({ sequelize, tableName: "migrations" });
  const storage = {
    executed: () => log.executed(),
    logMigration: () => Promise.resolve(),
    unlogMigration: () => Promise.resolve(),
  };
  const umzug = new Umzug({
    context: sequelize,
    storage,
    logger: undefined,
    migrations: MIGRATIONS.map(({ name, up }) => ({
      name,
      up: () =>
        sequelize.transaction(async (transaction) => {
          await up(sequelize, transaction);
          await sequelize.query("INSERT INTO migrations (name) VALUES (:name)", {
            replacements: { name },
            transaction,
          });
        }),
    })),
  });
  // asked of the log itself: umzug's own list leaves out what it does not know
  const unknown = (await log.executed()).filter((name) => !MIGRATIONS.some((m) => m.name === name));
  if (unknown.length > 0) throw new DataFileError("newer", file, unknown.join(", "));
  await umzug.up();
}
