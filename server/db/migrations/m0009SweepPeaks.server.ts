import type { Sequelize, Transaction } from "sequelize";

/** The highest level of each bin ever seen, where the passes of a long sweep were put together. */
export async function sweepPeaks(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE sweeps ADD COLUMN peaks BLOB", { transaction });
}
