import { readFileSync } from "node:fs";
import { join } from "node:path";
import { seededRandom } from "~/core/units/random";
import { checkSet } from "~/core/coordination/rules/checkSet";
import { ConflictSearch, gridUnitHz } from "./conflictSearch";
import { coordinate } from "./coordinate";
import { type Profile } from "~/core/coordination/problem/profile";
import { span, problem, solve } from "~/testkit/conflictProblem";

test.each([
  [8, 34, true],
  [9, 44, true],
  [10, 55, false],
])(
  "trying all sets reaches %d marks on the ruler of length %d, and proves the shorter ones too short where asked",
  (marks, length, isProved) => {
    const stepHz = 50_000;
    const bare: Profile = {
      minSpacingHz: stepHz,
      guards: { third2Hz: stepHz, third3Hz: stepHz, fifth2Hz: 0 },
    };
    const placed = (places: number) => {
      const p = problem(marks, span(500e6, places, stepHz), bare);
      return new ConflictSearch(p, gridUnitHz(p)!, null)
        .largestOfAll(2_000_000, marks - 1)
        ?.filter((hz) => !Number.isNaN(hz)).length;
    };
    expect(placed(length + 1)).toBe(marks);
    // nothing larger than the set that is known
    if (isProved) expect(placed(length)).toBe(0);
  },
);

test("random small problems: never more than all sets tried one by one allow, and as many (seeds 1 to 20)", () => {
  let same = 0;
  for (let seed = 1; seed <= 20; seed += 1) {
    const random = seededRandom(seed);
    const places = span(500e6, 50, 25_000).filter(() => random() < 0.4);
    const profile: Profile = {
      minSpacingHz: 100_000,
      guards: {
        third2Hz: 75_000,
        third3Hz: random() < 0.5 ? 50_000 : 0,
        fifth2Hz: random() < 0.3 ? 50_000 : 0,
      },
    };
    const fixed = random() < 0.5 ? [{ frequencyHz: 500.4133e6, halfHz: 0, group: null }] : [];
    const clean = (set: number[]) =>
      checkSet(
        [...set, ...fixed.map((f) => f.frequencyHz)].map((frequencyHz, i) => ({
          id: `${i}`,
          frequencyHz,
        })),
        profile,
      ).conflicts.length === 0;
    const largest = (from: number, set: number[]): number => {
      let best = set.length;
      if (set.length === 6) return 6;
      for (let i = from; i < places.length; i += 1) {
        const next = [...set, places[i]!];
        if (clean(next)) best = Math.max(best, largest(i + 1, next));
      }
      return best;
    };
    const most = largest(0, []);
    const found = solve(problem(6, places, profile, fixed), 4_000, seed);
    const proved = new ConflictSearch(
      problem(6, places, profile, fixed),
      gridUnitHz(problem(6, places, profile, fixed))!,
      null,
    ).largestOfAll(1e7)!;
    expect(proved.filter((hz) => !Number.isNaN(hz))).toHaveLength(most);
    expect(clean(found.placed)).toBe(true);
    expect(found.most).toBeLessThanOrEqual(most);
    if (found.most === most) same += 1;
  }
  expect(same).toBeGreaterThanOrEqual(19);
});

test("agrees with Gecode (the solver of Debian's minizinc) on where 20 small sets fit and, one step shorter, do not", () => {
  const cases = JSON.parse(readFileSync(join(__dirname, "../gecode.fixture.json"), "utf8")) as {
    n: number;
    spacing: number;
    third2: number;
    third3: number;
    shortest: number;
  }[];
  const stepHz = 25_000;
  const placedOn = (c: (typeof cases)[number], places: number) => {
    let ms = 0;
    return coordinate(
      {
        windows: [{ lowHz: 469e6, highHz: 480e6 }],
        exclusions: [],
        noise: [],
        maxNoiseDbm: null,
        others: [],
        groups: [],
        spares: 0,
        timeLimitMs: 20_000,
        seed: 1,
        profile: {
          minSpacingHz: c.spacing * stepHz,
          guards: { third2Hz: c.third2 * stepHz, third3Hz: c.third3 * stepHz, fifth2Hz: 0 },
        },
        channels: Array.from({ length: c.n }, (_, i) => ({
          id: `c${i}`,
          tuning: [{ lowHz: 470e6, highHz: 470e6 + (places - 1) * stepHz, stepHz }],
          bandwidthHz: 100_000,
        })),
      },
      { now: () => (ms += 4) },
    );
  };
  // what does not fit is proved, not only not found
  expect(
    cases.map((c) => [
      placedOn(c, c.shortest).unplaced.length,
      placedOn(c, c.shortest - 1).unplaced.length > 0,
      placedOn(c, c.shortest - 1).isProved,
    ]),
  ).toEqual(cases.map(() => [0, true, true]));
});
