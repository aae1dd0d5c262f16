import { z } from "zod";

export const keepIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("copy-now") }),
  z.object({ intent: z.literal("restore"), name: z.string().min(1).max(200) }),
]);

export type KeepIntent = z.infer<typeof keepIntents>;
