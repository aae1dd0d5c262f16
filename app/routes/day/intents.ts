import { z } from "zod";
import { LENGTH_UNITS } from "~/core/units/lengths";

export const dayIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("move-to"), placeId: z.number().int() }),
  z.object({ intent: z.literal("clock-on"), minutes: z.number().int().min(1).max(720) }),
  z.object({ intent: z.literal("lengths"), unit: z.enum(LENGTH_UNITS) }),
  z.object({ intent: z.literal("clock-to-next-event") }),
  z.object({ intent: z.literal("clock-to-place"), placeId: z.number().int() }),
]);

export type DayIntent = z.infer<typeof dayIntents>;
