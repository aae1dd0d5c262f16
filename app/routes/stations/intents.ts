import { z } from "zod";

const expectedVersion = z.number().int().min(0);

export const registerIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("ask"),
    at: z.object({
      latitudeDeg: z.number().min(-90).max(90),
      longitudeDeg: z.number().min(-180).max(180),
    }),
    setting: z.enum(["indoors", "outdoors"]),
    expectedVersion,
  }),
  z.object({
    intent: z.literal("add"),
    channel: z.number().int().min(1).max(100),
    name: z.string().trim().min(1).max(80),
    expectedVersion,
  }),
  z.object({ intent: z.literal("add-list"), text: z.string().max(200_000), expectedVersion }),
  z.object({ intent: z.literal("remove"), channel: z.number().int(), expectedVersion }),
  z.object({ intent: z.literal("undo"), expectedVersion }),
]);

export type RegisterIntent = z.infer<typeof registerIntents>;
