import { seededRandom } from "~/core/units/random";
import { checkSet } from "./checkSet";
import { SetJudge } from "~/core/coordination/explaining/judge";
import { nearestOfEach } from "./margins";
import { forEachProduct, type ProductKind } from "./products";
import { PROFILES } from "~/core/coordination/problem/profile";
import { conflictsOfEach, eachOnce } from "./relations";
import type { CoordinationRequest } from "~/core/coordination/problem/request";

const KINDS: ProductKind[] = ["third2", "third3", "fifth2"];

/** Every product against every carrier: the definition. */
function nearestByBruteForce(
  frequencies: readonly number[],
  me: number,
): Record<ProductKind, number> {
  const nearest: Record<ProductKind, number> = {
    third2: Infinity,
    third3: Infinity,
    fifth2: Infinity,
  };
  forEachProduct(
    frequencies,
    { third2: true, third3: true, fifth2: true },
    (kind, productHz, a, b, c) => {
      frequencies.forEach((hz, victim) => {
        if ([a, b, c].includes(victim) || ![a, b, c, victim].includes(me)) return;
        nearest[kind] = Math.min(nearest[kind], Math.abs(productHz - hz));
      });
    },
  );
  return nearest;
}

const carriersFrom = (seed: number, howMany: number, places: number) => {
  const random = seededRandom(seed);
  return Array.from({ length: howMany }, (_, i) => ({
    id: `c${(i * 7) % 17}-${i}`,
    frequencyHz: 500e6 + Math.floor(random() * places) * 25_000,
  }));
};

test.each(Array.from({ length: 30 }, (_, i) => i + 1))(
  "the nearest miss of each kind is that of all products held against all carriers (seed %i)",
  (seed) => {
    const carriers = carriersFrom(seed, 2 + (seed % 11), 400);
    const nearest = nearestOfEach(
      carriers,
      carriers.map((c) => c.id),
    );
    carriers.forEach(({ id }, me) => {
      const expected = nearestByBruteForce(
        carriers.map((c) => c.frequencyHz),
        me,
      );
      const found = nearest.get(id)!.nearest;
      expect(KINDS.map((kind) => [kind, found[kind]?.missHz ?? Infinity])).toEqual(
        KINDS.map((kind) => [kind, expected[kind]]),
      );
    });
  },
);

test("what each has a part in, told once, is the whole check", () => {
  const carriers = carriersFrom(5, 12, 200);
  const written = (list: readonly object[]) => list.map((c) => JSON.stringify(c)).sort();
  const each = conflictsOfEach(
    carriers,
    carriers.map((c) => c.id),
    PROFILES.normal,
    null,
    Infinity,
  );
  expect(written(eachOnce(each))).toEqual(written(checkSet(carriers, PROFILES.normal).conflicts));
});

test("beside five hundred others a set is judged whole, and each pick tells no more conflicts than are worth telling", () => {
  const random = seededRandom(3);
  const others = Array.from({ length: 500 }, (_, i) => ({
    id: `other ${i}`,
    frequencyHz: 470e6 + Math.floor(random() * 8960) * 25_000,
  }));
  const request: CoordinationRequest = {
    windows: [{ lowHz: 470e6, highHz: 694e6 }],
    exclusions: [],
    noise: [],
    maxNoiseDbm: null,
    others,
    profile: PROFILES.normal,
    groups: [],
    spares: 0,
    timeLimitMs: 1,
    seed: 1,
    channels: Array.from({ length: 5 }, (_, i) => ({
      id: `c${i}`,
      tuning: [{ lowHz: 470e6, highHz: 694e6, stepHz: 25_000 }],
      bandwidthHz: 200_000,
    })),
  };
  const picks = request.channels.map((c, i) => ({ channelId: c.id, frequencyHz: 480e6 + i * 3e6 }));
  const judged = new SetJudge(request, null).judge(picks);
  expect(judged.picks.map((p) => p.broken.length)).toEqual(picks.map(() => 200));
  // among so many a product comes as near as a step: nobody has anything in hand
  expect(judged.picks.every((p) => p.reason.nearestProduct!.inHandHz < 0)).toBe(true);
});
