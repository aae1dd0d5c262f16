import { itemAt, numberAt } from "~/core/units/items";

/**
 * When the cells of each pack are changed over a day, so that every pack keeps a reserve to the end
 * of everything it is needed for.
 */

/**
 * "fresh": start full, and change at every long enough break once cells have run for some hours.
 * "counted": run what is left, change only when it would not last.
 */
export type BatteryPolicy = "fresh" | "counted";

export interface Span {
  startMs: number;
  endMs: number;
}

export interface PackBatteries {
  id: string;
  /** How long a full set lasts, more than 0. */
  hours: number;
  /** How long the set that is in has run. */
  usedHours: number;
  /** When the pack is on. Overlapping stretches count once. */
  needs: readonly Span[];
  /**
   * Starts of needs that no set goes into that has run: what is filmed then cannot be repeated.
   * Absent: none.
   */
  newAtMs?: readonly number[];
}

export interface BatteryRules {
  policy: BatteryPolicy;
  /** What must be left at the end of every need. */
  reserveHours: number;
  breaks: readonly Span[];
}

/**
 * Why cells are changed then: they would not last, the fresh policy wants it at this break, or the
 * policy starts everything full.
 */
export type ChangeWhy =
  | { code: "start-full"; usedHours: number }
  | { code: "break-rule"; ranHours: number }
  /** What is filmed then cannot be repeated. */
  | { code: "once"; ranHours: number }
  | {
      code: "would-not-last";
      /** What would be left at the end of what must be run before the next chance; less than nothing: so much too little. */ leftHours: number;
      untilMs: number;
    };

/**
 * Where the change falls: before everything, in a break, while the pack is off, or on the very
 * moment between two needs that follow at once.
 */
export type ChangeWhere = "before" | "break" | "off" | "between";

export interface BatteryChange {
  packId: string;
  atMs: number;
  where: ChangeWhere;
  why: ChangeWhy;
  /** What the cells that come out had still in them: what counting would have saved. */
  leftHours: number;
}

export interface BatteryViolation {
  packId: string;
  /** When the reserve is touched. */
  atMs: number;
  /** At the end of that need; below 0 the pack dies in it. */
  leftHours: number;
  endMs: number;
}

/**
 * Under the fresh policy cells that ran so long are changed at the next long enough break (common
 * practice, no published source: "about 4 h in, at the meal").
 */
export const FRESH_AFTER_HOURS = 4;
/** A break has to be longer than this for it. */
export const FRESH_BREAK_MS = 10 * 60_000;

const HOUR_MS = 3_600_000;
/**
 * How long after the end of a need somebody is at the pack, where there is no break that says when.
 */
const SOON_MS = 5 * 60_000;
/** Before the first need: while people are wired. */
const BEFORE_MS = 10 * 60_000;
/** Sums of hours are compared with this much grace, against rounding. */
const GRACE_HOURS = 1e-9;

/**
 * Stretches in order, overlapping ones as one. Those that only touch stay two: cells can be changed
 * on the moment between them, if nothing else helps.
 */
export function mergeSpans(spans: readonly Span[]): Span[] {
  const merged: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.startMs - b.startMs || a.endMs - b.endMs)) {
    const last = merged.at(-1);
    if (last && span.startMs < last.endMs) last.endMs = Math.max(last.endMs, span.endMs);
    else merged.push({ ...span });
  }
  return merged;
}

interface Chance {
  atMs: number;
  where: ChangeWhere;
  /** A break long enough for the fresh policy. */
  isLong: boolean;
  /** How long the break leaves the pack alone; 0 where there is none. */
  breakMs: number;
}

/**
 * The plan of changes of one pack by dynamic programming over the last change: fewest needs that
 * are not met and the least that they fall short by, then fewest changes, then fewest on the very
 * moment between two needs, then most in breaks, then in the longest of them: the meal.
 * @throws {RangeError} where hours are not finite and more than 0, or a stretch does not go on
 */
export function planBatteries(
  pack: PackBatteries,
  rules: BatteryRules,
): { changes: BatteryChange[]; violations: BatteryViolation[] } {
  if (!(pack.hours > 0) || !Number.isFinite(pack.hours))
    throw new RangeError(`hours must be finite and > 0, got ${pack.hours}`);
  for (const { startMs, endMs } of [...pack.needs, ...rules.breaks])
    if (!(endMs > startMs))
      throw new RangeError(`a stretch must end after it starts, got ${startMs} … ${endMs}`);
  const needs = mergeSpans(pack.needs);
  if (needs.length === 0) return { changes: [], violations: [] };
  const chances = needs.map((need, i) => chanceBefore(needs, i, rules.breaks, need));
  const ranHours = needs.map((n) => (n.endMs - n.startMs) / HOUR_MS);
  const mayLeave = pack.hours - rules.reserveHours + GRACE_HOURS;
  const isFresh = rules.policy === "fresh";
  const startsUsed = pack.usedHours > 0;
  const isOnce = (i: number) => pack.newAtMs?.includes(itemAt(needs, i).startMs) ?? false;

  // best[i]: the cheapest way to have fresh cells just before need i; best[n] stands for the end
  const count = needs.length;
  const best: { cost: Cost; from: number }[] = Array.from({ length: count + 1 }, () => ({
    cost: IMPOSSIBLE,
    from: -1,
  }));
  // -1 stands for the cells that are in at first
  const walk = (from: number, cost: Cost) => {
    let used = from < 0 ? pack.usedHours : 0;
    let [violations, shortHours] = cost;
    const [, , changes, between, outsideBreaks, notMeal] = cost;
    for (let to = Math.max(from, 0); to <= count; to += 1) {
      const isSame = to === from;
      if (to < count && !isSame) {
        const chance = itemAt(chances, to);
        const next: Cost = [
          violations,
          shortHours,
          changes + 1,
          between + (chance.where === "between" ? 1 : 0),
          outsideBreaks + (chance.where === "off" ? 1 : 0),
          notMeal - chance.breakMs,
        ];
        if (isCheaper(next, itemAt(best, to).cost)) best[to] = { cost: next, from };
      }
      if (to === count) {
        const end: Cost = [violations, shortHours, changes, between, outsideBreaks, notMeal];
        if (isCheaper(end, itemAt(best, count).cost)) best[count] = { cost: end, from };
        return;
      }
      // the fresh policy does not let a long break pass over cells that ran for hours, nor used
      // cells start the day
      if (
        isFresh &&
        !isSame &&
        (to === 0
          ? startsUsed
          : itemAt(chances, to).isLong && used >= FRESH_AFTER_HOURS - GRACE_HOURS)
      )
        return;
      // no set that has run goes into what cannot be repeated
      if (!isSame && used > GRACE_HOURS && isOnce(to)) return;
      used += numberAt(ranHours, to);
      if (used <= mayLeave) continue;
      violations += 1;
      shortHours += used - mayLeave;
    }
  };
  walk(-1, [0, 0, 0, 0, 0, 0]);
  for (let i = 0; i < count; i += 1)
    if (itemAt(best, i).cost !== IMPOSSIBLE) walk(i, itemAt(best, i).cost);

  const at: number[] = [];
  for (let i = itemAt(best, count).from; i >= 0; i = itemAt(best, i).from) at.unshift(i);
  return tell(pack, rules, { needs, ranHours, chances, at });
}

type Cost = readonly [
  violations: number,
  shortHours: number,
  changes: number,
  between: number,
  outsideBreaks: number,
  notMealMs: number,
];
const IMPOSSIBLE: Cost = [Infinity, Infinity, Infinity, Infinity, Infinity, Infinity];
function isCheaper(a: Cost, b: Cost): boolean {
  for (let i = 0; i < a.length; i += 1)
    if (numberAt(a, i) !== numberAt(b, i)) return numberAt(a, i) < numberAt(b, i);
  return false;
}

/** The best moment to change cells before a need: in a break, else soon after the last need. */
function chanceBefore(
  needs: readonly Span[],
  i: number,
  breaks: readonly Span[],
  need: Span,
): Chance {
  const last = needs[i - 1];
  const open: Span = { startMs: last ? last.endMs : -Infinity, endMs: need.startMs };
  if (last && open.endMs <= open.startMs)
    return { atMs: need.startMs, where: "between", isLong: false, breakMs: 0 };
  const overlaps = breaks.flatMap((b) => {
    const part = {
      startMs: Math.max(b.startMs, open.startMs),
      endMs: Math.min(b.endMs, open.endMs),
    };
    return part.endMs > part.startMs
      ? [{ part, isLong: b.endMs - b.startMs > FRESH_BREAK_MS }]
      : [];
  });
  const isLong = last !== undefined && overlaps.some((o) => o.isLong);
  if (!last) return { atMs: need.startMs - BEFORE_MS, where: "before", isLong: false, breakMs: 0 };
  // the longest stretch of break, the earlier of equals
  const widest = overlaps.reduce<Span | null>(
    (w, { part }) => (w && w.endMs - w.startMs >= part.endMs - part.startMs ? w : part),
    null,
  );
  const inside = widest ?? open;
  // not on the very moment when the last need ends
  const atMs =
    inside.startMs > open.startMs
      ? inside.startMs
      : Math.min(inside.startMs + SOON_MS, (inside.startMs + inside.endMs) / 2);
  return {
    atMs: Math.round(atMs),
    where: widest ? "break" : "off",
    isLong,
    breakMs: widest ? widest.endMs - widest.startMs : 0,
  };
}

function tell(
  pack: PackBatteries,
  rules: BatteryRules,
  p: { needs: Span[]; ranHours: number[]; chances: Chance[]; at: readonly number[] },
): { changes: BatteryChange[]; violations: BatteryViolation[] } {
  const changes: BatteryChange[] = [];
  const violations: BatteryViolation[] = [];
  let used = pack.usedHours;
  p.needs.forEach((need, i) => {
    const chance = itemAt(p.chances, i);
    if (p.at.includes(i)) {
      const isRule =
        rules.policy === "fresh" &&
        (i === 0 ? pack.usedHours > 0 : chance.isLong && used >= FRESH_AFTER_HOURS - GRACE_HOURS);
      const isForOnce = !isRule && used > 0 && (pack.newAtMs?.includes(need.startMs) ?? false);
      const next = p.at.find((a) => a > i) ?? p.needs.length;
      const ahead = p.ranHours.slice(i, next).reduce((sum, h) => sum + h, 0);
      const why: ChangeWhy = isForOnce
        ? { code: "once", ranHours: used }
        : !isRule
          ? {
              code: "would-not-last",
              leftHours: pack.hours - used - ahead,
              untilMs: itemAt(p.needs, next - 1).endMs,
            }
          : i === 0
            ? { code: "start-full", usedHours: used }
            : { code: "break-rule", ranHours: used };
      changes.push({
        packId: pack.id,
        atMs: chance.atMs,
        where: chance.where,
        why,
        leftHours: Math.max(0, pack.hours - used),
      });
      used = 0;
    }
    const before = used;
    used += numberAt(p.ranHours, i);
    if (used > pack.hours - rules.reserveHours + GRACE_HOURS) {
      const untilReserveMs = Math.max(0, pack.hours - rules.reserveHours - before) * HOUR_MS;
      violations.push({
        packId: pack.id,
        atMs: Math.round(need.startMs + untilReserveMs),
        leftHours: pack.hours - used,
        endMs: need.endMs,
      });
    }
  });
  return { changes, violations };
}
