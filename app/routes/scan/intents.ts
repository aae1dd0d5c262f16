import { z } from "zod";

export const scanIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("start"), passes: z.number().int().min(1).max(10) }),
  z.object({ intent: z.literal("stop") }),
  z.object({ intent: z.literal("packs-off") }),
]);

export type ScanIntent = z.infer<typeof scanIntents>;
