import type { Sequelize, Transaction } from "sequelize";

/** What a pack was told to go to, beside what it showed after. */
export async function syncTold(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE syncs ADD COLUMN toldHz INTEGER", { transaction });
}
