import { formatMhz } from "~/core/units/frequencyText";
import { OTHER_BLOCK_WORDS } from "./antenna";
import { CAUSE_IDS, CHECK_IDS, CHECKS } from "~/core/troubleshooting/causes";
import { CAUSE_WORDS, CHECK_WORDS, lookOutcomeWords, TOUCH_CAUTION } from "./fault";
import {
  dayHeadline,
  frequencyWords,
  levelWords,
  placeWords,
  stepWords,
  syncWords,
  type Names,
} from "./day";
import { serviceErrorWords } from "./error";
import {
  capital,
  count,
  formatAge,
  formatClock,
  formatDb,
  formatRfLevel,
  formatDuration,
  formatMetres,
  formatSpan,
  listWords,
} from "./format";
import { packNoise, unpackNoise } from "~/contract/codecs/noise";
import type { ServiceError } from "~/contract/schemas/serviceError";
import {
  brokenRuleWords,
  conflictWords,
  frequencyTextErrorWords,
  levelAdviceWords,
  sweepFileErrorWords,
} from "./words";
import { spareWords } from "./unitNumber";
import type { ChannelState } from "~/core/channel/channelState";
import type { Step } from "~/core/channel/nextSteps";

const names: Names = {
  all: [1, 2, 3],
  talker: (id) => ["", "Marit", "Tobiah", "Irsa"][id]!,
  pack: (id) => `Pack ${"_ABC"[id]!}`,
  place: () => "Quay",
  ownNumber: () => null,
  frequency: (_, hz) => `${formatMhz(hz)} MHz`,
  packNumber: (_, hz) => `${formatMhz(hz)} MHz`,
};

describe("quantities", () => {
  test.each([
    [-27, "−27 dB"],
    [6.5, "6.5 dB"],
    [-0.01, "0 dB"],
    [12.34, "12 dB"],
    [3, "3 dB"],
    [-9.94, "−9.9 dB"],
  ])("%d dB is %s", (db, text) => expect(formatDb(db)).toBe(text));
  test.each([
    [0, "00:00"],
    [27_000_000, "07:30"],
    [86_399_999, "23:59"],
    [90_000_000, "01:00"],
    [-60_000, "23:59"],
  ])("%d ms of the day is %s", (ms, text) => expect(formatClock(ms)).toBe(text));
  test.each([
    [0, "0 min"],
    [26 * 60_000, "26 min"],
    [59.6 * 60_000, "1 h 00"],
    [125 * 60_000, "2 h 05"],
    [-5, "0 min"],
  ])("%d ms last %s", (ms, text) => expect(formatDuration(ms)).toBe(text));
  test("spans, levels, distances, ages, counts, lists", () => {
    expect([
      formatSpan(350_000),
      formatSpan(1_234_000),
      formatSpan(24e6),
      formatSpan(-50_000),
    ]).toEqual(["350 kHz", "1.23 MHz", "24.0 MHz", "−50 kHz"]);
    expect([formatRfLevel(-95.4), formatRfLevel(-Infinity)]).toEqual(["−95 dBm", "nothing"]);
    expect([formatMetres(0.2), formatMetres(12.04), formatMetres(30)]).toEqual([
      "0.20 m",
      "12 m",
      "30 m",
    ]);
    expect([formatAge(1000), formatAge(61_000)]).toEqual(["just now", "1 min ago"]);
    expect([
      count(1, "channel"),
      count(2, "stretch", "stretches"),
      count(14, "channel"),
      count(0, "pack"),
    ]).toEqual(["one channel", "two stretches", "14 channels", "no packs"]);
    expect([
      listWords([]),
      listWords(["a"]),
      listWords(["a", "b"]),
      listWords(["a", "b", "c"]),
      capital("five"),
    ]).toEqual(["", "a", "a and b", "a, b and c", "Five"]);
  });
});

describe("steps and states", () => {
  const say = (step: Step) => stepWords(step, names, 8 * 3_600_000);
  test("each says what and why; all channels need no names", () => {
    expect(say({ code: "packs-off", stage: "scan", channelIds: [3] })).toEqual({
      what: "Switch off Pack C",
      why: "a pack that is on shows up in the scan",
    });
    expect(
      say({
        code: "scan",
        stage: "scan",
        why: "never",
        by: "driven",
        ageMs: 0,
        untilMs: 30 * 60_000,
      }).why,
    ).toBe("no scan here yet; work starts in 30 min");
    expect(
      say({
        code: "scan",
        stage: "scan",
        why: "old",
        by: "driven",
        ageMs: 5 * 3_600_000,
        untilMs: 0,
      }).why,
    ).toBe("the last scan is 5 h 00 old");
    expect(say({ code: "level", stage: "level", channelIds: [1, 2, 3], why: "none" }).what).toBe(
      "Set levels for all three",
    );
    expect(say({ code: "level", stage: "level", channelIds: [1, 3], why: "clips" })).toEqual({
      what: "Set levels for Marit and Irsa",
      why: "peaks clip",
    });
    expect(
      say({
        code: "sync-pack",
        stage: "sync",
        channelIds: [2],
        packHz: 496_300_000,
        frequencyHz: 512_375_000,
      }),
    ).toEqual({ what: "Sync Pack B to 512.375 MHz", why: "Tobiah: still on 496.300" });
    expect(say({ code: "move", stage: "day", placeId: 2, atMs: 7 * 3_600_000 }).why).toBe(
      "work there started at 07:00",
    );
    expect(say({ code: "fault", stage: "sync", channelIds: [1], what: "no-audio" }).what).toBe(
      "Unmute Pack A, or plug in its microphone",
    );
  });
  test("no step is without words", () => {
    const ids = { channelIds: [1], frequencyHz: 5e8 };
    const steps: Step[] = [
      { code: "pick", stage: "frequencies", why: "moved", channelIds: [1] },
      { code: "no-common-tuning", stage: "sync", channelIds: [1] },
      { code: "set-receivers", stage: "sync", channelIds: [1] },
      { code: "swap-pack", stage: "sync", ...ids },
      { code: "someone-there", stage: "frequencies", ...ids },
      { code: "prove", stage: "sync", channelIds: [1], again: true },
      { code: "place", stage: "range", channelIds: [1], why: "thin" },
      { code: "fault", stage: "sync", channelIds: [1], what: "no-rf" },
    ];
    for (const step of steps)
      expect(Math.min(say(step).what.length, say(step).why.length)).toBeGreaterThan(8);
  });

  const state = (change: Partial<ChannelState>): ChannelState => ({
    channelId: 3,
    frequency: { status: "done", code: "picked", frequencyHz: 5e8 },
    sync: { status: "done", code: "proved", atMs: 33_120_000 },
    level: { status: "done", code: "set", gainDb: -27, headroomDb: 12 },
    place: { status: "done", code: "in-range", marginDb: 18.4, isWalked: false },
    ...change,
  });
  test("states read short", () => {
    const fine = state({});
    expect(
      [frequencyWords(fine, names), syncWords(fine, names), levelWords(fine), placeWords(fine)].map(
        (w) => w.text,
      ),
    ).toEqual(["clear", "verified 09:12", "−27 dB", "18 dB to spare"]);
    expect(
      syncWords(
        state({ sync: { status: "problem", code: "pack-elsewhere", packHz: 496_300_000 } }),
        names,
      ),
    ).toEqual({ status: "problem", text: "pack still on 496.300" });
    expect(
      syncWords(
        state({
          sync: {
            status: "problem",
            code: "pack-cannot",
            ranges: [{ lowHz: 566e6, highHz: 614e6 }],
          },
        }),
        names,
      ).text,
    ).toBe("Pack C tunes 566–614");
    expect(
      placeWords(state({ place: { status: "problem", code: "thin", marginDb: 6.2 } })).text,
    ).toBe("weak: 6.2 dB to spare");
  });
  test("the day in one line", () => {
    const open = state({ level: { status: "todo", code: "not-set" } });
    expect(dayHeadline([], "Net loft")).toBe("No channels yet");
    expect(dayHeadline([open, open], "Net loft")).toBe("Two channels to set up at Net loft");
    expect(dayHeadline([state({}), open], "Quay")).toBe("One of two channels ready at Quay");
    expect(dayHeadline([state({}), state({})], "Quay")).toBe("All two channels are ready at Quay");
    expect(dayHeadline([state({})], "Quay")).toBe("The channel is ready at Quay");
  });
});

describe("errors: what happened, what is unharmed, what to do", () => {
  const errors: ServiceError[] = [
    { code: "not-found", what: "pack" },
    {
      code: "changed-meanwhile",
      talker: "Marit",
      changes: [{ atMs: 27_000_000, what: "pack changed to Pack F" }],
    },
    { code: "changed-meanwhile", talker: "Marit", changes: [] },
    { code: "plan-changed", version: 2, atMs: 27_000_000 },
    { code: "scan-changed", atMs: 27_000_000 },
    {
      code: "rules-broken",
      names: { ch1: "Marit" },
      picks: [
        {
          talker: "Marit",
          broken: [{ code: "kept-free", reason: "TV 22, Ellery Head One", channel: 22 }],
        },
      ],
    },
    { code: "nothing-picked" },
    { code: "no-rig" },
    { code: "scan-running" },
    { code: "no-scan-running" },
    {
      code: "setting-unknown",
      refusal: { code: "no-such-step", of: "gain", model: "P", askedDb: -25 },
    },
    { code: "sweep-file", name: "x.csv", error: { code: "file-empty" } },
    { code: "sweep-file-large", name: "x.csv", bytes: 3e8, mostBytes: 67_108_864 },
    {
      code: "device",
      unit: "Pack G",
      error: { code: "outside-tuning", key: "g", frequencyHz: 5e8, lowHz: 566e6, highHz: 614e6 },
    },
    {
      code: "device",
      unit: "Bag 1",
      error: { code: "off-grid", key: "g", frequencyHz: 500_010_000, stepHz: 25_000 },
    },
    { code: "device", unit: "Bag 1", error: { code: "device-unreachable", detail: "timeout" } },
    { code: "device", unit: "Pack A", error: { code: "pack-is-off", key: "a" } },
  ];
  test.each(errors.map((e) => [e.code, e] as const))(
    "%s: whole sentences, no blame, no exclamation",
    (_, error) => {
      const words = serviceErrorWords(error);
      expect(words).toMatch(/^["A-Z].*\.$/s);
      expect(words).not.toMatch(/!|undefined|NaN|\[object|invalid/i);
    },
  );
  test("the later of two windows is told what changed and that its own was not stored", () => {
    expect(serviceErrorWords(errors[1]!)).toBe(
      "Marit was changed in another window meanwhile: pack changed to Pack F (07:30). Your change was not saved. The screen shows the current one: set it again if you still want it.",
    );
  });
  test("a bad sweep file: its name, what is wrong, where, what is unharmed", () => {
    expect(
      serviceErrorWords({
        code: "sweep-file",
        name: "a.csv",
        error: { code: "file-not-a-sweep", line: 5, text: "hello" },
      }),
    ).toBe(
      '"a.csv" was not read. Line 5 is not a frequency and a level, nor a row of a sweep: "hello". The day and its scans are unchanged.',
    );
    expect(
      sweepFileErrorWords({ code: "file-wrong-unit", what: "level", lowest: 0, highest: 1 }),
    ).toMatch(/neither dBm nor dBµV/);
    expect(sweepFileErrorWords({ code: "file-too-few-points", points: 1 })).toMatch(/1 point;/);
  });
  test("rules and products name the people", () => {
    const who = (id: string) => ({ a: "Marit", b: "Tobiah", c: "Irsa" })[id] ?? id;
    expect(
      conflictWords(
        { kind: "third3", sources: ["a", "b", "c"], productHz: 1, victim: "x", missHz: 40_000 },
        who,
      ),
    ).toBe("Marit + Tobiah − Irsa falls 40 kHz from x");
    expect(
      conflictWords(
        { kind: "third2", sources: ["a", "b"], productHz: 1, victim: "c", missHz: 0 },
        who,
      ),
    ).toBe("2 × Marit − Tobiah falls exactly on Irsa");
    expect(brokenRuleWords({ code: "too-noisy", noiseDbm: -80.4, maxNoiseDbm: -95 }, who)).toBe(
      "noisy: −80 dBm measured, limit −95 dBm",
    );
    expect(brokenRuleWords({ code: "off-grid", nearestHz: 512_375_000 }, who)).toContain(
      "512.375 MHz",
    );
    expect(frequencyTextErrorWords({ code: "frequency-not-a-number", text: "five hundred" })).toBe(
      '"five hundred" is not a frequency. Type megahertz, such as 512.375.',
    );
    expect(levelAdviceWords({ code: "pack-clips", byDb: 6, lowerByDb: 16 })).toMatch(
      /clips by 6 dB.*16 dB lower/,
    );
  });
});

test("noise travels packed and comes back the same, gaps too", () => {
  const ranges = [0, 1, 4].map((i) => ({
    lowHz: 470e6 + i * 25_000,
    highHz: 470e6 + (i + 1) * 25_000,
    levelDbm: -100 - i / 3,
  }));
  const packed = packNoise(ranges);
  expect(packed.levelsDbm).toHaveLength(5);
  expect(unpackNoise(packed)).toEqual(ranges);
  expect(unpackNoise(packNoise([]))).toEqual([]);
});

test("no advice for a fault asks for more power, heights, or a person's clothes without asking", () => {
  for (const cause of CAUSE_IDS)
    expect(`${CAUSE_WORDS[cause].is} ${CAUSE_WORDS[cause].mend}`).not.toMatch(
      /more power|raise .*power|ladder|climb|roof|undress|vehicle/i,
    );
  expect(TOUCH_CAUTION).toMatch(/ask first/);
  for (const check of CHECK_IDS) {
    expect(CHECK_WORDS[check].length).toBeGreaterThan(10);
    // a code of several words has words of its own
    for (const outcome of CHECKS[check].outcomes)
      expect(lookOutcomeWords(outcome)).toMatch(/^[a-z’, ]+$/);
  }
});

test("an antenna of another block is told by what a whip off its length loses", () => {
  expect(OTHER_BLOCK_WORDS).toBe(
    "An antenna of another block, 15 to 20 % off its length, loses 3 to 8 dB: 29 to 59 % of the range in the open.",
  );
});

test("a spare is told as each of those shows it who may take it", () => {
  const own = (text: string | null) => ({
    ...names,
    ownNumber: (id: number) => (id > 1 ? text : null),
  });
  const spare = { frequencyHz: 608_100_000, for: [1, 2, 3] };
  expect(spareWords(spare, names)).toEqual({ mhz: "608.100 MHz", own: null });
  expect(spareWords(spare, own("group 2.2"))).toEqual({
    mhz: "608.100 MHz",
    own: "group 2.2: Tobiah and Irsa",
  });
  expect(spareWords({ ...spare, for: [3] }, own("preset 1")).own).toBe("preset 1");
});
