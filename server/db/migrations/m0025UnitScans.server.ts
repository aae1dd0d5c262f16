import type { Sequelize, Transaction } from "sequelize";

/** What receivers' own screens told of the air. */
export async function unitScans(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query(
    `CREATE TABLE unitScanLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
    { transaction },
  );
}
