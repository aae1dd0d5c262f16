import type { Sequelize, Transaction } from "sequelize";

/** What packs are known by, and which receivers hold it. */
export async function pairings(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query(
    `CREATE TABLE pairingLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
    { transaction },
  );
}
