import { z } from "zod";

export const scanIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("start"), passes: z.number().int().min(1).max(10) }),
  z.object({ intent: z.literal("stop"), keepsPart: z.boolean() }),
  z.object({ intent: z.literal("packs-off") }),
  z.object({ intent: z.literal("mark-own"), sweepId: z.number().int().positive(), frequencyHz: z.number().min(1e6).max(100e9), packLabel: z.string().min(1).max(80) }),
]);

export type ScanIntent = z.infer<typeof scanIntents>;
