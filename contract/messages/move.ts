import { count, formatClock, formatDuration, listWords } from "./format";
import type { MovePlan, MoveStep } from "~/core/schedule/companyMove";
import { defined } from "~/core/units/items";

/** Each step of a move: what, for how many, why, and the screen where it is done. */
export const MOVE_STEP_WORDS: Readonly<
  Record<MoveStep["code"], { what: (n: number) => string; why: string; to: string }>
> = {
  antennas: {
    what: () => "Antennas up at the new location",
    why: "near, high, in sight, away from metal; mind cables and power lines",
    to: "range",
  },
  "packs-off": {
    what: (n) => `Switch ${count(n, "pack")} off`,
    why: "or they show up in the scan",
    to: "scan",
  },
  scan: {
    what: () => "Scan",
    why: "every location is different, inside and outside too",
    to: "scan",
  },
  pick: {
    what: (n) => `Find frequencies for ${count(n, "channel")}`,
    why: "what was clear elsewhere may not be clear here",
    to: "frequencies",
  },
  sync: {
    what: (n) => `Set and sync ${count(n, "channel")}`,
    why: "receiver first, then the pack",
    to: "sync",
  },
  prove: {
    what: (n) => `Verify ${count(n, "channel")}`,
    why: "pack off: nothing; pack on: RF and voice",
    to: "sync",
  },
  level: {
    what: (n) => `Set ${count(n, "level")}`,
    why: "not set yet, or something has changed",
    to: "level",
  },
  range: {
    what: (n) => `Check range of ${count(n, "channel")}`,
    why: "range elsewhere says nothing about here",
    to: "range",
  },
};

/**
 * The steps of a move in whole minutes that add up to what its headline says; 0 for one that is
 * done within the minute of another.
 */
export function wholeMinutes(steps: MovePlan["steps"]): number[] {
  let soFar = 0;
  return steps.map(({ minutes }) => {
    const before = Math.ceil(soFar);
    // tenths of a minute: what a sum of them is off by is no minute of its own
    soFar = Math.round((soFar + minutes) * 10) / 10;
    return Math.ceil(soFar) - before;
  });
}

/** Whether there is time. @param name - of the place, as the user wrote it */
export function moveHeadline(plan: MovePlan, name: string, nowMs: number): string {
  const work = `${wholeMinutes(plan.steps).reduce((sum, m) => sum + m, 0)} min of work`;
  if (plan.steps.length === 0)
    return plan.isThere ? `Ready at ${name}` : `${name} would be ready at once`;
  if (plan.firstTakeMs === null) return `${name}: ${work}, nothing left to shoot there`;
  if (plan.beginByMs !== null && nowMs > plan.beginByMs)
    return plan.firstTakeMs < nowMs
      ? `${name}: ${work}, its first scene should have started ${formatClock(plan.firstTakeMs)}`
      : `${name}: ${work}, only ${formatDuration(plan.firstTakeMs - nowMs)} to the first take`;
  return `${name}: start by ${formatClock(defined(plan.beginByMs))} to be ready at ${formatClock(plan.firstTakeMs)}`;
}

/** What holds now and would not hold there. */
export function moveSubline({ becomesStale: s, isThere, minutes }: MovePlan, name: string): string {
  if (isThere) return minutes === 0 ? "" : "What to do before the first take, in order.";
  const lost = [
    s.frequencies > 0 ? count(s.frequencies, "frequency", "frequencies") : "",
    s.verifications > 0 ? count(s.verifications, "verification") : "",
    s.ranges > 0 ? count(s.ranges, "range check") : "",
    s.scan ? "the scan" : "",
  ].filter((t) => t !== "");
  return lost.length === 0
    ? `Nothing is lost by moving to ${name}.`
    : `At ${name} ${listWords(lost)} must be done again. In order, with the time each takes:`;
}
