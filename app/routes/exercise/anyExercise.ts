import { type ExerciseKind, MAX_SEED } from "~/core/training/exercise";

/** The address of an exercise that nobody chose. */
export const anyExercise = (kind: ExerciseKind): string =>
  `/practice/${kind}/${Math.floor(Math.random() * (MAX_SEED + 1))}`;
