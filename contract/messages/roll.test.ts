import type { DayEventDetail } from "~/core/journal/dayEvents";
import type { LogEntry } from "~/core/report/dayLog";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import { type HitReason } from "~/core/monitor/hitCause";
import { HIT_CAUSES } from "~/core/monitor/hitCauses";
import type { Attention } from "~/core/monitor/channelWatch";
import { exerciseLineWords } from "./exercise";
import { logClock, logWords } from "./log";
import { changeWords, violationWords } from "./battery";
import { reportOutcomeWords } from "./report";
import { attentionWords, hitAnswerWords, hitCauseWords, hitReasonWords } from "./roll";

const names = {
  talker: (id: number) => ["", "Marit", "Nils"][id]!,
  pack: () => "Pack A",
  place: (id: number) => ["", "Loft", "Quay"][id]!,
  metres: String,
};
const says = (what: DayEventDetail, channelId: number | null = 1): string =>
  logWords({ what: { kind: "event", event: what }, channelId }, names);

test("every cause and every answer has words, and no two causes the same", () => {
  expect(new Set(HIT_CAUSES.map(hitCauseWords)).size).toBe(HIT_CAUSES.length);
  for (const kind of [
    "retune",
    "power-up",
    "power-down",
    "nearer",
    "turn-pack",
    "sleeve",
    "stand-back",
    "change-cells",
    "switch-on",
    "unmute",
    "microphone",
    "antenna",
    "re-rig",
    "leave",
  ] satisfies HitAnswerKind[])
    expect(hitAnswerWords(kind).what.length).toBeGreaterThan(4);
});

test.each<[HitReason, string]>([
  [
    { code: "newcomer-near", frequencyHz: 491_050_000, offHz: 62_500, levelDbm: -60 },
    "new carrier at 491.050 MHz, 62.5 kHz away, −60 dBm",
  ],
  [{ code: "gone", seconds: 2.5, sudden: true }, "no RF for 2.5 s, suddenly"],
  [{ code: "gone", seconds: 20, sudden: null }, "no RF for 20.0 s at least"],
  [
    { code: "branch-down", antenna: "B", db: 22, othersToo: true },
    "antenna B lies 22 dB below the other, on the receiver’s other channel too",
  ],
  [
    { code: "cells-low", hours: 0.25, isWeak: true },
    "its batteries have about 15 min left, less than the hours say",
  ],
  [{ code: "others-too", count: 1 }, "1 other channel was bad at the same time"],
  [
    { code: "product-falls", sources: ["Nils", "the newcomer"], productHz: 5e8, missHz: 20_000 },
    "intermod of Nils and the newcomer falls 20 kHz from it",
  ],
])("a reason as a sentence: %#", (reason, words) => expect(hitReasonWords(reason)).toBe(words));

test.each<[Attention, string, RegExp]>([
  [{ level: "bad", code: "stalled", forMs: 4200 }, "no readings", /what you see is old/],
  [
    { level: "watch", code: "dropouts", count: 3, mutedCount: 3 },
    "3 dropouts",
    /^In the last minute/,
  ],
  [{ level: "watch", code: "dropouts", count: 3, mutedCount: 1 }, "1 dropout", /Noise .* 2 times/],
  [{ level: "watch", code: "dropouts", count: 1, mutedCount: 0 }, "noisy", /Noise .* once/],
  [{ level: "watch", code: "thin", marginDb: -3 }, "weak", /^3 dB too weak/],
  [
    { level: "watch", code: "cells-soon", hours: 2, isWeak: true },
    "weak battery",
    /less than the hours/,
  ],
  [
    { level: "watch", code: "one-antenna", antenna: "A", db: 20 },
    "antenna A low",
    /20 dB weaker than the other/,
  ],
])("what needs a hand, short and long: %#", (a, short, long) => {
  expect(attentionWords(a).short).toBe(short);
  expect(attentionWords(a).long).toMatch(long);
});

test("the log says who, what and why", () => {
  expect(says({ kind: "moved", fromPlaceId: 1, toPlaceId: 2 }, null)).toBe(
    "Moved from Loft to Quay",
  );
  expect(
    says({
      kind: "hit-answer",
      hitId: 1,
      channelId: 1,
      answer: "retune",
      fromHz: 5e8,
      toHz: 51e7,
      planVersion: 1,
    }),
  ).toBe("Marit: retune to 510.000 MHz, from 500.000 MHz");
  expect(
    says({ kind: "hit-closed", hitId: 1, channelId: 1, how: "proved", planVersion: 2, note: "" }),
  ).toBe("Marit: verified on its new frequency; plan 2 in use");
  expect(says({ kind: "dropout", channelId: 2, lastedMs: 400, leastDbm: -101 }, 2)).toBe(
    "Nils: dropout of 0.4 s, down to −101 dBm",
  );
  expect(
    says(
      {
        kind: "newcomer",
        frequencyHz: 5e8,
        levelDbm: -60,
        channelId: 1,
        offHz: 100_000,
        tookSpare: true,
      },
      null,
    ),
  ).toBe("New carrier: 500.000 MHz, −60 dBm, 100 kHz from Marit; a spare is no longer clear");
  expect(says({ kind: "trouble", channelId: 1, code: "spoiled", figure: null })).toBe(
    "Marit: interference: bad link, strong RF",
  );
  expect(says({ kind: "wrapped", step: "off bag-1", isDone: false }, null)).toBe(
    "Not done: off bag-1",
  );
  const plan: LogEntry["what"] = {
    kind: "planned",
    version: 2,
    how: "found",
    total: 3,
    moved: [{ channelId: 1, frequencyHz: 5e8 }],
  };
  expect(logWords({ what: plan, channelId: null }, names)).toBe(
    "Plan 2, found: Marit 500.000; all others stay",
  );
  expect(logClock(30_505_000)).toBe("08:28:25");
  expect(logClock(86_400_000 + 61_000)).toBe("00:01:01");
});

test("cells and the report: short, with their figure", () => {
  expect(
    changeWords({ where: "break", why: { code: "would-not-last", leftHours: -1.8, untilMs: 0 } }),
  ).toBe("1.8 h short of the end; in a break");
  expect(
    changeWords({ where: "off", why: { code: "would-not-last", leftHours: 0.5, untilMs: 0 } }),
  ).toBe("only 0.5 h left at the end; while the pack is off");
  expect(violationWords({ leftHours: -1 })).toBe(
    "empty 1 h before the end, and no break to change in",
  );
  const hit = {
    atMs: 0,
    place: "",
    scene: null,
    talker: "",
    frequencyHz: null,
    cause: "fade" as const,
    share: 1,
    observed: null,
    answer: null,
    toHz: 51e7,
    planVersion: 2,
  };
  expect(reportOutcomeWords({ ...hit, outcome: "retuned", tookMs: 8000 })).toBe(
    "retuned to 510.000 MHz, plan 2, in 8 s",
  );
  expect(reportOutcomeWords({ ...hit, outcome: "open", tookMs: null })).toBe("not answered yet");
});

test("how soon a thing was called in practice is told in seconds, and what its answer did", () => {
  const line = {
    code: "event",
    atMs: 27_060_000,
    channelId: 4,
    cause: "muted",
    calledAfterMs: 9400,
    answers: ["unmute"],
    isEnded: true,
  } as const;
  expect(exerciseLineWords({ ...line, answers: [...line.answers] }, { 4: "Agnete" })).toEqual({
    isGood: true,
    text: "07:31, Agnete: the pack is muted. Logged after 9 s, answered by “unmute”",
  });
  expect(exerciseLineWords({ ...line, answers: [], calledAfterMs: null, isEnded: false })).toEqual({
    isGood: false,
    text: "07:31, somebody: the pack is muted. Not logged",
  });
});
