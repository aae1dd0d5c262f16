import { z } from "zod";
import { batteryHours } from "~/core/battery/discharge";
import { id, or, positive, uniqueIds } from "./fields";

/**
 * Wall clock without zone, "2031-05-04T08:00" with seconds if one likes: to milliseconds that only
 * serve to reckon with.
 */
const wallClock = z
  .string()
  .regex(
    /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?$/,
    "is a wall clock time without zone, as 2031-05-04T08:00",
  )
  .transform((text, context) => {
    const ms = Date.parse(`${text}Z`);
    // the 31st of April would slip into May, or be none
    if (!Number.isFinite(ms) || !new Date(ms).toISOString().startsWith(text)) {
      context.addIssue({ code: "custom", message: `there is no ${text}` });
      return z.NEVER;
    }
    return ms;
  });

const span = { start: wallClock, end: wallClock };
const goesOn = ({ start, end }: { start: number; end: number }, context: z.RefinementCtx) => {
  if (end <= start)
    context.addIssue({ code: "custom", path: ["end"], message: "must be after start" });
};

/**
 * Hours by default of each kind (common practice, no published source; contracts.md), cells to a
 * pack, and under what name they are counted.
 */
export const BATTERY_KINDS = {
  "aa-alkaline": {
    hours: batteryHours({ ratedHours: 8, chemistry: "alkaline", powerShare: 1 }),
    perPack: 2,
    counted: "aa",
  },
  "aa-nimh": {
    hours: batteryHours({ ratedHours: 8, chemistry: "nimh", powerShare: 1 }),
    perPack: 2,
    counted: "aa",
  },
  "aa-lithium": {
    hours: batteryHours({ ratedHours: 8, chemistry: "lithium", powerShare: 1 }),
    perPack: 2,
    counted: "aa",
  },
  "9v-alkaline": { hours: 6, perPack: 1, counted: "9v" },
  internal: { hours: 12, perPack: 1, counted: "internal" },
} as const;

const cell = z.union([
  z.enum(
    Object.keys(BATTERY_KINDS) as [keyof typeof BATTERY_KINDS, ...(keyof typeof BATTERY_KINDS)[]],
  ),
  z.strictObject({ hours: positive.max(1000) }),
]);

export const batteryPlanRequest = z
  .object({
    packs: z
      .array(
        z.object({
          id,
          cell,
          usedHours: z.number().min(0).max(10_000),
          cellsPerPack: or(z.number().int().min(1).max(20), null),
        }),
      )
      .superRefine(uniqueIds("packs")),
    needs: z.array(z.object({ packId: id, ...span }).superRefine(goesOn)),
    breaks: or(z.array(z.object(span).superRefine(goesOn)), []),
    reserveHours: or(z.number().min(0).max(1000), 1),
    policy: z.enum(["fresh", "counted"]),
  })
  .superRefine((q, context) => {
    q.needs.forEach(({ packId }, i) => {
      if (!q.packs.some((p) => p.id === packId))
        context.addIssue({
          code: "custom",
          path: ["needs", i, "packId"],
          message: `there is no pack "${packId}"`,
        });
    });
  });
