import { coordinate } from "~/core/coordination/search/coordinate";
import { PROFILES } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { RASTERS } from "~/core/regulations/raster";
import { SetJudge } from "~/core/coordination/explaining/judge";
import type { CoordinationResult } from "~/core/coordination/problem/request";
import {
  asJudged,
  excusedIn,
  isUsable,
  judgedBy,
  onGrid,
  readLocks,
  shownSet,
  tightestDb,
  weakest,
  withLocks,
  withPick,
} from "./pickModel";
import type { Numbered } from "~/core/kit/unitNumber";
import { draftOf, moved } from "./draft";

const raster = RASTERS["EU-8"];
const request: CoordinationRequest = {
  windows: [{ lowHz: 470e6, highHz: 694e6 }],
  exclusions: [{ lowHz: 478e6, highHz: 486e6, reason: "TV 22, Ellery Head One" }],
  maxNoiseDbm: -95,
  noise: [
    { lowHz: 470e6, highHz: 520e6, levelDbm: -108 },
    { lowHz: 520e6, highHz: 542e6, levelDbm: -80 },
  ],
  others: [{ id: "other 511.700", frequencyHz: 511.7e6 }],
  profile: PROFILES.normal,
  groups: [],
  spares: 1,
  timeLimitMs: 60_000,
  seed: 1,
  channels: [1, 2, 3].map((n) => ({
    id: `ch${n}`,
    tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }],
    bandwidthHz: 200_000,
    lockedHz: null,
  })),
};
const draftFrom = (asked: CoordinationRequest, result: CoordinationResult) =>
  draftOf({ request: asked, result, way: "anew", retuned: null, isProved: false, banks: null });
const judged = (asked: CoordinationRequest, set: Parameters<typeof shownSet>[1]) =>
  shownSet("draft", set, new SetJudge(asked, raster).judge(asJudged(set.picks)));
const plain: Numbered = {
  kind: "receiver",
  tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }],
  readout: "mhz",
};
const plainEnds = () => [plain];
const codes = (texts: Record<number, string>, id = 1) => {
  const lock = readLocks(request, texts, raster, plainEnds)[id];
  return lock?.state === "read" ? lock.broken.map((b) => b.code) : lock?.state;
};

describe("a typed frequency", () => {
  test("nothing typed is no lock; words are not understood", () => {
    expect(readLocks(request, { 1: "  " }, raster, plainEnds)).toEqual({});
    expect(readLocks(request, { 1: "five hundred" }, raster, plainEnds)[1]).toMatchObject({
      state: "unreadable",
      error: { code: "unreadable" },
    });
    expect(isUsable(readLocks(request, { 1: "five hundred" }, raster, plainEnds)[1])).toBe(false);
  });
  test.each([
    ["490.5", []],
    ["490,5", []],
    ["490500", []],
    ["482", ["kept-free"]],
    ["530", ["too-noisy"]],
    ["511.8", ["conflict"]],
    ["800", ["not-tunable", "not-allowed"]],
    ["490.51", ["off-grid"]],
  ])("%s breaks %j", (text, expected) => expect(codes({ 1: text })).toEqual(expected));
  test("a unit's own number is one, and what can be two is asked", () => {
    const banked: Numbered = {
      ...plain,
      readout: "bank-and-number",
      banks: [
        { id: "11", frequenciesHz: [490e6, 490.5e6] },
        { id: "12", block: "B", frequenciesHz: [491e6] },
        { id: "12", block: "C", frequenciesHz: [492e6] },
      ],
    };
    const lock = (text: string) => readLocks(request, { 1: text }, raster, () => [banked])[1];
    expect(lock("11.2")).toEqual({ state: "read", frequencyHz: 490.5e6, broken: [] });
    expect(lock("12.1")).toMatchObject({ state: "unreadable", error: { code: "ambiguous" } });
  });
  test("two typed ones are held against each other", () => {
    expect(codes({ 1: "490", 2: "490.2" })).toEqual(["conflict"]);
    expect(codes({ 1: "490", 2: "492" }, 2)).toEqual([]);
  });
  test("only what breaks nothing goes to the search, which leaves it where it is", () => {
    const locks = readLocks(request, { 1: "490.5", 2: "482" }, raster, plainEnds);
    const locked = withLocks({ ...request, profile: PROFILES.wide }, locks);
    expect(locked.channels.map((c) => c.lockedHz)).toEqual([490.5e6, null, null]);
    expect(locked.profile).toBe(PROFILES.wide);
    const shown = judged(locked, draftFrom(locked, coordinate(locked, { now: () => 0 })));
    expect(shown.picks.find((p) => p.channelId === 1)).toMatchObject({
      frequencyHz: 490.5e6,
      isLocked: true,
      broken: [],
    });
    expect(shown.picks.filter((p) => p.isLocked)).toHaveLength(1);
    expect(tightestDb(shown)).toBe(13);
  });
});

test("a standing plan is held against today's air", () => {
  const plan = {
    picks: [
      { channelId: 1, frequencyHz: 490e6, isLocked: false },
      { channelId: 2, frequencyHz: 482e6, isLocked: false },
      { channelId: 3, frequencyHz: 530e6, isLocked: true },
    ],
    spares: [],
  };
  const shown = judged(request, plan);
  expect(shown.picks.map((p) => p.broken.map((b) => b.code))).toEqual([
    [],
    ["kept-free"],
    ["too-noisy"],
  ]);
  expect(shown.picks.map((p) => p.isLocked)).toEqual([false, false, true]);
});

test("nothing measured, nothing to call tight; what has no place says why", () => {
  const silent = {
    ...request,
    noise: [],
    maxNoiseDbm: null,
    windows: [{ lowHz: 470e6, highHz: 470.6e6 }],
  };
  const shown = judged(silent, draftFrom(silent, coordinate(silent, { now: () => 0 })));
  expect(tightestDb(shown)).toBeNull();
  expect(shown.picks.length + shown.unplaced.length).toBe(3);
  expect(shown.unplaced[0]!.reason.length).toBeGreaterThan(10);
});

test("a channel taken by hand snaps to its own steps, and what it breaks shows at once", () => {
  const set = {
    picks: [
      { channelId: 1, frequencyHz: 490e6, isLocked: false },
      { channelId: 2, frequencyHz: 492e6, isLocked: false },
    ],
    spares: [],
  };
  expect(onGrid(request, 1, 491_837_000)).toBe(491_825_000);
  expect(onGrid(request, 1, 900e6)).toBe(542e6);
  const near = judged(request, { ...set, picks: withPick(set.picks, 1, 491.825e6) });
  expect(near.picks.map((p) => p.broken.map((b) => b.code))).toEqual([["conflict"], ["conflict"]]);
  const draft = moved(
    {
      ...set,
      unplaced: [{ channelId: 1, reason: "none" }],
      allows: { usesTogether: true, allowsBuried: false },
      how: "found anew",
      found: null,
      byHand: null,
    },
    1,
    495e6,
    "Ilse",
  );
  expect(draft).toMatchObject({
    how: "Ilse moved by hand",
    unplaced: [],
    picks: [{ channelId: 1, frequencyHz: 495e6, isLocked: true }, { channelId: 2 }],
  });
});

test("what a plan was allowed is no fault of it later; a wider guard was only a wish", () => {
  const related: CoordinationRequest = {
    ...request,
    relations: {
      together: [["ch1"], ["ch2"]],
      careful: { channelIds: ["ch1"], extraHz: 1e6 },
      levels: null,
      usesTogether: false,
      allowsBuried: false,
    },
  };
  const set = {
    picks: [
      { channelId: 1, frequencyHz: 490e6, isLocked: false },
      { channelId: 2, frequencyHz: 490.1e6, isLocked: false },
    ],
    spares: [],
  };
  const broken = (allows: { usesTogether: boolean; allowsBuried: boolean }) =>
    judged(judgedBy(related, allows), set).picks.flatMap((p) => p.broken);
  expect(broken({ usesTogether: false, allowsBuried: false })).toHaveLength(2);
  expect(broken({ usesTogether: true, allowsBuried: false })).toEqual([]);
  // and it is told as long as such a plan stands
  expect(
    excusedIn(related, { usesTogether: true, allowsBuried: false }, set.picks).map((c) => c.kind),
  ).toEqual(["spacing"]);
  expect(excusedIn(related, { usesTogether: false, allowsBuried: false }, set.picks)).toEqual([]);
});

test("the weakest count decides how much a pick has in hand", () => {
  const set = {
    picks: [
      { channelId: 1, frequencyHz: 490e6, isLocked: false },
      { channelId: 2, frequencyHz: 490.7e6, isLocked: false },
      { channelId: 3, frequencyHz: 515e6, isLocked: false },
    ],
    spares: [],
  };
  const [a, , c] = judged(request, set).picks.map((p) => weakest(p.reason, PROFILES.normal));
  expect(a).toBeCloseTo(1);
  expect(c).toBeCloseTo(1.3);
});
