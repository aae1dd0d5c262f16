import type { Sequelize, Transaction } from "sequelize";

/** How practice exercises went. */
export async function exercises(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query(
    "CREATE TABLE exerciseResults (id INTEGER PRIMARY KEY AUTOINCREMENT, kind TEXT NOT NULL, seed INTEGER NOT NULL, atRealMs INTEGER NOT NULL, points INTEGER NOT NULL, bestPoints INTEGER NOT NULL, who TEXT, runKey TEXT UNIQUE)",
    { transaction },
  );
}
