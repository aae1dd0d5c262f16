import type { Sequelize, Transaction } from "sequelize";

/** By what a shoot and a day are known on any machine. */
export async function uids(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const table of ["shoots", "days"]) {
    await db.query(`ALTER TABLE ${table} ADD COLUMN uid TEXT NOT NULL DEFAULT ''`, { transaction });
    await db.query(`UPDATE ${table} SET uid = lower(hex(randomblob(16)))`, { transaction });
    await db.query(`CREATE UNIQUE INDEX ${table}_uid ON ${table} (uid)`, { transaction });
  }
}
