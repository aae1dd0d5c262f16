import { z } from "zod";

export const lawIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("choose"), name: z.string().min(1).max(40) }),
  z.object({ intent: z.literal("add-file"), text: z.string().max(2_000_000) }),
  /** Null: nobody was asked. */
  z.object({
    intent: z.literal("licences"),
    held: z.array(z.string().min(1).max(120)).max(40).nullable(),
  }),
  z.object({ intent: z.literal("drop-file"), name: z.string().min(1).max(40) }),
]);

export type LawIntent = z.infer<typeof lawIntents>;
