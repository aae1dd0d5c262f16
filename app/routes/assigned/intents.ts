import { z } from "zod";

const column = z.number().int().min(0).max(200).nullable();
const map = z.object({ who: column, primary: column, backup: column });
const seenVersion = z.number().int().min(0);

export const handedIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("preview"), text: z.string().max(4_000_000), map: map.nullable() }),
  z.object({
    intent: z.literal("import"),
    text: z.string().max(4_000_000),
    map,
    leaveOutBad: z.boolean(),
    seenVersion,
  }),
  z.object({
    intent: z.literal("assign"),
    line: z.number().int().min(0).max(1000),
    channelId: z.number().int().nullable(),
    seenVersion,
  }),
  z.object({
    intent: z.literal("put"),
    who: z.string().max(200),
    frequency: z.string().max(200),
    seenVersion,
  }),
  z.object({ intent: z.literal("remove"), line: z.number().int().min(0).max(1000), seenVersion }),
  z.object({ intent: z.literal("undo"), seenVersion }),
]);

export type HandedIntent = z.infer<typeof handedIntents>;
