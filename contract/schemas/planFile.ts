import { z } from "zod";
import { PROFILE_CHOICES } from "~/core/coordination/problem/profile";
import { frequencyHz } from "./fields";

/**
 * A plan as a file of our own. Frequencies are whole hertz; what each unit shows is told beside,
 * where that is not megahertz.
 */
export const planFile = z.object({
  format: z.literal("plain-channel-plan"),
  version: z.literal(1),
  dateIso: z.string(),
  plan: z.number().int(),
  place: z.string(),
  profile: z.enum(PROFILE_CHOICES),
  picks: z
    .array(
      z.object({
        channel: z.number().int(),
        talker: z.string().min(1),
        frequencyHz,
        tvChannel: z.number().int().nullable(),
        receiver: z.object({ label: z.string(), shows: z.string() }),
        pack: z.object({ label: z.string(), shows: z.string() }),
      }),
    )
    .max(100),
  spares: z.array(z.object({ frequencyHz, for: z.array(z.string()) })).max(50),
});

export type PlanFile = z.infer<typeof planFile>;
