import type { DeskKind, ExerciseAnswer, ExerciseOf } from "~/workers/practice/practice.api";

/**
 * What each form gets: its exercise, whether it can still be answered, and whom to give the answer.
 */
export interface FormProps<K extends DeskKind> {
  exercise: ExerciseOf<K>;
  isOpen: boolean;
  onDone: (answer: Extract<ExerciseAnswer, { kind: K }>["answer"]) => void;
}
