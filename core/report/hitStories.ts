import { defined } from "~/core/units/items";
import type { HitCause } from "~/core/monitor/hitCauses";
import type { HitObservation } from "~/core/monitor/hitObservation";
import type { DayEvent, DayEventDetail, HitJudgement } from "~/core/journal/dayEvents";
import type { PlanRecord } from "~/core/channel/facts";

type Of<K extends DayEventDetail["kind"]> = Extract<DayEventDetail, { kind: K }>;

/**
 * What a hit was judged to be, likeliest first; nothing where no reading of the channel stood
 * behind it. Days that were kept before that was minded hold causes that nobody had seen anything
 * of: they are not told.
 */
export function judgedCauses(what: Of<"hit"> | Of<"hit-judged">): HitJudgement["causes"] {
  return what.kind === "hit" && what.readings === "" ? [] : what.judged.causes;
}

/** The likeliest cause of a hit; null where it is not known. */
export const likeliestCause = (what: Of<"hit"> | Of<"hit-judged">): HitCause | null =>
  judgedCauses(what)[0]?.cause ?? null;

/** A hit and what became of it, out of what was put down; judged as it was last. */
export interface HitStory {
  id: number;
  atMs: number;
  placeId: number;
  who: string | null;
  hit: Of<"hit">;
  /** What a person noticed of it; null where nobody said anything. */
  observed: HitObservation | null;
  /** What was done about it, in order. */
  answers: (Of<"hit-answer"> & { atMs: number })[];
  closed: (Of<"hit-closed"> & { atMs: number }) | null;
}

/**
 * The hits of a day in the order in which they were called. One that was closed may be answered
 * anew: then it is open again.
 */
export function hitStories(events: readonly DayEvent[]): HitStory[] {
  const stories = new Map<number, HitStory>();
  for (const { id, atMs, placeId, who, what } of events) {
    if (what.kind === "hit")
      stories.set(id, {
        id,
        atMs,
        placeId,
        who,
        hit: { ...what, judged: { ...what.judged, causes: judgedCauses(what) } },
        observed: null,
        answers: [],
        closed: null,
      });
    const story =
      what.kind === "hit-answer" ||
      what.kind === "hit-closed" ||
      what.kind === "hit-judged" ||
      what.kind === "hit-observed"
        ? stories.get(what.hitId)
        : undefined;
    if (what.kind === "hit-judged" && story) story.hit = { ...story.hit, judged: what.judged };
    if (what.kind === "hit-observed" && story) {
      story.hit = { ...story.hit, judged: what.judged };
      story.observed = what.observed;
    }
    if (what.kind === "hit-answer" && story) {
      story.answers.push({ ...what, atMs });
      story.closed = null;
    }
    if (what.kind === "hit-closed" && story) story.closed = { ...what, atMs };
  }
  return [...stories.values()];
}

/** Answers that move a channel and are not brought to an end: the newest of each channel. */
export function openAnswers(events: readonly DayEvent[]): (Of<"hit-answer"> & { atMs: number })[] {
  const open = new Map<number, Of<"hit-answer"> & { atMs: number }>();
  for (const story of hitStories(events)) {
    const last = story.answers.at(-1);
    if (story.closed || !last) continue;
    if (last.toHz === null) open.delete(last.channelId);
    else open.set(last.channelId, last);
  }
  return [...open.values()];
}

/**
 * The plan with channels where answers to hits move them, before that is verified: what is set,
 * synced and verified goes by it. A plan that came after the answer knows better.
 */
export function withRetunes<P extends PlanRecord>(
  plan: P,
  answers: readonly Pick<Of<"hit-answer">, "channelId" | "toHz" | "planVersion">[],
): P {
  const moved = answers.filter((a) => a.toHz !== null && a.planVersion === plan.version);
  if (moved.length === 0) return plan;
  return {
    ...plan,
    picks: plan.picks.map((p) => {
      const to = moved.find((m) => m.channelId === p.channelId);
      return to ? { ...p, frequencyHz: defined(to.toHz) } : p;
    }),
  };
}
