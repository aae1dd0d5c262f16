import type { Transaction } from "sequelize";
import type { ExerciseKind } from "../../../core/practice/exercise";
import type { Database } from "../connection.server";

/** How an exercise went once. */
export interface ExerciseResult {
  kind: ExerciseKind;
  seed: number;
  atRealMs: number;
  points: number;
  bestPoints: number;
  who: string | null;
}

/** All results, the newest first. */
export async function listResults(db: Database): Promise<(ExerciseResult & { id: number })[]> {
  return (await db.models.exerciseResults.findAll({ order: [["id", "DESC"]], raw: true })) as unknown as (ExerciseResult & { id: number })[];
}

export async function insertResult(db: Database, result: ExerciseResult, transaction: Transaction): Promise<number> {
  return (await db.models.exerciseResults.create({ ...result }, { transaction })).get("id") as number;
}
