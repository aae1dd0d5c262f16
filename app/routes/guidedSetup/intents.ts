import { z } from "zod";

const channelId = z.number().int();

export const runIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("packs-off") }),
  z.object({ intent: z.literal("switch-on"), channelId }),
  z.object({ intent: z.literal("scan") }),
  z.object({ intent: z.literal("choose"), channelId, isFresh: z.boolean() }),
  z.object({ intent: z.literal("set-receiver"), channelId }),
  z.object({ intent: z.literal("store"), channelId }),
  z.object({ intent: z.literal("prove"), channelId }),
  z.object({ intent: z.literal("check") }),
  z.object({
    intent: z.literal("back"),
    version: z.number().int(),
    basePlanVersion: z.number().int(),
  }),
]);

export type RunIntent = z.infer<typeof runIntents>;
