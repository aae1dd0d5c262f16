import { z } from "zod";

export const levelIntents = z.object({
  intent: z.literal("keep"),
  channelId: z.number().int(),
  seenVersion: z.number().int(),
  microphoneId: z.enum(["pebble", "pebble-low"]),
  settings: z.object({
    effort: z.enum(["soft", "normal", "raised", "loud", "shout"]),
    micDistanceM: z.number().min(0.02).max(5),
    peakFactorDb: z.number().min(0).max(40),
    gainDb: z.number().min(-120).max(120),
    outputDb: z.number().min(-120).max(60),
    inputGainDb: z.number().min(-120).max(120),
  }),
});

export type LevelIntent = z.infer<typeof levelIntents>;
