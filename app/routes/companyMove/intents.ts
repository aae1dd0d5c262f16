import { z } from "zod";

export const movingIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("move-to"), placeId: z.number().int() }),
  z.object({ intent: z.literal("join"), talker: z.string().trim().min(1).max(60) }),
  z.object({
    intent: z.literal("leave"),
    channelId: z.number().int(),
    expectedVersion: z.number().int(),
  }),
  z.object({
    intent: z.literal("come-back"),
    channelId: z.number().int(),
    expectedVersion: z.number().int(),
  }),
]);

export type MovingIntent = z.infer<typeof movingIntents>;
