import { defined, itemAt } from "~/core/units/items";
import type { Scene } from "./scenes";
import {
  type BatteryChange,
  type BatteryPolicy,
  type BatteryViolation,
  mergeSpans,
  planBatteries,
  type Span,
} from "~/core/battery/batteryPlan";
import type { Chemistry } from "~/core/battery/discharge";
import type { PackPower } from "./dayBatteries";

/**
 * How a day's cells are kept: one of the two schools, what must be left, and whether packs are
 * switched off between scenes.
 */
export interface BatteryRule {
  policy: BatteryPolicy;
  reserveHours: number;
  /**
   * "scenes": on while their scenes run; "through": on from the first to the last scene, breaks
   * left out.
   */
  packsOn: "scenes" | "through";
  /** Beside those that the scenes leave open. */
  breaks: Span[];
  /** How cold the packs are while they are on; absent: as in a room. */
  temperatureC?: number;
  /** A new set before every scene that cannot be repeated; absent: only where it would not last. */
  isNewForOnce?: boolean;
  /** When the shoot runs, where no scenes say it; absent: so long from the first pack that is on. */
  shoot?: Span;
  /** What one battery costs, by its chemistry, in whatever money; absent: nobody said. */
  prices?: Partial<Record<Chemistry, number>>;
}

export const USUAL_RULE: BatteryRule = {
  policy: "counted",
  reserveHours: 1,
  packsOn: "through",
  breaks: [],
};

/**
 * Who is being wired switches the pack on so long before the scene (common practice, no published
 * source).
 */
const WIRED_MS = 10 * 60_000;
/** A shooting day where nobody told its hours (common practice, no published source). */
export const USUAL_SHOOT_MS = 10 * 3_600_000;

/** A gap between scenes this long is a break. */
const BREAK_MS = 15 * 60_000;

/** When nobody plays, between the first scene and the last: that is when cells are changed. */
export function breaksOf(scenes: readonly Scene[], extra: readonly Span[] = []): Span[] {
  const busy = mergeSpans(
    scenes.filter((s) => s.endMs > s.startMs).map(({ startMs, endMs }) => ({ startMs, endMs })),
  );
  const gaps = busy
    .slice(1)
    .flatMap((b, i): Span[] =>
      b.startMs - itemAt(busy, i).endMs >= BREAK_MS
        ? [{ startMs: itemAt(busy, i).endMs, endMs: b.startMs }]
        : [],
    );
  return [...gaps, ...extra].sort((a, b) => a.startMs - b.startMs);
}

/** When a talker's pack is on. */
export function needsOf(
  talker: string,
  scenes: readonly Scene[],
  rule: Pick<BatteryRule, "packsOn">,
  breaks: readonly Span[],
): Span[] {
  const mine = scenes.filter((s) => s.speakers.includes(talker) && s.endMs > s.startMs);
  if (mine.length === 0) return [];
  if (rule.packsOn === "scenes")
    return mergeSpans(mine.map((s) => ({ startMs: s.startMs - WIRED_MS, endMs: s.endMs })));
  return withoutBreaks(
    {
      startMs: Math.min(...mine.map((s) => s.startMs)) - WIRED_MS,
      endMs: Math.max(...mine.map((s) => s.endMs)),
    },
    breaks,
  );
}

/** Where a need of a pack comes from. */
export type NeedBasis = "scenes" | "shoot" | "usual-day";

/**
 * When packs are on where there are no scenes: the hours of the shoot, breaks left out; a usual day
 * from when the first came on, or from now, where nobody told them.
 */
export function shootNeeds(
  rule: Pick<BatteryRule, "shoot" | "breaks">,
  firstOnMs: number | null,
  nowMs: number,
): { needs: Span[]; basis: NeedBasis } {
  const startMs = firstOnMs ?? nowMs;
  const span = rule.shoot ?? { startMs, endMs: startMs + USUAL_SHOOT_MS };
  return { needs: withoutBreaks(span, rule.breaks), basis: rule.shoot ? "shoot" : "usual-day" };
}

/** A stretch with the breaks cut out of it. */
function withoutBreaks(span: Span, breaks: readonly Span[]): Span[] {
  let rest: Span[] = [span];
  for (const b of breaks)
    rest = rest
      .flatMap((r) => [
        { startMs: r.startMs, endMs: Math.min(r.endMs, b.startMs) },
        { startMs: Math.max(r.startMs, b.endMs), endMs: r.endMs },
      ])
      .filter((r) => r.endMs > r.startMs);
  return rest;
}

/** Needs cut at moments, so that a set can be changed on them. */
const cutAt = (needs: readonly Span[], cutsMs: readonly number[]): Span[] =>
  needs.flatMap((n) => {
    const inside = cutsMs.filter((c) => c > n.startMs && c < n.endMs).sort((a, b) => a - b);
    return [n.startMs, ...inside].map((startMs, i) => ({
      startMs,
      endMs: inside[i] ?? n.endMs,
    }));
  });

export interface PackPlan {
  packKey: string;
  power: PackPower;
  perPack: number;
  /** From now on. */
  needs: Span[];
  changes: BatteryChange[];
  violations: BatteryViolation[];
  /** Nobody knows what is in it: it is planned as if it were empty. */
  isUnknown: boolean;
}

export interface DayBatteries {
  packs: PackPlan[];
  breaks: Span[];
  /** What says when packs are on. */
  basis: NeedBasis;
  /** Cells to carry, by chemistry. */
  carry: Record<string, number>;
  /** How many changes and cells each school takes from now on, and what it leaves unmet. */
  schools: Record<BatteryPolicy, { changes: number; cells: number; violations: number }>;
}

/**
 * The plan of changes of a whole day from now on, by the rule that stands; and what the other
 * school would take.
 */
export function dayBatteries(p: {
  packs: readonly {
    /** Whose scenes it is on for; several for a receiver of several channels. */
    talkers: readonly string[];
    perPack: number;
    power: PackPower;
  }[];
  scenes: readonly Scene[];
  rule: BatteryRule;
  nowMs: number;
}): DayBatteries {
  const { scenes, rule, nowMs } = p;
  const breaks = breaksOf(scenes, rule.breaks);
  const firstOnMs = p.packs.reduce<number | null>((first, { power }) => {
    const startMs = power.run.on[0]?.startMs;
    return startMs === undefined ? first : Math.min(first ?? startMs, startMs);
  }, null);
  const byShoot = shootNeeds(rule, firstOnMs, nowMs);
  const planned = (policy: BatteryPolicy) =>
    p.packs.map(({ talkers, perPack, power }): PackPlan => {
      const once = rule.isNewForOnce
        ? scenes
            .filter((s) => !s.isRepeatable && s.speakers.some((t) => talkers.includes(t)))
            .map((s) => s.startMs - WIRED_MS)
        : [];
      const all =
        scenes.length === 0
          ? byShoot.needs
          : mergeSpans(talkers.flatMap((t) => needsOf(t, scenes, rule, breaks)));
      const needs = cutAt(all, once).flatMap((n) =>
        n.endMs <= nowMs ? [] : [{ startMs: Math.max(n.startMs, nowMs), endMs: n.endMs }],
      );
      const isUnknown = power.left === null;
      const usedHours =
        power.left === null ? power.hours : Math.max(0, power.hours - power.left.hours);
      const plan = planBatteries(
        { id: power.packKey, hours: power.hours, usedHours, needs, newAtMs: once },
        { policy, reserveHours: rule.reserveHours, breaks },
      );
      // a pack that is on already is not changed "before"
      const changes = plan.changes.map((c) =>
        c.where === "before" ? { ...c, atMs: Math.max(nowMs, c.atMs) } : c,
      );
      return {
        packKey: power.packKey,
        power,
        perPack,
        needs,
        changes,
        violations: plan.violations,
        isUnknown,
      };
    });
  const totals = (list: readonly PackPlan[]) => ({
    changes: list.reduce((n, x) => n + x.changes.length, 0),
    cells: list.reduce(
      (n, x) => n + (x.power.chemistry === "li-ion" ? 0 : x.changes.length * x.perPack),
      0,
    ),
    violations: list.reduce((n, x) => n + x.violations.length, 0),
  });
  const both = { fresh: planned("fresh"), counted: planned("counted") };
  const packs = both[rule.policy];
  const carry: Record<string, number> = {};
  for (const { power, changes, perPack } of packs)
    if (changes.length > 0)
      carry[power.chemistry] = (carry[power.chemistry] ?? 0) + changes.length * perPack;
  return {
    packs,
    breaks,
    basis: scenes.length > 0 ? "scenes" : byShoot.basis,
    carry,
    schools: { fresh: totals(both.fresh), counted: totals(both.counted) },
  };
}

/**
 * Hours left along the day by a plan, for drawing: falling while the pack is needed, up again at
 * each change.
 * @returns points of time and hours; level between needs
 */
export function hoursAlong(
  pack: Pick<PackPlan, "power" | "needs" | "changes">,
  nowMs: number,
): { atMs: number; hours: number }[] {
  const HOUR_MS = 3_600_000;
  let left = pack.power.left?.hours ?? 0;
  const points = [{ atMs: nowMs, hours: left }];
  const put = (atMs: number) => points.push({ atMs, hours: left });
  const changes = [...pack.changes].sort((a, b) => a.atMs - b.atMs);
  const change = (untilMs: number) => {
    while (changes[0] && changes[0].atMs <= untilMs) {
      const { atMs } = defined(changes.shift());
      put(atMs);
      left = pack.power.hours;
      put(atMs);
    }
  };
  for (const need of pack.needs) {
    change(need.startMs);
    put(need.startMs);
    left = Math.max(0, left - (need.endMs - need.startMs) / HOUR_MS);
    put(need.endMs);
  }
  return points;
}
