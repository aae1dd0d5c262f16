import { capital, count, formatClock, formatDuration, listWords } from "./format";
import type { MovePlan, MoveStep } from "~/core/schedule/companyMove";
import { defined } from "~/core/units/items";

/** Each step of a move: what, for how many, why, and the screen where it is done. */
export const MOVE_STEP_WORDS: Readonly<
  Record<MoveStep["code"], { what: (n: number) => string; why: string; to: string }>
> = {
  antennas: {
    what: () => "Antennas up at the new place",
    why: "near, high, in sight, away from metal; mind the cables and what hangs overhead",
    to: "range",
  },
  "packs-off": {
    what: (n) => `Switch ${count(n, "pack")} off`,
    why: "or they show up as occupied",
    to: "scan",
  },
  scan: {
    what: () => "Scan",
    why: "another place, another air; inside and outside differ",
    to: "scan",
  },
  pick: {
    what: (n) => `Pick for ${count(n, "channel")}`,
    why: "what was clear elsewhere may not be here",
    to: "frequencies",
  },
  sync: {
    what: (n) => `Set and sync ${count(n, "channel")}`,
    why: "receiver first, then the pack",
    to: "sync",
  },
  prove: {
    what: (n) => `Prove ${count(n, "channel")}`,
    why: "pack off: nothing; pack on: RF and voice",
    to: "sync",
  },
  level: {
    what: (n) => `Set ${count(n, "level")}`,
    why: "not set yet, or something changed",
    to: "level",
  },
  range: {
    what: (n) => `Walk ${count(n, "talker")}`,
    why: "the margin of another place tells nothing here",
    to: "range",
  },
};

/** Whether there is time. @param name - of the place, as it stands in a sentence */
export function moveHeadline(plan: MovePlan, name: string, nowMs: number): string {
  const work = `${Math.ceil(plan.minutes)} min of work`;
  if (plan.steps.length === 0)
    return plan.isThere ? `Ready at ${name}` : `${capital(name)} would be ready at once`;
  if (plan.firstTakeMs === null) return `${capital(name)}: ${work}, nothing is shot there any more`;
  if (plan.beginByMs !== null && nowMs > plan.beginByMs)
    return plan.firstTakeMs < nowMs
      ? `${capital(name)}: ${work}, and its first scene should have begun ${formatClock(plan.firstTakeMs)}`
      : `${capital(name)}: ${work}, and only ${formatDuration(plan.firstTakeMs - nowMs)} to the first take`;
  return `${capital(name)}: begin by ${formatClock(defined(plan.beginByMs))} to be ready at ${formatClock(plan.firstTakeMs)}`;
}

/** What holds now and would not hold there. */
export function moveSubline({ becomesStale: s, isThere, minutes }: MovePlan, name: string): string {
  if (isThere)
    return minutes === 0 ? "" : "What is left before the first take, in the order of the work.";
  const lost = [
    s.frequencies > 0 ? count(s.frequencies, "frequency", "frequencies") : "",
    s.proofs > 0 ? count(s.proofs, "proof") : "",
    s.ranges > 0 ? count(s.ranges, "range check") : "",
    s.scan ? "the scan" : "",
  ].filter((t) => t !== "");
  return lost.length === 0
    ? `Nothing that holds now would be lost by moving to ${name}.`
    : `At ${name} ${listWords(lost)} would not hold any more. In the order of the work, with the time each takes:`;
}
