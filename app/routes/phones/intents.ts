import { z } from "zod";

export const phoneIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("open") }),
  z.object({ intent: z.literal("shut") }),
  z.object({ intent: z.literal("send-away"), guestId: z.number().int() }),
]);

export type PhoneIntent = z.infer<typeof phoneIntents>;
