import { randomUUID } from "node:crypto";
import { mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { Sequelize, Transaction } from "sequelize";
import { SequelizeStorage, Umzug } from "umzug";
import { runChecks } from "./beforeCommit.server";
import { MIGRATIONS } from "./migrations/index.server";
import { defineModels, type Models } from "./models/models.server";

/** One open data file. Writes go through `write`, one at a time, each in a transaction of its own. */
export interface Database {
  file: string;
  /** Another one each time a file is opened: what is remembered of one says nothing of the next, be it of the same name. */
  generation: string;
  sequelize: Sequelize;
  models: Models;
  /** What the work asked to have looked at (`beforeCommit`) is looked at before it stands.
   *  @param isQuiet - nothing that anybody looks at: it is not told on */
  write: <T>(work: (transaction: Transaction) => Promise<T>, isQuiet?: boolean) => Promise<T>;
  close: () => Promise<void>;
}

/** Opens (or makes) a data file and brings its tables up to date. A file that a newer version of the application has migrated is refused
 *  as it is, for this version does not know what it means.
 * @param onWritten - called after each write that stands */
export async function openDatabase(file: string, onWritten: () => void = () => undefined): Promise<Database> {
  mkdirSync(dirname(file), { recursive: true });
  const sequelize = new Sequelize({ dialect: "sqlite", storage: file, logging: false, pool: { max: 1 } });
  try {
    await migrate(sequelize, file);
  } catch (error) {
    await sequelize.close();
    throw error;
  }
  await sequelize.query("PRAGMA journal_mode = WAL");
  let last: Promise<unknown> = Promise.resolve();
  const write: Database["write"] = (work, isQuiet = false) => {
    const checked = async (transaction: Transaction) => {
      const done = await work(transaction);
      await runChecks(transaction);
      return done;
    };
    const next = last.then(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, checked));
    last = next.then(() => (isQuiet ? undefined : onWritten()), () => undefined);
    return next;
  };
  return { file, generation: randomUUID(), sequelize, models: defineModels(sequelize), write, close: () => last.then(() => sequelize.close()) };
}

async function migrate(sequelize: Sequelize, file: string): Promise<void> {
  const storage = new SequelizeStorage({ sequelize, tableName: "migrations" });
  const umzug = new Umzug({
    context: sequelize,
    storage,
    logger: undefined,
    migrations: MIGRATIONS.map(({ name, up }) => ({ name, up: () => sequelize.transaction((transaction) => up(sequelize, transaction)) })),
  });
  // asked of the log itself: umzug's own list leaves out what it does not know
  const unknown = (await storage.executed()).filter((name) => !MIGRATIONS.some((m) => m.name === name));
  if (unknown.length > 0) throw new Error(`${file} was written by a newer version (${unknown.join(", ")}). It was left as it is.`);
  await umzug.up();
}
