import type { Step } from "~/core/channel/nextSteps";
import { type Dues, nextList, sceneChecks } from "./nextList";
import type { Scene } from "./scenes";

const MINUTE = 60_000;
const now = { nowMs: 600 * MINUTE, workAtMs: 480 * MINUTE };
const nothing: Dues = {
  batteries: [],
  checks: [],
  attention: [],
  unwalked: [],
  preparation: null,
};
const level: Step = { code: "level", stage: "level", channelIds: [2], why: "none" };
const place: Step = { code: "place", stage: "range", channelIds: [1, 2], why: "none" };
const move = (atMs: number): Step => ({ code: "move", stage: "day", placeId: 2, atMs });
const codes = (work: Step[], dues: Partial<Dues>, when = now) =>
  nextList(work, { ...nothing, ...dues }, when).map((s) => s.code);

test("what is overdue comes before the work, what has time after it; what the roll shows comes first", () => {
  const batteries = [
    { channelId: 1, atMs: now.nowMs - 5 * MINUTE },
    { channelId: 2, atMs: now.nowMs + 20 * MINUTE },
    { channelId: 3, atMs: now.nowMs + 90 * MINUTE },
  ];
  const attention = [{ channelId: 3, what: "gone", long: "nothing heard for 9 s" }];
  expect(codes([level, move(now.nowMs + 30 * MINUTE)], { batteries, attention })).toEqual([
    "attention",
    "batteries",
    "level",
    "batteries",
    "move",
  ]);
  // a move that is overdue goes before everything that is only due
  expect(codes([move(now.nowMs - MINUTE), level], {})).toEqual(["move", "level"]);
});

test("before the work begins it has until then, and batteries that are due before come first; those of one moment are one line", () => {
  const early = { nowMs: 400 * MINUTE, workAtMs: 480 * MINUTE };
  const batteries = [1, 2].map((channelId) => ({ channelId, atMs: 440 * MINUTE }));
  const list = nextList([level], { ...nothing, batteries }, early);
  expect(list.map((s) => s.code)).toEqual(["batteries", "level"]);
  expect(list[0]).toMatchObject({ channelIds: [1, 2], atMs: 440 * MINUTE });
});

test("who has no walk on the drawn plan gets one drawn before range is checked; what is thin is told as ever", () => {
  expect(nextList([place], { ...nothing, unwalked: [1] }, now)).toEqual([
    { code: "draw-walk", stage: "draw", channelIds: [1] },
    { ...place, channelIds: [2] },
  ]);
  expect(codes([{ ...place, why: "thin" }], { unwalked: [1] })).toEqual(["place"]);
});

test("what the preparation lacks is told by the work the evening before, and by itself during the day", () => {
  const preparation = { findings: 2, atMs: now.nowMs + 10 * MINUTE };
  const prepare: Step = { code: "prepare", stage: "prep", findings: 3, untilMs: 1, before: "day" };
  expect(codes([level], { preparation })).toEqual(["level", "prepare"]);
  expect(codes([prepare, level], { preparation })).toEqual(["prepare", "level"]);
});

test("a scene that cannot be repeated asks for a check within the hour before it: of those who speak in it, verified too long ago or never", () => {
  const scene = (change: Partial<Scene>): Scene => ({
    number: "40",
    title: "",
    placeId: 1,
    startMs: now.nowMs + 30 * MINUTE,
    endMs: now.nowMs + 60 * MINUTE,
    speakers: ["Marit", "Irsa", "Nils"],
    isRepeatable: false,
    ...change,
  });
  const channels = [
    { id: 1, talker: "Marit", verifiedAtMs: now.nowMs - 40 * MINUTE },
    { id: 2, talker: "Irsa", verifiedAtMs: null },
    { id: 3, talker: "Nils", verifiedAtMs: now.nowMs - 20 * MINUTE },
    { id: 4, talker: "Agnete", verifiedAtMs: null },
  ];
  const asked = (change: Partial<Scene>) =>
    sceneChecks([scene(change)], channels, now.nowMs).map((c) => c.channelId);
  expect(asked({})).toEqual([1, 2]);
  expect(asked({ isRepeatable: true })).toEqual([]);
  expect(asked({ startMs: now.nowMs + 50 * MINUTE })).toEqual([]);
  expect(asked({ startMs: now.nowMs - MINUTE })).toEqual([]);
  expect(codes([], { checks: sceneChecks([scene({})], channels, now.nowMs) })).toEqual([
    "check-scene",
  ]);
});
