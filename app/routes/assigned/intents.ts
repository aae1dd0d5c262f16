import { z } from "zod";

const column = z.number().int().min(0).max(200).nullable();
const map = z.object({ who: column, primary: column, backup: column });
const expectedVersion = z.number().int().min(0);

export const assignedIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("preview"), text: z.string().max(4_000_000), map: map.nullable() }),
  z.object({
    intent: z.literal("import"),
    text: z.string().max(4_000_000),
    map,
    leaveOutBad: z.boolean(),
    expectedVersion,
  }),
  z.object({
    intent: z.literal("assign"),
    line: z.number().int().min(0).max(1000),
    channelId: z.number().int().nullable(),
    expectedVersion,
  }),
  z.object({
    intent: z.literal("put"),
    who: z.string().max(200),
    frequency: z.string().max(200),
    expectedVersion,
  }),
  z.object({
    intent: z.literal("remove"),
    line: z.number().int().min(0).max(1000),
    expectedVersion,
  }),
  z.object({ intent: z.literal("undo"), expectedVersion }),
]);

export type AssignedIntent = z.infer<typeof assignedIntents>;
