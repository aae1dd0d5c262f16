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

test("what it may be: nothing either way, from seldom to often, between two figures, mostly gone", () => {
  const words = (better: [number, number], worse: [number, number]) =>
    spreadWords(
      forecast({
        better: { outage: better[0], dropoutsPerMinute: better[1] },
        worse: { outage: worse[0], dropoutsPerMinute: worse[1] },
      }),
    );
  expect(words([0, 0], [0, 0.001])).toBe("no dropouts either way");
  expect(words([0, 0.02], [0.001, 4])).toBe(
    "anything from one dropout in 50 minutes to 4 dropouts a minute",
  );
  expect(words([0.001, 2.14], [0.04, 23])).toBe(
    "between 2.1 and 23 dropouts a minute, out 4 % of the walk",
  );
  expect(words([0.01, 9], [0.8, 3])).toBe("9 dropouts a minute at best, mostly gone at worst");
});
