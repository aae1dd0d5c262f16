import type { Transaction } from "sequelize";
import type { Database } from "~/server/db/connection.server";

/** A picture under a plan. @returns its number */
export async function insertPicture(
  db: Database,
  dayId: number,
  picture: { type: string; bytes: Buffer },
  transaction: Transaction,
): Promise<number> {
  const row = await db.models.planPictures.create({ ...picture, dayId }, { transaction });
  return row.get("id") as number;
}

export const countPictures = (
  db: Database,
  dayId: number,
  transaction: Transaction,
): Promise<number> => db.models.planPictures.count({ where: { dayId }, transaction });

export async function findPicture(
  db: Database,
  dayId: number,
  id: number,
): Promise<{ type: string; bytes: Buffer } | null> {
  const row = await db.models.planPictures.findOne({ where: { dayId, id } });
  return row ? { type: row.get("type") as string, bytes: row.get("bytes") as Buffer } : null;
}
