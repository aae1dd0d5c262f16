import type { Sequelize, Transaction } from "sequelize";

/**
 * What a channel's sound comes from (null: by its pack); cameras and recorders with their sockets, and
 * which channel plays into which.
 */
export async function sources(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE channels ADD COLUMN source TEXT", { transaction });
  for (const table of ["destinationLists", "patchLists"])
    await db.query(
      `CREATE TABLE ${table} (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
      { transaction },
    );
}
