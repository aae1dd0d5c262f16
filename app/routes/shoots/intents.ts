import { z } from "zod";

const name = z.string().trim().min(1, "a name").max(80);
const dateIso = z.iso.date();
const id = z.number().int().positive();

export const shootsIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("new-shoot"),
    name,
    dateIso,
    town: z.string().trim().max(80),
    region: z.string().min(1).max(40),
    place: name,
    /** Where one goes on. */
  }),
  z.object({ intent: z.literal("rename"), shootId: id, name }),
  z.object({
    intent: z.literal("copy-day"),
    dayId: id,
    shootId: id,
    dateIso,
    withScenes: z.boolean(),
  }),
  z.object({ intent: z.literal("move-day"), dayId: id, dateIso }),
  z.object({ intent: z.literal("put-away"), dayId: id }),
  z.object({ intent: z.literal("bring-back"), dayId: id }),
]);

export type ShootsIntent = z.input<typeof shootsIntents>;
