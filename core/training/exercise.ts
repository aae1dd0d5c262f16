import { hashText } from "~/core/units/random";

/**
 * The parts of the job that can be practised without any gear. "day" runs on the practice day
 * itself.
 */
export const EXERCISE_KINDS = ["air", "pick", "fault", "voice", "antennas", "day"] as const;
export type ExerciseKind = (typeof EXERCISE_KINDS)[number];

/** How an answer did: points of a hundred, those of the core's own answer, and why. */
export interface Scored<Line> {
  points: number;
  bestPoints: number;
  lines: Line[];
}

export const MAX_SEED = 99_999;

/** One exercise of a kind is told from another by its seed alone: whoever has it gets the same. */
export const seedOf = (kind: ExerciseKind, seed: number): number => hashText(`${kind} ${seed}`);

/** What an exercise is called among people. @example exerciseName("fault", 4711) // "fault-4711" */
export const exerciseName = (kind: ExerciseKind, seed: number): string => `${kind}-${seed}`;

/** Reads such a name, however it is typed; null where it is none. */
export function readExerciseName(text: string): { kind: ExerciseKind; seed: number } | null {
  const match = /^\s*([a-z]+)[\s-]+(\d{1,5})\s*$/i.exec(text);
  const kind = EXERCISE_KINDS.find((k) => k === match?.[1]?.toLowerCase());
  return match && kind ? { kind, seed: Number(match[2]) } : null;
}

export const roundPoints = (points: number): number =>
  Math.round(Math.min(100, Math.max(0, points)));
