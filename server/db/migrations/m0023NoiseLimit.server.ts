import type { Sequelize, Transaction } from "sequelize";

/** A noise limit that somebody set by hand; none where the receivers or the instrument govern. */
export async function noiseLimit(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE days ADD COLUMN noiseLimitDbm REAL", { transaction });
}
