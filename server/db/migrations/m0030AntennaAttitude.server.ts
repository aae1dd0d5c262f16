import type { Sequelize, Transaction } from "sequelize";

/** How a day's receiver antennas lean; null: parallel, as nobody chose. */
export async function antennaAttitude(db: Sequelize, transaction: Transaction): Promise<void> {
  await db.query("ALTER TABLE days ADD COLUMN antennaAttitude TEXT", { transaction });
}
