import { z } from "zod";
import { EXERCISE_KINDS, MAX_SEED } from "~/core/training/exercise";

const points = z.number().int().min(0).max(100);

export const exerciseIntents = z.discriminatedUnion("intent", [
  /** How it went, as the page's worker reckoned it. */
  z.object({
    intent: z.literal("keep"),
    kind: z.enum(EXERCISE_KINDS),
    seed: z.number().int().min(0).max(MAX_SEED),
    points,
    bestPoints: points,
  }),
  z.object({ intent: z.literal("begin-day") }),
  z.object({ intent: z.literal("end-day") }),
]);
export type ExerciseIntent = z.infer<typeof exerciseIntents>;
