import type { Sequelize, Transaction } from "sequelize";

export async function regionFiles(db: Sequelize, transaction: Transaction): Promise<void> {
  // json is null where the user went back to what ships
  await db.query(
    `CREATE TABLE regionFiles (
    id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL, version INTEGER NOT NULL, atRealMs INTEGER NOT NULL, json TEXT, UNIQUE (name, version))`,
    { transaction },
  );
}
