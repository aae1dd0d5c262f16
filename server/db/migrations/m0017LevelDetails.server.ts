import type { Sequelize, Transaction } from "sequelize";

/**
 * What a level was kept with: the units, the school, what was measured, and which traps were looked
 * at.
 */
export async function levelDetails(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE levelChecks ADD COLUMN detailJson TEXT NOT NULL DEFAULT '{}'", {
    transaction,
  });
}
