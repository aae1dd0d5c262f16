import { z } from "zod";

const expectedVersion = z.number().int();

export const pairingIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("make"), expectedVersion }),
  z.object({
    intent: z.literal("change"),
    expectedVersion,
    packKey: z.string().min(1).max(100),
    change: z.object({
      name: z.string().max(60),
      group: z.number().int(),
      key: z.string().max(80).nullable(),
    }),
  }),
  z.object({
    intent: z.literal("carry"),
    expectedVersion,
    receiverKey: z.string().min(1).max(100),
  }),
  z.object({ intent: z.literal("import"), expectedVersion, text: z.string().max(200_000) }),
  z.object({ intent: z.literal("undo"), expectedVersion }),
]);

export type PairingIntent = z.infer<typeof pairingIntents>;
