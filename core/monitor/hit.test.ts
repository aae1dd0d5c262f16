import { faultCase } from "~/core/training/faultExercise";
import { answersTo, judgeHit } from "./hitCause";
import type { HitCause } from "./hitCauses";

const CASES: [HitCause, Record<string, unknown>][] = [
  ["neighbour", { kind: "newcomer", nearPack: "a", offsetHz: 75_000, levelDbm: -50 }],
  ["product", { kind: "product", withPack: "b", ontoPack: "a", newcomerDbm: -60, productDbm: -54 }],
  ["noise", { kind: "noise", aroundPack: "a", widthHz: 6e6, dbmPer200kHz: -56 }],
  ["in-the-way", { kind: "skin", packKey: "a", db: -17 }],
  ["one-antenna", { kind: "antenna", receiverKey: "r1", antenna: "B" }],
  ["overload", { kind: "near", packKey: "a", db: 34 }],
  ["cells", { kind: "weak-cells", packKey: "a", leftHours: 0.0001 }],
  ["switched-off", { kind: "switched-off", packKey: "a" }],
  ["muted", { kind: "muted", packKey: "a" }],
  ["microphone", { kind: "mic-out", packKey: "a" }],
];

// the simulated air is the outside here: each cause made in it is to be told from the others by the
// readings it leaves
describe.each(CASES)("%s", (cause, made) => {
  test.each([[0], [13_300], [41_000], [77_700]])("made in the air, %i ms on", (offsetMs) => {
    const { causes, features } = judgeHit(faultCase(made, offsetMs).evidence);
    expect([causes[0]!.cause, causes[0]!.share > 0.45, features.count]).toEqual([cause, true, 80]);
    expect(causes[0]!.for.length).toBeGreaterThan(0);
    expect(causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9);
  });
});

test("a far talker among steel fades: both antennas go under for moments", () => {
  const e = faultCase(null, 5000).evidence;
  // deep moments of a weak walk
  const weak = e.recent.map((r, i) =>
    r
      ? {
          ...r,
          rfADbm: -80 - 14 * Math.abs(Math.sin(i / 3)),
          rfBDbm: -80 - 14 * Math.abs(Math.sin(i / 3 + 0.4)),
        }
      : null,
  );
  const { causes } = judgeHit({ ...e, recent: weak, usual: { aDbm: -84, bDbm: -84 } });
  expect(causes[0]!.cause).toBe("fade");
});

test("nothing in the link: the answer is at the microphone, not at the frequency", () => {
  for (const offsetMs of [0, 17_000, 33_000]) {
    const { causes } = judgeHit(faultCase(null, offsetMs).evidence);
    expect(["not-radio", "fade"]).toContain(causes[0]!.cause);
  }
});

test("answers: that of the likeliest cause first, another that may be well behind it, leaving it last", () => {
  expect(
    answersTo([
      { cause: "fade", share: 0.6, for: [], against: [] },
      { cause: "neighbour", share: 0.3, for: [], against: [] },
      { cause: "cells", share: 0.1, for: [], against: [] },
    ]),
  ).toEqual(["nearer", "retune", "turn-pack", "power-up", "leave"]);
  expect(answersTo([])).toEqual(expect.arrayContaining(["retune", "change-cells", "leave"]));
  expect(answersTo([]).at(-1)).toBe("leave");
});

test("no readings at all: no cause and no share, whatever else is known", () => {
  const e = faultCase(null, 0).evidence;
  const { causes, features } = judgeHit({ ...e, recent: [], usual: null });
  expect(features.count).toBe(0);
  expect(causes).toEqual([]);
  expect(judgeHit({ ...e, recent: [null, null, null] }).causes).toEqual([]);
});

test("a link that was red a minute ago is not as always, whatever the last seconds show", () => {
  const { evidence } = faultCase(null, 17_000);
  const first = (lately: { code: string; agoMs: number }[]) =>
    judgeHit({ ...evidence, lately }).causes[0]!;
  expect(first([]).cause).toBe("not-radio");
  const interference = first([{ code: "spoiled", agoMs: 60_000 }]);
  expect(["neighbour", "product", "noise"]).toContain(interference.cause);
  expect(interference.for).toContainEqual({ code: "lately", trouble: "spoiled", agoMs: 60_000 });
  // what was four minutes ago is no evidence
  expect(first([{ code: "spoiled", agoMs: 240_000 }]).cause).toBe("not-radio");
});

test("an answer that failed changes the verdict, and is not offered first again", () => {
  const { evidence } = faultCase({ kind: "switched-off", packKey: "a" }, 0);
  expect(answersTo(judgeHit(evidence).causes)[0]).toBe("switch-on");
  const failed = ["switch-on"] as const;
  const { causes } = judgeHit({ ...evidence, failed });
  expect(causes[0]!.cause).toBe("cells");
  const answers = answersTo(causes, failed);
  expect(answers[0]).toBe("change-cells");
  expect(answers.at(-1)).toBe("switch-on");
});
