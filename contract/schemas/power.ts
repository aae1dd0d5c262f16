import { z } from "zod";
import {
  type CellChange,
  type CellViolation,
  planCells,
  type Span,
} from "../../core/power/batteryPlan";
import { cellHours } from "../../core/power/discharge";
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
const KINDS = {
  "aa-alkaline": {
    hours: cellHours({ ratedHours: 8, chemistry: "alkaline", powerShare: 1 }),
    perPack: 2,
    counted: "aa",
  },
  "aa-nimh": {
    hours: cellHours({ ratedHours: 8, chemistry: "nimh", powerShare: 1 }),
    perPack: 2,
    counted: "aa",
  },
  "aa-lithium": {
    hours: cellHours({ ratedHours: 8, chemistry: "lithium", powerShare: 1 }),
    perPack: 2,
    counted: "aa",
  },
  "9v-alkaline": { hours: 6, perPack: 1, counted: "9v" },
  internal: { hours: 12, perPack: 1, counted: "internal" },
} as const;

const cell = z.union([
  z.enum(Object.keys(KINDS) as [keyof typeof KINDS, ...(keyof typeof KINDS)[]]),
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

const toText = (ms: number): string =>
  new Date(ms).toISOString().slice(0, ms % 60_000 === 0 ? 16 : 19);
const hoursText = (hours: number): string =>
  `${(Math.round(hours * 10) / 10).toLocaleString("en")} h`;

/** Why cells are changed then, as a sentence. */
export function changeWords({ why, where }: Pick<CellChange, "why" | "where">): string {
  const when =
    where === "break"
      ? "in a break"
      : where === "before"
        ? "before it is first needed"
        : where === "off"
          ? "while the pack is off"
          : "on the moment between two needs";
  switch (why.code) {
    case "start-full":
      return `start full: the set that is in ran ${hoursText(why.usedHours)}; ${when}`;
    case "break-rule":
      return `ran ${hoursText(why.ranHours)} since fresh; ${when}`;
    case "would-not-last":
      return why.leftHours >= 0
        ? `would end with only ${hoursText(why.leftHours)} left; ${when}`
        : `would be ${hoursText(-why.leftHours)} short; ${when}`;
  }
}

export const violationWords = ({ leftHours }: Pick<CellViolation, "leftHours">): string =>
  leftHours >= 0
    ? `only ${hoursText(leftHours)} left at the end: less than the reserve, and no chance to change`
    : `runs out ${hoursText(-leftHours)} before the end, and no chance to change`;

/** The plan of a request: each pack by itself, told together in the order of time. */
export function batteryPlan(request: z.output<typeof batteryPlanRequest>) {
  const toSpan = ({ start, end }: { start: number; end: number }): Span => ({
    startMs: start,
    endMs: end,
  });
  const rules = {
    policy: request.policy,
    reserveHours: request.reserveHours,
    breaks: request.breaks.map(toSpan),
  };
  const cells: Record<string, number> = {};
  const plans = request.packs.map((pack) => {
    const kind =
      typeof pack.cell === "string"
        ? KINDS[pack.cell]
        : { hours: pack.cell.hours, perPack: 1, counted: "other" };
    const plan = planCells(
      {
        id: pack.id,
        hours: kind.hours,
        usedHours: pack.usedHours,
        needs: request.needs.filter((n) => n.packId === pack.id).map(toSpan),
      },
      rules,
    );
    cells[kind.counted] =
      (cells[kind.counted] ?? 0) + plan.changes.length * (pack.cellsPerPack ?? kind.perPack);
    return plan;
  });
  const byTime = <T extends { atMs: number }>(list: T[]) => list.sort((a, b) => a.atMs - b.atMs);
  return {
    changes: byTime(plans.flatMap((p) => p.changes)).map((c) => ({
      packId: c.packId,
      at: toText(c.atMs),
      why: changeWords(c),
      where: c.where,
      leftHours: c.leftHours,
    })),
    cells,
    violations: byTime(plans.flatMap((p) => p.violations)).map((v) => ({
      packId: v.packId,
      at: toText(v.atMs),
      why: violationWords(v),
      leftHours: v.leftHours,
    })),
  };
}
