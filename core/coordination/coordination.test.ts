import { seededRandom } from "~/core/units/random";
import { checkSet } from "./rules/checkSet";
import { coordinate } from "./search/coordinate";
import { brokenRules } from "./explaining/explain";
import { ForbiddenMap } from "./rules/forbidden";
import { productCounts } from "./rules/products";
import { PROFILES, type Profile } from "./problem/profile";
import { hooks, channel, request } from "~/testkit/coordinationRequest";

const named = (frequencies: number[]) =>
  frequencies.map((frequencyHz, i) => ({ id: `c${i}`, frequencyHz }));

/** The definition, written out without any shortcut: every product against every victim. */
function bruteForceConflicts(set: { id: string; frequencyHz: number }[], p: Profile): number {
  let count = 0;
  for (const a of set)
    for (const b of set) {
      if (a.id < b.id && Math.abs(a.frequencyHz - b.frequencyHz) < p.minSpacingHz) count += 1;
      if (a.id === b.id) continue;
      for (const v of set) {
        if (v.id === a.id || v.id === b.id) continue;
        if (Math.abs(2 * a.frequencyHz - b.frequencyHz - v.frequencyHz) < p.guards.third2Hz)
          count += 1;
        if (Math.abs(3 * a.frequencyHz - 2 * b.frequencyHz - v.frequencyHz) < p.guards.fifth2Hz)
          count += 1;
        if (a.id > b.id) continue;
        for (const c of set) {
          if (c.id === a.id || c.id === b.id || c.id === v.id) continue;
          if (
            Math.abs(a.frequencyHz + b.frequencyHz - c.frequencyHz - v.frequencyHz) <
            p.guards.third3Hz
          )
            count += 1;
        }
      }
    }
  return count;
}

describe("checking a set", () => {
  // combinatorics; ITU-R SM.1134 for the method
  test("counts of products", () => {
    expect(productCounts(5)).toEqual({ third2: 20, third3: 30, fifth2: 20 });
    expect(productCounts(40).third3).toBe(29_640);
    expect(productCounts(0)).toEqual({ third2: 0, third3: 0, fifth2: 0 });
  });
  test("an even comb: each neighbour's product falls on the next", () => {
    const { conflicts } = checkSet(named([500e6, 501e6, 502e6]), PROFILES.normal);
    expect(conflicts).toEqual([
      { kind: "third2", sources: ["c1", "c0"], productHz: 502e6, victim: "c2", missHz: 0 },
      { kind: "third2", sources: ["c1", "c2"], productHz: 500e6, victim: "c0", missHz: 0 },
    ]);
  });
  test("exactly at a guard is no conflict, one hertz inside is", () => {
    const at = (missHz: number) =>
      checkSet(named([500e6, 501e6, 502e6 + missHz]), PROFILES.normal).conflicts.length;
    expect(at(100_000)).toBe(0);
    expect(at(99_999)).toBeGreaterThan(0);
    expect(checkSet(named([500e6, 500.35e6]), PROFILES.normal).conflicts).toEqual([]);
  });
  test("two carriers on one frequency are two carriers", () => {
    expect(checkSet(named([500e6, 500e6]), PROFILES.normal).conflicts).toMatchObject([
      { kind: "spacing", missHz: 0, victim: null },
    ]);
  });
  test.each([1, 2, 3, 4, 5, 6])("agrees with the definition on random sets, seed %i", (seed) => {
    const random = seededRandom(seed);
    const set = named(Array.from({ length: 9 }, () => 470e6 + Math.floor(random() * 320) * 25_000));
    const profile = seed % 2 ? PROFILES.normal : PROFILES.wide;
    expect(checkSet(set, profile).conflicts).toHaveLength(bruteForceConflicts(set, profile));
  });
  // Babcock 1953; OEIS A003022 (from memory, and searched here exhaustively): third-order-free sets
  // on a bare grid are Golomb rulers
  test("shortest free sets on a bare grid are the shortest Golomb rulers, n = 2 … 8", () => {
    const slotHz = 25_000;
    const bare: Profile = {
      minSpacingHz: slotHz,
      guards: { third2Hz: slotHz, third3Hz: slotHz, fifth2Hz: 0 },
    };
    const isFree = (marks: number[]) =>
      checkSet(named(marks.map((m) => 500e6 + m * slotHz)), bare).conflicts.length === 0;
    const canFill = (marks: number[], n: number, length: number): boolean => {
      if (marks.length === n) return isFree(marks);
      for (let next = marks.at(-1)! + 1; next <= length; next += 1) {
        if (marks.length === n - 1 && next !== length) continue;
        const grown = [...marks, next];
        if (differencesAreUnique(grown) && canFill(grown, n, length)) return true;
      }
      return false;
    };
    for (const [n, shortest] of [
      [2, 1],
      [3, 3],
      [4, 6],
      [5, 11],
      [6, 17],
      [7, 25],
      [8, 34],
    ] as const) {
      expect(canFill([0], n, shortest)).toBe(true);
      if (n > 2) expect(canFill([0], n, shortest - 1)).toBe(false);
    }
    // the pruning rule itself is what check-set says, on every set of four marks within 11 slots
    for (let b = 1; b < 11; b += 1)
      for (let c = b + 1; c < 11; c += 1)
        for (let d = c + 1; d <= 11; d += 1) {
          expect(differencesAreUnique([0, b, c, d])).toBe(isFree([0, b, c, d]));
        }
  });
});

function differencesAreUnique(marks: number[]): boolean {
  const seen = new Set<number>();
  for (let i = 0; i < marks.length; i += 1)
    for (let j = i + 1; j < marks.length; j += 1) {
      const d = marks[j]! - marks[i]!;
      if (seen.has(d)) return false;
      seen.add(d);
    }
  return true;
}

describe("the map of forbidden places", () => {
  test.each([11, 12, 13])(
    "is free exactly where check-set finds no conflict, and unwinds, seed %i",
    (seed) => {
      const random = seededRandom(seed);
      const profile: Profile = {
        minSpacingHz: 350_000,
        guards: { third2Hz: 100_000, third3Hz: 50_000, fifth2Hz: 50_000 },
      };
      const places = Float64Array.from({ length: 241 }, (_, i) => 470e6 + i * 25_000);
      const map = new ForbiddenMap(places, profile);
      const standing: number[] = [];
      for (let n = 0; n < 4; n += 1) {
        const f = 470e6 + Math.floor(random() * 6e6) + 0.5;
        map.add(f);
        standing.push(f);
      }
      const already = checkSet(named(standing), profile).conflicts.length;
      places.forEach((f, i) =>
        expect(map.isFree(i)).toBe(
          checkSet(named([...standing, f]), profile).conflicts.length === already,
        ),
      );
      for (let n = 0; n < 4; n += 1) map.removeLast();
      expect(places.every((_, i) => map.isFree(i))).toBe(true);
    },
  );
});

describe("finding a set", () => {
  const everything = (r: ReturnType<typeof coordinate>) => [
    ...r.assignments.map((a) => ({ id: a.channelId, frequencyHz: a.frequencyHz })),
    ...r.spares.map((s, i) => ({ id: `spare ${i}`, frequencyHz: s.frequencyHz })),
  ];
  test("five channels and two spares in an empty band: all placed, one clean set, margins in hand", () => {
    const result = coordinate(request(), hooks);
    expect(result.unplaced).toEqual([]);
    expect(result.assignments).toHaveLength(5);
    expect(result.spares).toHaveLength(2);
    expect(checkSet(everything(result), PROFILES.normal).conflicts).toEqual([]);
    for (const { margins } of result.assignments)
      expect(margins.third2Hz!).toBeGreaterThan(500_000);
    expect(result.stats.exhausted).toBe(true);
  });
  test("same seed, same answer; another seed may differ", () => {
    expect(coordinate(request(), hooks).assignments).toEqual(
      coordinate(request(), hooks).assignments,
    );
  });
  test("locks stay, off the grid too, and the rest is built around them", () => {
    const locked = request({
      channels: [channel("a", { lockedHz: 500_012_345 }), channel("b"), channel("c")],
      others: [{ id: "x", frequencyHz: 501e6 }],
    });
    const result = coordinate(locked, hooks);
    expect(result.assignments.find((a) => a.channelId === "a")?.frequencyHz).toBe(500_012_345);
    expect(checkSet([...everything(result), ...locked.others], PROFILES.normal).conflicts).toEqual(
      [],
    );
  });
  test("a lock that cannot be is unplaced with its reason and harms nobody", () => {
    const result = coordinate(
      request({
        channels: [
          channel("a", { lockedHz: 600e6 }),
          channel("b", { lockedHz: 500e6 }),
          channel("c", { lockedHz: 500.1e6 }),
        ],
      }),
      hooks,
    );
    expect(
      result.unplaced.map((u) => [u.channelId, /outside its tuning|clashes/.test(u.reason)]),
    ).toEqual([
      ["a", true],
      ["c", true],
    ]);
    expect(result.assignments.map((a) => a.frequencyHz)).toEqual([500e6]);
  });
  test("windows, exclusions, noise and bandwidth are kept", () => {
    const r = request({
      windows: [
        { lowHz: 480e6, highHz: 490e6 },
        { lowHz: 490e6, highHz: 500e6 },
      ],
      exclusions: [{ lowHz: 484e6, highHz: 488e6, reason: "TV 22" }],
      noise: [
        { lowHz: 480e6, highHz: 495e6, levelDbm: -105 },
        { lowHz: 492e6, highHz: 493e6, levelDbm: -80 },
      ],
      maxNoiseDbm: -95,
    });
    const result = coordinate(r, hooks);
    expect(result.assignments.length).toBeGreaterThanOrEqual(4);
    for (const f of everything(result).map((c) => c.frequencyHz)) {
      expect(f - 1e5).toBeGreaterThanOrEqual(480e6);
      expect(f + 1e5).toBeLessThanOrEqual(495e6);
      expect(f + 1e5 <= 484e6 || f - 1e5 >= 488e6).toBe(true);
      expect(f + 1e5 <= 492e6 || f - 1e5 >= 493e6).toBe(true);
    }
    expect(result.assignments.every((a) => a.margins.noiseDb === 10)).toBe(true);
  });
  test("more channels than fit: what is placed is clean, the others say why", () => {
    const r = request({ windows: [{ lowHz: 470e6, highHz: 471.4e6 }], spares: 3 });
    const result = coordinate(r, hooks);
    expect(result.assignments.length + result.unplaced.length).toBe(5);
    expect(result.assignments.length).toBeGreaterThanOrEqual(3);
    expect(checkSet(everything(result), PROFILES.normal).conflicts).toEqual([]);
    expect(result.unplaced[0]!.reason).toMatch(/within 0\.35 MHz|intermodulation/);
  });
  test("nothing legal, nothing quiet: a reason a person can act on", () => {
    expect(coordinate(request({ windows: [] }), hooks).unplaced[0]!.reason).toMatch(
      /outside what the rules known here allow/,
    );
    const noisy = request({
      noise: [{ lowHz: 470e6, highHz: 542e6, levelDbm: -60 }],
      maxNoiseDbm: -95,
    });
    expect(coordinate(noisy, hooks).unplaced[0]!.reason).toMatch(/noisier than the limit/);
  });
  test("a deadline of nothing still answers with a clean set", () => {
    const result = coordinate(request({ timeLimitMs: 0 }), hooks);
    expect(result.stats.exhausted).toBe(false);
    expect(checkSet(everything(result), PROFILES.normal).conflicts).toEqual([]);
  });
  // own exhaustive search: 10 carriers need at least 198 slots under "normal", so 11
  // cannot fit in 197
  test("never claims more than the proved bound", () => {
    const channels = Array.from({ length: 11 }, (_, i) => channel(`k${i}`));
    const r = request({
      channels,
      spares: 0,
      windows: [{ lowHz: 470e6 - 1e5, highHz: 470e6 + 197 * 25_000 + 1e5 }],
    });
    let ms = 0;
    const placed = coordinate(r, { now: () => (ms += 4) }).assignments.length;
    expect(placed).toBeLessThanOrEqual(9);
    expect(placed).toBeGreaterThanOrEqual(8);
  });
});

describe("a typed frequency", () => {
  const r = request({
    exclusions: [{ lowHz: 486e6, highHz: 494e6, reason: "TV 23" }],
    others: [{ id: "x", frequencyHz: 510e6 }],
  });
  const codes = (f: number) =>
    brokenRules(r, r.channels[0]!, f, [{ id: "b", frequencyHz: 500e6 }, ...r.others], null)
      .map((b) => b.code)
      .filter((code, i, all) => all.indexOf(code) === i);
  test("is told every rule it breaks", () => {
    expect(codes(520_000_000)).toEqual(["conflict"]);
    expect(codes(505.2e6)).toEqual([]);
    expect(codes(490e6)).toEqual(["kept-free", "conflict"]);
    expect(codes(600e6)).toContain("not-tunable");
    expect(codes(700e6)).toEqual(["not-tunable", "not-allowed"]);
    expect(codes(503.11e6)).toEqual(["off-grid"]);
  });
});
