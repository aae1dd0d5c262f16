import type { Sequelize, Transaction } from "sequelize";

/**
 * How each scan was taken (side of the door, antenna, bandwidth, correction), and when a day asks
 * for a new one.
 */
export async function sweepSetups(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE sweeps ADD COLUMN setupJson TEXT NOT NULL DEFAULT '{}'", {
    transaction,
  });
  await db.query("ALTER TABLE days ADD COLUMN rescan TEXT NOT NULL DEFAULT 'each-move'", {
    transaction,
  });
}
