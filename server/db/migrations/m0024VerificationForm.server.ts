import type { Sequelize, Transaction } from "sequelize";

/** How much is asked of a channel before it counts as verified; null where nobody chose. */
export async function verificationForm(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE days ADD COLUMN verificationForm TEXT", { transaction });
}
