import { seededRandom } from "~/core/units/random";
import { checkSet } from "~/core/coordination/rules/checkSet";
import { canHoldConflicts, type ConflictProblem, gridUnitHz } from "./conflictSearch";
import { coordinate } from "./coordinate";
import { boseSet, largestFromSidonSets } from "./sidonSets";
import { PROFILES, type Profile } from "~/core/coordination/problem/profile";
import { span, problem, solve } from "~/testkit/conflictProblem";

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
