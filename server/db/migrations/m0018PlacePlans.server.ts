import type { Sequelize, Transaction } from "sequelize";

/** Drawn plans of places with the pictures under them, and how each talker is rigged. */
export async function placePlans(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const table of ["drawingLists", "rigLists"]) {
    await db.query(
      `CREATE TABLE ${table} (
      id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
      UNIQUE (dayId, version))`,
      { transaction },
    );
  }
  await db.query(
    "CREATE TABLE planPictures (id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), type TEXT NOT NULL, bytes BLOB NOT NULL)",
    { transaction },
  );
}
