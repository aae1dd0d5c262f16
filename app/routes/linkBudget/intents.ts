import { z } from "zod";
import { seenWalkShape } from "~/contract/schemas/placePlan";
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
    asDrawn: z
      .object({
        model: z.enum(["free-space", "plane-earth", "indoor"]),
        room: z.enum(["office", "commercial", "residential", "walls-drawn"]),
        bodyLossDb: z.number().min(-20).max(80),
        isBehindBody: z.boolean(),
        whip: z.enum(["straight", "bent", "coiled"]),
        txHeightM: z.number().min(0.05).max(200),
        rxHeightM: z.number().min(0.05).max(200),
        rxTiltDeg: z.number().min(-180).max(180),
        offAxisDeg: z.number().min(-720).max(720),
        edges: z
          .array(
            z.object({
              heightAboveRayM: z.number().min(-1000).max(1000),
              d1M: z.number().min(0.001).max(5000),
              d2M: z.number().min(0.001).max(5000),
            }),
          )
          .max(24),
        reflectedDb: z.number().min(0).max(300).default(0),
        wallCount: z.number().int().min(0).max(600),
      })
      .exactOptional(),
  }),
  walk: seenWalkShape.nullable().default(null),
});

export type PlaceIntent = z.input<typeof placeIntents>;
