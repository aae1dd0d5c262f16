import { z } from "zod";

const channelId = z.number().int();

export const syncIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("set-receivers"), channelIds: z.array(channelId).min(1).max(100) }),
  z.object({ intent: z.literal("sync-pack"), channelId }),
  z.object({ intent: z.literal("prove"), channelId }),
  z.object({ intent: z.literal("screw-antenna"), receiverKey: z.string().min(1).max(100) }),
  z.object({ intent: z.literal("use-pack"), channelId, packKey: z.string().min(1).max(100), seenVersion: z.number().int() }),
  z.object({
    intent: z.literal("saw"), channelId,
    seen: z.discriminatedUnion("what", [
      z.object({ what: z.literal("receiver-shows"), frequencyHz: z.number().min(0).max(100e9) }),
      z.object({ what: z.literal("pack-shows"), frequencyHz: z.number().min(0).max(100e9) }),
      z.object({ what: z.literal("proof"), isClear: z.boolean(), hasRf: z.boolean(), hasAudio: z.boolean() }),
    ]),
  }),
  z.object({
    intent: z.literal("handle-pack"), packKey: z.string().min(1).max(100),
    change: z.object({ isOn: z.boolean().optional(), isMuted: z.boolean().optional(), isMicPlugged: z.boolean().optional(), isStored: z.literal(true).optional() }),
  }),
]);

export type SyncIntent = z.infer<typeof syncIntents>;
