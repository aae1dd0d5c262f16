import type { z } from "zod";
import { changeWords, violationWords } from "~/contract/messages/battery";
import { type batteryPlanRequest, BATTERY_KINDS } from "~/contract/schemas/power";
import { planBatteries, type Span } from "~/core/battery/batteryPlan";

const toText = (ms: number): string =>
  new Date(ms).toISOString().slice(0, ms % 60_000 === 0 ? 16 : 19);

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
        ? BATTERY_KINDS[pack.cell]
        : { hours: pack.cell.hours, perPack: 1, counted: "other" };
    const plan = planBatteries(
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
