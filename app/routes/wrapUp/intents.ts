import { z } from "zod";

export const wrapIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("tick"), step: z.string().min(1).max(200), isDone: z.boolean() }),
  z.object({ intent: z.literal("close-day") }),
  z.object({ intent: z.literal("packs-off") }),
  z.object({ intent: z.literal("roll-on") }),
]);

export type WrapIntent = z.infer<typeof wrapIntents>;
