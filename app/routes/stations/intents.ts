import { z } from "zod";

const expectedVersion = z.number().int().min(0);

const text = z.string().max(2_000_000);
const column = z.number().int().min(0).max(500).nullable();
const map = z.object({ channel: column, name: column, note: column });

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
  z.object({ intent: z.literal("preview"), text, map: map.nullable() }),
  z.object({ intent: z.literal("import"), text, map, leaveOutBad: z.boolean(), expectedVersion }),
  z.object({ intent: z.literal("remove"), channel: z.number().int(), expectedVersion }),
  z.object({ intent: z.literal("undo"), expectedVersion }),
]);

export type RegisterIntent = z.infer<typeof registerIntents>;
