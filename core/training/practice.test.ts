import type { DayEvent, DayEventDetail } from "~/core/journal/dayEvents";
import { airExercise, ownAirAnswer, scoreAir } from "./airExercise";
import { dayExercise, scoreDay } from "./dayExercise";
import { exerciseName, readExerciseName } from "./exercise";
import { faultExercise, scoreFault } from "./faultExercise";
import { pickExercise, scorePick } from "./pickExercise";
import { scoreVoice, voiceExercise } from "./voiceExercise";
import { alsoLong } from "~/testkit/long";

const SEEDS = alsoLong([1, 4711], [2, 3, 99_999]);
/** A clock that goes by how often it is asked. */
let ms = 0;
const now = () => (ms += 0.05);

test("an exercise is shared by its name; whoever has it gets the same", () => {
  expect(readExerciseName(exerciseName("fault", 4711))).toEqual({ kind: "fault", seed: 4711 });
  expect([
    readExerciseName(" Voice 12 "),
    readExerciseName("holiday-3"),
    readExerciseName("air-1234567"),
  ]).toEqual([{ kind: "voice", seed: 12 }, null, null]);
  expect(faultExercise(7)).toEqual(faultExercise(7));
  expect(faultExercise(7).cases.map((c) => c.is)).not.toEqual(
    faultExercise(8).cases.map((c) => c.is),
  );
});

test.each(SEEDS)(
  "air %i: the core reads most of it by the sweep alone; the truth has all points, silence none",
  (seed) => {
    const exercise = airExercise(seed);
    const { truth } = exercise;
    const best = truth.placesDbm.indexOf(Math.min(...truth.placesDbm));
    const perfect = scoreAir(exercise, { busy: truth.busy, marks: truth.marks, quietest: best });
    expect([perfect.points, perfect.bestPoints >= 80]).toEqual([100, true]);
    expect(
      scoreAir(exercise, { busy: [], marks: [null, null, null, null, null], quietest: null })
        .points,
    ).toBe(0);
    // everything ticked is no reading
    expect(
      scoreAir(exercise, {
        ...ownAirAnswer(exercise),
        busy: exercise.air.freeChannels.map((c) => c.channel),
      }).points,
    ).toBeLessThanOrEqual(60);
    const wrong = scoreAir(exercise, {
      busy: truth.busy.slice(1),
      marks: truth.marks,
      quietest: best,
    });
    expect(wrong.lines.filter((l) => l.code === "tv" && l.isBusy && !l.saidBusy)).toHaveLength(1);
  },
);

test.each(SEEDS)(
  "pick %i: the search breaks no rule; a row of neighbours does, and a place on a station",
  (seed) => {
    const exercise = pickExercise(seed);
    const { channels } = exercise.request;
    const blind = scorePick(
      exercise,
      channels.map((_, i) => 471_000_000 + i * 400_000),
      now,
    );
    expect(blind.bestPoints).toBeGreaterThanOrEqual(95);
    expect(blind.points).toBeLessThan(60);
    const search = blind.lines.at(-1)!;
    const set = search.code === "search" ? search.frequenciesHz : [];
    expect(set).toHaveLength(channels.length);
    expect(scorePick(exercise, set, now).points).toBeGreaterThanOrEqual(90);
    const onTv = scorePick(exercise, [exercise.taken[0]!.lowHz + 4e6, ...set.slice(1)], now);
    expect(onTv.lines[0]).toMatchObject({ code: "broken", channel: 1 });
  },
);

test.each(SEEDS)(
  "fault %i: four different ones; the core finds nearly all by the readings",
  (seed) => {
    const exercise = faultExercise(seed);
    const right = scoreFault(
      exercise,
      exercise.cases.map((c) => c.is),
    );
    expect([
      right.points,
      right.bestPoints >= 75,
      new Set(exercise.cases.map((c) => c.is)).size,
    ]).toEqual([100, true, 4]);
    expect(scoreFault(exercise, [null, null, null, null]).points).toBe(0);
  },
);

test.each(SEEDS)(
  "voice %i: the core's settings cost nothing; all the way up costs nearly everything",
  (seed) => {
    const exercise = voiceExercise(seed);
    const loud = scoreVoice(exercise, {
      gainDb: exercise.gainsDb.at(-1)!,
      outputDb: exercise.outputsDb.at(-1)!,
      inputGainDb: exercise.inputGainsDb.at(-1)!,
    });
    const own = loud.lines.find((l) => l.code === "own")!;
    expect([loud.bestPoints, scoreVoice(exercise, own.settings).points]).toEqual([100, 100]);
    expect(loud.points).toBeLessThan(60);
  },
);

describe("ten minutes of a day", () => {
  const channels = [1, 2, 3].map((id) => ({
    id,
    talker: `talker ${id}`,
    packKey: `pack-${id}`,
    receiverKey: "bag",
  }));
  const plot = dayExercise({ channels, fromMs: 1_000_000, seed: 9 });
  const events = plot.map((p) => ({
    atMs: p.scripted.fromMs,
    channelId: p.channelId,
    cause: p.cause,
  }));
  const event = (id: number, atMs: number, what: DayEventDetail): DayEvent => ({
    id,
    atMs,
    placeId: 1,
    who: null,
    what,
  });
  const hit = (id: number, atMs: number, channelId: number) =>
    event(id, atMs, {
      kind: "hit",
      channelId,
      frequencyHz: null,
      scene: null,
      judged: { causes: [], answers: [] },
      readings: "",
      near: [],
    });
  const score = (log: DayEvent[], nowMs = 1_600_000) =>
    scoreDay({ events, log, fromMs: 1_000_000, nowMs });

  test("five things within them, each on another's pack as far as there are enough", () => {
    expect(plot).toHaveLength(5);
    expect(events.every((e) => e.atMs > 1_040_000 && e.atMs < 1_545_000)).toBe(true);
    expect(new Set(plot.slice(0, 3).map((p) => p.channelId)).size).toBe(3);
    expect(dayExercise({ channels: [], fromMs: 0, seed: 9 })).toEqual([]);
  });

  test("called soon and ended by the right answer: all points; late, unanswered or called for nothing: fewer", () => {
    const right = {
      neighbour: "retune",
      noise: "retune",
      "in-the-way": "turn-pack",
      "one-antenna": "antenna",
      overload: "power-down",
      "switched-off": "switch-on",
      muted: "unmute",
      microphone: "microphone",
    } as const;
    const all = events.flatMap((e, i) => [
      hit(i + 1, e.atMs + 9000, e.channelId),
      event(100 + i, e.atMs + 12_000, {
        kind: "hit-answer",
        hitId: i + 1,
        channelId: e.channelId,
        answer: right[e.cause as keyof typeof right],
        fromHz: null,
        toHz: null,
        planVersion: null,
      }),
    ]);
    expect(score(all)).toMatchObject({ points: 100, falseAlarms: 0, isOver: true });
    expect(score(all.filter((e) => e.what.kind === "hit")).points).toBe(50);
    expect(score([]).points).toBe(0);
    expect(score([...all, hit(50, 1_010_000, 1)])).toMatchObject({ points: 95, falseAlarms: 1 });
    expect(score([], 1_000_001)).toMatchObject({ lines: [], isOver: false });
  });
});
