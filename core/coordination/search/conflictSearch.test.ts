import { readFileSync } from "node:fs";
import { join } from "node:path";
import { seededRandom } from "~/core/units/random";
import { checkSet } from "~/core/coordination/rules/checkSet";
import {
  canHoldConflicts,
  ConflictSearch,
  type ConflictProblem,
  gridUnitHz,
} from "./conflictSearch";
import { coordinate } from "./coordinate";
import { boseSet, largestFromSidonSets } from "./sidonSets";
import { PROFILES, type Profile } from "~/core/coordination/problem/profile";

const span = (lowHz: number, count: number, stepHz: number) =>
  Array.from({ length: count }, (_, i) => lowHz + i * stepHz);
const problem = (
  n: number,
  placesHz: number[],
  profile: Profile,
  fixed: ConflictProblem["fixed"] = [],
): ConflictProblem => ({
  slots: Array.from({ length: n }, () => ({ placesHz, halfHz: 100_000, group: null })),
  fixed,
  profile,
});
const solve = (p: ConflictProblem, steps = 60_000, seed = 1, latticeHz: number | null = null) => {
  let placed: Float64Array = new Float64Array();
  const most = new ConflictSearch(p, gridUnitHz(p)!, latticeHz).run({
    random: seededRandom(seed),
    isOver: () => false,
    mostSteps: steps,
    onBetter: (hz) => {
      placed = hz;
      return true;
    },
  });
  return { most, placed: [...placed].filter((hz) => !Number.isNaN(hz)) };
};

// Golomb rulers: lengths from OEIS A003022; with guards of one step a set free of
// both kinds of product is a ruler whose differences are all distinct
test.each([
  [4, 6],
  [5, 11],
  [6, 17],
  [7, 25],
  [8, 34],
])(
  "%d marks fit on a ruler of length %d, as is known, and not on a shorter one by this search",
  (marks, length) => {
    const stepHz = 50_000;
    const bare: Profile = {
      minSpacingHz: stepHz,
      guards: { third2Hz: stepHz, third3Hz: stepHz, fifth2Hz: 0 },
    };
    const found = solve(problem(marks, span(500e6, length + 1, stepHz), bare));
    expect(found.most).toBe(marks);
    const differences = found.placed.flatMap((a) =>
      found.placed.filter((b) => b > a).map((b) => b - a),
    );
    expect(new Set(differences).size).toBe(differences.length);
    expect(solve(problem(marks, span(500e6, length, stepHz), bare), 20_000).most).toBe(marks - 1);
  },
);

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

test("what the plain tries cannot, it can: 12 channels between 470 and 478 MHz; more than the spacing lets stand ends at once", () => {
  let ms = 0;
  const asked = (channels: number, highHz: number) =>
    coordinate(
      {
        windows: [{ lowHz: 469.9e6, highHz: highHz + 100_000 }],
        exclusions: [],
        noise: [],
        maxNoiseDbm: null,
        others: [],
        profile: PROFILES.normal,
        groups: [],
        spares: 0,
        timeLimitMs: 1000,
        seed: 1,
        channels: Array.from({ length: channels }, (_, i) => ({
          id: `c${i}`,
          tuning: [{ lowHz: 470e6, highHz, stepHz: 25_000 }],
          bandwidthHz: 200_000,
        })),
      },
      { now: () => (ms += 0.02) },
    );
  const dense = asked(12, 478e6);
  expect(dense.assignments).toHaveLength(12);
  expect(
    checkSet(
      dense.assignments.map((a) => ({ id: a.channelId, frequencyHz: a.frequencyHz })),
      PROFILES.normal,
    ).conflicts,
  ).toEqual([]);
  const tooMany = asked(5, 470.7e6);
  expect(tooMany.assignments).toHaveLength(2);
  expect(tooMany.unplaced).toHaveLength(3);
});

test("Bose's sets have all differences distinct (checked one by one), and a large start comes of them", () => {
  for (const q of [5, 11, 23, 41]) {
    const { modulus, elements } = boseSet(q);
    const differences = elements.flatMap((a) =>
      elements.filter((b) => b !== a).map((b) => (((a - b) % modulus) + modulus) % modulus),
    );
    expect([modulus, elements.length, new Set(differences).size]).toEqual([
      q * q - 1,
      q,
      q * (q - 1),
    ]);
  }
  const cells = largestFromSidonSets({
    usable: new Uint8Array(481).fill(1),
    spacing: 7,
    reach2: 1,
    random: seededRandom(1),
    isOver: () => false,
  });
  expect(cells.length).toBeGreaterThanOrEqual(17);
  expect(
    checkSet(
      cells.map((c) => ({ id: `${c}`, frequencyHz: 470e6 + c * 50_000 })),
      PROFILES.normal,
    ).conflicts,
  ).toEqual([]);
});

test("no grid that is too fine, no guards wider than the spacing; a block's span holds", () => {
  expect(gridUnitHz(problem(2, [500e6, 500.0001e6], PROFILES.normal))).toBeNull();
  expect(
    canHoldConflicts({
      minSpacingHz: 50_000,
      guards: { third2Hz: 100_000, third3Hz: 0, fifth2Hz: 0 },
    }),
  ).toBe(false);
  const places = span(500e6, 400, 25_000);
  const grouped: ConflictProblem = {
    ...problem(3, places, PROFILES.normal),
    slots: Array.from({ length: 3 }, () => ({
      placesHz: places,
      halfHz: 100_000,
      group: { id: "r", maxSpanHz: 2_000_000 },
    })),
  };
  const { placed } = solve(grouped, 5_000);
  expect(placed).toHaveLength(3);
  expect(Math.max(...placed) - Math.min(...placed) + 200_000).toBeLessThanOrEqual(2_000_000);
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
