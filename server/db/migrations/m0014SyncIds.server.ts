import type { Sequelize, Transaction } from "sequelize";

/** The number that a page gives to what was seen, so that what is sent twice stands once. */
export async function syncIds(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE syncs ADD COLUMN seenId TEXT", { transaction });
  await db.query("CREATE UNIQUE INDEX syncs_seen ON syncs (seenId) WHERE seenId IS NOT NULL", {
    transaction,
  });
}
