import { DAY_EXERCISE_MS } from "~/core/training/dayExercise";
import { Numbers, renumbered } from "~/server/db/repositories/archive.server";
import { loadDay } from "~/server/services/day/dayView.server";
import {
  beginDayExercise,
  dayExerciseView,
  endDayExercise,
  keepResult,
  practiceView,
} from "~/server/services/training/exercises.server";
import { recordEvent } from "~/server/services/day/recordEvent.server";
import { worstStanding } from "~/server/services/frequencies/plans.server";
import { setReceivers, syncPack } from "~/server/services/sync/syncs.server";
import type { Result } from "~/core/units/result";
import { acceptFound, ownApp, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

const valueOf = async <T>(result: Promise<Result<T, { code: string }>>): Promise<T> => {
  const r = await result;
  if (!r.ok) throw new Error(JSON.stringify(r.error));
  return r.value;
};
let practice: PracticeApp;
beforeAll(async () => {
  practice = await practiceApp();
});
afterAll(() => practice.stop());

test("results are kept, the best of each kind told; a number that is none is refused", async () => {
  const { app } = practice;
  for (const points of [40, 90, 70])
    await valueOf(keepResult(app, { kind: "air", seed: 12, points, bestPoints: 100 }));
  const view = await practiceView(app);
  expect(view.kinds.find((k) => k.kind === "air")).toMatchObject({
    times: 3,
    best: 90,
    last: { points: 70 },
  });
  expect(view.kinds.find((k) => k.kind === "fault")).toMatchObject({
    times: 0,
    best: null,
    last: null,
  });
  expect(
    await keepResult(app, { kind: "air", seed: 1_000_000, points: 1, bestPoints: 1 }),
  ).toMatchObject({ ok: false });
});

test("ten minutes of the practice day: not before it is synced; laid out beside what the day has, judged by what was kept, kept once", async () => {
  const { app, dayId, pass } = practice;
  expect(await valueOf(dayExerciseView(app, 7))).toMatchObject({ state: "not-ready" });
  expect(await beginDayExercise(app, 7)).toMatchObject({ ok: false, error: { code: "not-found" } });
  await scanToEnd(practice);
  await acceptFound(practice);
  const [first] = (await loadDay(app, dayId))!.facts.channels;
  await valueOf(setReceivers(app, dayId, [first!.id]));
  await app.simulator!.setPack(first!.packKey, { isOn: true });
  await valueOf(syncPack(app, dayId, first!.id));
  expect(await valueOf(dayExerciseView(app, 7))).toMatchObject({ state: "ready" });
  await valueOf(beginDayExercise(app, 7));
  const script = await valueOf(app.simulator!.script());
  expect([script.length, script.filter((h) => h.id.startsWith("ten minutes 7 ")).length]).toEqual([
    17, 5,
  ]);
  expect(await valueOf(dayExerciseView(app, 7))).toMatchObject({
    state: "running",
    score: { lines: [] },
  });
  // begun twice it is the same one
  await valueOf(beginDayExercise(app, 7));
  expect(await valueOf(app.simulator!.script())).toHaveLength(17);
  const event = script.find((h) => h.id.startsWith("ten minutes 7 ") && "packKey" in h)!;
  const channelId = (await loadDay(app, dayId))!.facts.channels.find(
    (c) => "packKey" in event && c.packKey === event.packKey,
  )!.id;
  pass(DAY_EXERCISE_MS + 1000);
  const { day } = (await loadDay(app, dayId))!;
  await recordEvent(
    app,
    day,
    {
      kind: "hit",
      channelId,
      frequencyHz: null,
      scene: null,
      judged: { causes: [], answers: [] },
      readings: "",
      near: [],
    },
    { atMs: event.fromMs + 9000 },
  );
  const over = await valueOf(dayExerciseView(app, 7));
  expect(over).toMatchObject({ state: "over", score: { points: 10, falseAlarms: 0 } });
  expect(over.score!.lines).toHaveLength(5);
  await valueOf(endDayExercise(app, 7));
  await valueOf(endDayExercise(app, 7));
  expect((await practiceView(app)).results.filter((r) => r.kind === "day")).toHaveLength(1);
});

test("without a practice day there is none to roll", async () => {
  const own = await ownApp(Date.UTC(2027, 4, 4));
  expect(await dayExerciseView(own.app, 1)).toMatchObject({ ok: false, error: { code: "no-rig" } });
  expect((await practiceView(own.app)).hasDay).toBe(false);
  await own.stop();
});

test("of a standing set the channel is named that breaks a rule by the newest scan; none where all is clear", async () => {
  const { app, dayId } = practice;
  const loaded = (await loadDay(app, dayId))!;
  expect(await worstStanding(app, loaded)).toBeNull();
  const [a, b, ...rest] = loaded.plan!.picks;
  const moved = {
    ...loaded,
    plan: {
      ...loaded.plan!,
      picks: [a!, { ...b!, frequencyHz: a!.frequencyHz + 25_000 }, ...rest],
    },
  };
  expect([a!.channelId, b!.channelId]).toContain(await worstStanding(app, moved));
});

test("numbers of rows are changed wherever they stand in JSON, and nothing else is", () => {
  const numbers = new Numbers();
  numbers.set("channels", 1, 41);
  numbers.set("places", 1, 71);
  numbers.set("dayEvents", 1, 901);
  numbers.set("sweeps", 1, 5);
  expect(renumbered([{ frequencyHz: 1, for: [1, 2] }], "plans.spares", numbers)).toEqual([
    { frequencyHz: 1, for: [41, 0] },
  ]);
  expect(
    renumbered(
      { kind: "hit-answer", hitId: 1, channelId: 1, planVersion: 1 },
      "dayEvents.data",
      numbers,
    ),
  ).toEqual({ kind: "hit-answer", hitId: 901, channelId: 41, planVersion: 1 });
  expect(
    renumbered({ kind: "correction", ofKey: "scan-1", text: "scan-1" }, "dayEvents.data", numbers),
  ).toEqual({ kind: "correction", ofKey: "scan-5", text: "scan-1" });
  expect(renumbered([{ id: 1, name: "Quay" }], "placeLists.items", numbers)).toEqual([
    { id: 71, name: "Quay" },
  ]);
  expect(renumbered([{ id: 1 }], "unitLists.items", numbers)).toEqual([{ id: 1 }]);
  expect(renumbered([1], "readings.channels", numbers)).toEqual([41]);
  expect(renumbered({ channelId: null }, "dayEvents.data", numbers)).toEqual({ channelId: null });
});
