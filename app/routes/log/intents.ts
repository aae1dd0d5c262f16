import { z } from "zod";
import { pageNumber } from "~/contract/schemas/seen";

const idempotencyKey = pageNumber.nullable();

export const logIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("note"),
    text: z.string().max(2000),
    channelId: z.number().int().nullable(),
    agoMs: z.number().min(0).max(600_000),
    idempotencyKey,
  }),
  z.object({
    intent: z.literal("correct"),
    ofKey: z.string().min(1).max(80),
    text: z.string().max(2000),
    idempotencyKey,
  }),
]);

export type LogIntent = z.infer<typeof logIntents>;
