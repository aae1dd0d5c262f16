import type { Sequelize, Transaction } from "sequelize";

/** What each antenna of a receiver heard in a proof. */
export async function proofAntennas(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE syncs ADD COLUMN antennaADbm REAL", { transaction });
  await db.query("ALTER TABLE syncs ADD COLUMN antennaBDbm REAL", { transaction });
}
