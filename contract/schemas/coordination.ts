import { z } from "zod";
import { frequencyHz, goesUp, id, notNegative, or, positive, range, uniqueIds } from "./fields";

export const carrier = z.object({ id, frequencyHz });
const carriers = z.array(carrier).max(500).superRefine(uniqueIds("carriers"));

export const profile = z.object({
  minSpacingHz: notNegative,
  guards: z.object({
    third2Hz: or(notNegative, 0),
    third3Hz: or(notNegative, 0),
    fifth2Hz: or(notNegative, 0),
  }),
});

export const checkSetRequest = z.object({ carriers, profile });

export const tuning = z
  .object({ lowHz: frequencyHz, highHz: frequencyHz, stepHz: positive })
  .superRefine((t, context) => {
    if (t.highHz < t.lowHz)
      context.addIssue({ code: "custom", path: ["highHz"], message: "must not be below lowHz" });
    if ((t.highHz - t.lowHz) / t.stepHz > 500_000)
      context.addIssue({
        code: "custom",
        path: ["stepHz"],
        message: "makes more than 500,000 steps",
      });
  });

const channel = z.object({
  id,
  tuning: z.array(tuning).min(1),
  bandwidthHz: positive,
  lockedHz: or(frequencyHz, null),
  group: or(id, null),
  priority: or(z.number(), null),
});

export const coordinateRequest = z
  .object({
    windows: z.array(range.superRefine(goesUp)),
    exclusions: or(z.array(range.extend({ reason: or(z.string(), "") }).superRefine(goesUp)), []),
    noise: or(z.array(range.extend({ levelDbm: z.number() }).superRefine(goesUp)), []),
    maxNoiseDbm: or(z.number(), null),
    others: or(z.array(carrier).superRefine(uniqueIds("others")), []),
    profile,
    channels: z.array(channel).max(100).superRefine(uniqueIds("channels")),
    groups: or(z.array(z.object({ id, maxSpanHz: positive })).superRefine(uniqueIds("groups")), []),
    banks: or(
      z
        .array(z.object({ id, frequenciesHz: z.array(frequencyHz) }))
        .superRefine(uniqueIds("banks")),
      [],
    ),
    mode: or(z.enum(["free", "bank"]), "free"),
    spares: or(z.number().int().min(0).max(50), 0),
    timeLimitMs: or(z.number().min(0).max(600_000), 3000),
    seed: or(z.number().int(), 1),
  })
  .superRefine((r, context) => {
    const groups = new Set(r.groups.map((g) => g.id));
    r.channels.forEach((c, i) => {
      if (c.group !== null && !groups.has(c.group))
        context.addIssue({
          code: "custom",
          path: ["channels", i, "group"],
          message: `there is no group "${c.group}"`,
        });
    });
    if (r.mode === "bank" && r.banks.length === 0)
      context.addIssue({
        code: "custom",
        path: ["banks"],
        message: 'mode "bank" needs at least one bank',
      });
    const own = new Set(r.channels.map((c) => c.id));
    r.others.forEach((o, i) => {
      if (own.has(o.id))
        context.addIssue({
          code: "custom",
          path: ["others", i, "id"],
          message: `the id "${o.id}" is a channel's too`,
        });
    });
  });
