import { coordinate } from "../../../core/coordination/coordinate";
import { PROFILES } from "../../../core/coordination/profile";
import type { CoordinationRequest } from "../../../core/coordination/request";
import { RASTERS } from "../../../core/regions/raster";
import { isUsable, readLocks, shownPlan, shownProposal, tightestDb, withLocks } from "./pickModel";

const raster = RASTERS["EU-8"];
const request: CoordinationRequest = {
  windows: [{ lowHz: 470e6, highHz: 694e6 }], exclusions: [{ lowHz: 478e6, highHz: 486e6, reason: "TV 22, Ellery Head One" }], maxNoiseDbm: -95,
  noise: [{ lowHz: 470e6, highHz: 520e6, levelDbm: -108 }, { lowHz: 520e6, highHz: 542e6, levelDbm: -80 }], others: [{ id: "other 511.700", frequencyHz: 511.7e6 }],
  profile: PROFILES.normal, groups: [], spares: 1, timeLimitMs: 60_000, seed: 1,
  channels: [1, 2, 3].map((n) => ({ id: `ch${n}`, tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }], bandwidthHz: 200_000, lockedHz: null })),
};
const codes = (texts: Record<number, string>, id = 1) => {
  const lock = readLocks(request, texts, raster)[id];
  return lock?.state === "read" ? lock.broken.map((b) => b.code) : lock?.state;
};

describe("a typed frequency", () => {
  test("nothing typed is no lock; words are not understood", () => {
    expect(readLocks(request, { 1: "  " }, raster)).toEqual({});
    expect(readLocks(request, { 1: "five hundred" }, raster)[1]).toMatchObject({ state: "unreadable", error: { code: "frequency-not-a-number" } });
    expect(isUsable(readLocks(request, { 1: "five hundred" }, raster)[1])).toBe(false);
  });
  test.each([
    ["490.5", []], ["490,5", []], ["490500", []], ["482", ["kept-free"]], ["530", ["too-noisy"]], ["511.8", ["conflict"]], ["800", ["not-tunable", "not-allowed"]], ["490.51", ["off-grid"]],
  ])("%s breaks %j", (text, expected) => expect(codes({ 1: text })).toEqual(expected));
  test("two typed ones are held against each other", () => {
    expect(codes({ 1: "490", 2: "490.2" })).toEqual(["conflict"]);
    expect(codes({ 1: "490", 2: "492" }, 2)).toEqual([]);
  });
  test("only what breaks nothing is handed to the search, which leaves it where it is", () => {
    const locks = readLocks(request, { 1: "490.5", 2: "482" }, raster);
    const locked = withLocks(request, PROFILES.wide, locks);
    expect(locked.channels.map((c) => c.lockedHz)).toEqual([490.5e6, null, null]);
    expect(locked.profile).toBe(PROFILES.wide);
    const shown = shownProposal(locked, coordinate(locked, { now: () => 0 }));
    expect(shown.picks.find((p) => p.channelId === 1)).toMatchObject({ frequencyHz: 490.5e6, isLocked: true, broken: [] });
    expect(shown.picks.filter((p) => p.isLocked)).toHaveLength(1);
    expect(tightestDb(shown)).toBe(13);
  });
});

test("a standing plan is held against today's air", () => {
  const plan = { picks: [{ channelId: 1, frequencyHz: 490e6, isLocked: false }, { channelId: 2, frequencyHz: 482e6, isLocked: false }, { channelId: 3, frequencyHz: 530e6, isLocked: true }], spares: [] };
  const shown = shownPlan(request, plan, raster);
  expect(shown.picks.map((p) => p.broken.map((b) => b.code))).toEqual([[], ["kept-free"], ["too-noisy"]]);
  expect(shown.kind).toBe("plan");
});

test("nothing measured, nothing to call tight; what has no place says why", () => {
  const silent = { ...request, noise: [], maxNoiseDbm: null, windows: [{ lowHz: 470e6, highHz: 470.6e6 }] };
  const shown = shownProposal(silent, coordinate(silent, { now: () => 0 }));
  expect(tightestDb(shown)).toBeNull();
  expect(shown.picks.length + shown.unplaced.length).toBe(3);
  expect(shown.unplaced[0]!.reason.length).toBeGreaterThan(10);
});
