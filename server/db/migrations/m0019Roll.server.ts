import type { Sequelize, Transaction } from "sequelize";

/** What happens on a day, which is only added to, and what the receivers read while it rolls. */
export async function roll(db: Sequelize, transaction: Transaction): Promise<void> {
  const run = (sql: string) => db.query(sql, { transaction });
  await run(
    "CREATE TABLE dayEvents (id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), atMs INTEGER NOT NULL, placeId INTEGER NOT NULL, kind TEXT NOT NULL, channelId INTEGER, who TEXT, seenId TEXT, dataJson TEXT NOT NULL)",
  );
  await run("CREATE INDEX dayEvents_day ON dayEvents (dayId, atMs)");
  await run("CREATE UNIQUE INDEX dayEvents_seen ON dayEvents (seenId) WHERE seenId IS NOT NULL");
  for (const what of ["UPDATE", "DELETE"])
    await run(
      `CREATE TRIGGER dayEvents_no_${what.toLowerCase()} BEFORE ${what} ON dayEvents BEGIN SELECT RAISE(ABORT, 'what happened stands: it is only added to'); END`,
    );
  await run(
    "CREATE TABLE cellRuleLists (id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL, UNIQUE (dayId, version))",
  );
  // what is taken back is kept, and marked
  await run("ALTER TABLE syncs ADD COLUMN isUndone TINYINT(1) NOT NULL DEFAULT 0");
  // extremes stand before the readings, so that a look at a whole day does not touch these
  await run(
    "CREATE TABLE readings (id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), startMs INTEGER NOT NULL, channelsJson TEXT NOT NULL, extremes BLOB NOT NULL, bytes BLOB NOT NULL)",
  );
  await run("CREATE INDEX readings_day ON readings (dayId, startMs)");
}
