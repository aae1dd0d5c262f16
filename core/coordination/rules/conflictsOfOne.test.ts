import { seededRandom } from "~/core/units/random";
import { checkSet, type Conflict, conflictsOfOne } from "./checkSet";
import { PROFILES } from "~/core/coordination/problem/profile";

const sorted = (list: readonly Conflict[]) => list.map((c) => JSON.stringify(c)).sort();

test.each(Array.from({ length: 40 }, (_, seed) => seed + 1))(
  "what is found of one carrier is what the whole check says of it (seed %i)",
  (seed) => {
    const random = seededRandom(seed);
    const profile = {
      ...PROFILES.normal,
      guards: { third2Hz: 100_000, third3Hz: 60_000, fifth2Hz: seed % 2 === 0 ? 0 : 50_000 },
    };
    // a narrow range, so that much falls on much; doubles of one frequency too
    const carriers = Array.from({ length: 3 + (seed % 14) }, (_, i) => ({
      id: `c${(i * 7) % 17}-${i}`,
      frequencyHz: 500e6 + Math.floor(random() * 200) * 25_000,
    }));
    const all = checkSet(carriers, profile).conflicts;
    for (const { id } of carriers)
      expect(sorted(conflictsOfOne(carriers, id, profile))).toEqual(
        sorted(all.filter((c) => c.victim === id || c.sources.includes(id))),
      );
  },
);

test("one against five hundred others is looked at in so few steps that a list of them can be judged", () => {
  const random = seededRandom(1);
  const carriers = Array.from({ length: 500 }, (_, i) => ({
    id: `c${i}`,
    frequencyHz: 470e6 + Math.floor(random() * 8960) * 25_000,
  }));
  expect(conflictsOfOne(carriers, "c7", PROFILES.normal).length).toBeGreaterThan(0);
  expect(conflictsOfOne(carriers, "nobody", PROFILES.normal)).toEqual([]);
});
