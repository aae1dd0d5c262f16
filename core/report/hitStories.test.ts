import type { DayEvent, DayEventDetail } from "~/core/journal/dayEvents";
import { hitStories, openAnswers, withRetunes } from "./hitStories";

const event = (id: number, what: DayEventDetail): DayEvent => ({
  id,
  atMs: id * 1000,
  placeId: 1,
  who: null,
  what,
});
const hit = (id: number, channelId: number) =>
  event(id, {
    kind: "hit",
    channelId,
    frequencyHz: 5e8,
    scene: null,
    judged: { causes: [], answers: [] },
    readings: "",
    near: [],
  });
const answer = (
  id: number,
  hitId: number,
  channelId: number,
  toHz: number | null,
  planVersion = 3,
) =>
  event(id, {
    kind: "hit-answer",
    hitId,
    channelId,
    answer: toHz === null ? "nearer" : "retune",
    fromHz: 5e8,
    toHz,
    planVersion,
  });
const closed = (id: number, hitId: number, how: "proved" | "left" | "done" | "taken-back") =>
  event(id, { kind: "hit-closed", hitId, channelId: 1, how, planVersion: 4, note: "" });
const plan = {
  version: 3,
  placeId: 1,
  sweepId: null,
  acceptedAtMs: 0,
  picks: [
    { channelId: 1, frequencyHz: 5e8 },
    { channelId: 2, frequencyHz: 51e7 },
  ],
};

test("a hit, what was done about it, and how it ended; answered anew it is open again", () => {
  const events = [hit(1, 1), answer(2, 1, 1, 52e7), closed(3, 1, "proved")];
  expect(hitStories(events)).toMatchObject([
    { id: 1, answers: [{ toHz: 52e7, atMs: 2000 }], closed: { how: "proved" } },
  ]);
  expect(hitStories([...events, answer(4, 1, 1, null)])[0]!.closed).toBeNull();
  expect(hitStories([answer(1, 99, 1, 5e8), closed(2, 99, "left")])).toEqual([]);
});
test("judged again by a later look: the story has the later judgement, and is as open as it was", () => {
  const again = event(5, {
    kind: "hit-judged",
    hitId: 1,
    channelId: 1,
    judged: { causes: [{ cause: "noise", share: 0.9, for: [], against: [] }], answers: ["retune"] },
  });
  expect(hitStories([hit(1, 1), again])[0]).toMatchObject({
    hit: { judged: { causes: [{ cause: "noise" }] } },
    closed: null,
  });
  expect(hitStories([hit(1, 1), closed(2, 1, "done"), again])[0]!.closed).toMatchObject({
    how: "done",
  });
});
test("only what is not brought to its end moves a channel, and the newest answer of each counts", () => {
  expect(openAnswers([hit(1, 1), answer(2, 1, 1, 52e7)]).map((a) => a.toHz)).toEqual([52e7]);
  expect(openAnswers([hit(1, 1), answer(2, 1, 1, 52e7), closed(3, 1, "taken-back")])).toEqual([]);
  expect(
    openAnswers([hit(1, 1), answer(2, 1, 1, 52e7), hit(3, 1), answer(4, 3, 1, 53e7)]).map(
      (a) => a.toHz,
    ),
  ).toEqual([53e7]);
  // somebody went for another cure: the channel is where it was
  expect(openAnswers([hit(1, 1), answer(2, 1, 1, 52e7), answer(3, 1, 1, null)])).toEqual([]);
});
test("the plan as it is to be set: one channel moved, all others where they were; a newer plan knows better", () => {
  expect(withRetunes(plan, [{ channelId: 1, toHz: 52e7, planVersion: 3 }]).picks).toEqual([
    { channelId: 1, frequencyHz: 52e7 },
    { channelId: 2, frequencyHz: 51e7 },
  ]);
  expect(withRetunes(plan, [{ channelId: 1, toHz: 52e7, planVersion: 2 }])).toBe(plan);
  expect(withRetunes(plan, [])).toBe(plan);
});
