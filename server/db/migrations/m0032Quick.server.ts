import type { Sequelize, Transaction } from "sequelize";

/** What was said and done on the page of one system: a day is made of it. */
export async function quick(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query(
    `CREATE TABLE quickLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
    { transaction },
  );
}
