import { z } from "zod";
import { HEARD, METER_DID, PACK_SHOWED } from "~/core/monitor/hitObservation";
import { pageNumber } from "~/contract/schemas/seen";

const channelId = z.number().int();
const hitId = z.number().int();
const agoMs = z.number().min(0).max(600_000);
const idempotencyKey = pageNumber.nullable();

export const HIT_ANSWERS = [
  "retune",
  "power-up",
  "power-down",
  "nearer",
  "turn-pack",
  "sleeve",
  "stand-back",
  "change-cells",
  "switch-on",
  "unmute",
  "microphone",
  "antenna",
  "re-rig",
  "nothing-found",
  "leave",
] as const;

export const rollIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("begin") }),
  z.object({ intent: z.literal("end") }),
  z.object({
    intent: z.literal("take"),
    scene: z.string().trim().min(1).max(40),
    take: z.number().int().min(1).max(999),
  }),
  z.object({ intent: z.literal("hit"), channelId, agoMs, idempotencyKey }),
  z.object({
    intent: z.literal("observe"),
    hitId,
    observed: z.object({
      heard: z.enum(HEARD).nullable(),
      meter: z.enum(METER_DID).nullable(),
      pack: z.enum(PACK_SHOWED).nullable(),
    }),
  }),
  z.object({ intent: z.literal("answer"), hitId, answer: z.enum(HIT_ANSWERS) }),
  z.object({ intent: z.literal("pack-follows"), hitId }),
  z.object({ intent: z.literal("close"), hitId }),
  /** The channel stays where it was retuned to, and nobody has verified it there. */
  z.object({ intent: z.literal("close-unverified"), hitId }),
  z.object({ intent: z.literal("take-back"), hitId }),
  z.object({
    intent: z.literal("note"),
    text: z.string().max(2000),
    channelId: channelId.nullable(),
    agoMs,
    idempotencyKey,
  }),
]);

export type RollIntent = z.infer<typeof rollIntents>;
