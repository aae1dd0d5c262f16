import type { Sequelize, Transaction } from "sequelize";

/** Antennas one by one, what feeds several receivers from a pair of them, and what powers them. */
export async function antennas(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const table of ["antennaLists", "distributionLists", "supplyLists"])
    await db.query(
      `CREATE TABLE ${table} (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
      { transaction },
    );
}
