import { z } from "zod";
import { DESTINATION_KINDS, LEADS } from "~/core/kit/patch";

const expectedVersion = z.number().int().min(0);
const id = z.string().min(1).max(80);
const name = z.string().trim().min(1).max(80);

const destination = z.object({
  id,
  label: name,
  kind: z.enum(DESTINATION_KINDS),
  sockets: z
    .array(
      z.object({
        id,
        name,
        inputId: id,
        track: z.number().int().min(1).max(128).nullable(),
        where: z.string().trim().max(120),
      }),
    )
    .max(64),
});

export const patchIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("set-destinations"),
    destinations: z.array(destination).max(24),
    expectedVersion,
  }),
  z.object({
    intent: z.literal("set-patch"),
    lines: z
      .array(
        z.object({
          channelId: z.number().int().positive(),
          socketId: id,
          lead: z.enum(LEADS).nullable(),
        }),
      )
      .max(200),
    expectedVersion,
  }),
  z.object({ intent: z.literal("patch-open"), expectedVersion }),
  z.object({ intent: z.literal("undo"), expectedVersion }),
]);

export type PatchIntent = z.infer<typeof patchIntents>;
