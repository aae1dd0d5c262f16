import type { Transaction } from "sequelize";
import type { ExerciseKind } from "~/core/training/exercise";
import type { Database } from "~/server/db/connection.server";

/** How an exercise went once. */
export interface ExerciseResult {
  kind: ExerciseKind;
  seed: number;
  atRealMs: number;
  points: number;
  bestPoints: number;
  who: string | null;
  /**
   * Which run of it, where it is kept once for each; null where every answer is a result of its
   * own.
   */
  runKey: string | null;
}

/** All results, the newest first. */
export async function listResults(db: Database): Promise<(ExerciseResult & { id: number })[]> {
  return (await db.models.exerciseResults.findAll({
    order: [["id", "DESC"]],
    raw: true,
  })) as unknown as (ExerciseResult & { id: number })[];
}

/** @returns its number; that of what stands where the run was kept already */
export async function insertResult(
  db: Database,
  result: ExerciseResult,
  transaction: Transaction,
): Promise<number> {
  const standing =
    result.runKey === null
      ? null
      : await db.models.exerciseResults.findOne({ where: { runKey: result.runKey }, transaction });
  if (standing) return standing.get("id") as number;
  return (await db.models.exerciseResults.create({ ...result }, { transaction })).get(
    "id",
  ) as number;
}
