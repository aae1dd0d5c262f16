import type { Sequelize, Transaction } from "sequelize";

/** Licences that are held for a shoot; null where nobody was asked. */
export async function licences(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE days ADD COLUMN licencesJson TEXT", { transaction });
}
