import type { Scored } from "~/core/training/exercise";
import { askWorker, type Running } from "~/workers/ask";
import type { DeskKind, Exercise, ExerciseAnswer, ExerciseLine, PracticeApi } from "./practice.api";

const startWorker = () =>
  new Worker(new URL("./practice.worker.ts", import.meta.url), { type: "module" });

/** Makes an exercise out of its seed. */
export const makeExercise = (kind: DeskKind, seed: number): Running<Exercise> =>
  askWorker<PracticeApi, Exercise>(startWorker, (worker) => worker.make(kind, seed));

/** Holds an answer against the core's own best. */
export const scoreExercise = (
  answer: ExerciseAnswer,
  seed: number,
): Running<Scored<ExerciseLine>> =>
  askWorker<PracticeApi, Scored<ExerciseLine>>(startWorker, (worker) => worker.score(answer, seed));
