import type { MovePlan } from "~/core/schedule/companyMove";
import { moveHeadline, moveSubline, wholeMinutes } from "./move";

const MINUTE_MS = 60_000;
const NINE_MS = 9 * 60 * MINUTE_MS;
const plan = (change: Partial<MovePlan>): MovePlan => ({
  toPlaceId: 2,
  isThere: false,
  sideChanges: false,
  becomesStale: { frequencies: 0, verifications: 0, ranges: 0, scan: false },
  steps: [{ code: "scan", minutes: 9.2, channelIds: [] }],
  minutes: 9.2,
  firstTakeMs: NINE_MS,
  beginByMs: NINE_MS - 10 * MINUTE_MS,
  lateMs: 0,
  joins: [],
  leaves: [],
  canWait: [],
  ...change,
});

test("while there is time, it is told when to begin; when there is none, how long until the first take", () => {
  expect(moveHeadline(plan({}), "Quay", NINE_MS - 60 * MINUTE_MS)).toBe(
    "Quay: start by 08:50 to be ready at 09:00",
  );
  expect(moveHeadline(plan({}), "Quay", NINE_MS - 5 * MINUTE_MS)).toMatch(
    /^Quay: 10 min of work, only 5 min to the first take$/,
  );
  expect(moveHeadline(plan({}), "Quay", NINE_MS + MINUTE_MS)).toMatch(
    /its first scene should have started 09:00$/,
  );
});

test("the steps add up to the headline", () => {
  const steps = [0.6, 2.5, 0.4, 5.4].map((minutes) => ({
    code: "scan" as const,
    minutes,
    channelIds: [],
  }));
  expect(wholeMinutes(steps)).toEqual([1, 3, 0, 5]);
  expect(moveHeadline(plan({ steps, minutes: 8.9 }), "Quay", NINE_MS - 5 * MINUTE_MS)).toMatch(
    /^Quay: 9 min of work/,
  );
});

test("where nothing is shot any more, or nothing is left to do, that is said", () => {
  expect(moveHeadline(plan({ firstTakeMs: null, beginByMs: null }), "Quay", 0)).toBe(
    "Quay: 10 min of work, nothing left to shoot there",
  );
  expect(moveHeadline(plan({ steps: [], isThere: true }), "Quay", 0)).toBe("Ready at Quay");
  expect(moveHeadline(plan({ steps: [] }), "Quay", 0)).toBe("Quay would be ready at once");
});

test("what would not hold there is counted; a move that costs nothing says so", () => {
  expect(moveSubline(plan({}), "Quay")).toBe("Nothing is lost by moving to Quay.");
  const stale = { frequencies: 1, verifications: 5, ranges: 0, scan: true };
  expect(moveSubline(plan({ becomesStale: stale }), "Quay")).toMatch(
    /^At Quay one frequency, five verifications and the scan must be done again/,
  );
});
