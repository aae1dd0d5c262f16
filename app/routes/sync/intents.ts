import { z } from "zod";
import { VERIFICATION_FORMS } from "~/core/channel/verificationParts";

const channelId = z.number().int();
const packKey = z.string().min(1).max(100);

export const syncIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("set-receivers"), channelIds: z.array(channelId).min(1).max(100) }),
  z.object({ intent: z.literal("sync-pack"), channelId, packKey: packKey.optional() }),
  z.object({ intent: z.literal("prove"), channelId }),
  z.object({ intent: z.literal("set-form"), form: z.enum(VERIFICATION_FORMS) }),
  z.object({ intent: z.literal("pair"), channelId }),
  z.object({ intent: z.literal("move-to-spare"), channelId }),
  /** Its receiver does not offer the frequency: the next one. */
  z.object({ intent: z.literal("pass-over"), channelId }),
  z.object({
    intent: z.literal("screw-antenna"),
    channelId,
    receiverKey: z.string().min(1).max(100),
  }),
  z.object({
    intent: z.literal("use-pack"),
    channelId,
    packKey,
    expectedVersion: z.number().int(),
  }),
  z.object({
    intent: z.literal("share"),
    channelId,
    packKey,
    how: z.enum(["add", "drop", "first"]),
    expectedVersion: z.number().int(),
  }),
  z.object({ intent: z.literal("set-power"), packKey, powerMw: z.number().positive() }),
  z.object({ intent: z.literal("hide-faults") }),
  z.object({ intent: z.literal("end-drill") }),
  z.object({ intent: z.literal("take-back"), syncId: z.number().int() }),
  z.object({
    intent: z.literal("handle-pack"),
    packKey,
    change: z.object({
      isDoorOpen: z.boolean().optional(),
      isNear: z.boolean().optional(),
      isCabled: z.boolean().optional(),
      isOn: z.boolean().optional(),
      isMuted: z.boolean().optional(),
      isMicPlugged: z.boolean().optional(),
      isStored: z.literal(true).optional(),
    }),
  }),
]);

export type SyncIntent = z.infer<typeof syncIntents>;
