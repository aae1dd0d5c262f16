import type { Sequelize, Transaction } from "sequelize";

/** Whether a shoot measures in metres or feet; null where nobody said: then as its region does. */
export async function lengthUnits(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE shoots ADD COLUMN lengthUnit TEXT", { transaction });
}
