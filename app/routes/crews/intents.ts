import { z } from "zod";

export const crewsIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("add"),
    text: z.string().min(1).max(100_000),
    region: z.string().min(1).max(40),
  }),
  z.object({
    intent: z.literal("tell"),
    sessionId: z.string().min(8).max(60),
    what: z.enum(["ready", "hit"]),
  }),
]);
export type CrewsIntent = z.input<typeof crewsIntents>;
