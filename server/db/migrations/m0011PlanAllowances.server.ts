import type { Sequelize, Transaction } from "sequelize";

/** Which rules a plan was allowed to bend: those who never meet, and products that are buried. */
export async function planAllowances(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query(
    'ALTER TABLE plans ADD COLUMN allowsJson TEXT NOT NULL DEFAULT \'{"usesTogether":false,"allowsBuried":false}\'',
    { transaction },
  );
}
