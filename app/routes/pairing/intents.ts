import { z } from "zod";

const seenVersion = z.number().int();

export const pairingIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("make"), seenVersion }),
  z.object({
    intent: z.literal("change"),
    seenVersion,
    packKey: z.string().min(1).max(100),
    change: z.object({
      name: z.string().max(60),
      group: z.number().int(),
      key: z.string().max(80).nullable(),
    }),
  }),
  z.object({ intent: z.literal("carry"), seenVersion, receiverKey: z.string().min(1).max(100) }),
  z.object({ intent: z.literal("import"), seenVersion, text: z.string().max(200_000) }),
  z.object({ intent: z.literal("undo"), seenVersion }),
]);

export type PairingIntent = z.infer<typeof pairingIntents>;
