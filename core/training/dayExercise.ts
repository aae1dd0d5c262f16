import { itemAt } from "~/core/units/items";
import type { ScriptChannel } from "~/core/simulator/dayScript";
import type { ScriptedEvent } from "~/core/simulator/rig";
import type { DayEvent } from "~/core/journal/dayEvents";
import { hitStories } from "~/core/report/hitStories";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import { seededRandom, shuffled } from "~/core/units/random";
import { roundPoints, type Scored, seedOf } from "./exercise";
import { type FaultCause, madeIn } from "./faultExercise";

/** So long an exercise runs on the day's clock. */
export const DAY_EXERCISE_MS = 600_000;
const EVENTS = 5;
const FIRST_MS = 45_000;
const LAST_MS = 60_000;
/** Whoever calls it so soon has all points; who needs longer than the second has none. */
const SOON_MS = 15_000;
const LATE_MS = 90_000;
const FALSE_ALARM = 5;

export interface ExerciseChannel extends ScriptChannel {
  id: number;
}

/** Causes that can come in ten minutes, each with the answers that end it. */
const ENDS: Readonly<Partial<Record<FaultCause, readonly HitAnswerKind[]>>> = {
  neighbour: ["retune"],
  noise: ["retune"],
  "in-the-way": ["turn-pack", "sleeve", "nearer"],
  "one-antenna": ["antenna"],
  overload: ["power-down", "stand-back"],
  "switched-off": ["switch-on"],
  muted: ["unmute"],
  microphone: ["microphone"],
};

/**
 * What happens in the ten minutes, spread over them, each to somebody else as far as there are
 * enough.
 */
export function dayExercise(p: {
  channels: readonly ExerciseChannel[];
  fromMs: number;
  seed: number;
}): { scripted: ScriptedEvent; channelId: number; cause: FaultCause }[] {
  if (p.channels.length === 0) return [];
  const random = seededRandom(seedOf("day", p.seed));
  const who = shuffled(p.channels, random);
  return shuffled(Object.keys(ENDS) as FaultCause[], random)
    .slice(0, EVENTS)
    .map((cause, i) => {
      const channel = itemAt(who, i % who.length);
      const fromMs = Math.round(
        p.fromMs +
          FIRST_MS +
          ((i + 0.6 * random()) / EVENTS) * (DAY_EXERCISE_MS - FIRST_MS - LAST_MS),
      );
      const made = Object.fromEntries(
        Object.entries(madeIn(cause, random())).map(([k, v]) => [
          k,
          v === "a" ? channel.packKey : v === "r1" ? channel.receiverKey : v,
        ]),
      );
      // whoever comes goes again some minutes later
      const untilMs = cause === "neighbour" || cause === "noise" ? fromMs + 8 * 60_000 : null;
      return {
        channelId: channel.id,
        cause,
        scripted: {
          id: `${exerciseId(p.seed, p.fromMs)} ${i + 1} ${cause}`,
          fromMs,
          untilMs,
          ...made,
        } as unknown as ScriptedEvent,
      };
    });
}

/** By what its scripted events are known among all of a day. */
export const exerciseId = (seed: number, fromMs: number): string =>
  `ten minutes ${seed} at ${fromMs}`;

export interface DayLine {
  code: "event";
  atMs: number;
  channelId: number;
  cause: FaultCause;
  /** Milliseconds from its beginning to the call; null where nobody called. */
  calledAfterMs: number | null;
  answers: HitAnswerKind[];
  /** Answered by what ends it. */
  isEnded: boolean;
}

/**
 * Ten points for each that was called, by how soon, ten where the answer ended it; five less for
 * each call where nothing was. What has not come yet does not count.
 */
export function scoreDay(p: {
  events: readonly { atMs: number; channelId: number; cause: FaultCause }[];
  log: readonly DayEvent[];
  fromMs: number;
  nowMs: number;
}): Scored<DayLine> & { falseAlarms: number; isOver: boolean } {
  const stories = hitStories(p.log).filter(
    (s) => s.atMs >= p.fromMs && s.atMs <= p.fromMs + DAY_EXERCISE_MS + LATE_MS,
  );
  const used = new Set<number>();
  const lines = [...p.events]
    .filter((e) => e.atMs <= p.nowMs)
    .sort((a, b) => a.atMs - b.atMs)
    .map((e): DayLine => {
      const story = stories.find(
        (s) =>
          !used.has(s.id) &&
          s.hit.channelId === e.channelId &&
          s.atMs >= e.atMs &&
          s.atMs < e.atMs + 2 * LATE_MS,
      );
      if (story) used.add(story.id);
      const answers = (story?.answers ?? []).map((a) => a.answer);
      return {
        code: "event",
        atMs: e.atMs,
        channelId: e.channelId,
        cause: e.cause,
        calledAfterMs: story ? story.atMs - e.atMs : null,
        answers,
        isEnded: answers.some((a) => ENDS[e.cause]?.includes(a)),
      };
    });
  const falseAlarms = stories.filter((s) => !used.has(s.id)).length;
  const each = 100 / Math.max(1, p.events.length) / 2;
  const points = lines.reduce(
    (sum, l) =>
      sum +
      (l.calledAfterMs === null
        ? 0
        : each * Math.min(1, Math.max(0, (LATE_MS - l.calledAfterMs) / (LATE_MS - SOON_MS)))) +
      (l.isEnded ? each : 0),
    0,
  );
  return {
    points: roundPoints(points - FALSE_ALARM * falseAlarms),
    bestPoints: 100,
    lines,
    falseAlarms,
    isOver: p.nowMs >= p.fromMs + DAY_EXERCISE_MS,
  };
}
