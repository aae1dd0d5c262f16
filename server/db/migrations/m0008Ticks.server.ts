import type { Sequelize, Transaction } from "sequelize";

/** What was done of a day's setting up. */
export async function ticks(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query(
    `CREATE TABLE tickLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
    { transaction },
  );
}
