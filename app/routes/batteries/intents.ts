import { z } from "zod";
import { supplyShape } from "~/contract/codecs/kitFile";
import { BATTERIES_TEXTS } from "~/contract/messages/screens/batteries";

const packKey = z.string().min(1).max(100);
const chemistry = z.enum(["alkaline", "nimh", "lithium", "li-ion"]);
const span = z
  .object({ startMs: z.number(), endMs: z.number() })
  .refine((s) => s.endMs > s.startMs, BATTERIES_TEXTS.mustGo);

export const batteryIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("rule"),
    expectedVersion: z.number().int(),
    rule: z.object({
      policy: z.enum(["fresh", "counted"]),
      reserveHours: z.number().min(0).max(6),
      packsOn: z.enum(["scenes", "through"]),
      breaks: z.array(span).max(20),
      temperatureC: z.number().min(-40).max(60).exactOptional(),
      isNewForOnce: z.boolean().exactOptional(),
      shoot: span.exactOptional(),
      prices: z.partialRecord(chemistry, z.number().positive().max(1000)).exactOptional(),
    }),
  }),
  z.object({ intent: z.literal("undo-rule"), expectedVersion: z.number().int() }),
  z.object({
    intent: z.literal("switch"),
    keys: z.array(packKey).min(1).max(120),
    isOn: z.boolean(),
  }),
  z.object({ intent: z.literal("lamp"), key: packKey, shows: z.string().min(1).max(80) }),
  z.object({
    intent: z.literal("supplies"),
    supplies: z.array(supplyShape).max(24),
    expectedVersion: z.number().int(),
  }),
  z.object({ intent: z.literal("fresh"), packKey, chemistry }),
  z.object({ intent: z.literal("ran"), packKey, chemistry, ranHours: z.number().min(0).max(100) }),
]);

export type BatteryIntent = z.infer<typeof batteryIntents>;
