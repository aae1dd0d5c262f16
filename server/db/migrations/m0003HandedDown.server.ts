import type { Sequelize, Transaction } from "sequelize";

export async function handedDown(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query(
    `CREATE TABLE handedLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, linesJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
    { transaction },
  );
}
