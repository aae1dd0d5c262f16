import { z } from "zod";
import { feedItem, wall } from "~/contract/schemas/radio";

export const placeIntents = z.object({
  intent: z.literal("keep"),
  channelId: z.number().int(),
  expectedVersion: z.number().int(),
  setup: z.object({
    wear: z.enum(["free", "hand", "chest", "waist-front", "waist-back", "thigh", "ankle"]),
    skinContact: z.boolean(),
    sleeve: z.boolean(),
    tiltDeg: z.number().min(-180).max(180),
    distanceM: z.number().min(0.3).max(2000),
    walls: z.array(wall).max(12),
    antenna: z.enum(["whip-quarter", "dipole", "butterfly", "fin"]),
    feed: z.array(feedItem).max(12),
    txPowerDbm: z.number().min(-20).max(30),
  }),
});

export type PlaceIntent = z.input<typeof placeIntents>;
