import { z } from "zod";
import { PROFILE_CHOICES } from "~/core/coordination/problem/profile";

const frequencyHz = z.number().int().min(1e6).max(100e9);

const key = z.string().min(1).max(60);

export const pickIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("accept"),
    proposal: z.object({
      basePlanVersion: z.number().int().min(0),
      sweepId: z.number().int().nullable(),
      profile: z.enum(PROFILE_CHOICES),
      picks: z
        .array(z.object({ channelId: z.number().int(), frequencyHz, isLocked: z.boolean() }))
        .max(100),
      allows: z.object({ usesTogether: z.boolean(), allowsBuried: z.boolean() }),
      how: z.string().min(1).max(200),
      spares: z.array(z.object({ frequencyHz, for: z.array(z.number().int()) })).max(50),
    }),
  }),
  z.object({ intent: z.literal("read-plan"), text: z.string().max(2_000_000) }),
  z.object({ intent: z.literal("offered-moves") }),
  z.object({
    intent: z.literal("put-on-units"),
    moves: z
      .array(
        z.object({
          channelId: z.number().int(),
          expectedVersion: z.number().int().min(0),
          to: z.object({ receiverKey: key, half: z.number().int().min(0).max(7), packKey: key }),
        }),
      )
      .min(1)
      .max(40),
  }),
  z.object({
    intent: z.literal("restore"),
    version: z.number().int().min(1),
    basePlanVersion: z.number().int().min(0),
  }),
]);

export type PickIntent = z.infer<typeof pickIntents>;
