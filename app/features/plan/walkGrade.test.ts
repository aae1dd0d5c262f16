import type { WalkForecast } from "~/core/location/forecast";
import { spreadWords } from "~/contract/messages/range";
import { traceOf, walkGrade } from "./walkGrade";

const point = (x: number, outage: number) => ({
  x,
  y: 0,
  atM: x,
  atS: x,
  headingDeg: 0,
  marginsDb: [10],
  isInSight: true,
  wallCount: 0,
  outage,
  dropoutsPerMinute: 0,
});
const forecast = (change: Partial<WalkForecast>): WalkForecast => ({
  points: [],
  outage: 0,
  dropoutsPerMinute: 0,
  meanDropoutMs: null,
  worst: 0,
  worstMarginDb: 0,
  spreadDb: 4,
  spreadParts: [{ of: "place", db: 4 }],
  better: { outage: 0, dropoutsPerMinute: 0 },
  worse: { outage: 0, dropoutsPerMinute: 0 },
  unlucky: { outage: 0, dropoutsPerMinute: 0 },
  muted: { outage: 0, dropoutsPerMinute: 0 },
  alone: null,
  ...change,
});

test("a walk in stretches of one grade that meet", () => {
  const { parts } = traceOf(
    "w",
    forecast({
      points: [point(0, 0), point(1, 1e-5), point(2, 0.002), point(3, 0.3), point(4, 0.2)],
    }),
  );
  expect(parts.map((p) => [p.grade, p.points.map((q) => q.x)])).toEqual([
    ["good", [0, 1]],
    ["watch", [1, 2]],
    ["bad", [2, 3, 4]],
  ]);
});

test("a walk as a whole is judged by how often and by how long", () => {
  expect(
    [
      [0, 0.05, 0.001],
      // holds as reckoned, but not if the place is a little worse
      [0, 0.05, 0.03],
      [1e-5, 0.5, 0.001],
      [1e-4, 5, 0.001],
      [0.05, 1, 0.2],
    ].map(([outage, dropoutsPerMinute, worst]) =>
      walkGrade({
        outage: outage!,
        dropoutsPerMinute: dropoutsPerMinute!,
        unlucky: { outage: worst!, dropoutsPerMinute: 0 },
      }),
    ),
  ).toEqual(["good", "watch", "watch", "bad", "bad"]);
});

test("what it may be: both ends in one unit, the better one first whatever came out", () => {
  const words = (better: number, middle: number, worse: number) =>
    spreadWords(
      forecast({
        outage: middle,
        better: { outage: better, dropoutsPerMinute: 1 },
        worse: { outage: worse, dropoutsPerMinute: 1 },
      }),
    );
  expect(words(0, 0, 0)).toBe("no voice lost at best or worst");
  expect(words(0, 0.001, 0.04)).toBe("at best nothing lost, at worst 4 %");
  expect(words(0.03, 0.02, 0.3)).toBe("at best 2 % lost, at worst 30 %");
});
