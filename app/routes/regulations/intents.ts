import { z } from "zod";

export const lawIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("choose"), name: z.string().min(1).max(40) }),
  z.object({ intent: z.literal("add-file"), text: z.string().max(2_000_000) }),
  z.object({ intent: z.literal("drop-file"), name: z.string().min(1).max(40) }),
]);

export type LawIntent = z.infer<typeof lawIntents>;
