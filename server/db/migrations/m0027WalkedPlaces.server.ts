import type { Sequelize, Transaction } from "sequelize";

/** What a check of a place rests on, a walk among it; and whether the walk was taken back. */
export async function walkedPlaces(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE placeChecks ADD COLUMN detailJson TEXT NOT NULL DEFAULT '{}'", {
    transaction,
  });
  await db.query("ALTER TABLE placeChecks ADD COLUMN isUndone TINYINT(1) NOT NULL DEFAULT 0", {
    transaction,
  });
}
