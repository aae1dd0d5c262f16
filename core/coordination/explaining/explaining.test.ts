import { coordinate } from "~/core/coordination/search/coordinate";
import { explainPicks } from "./explainPick";
import { PROFILES } from "~/core/coordination/problem/profile";
import { coordinateQuietFirst } from "~/core/coordination/search/quietFirst";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { productRoots } from "./productRoots";
import { verifySet } from "~/core/coordination/rules/verify";
import { RASTERS } from "~/core/regulations/raster";

const channel = (id: string) => ({
  id,
  tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }],
  bandwidthHz: 200_000,
});
const request = (change: Partial<CoordinationRequest> = {}): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 694e6 }],
  exclusions: [{ lowHz: 478e6, highHz: 486e6, reason: "TV 22" }],
  maxNoiseDbm: -95,
  noise: [
    { lowHz: 470e6, highHz: 500e6, levelDbm: -108 },
    { lowHz: 500e6, highHz: 542e6, levelDbm: -101 },
  ],
  others: [{ id: "other 511.700", frequencyHz: 511.7e6 }],
  profile: PROFILES.normal,
  channels: ["a", "b", "c", "d", "e"].map(channel),
  groups: [],
  spares: 2,
  timeLimitMs: 60_000,
  seed: 1,
  ...change,
});
const at = (...mhz: number[]) =>
  mhz.map((f, i) => ({ channelId: "abcde"[i]!, frequencyHz: f * 1e6 }));

describe("holding a finished set against its request", () => {
  test("what the search finds stands, spares too", () => {
    const r = request();
    const found = coordinate(r, { now: () => 0 });
    expect(
      verifySet(
        r,
        { picks: found.assignments, spares: found.spares.map((s) => s.frequencyHz) },
        RASTERS["EU-8"],
      ),
    ).toEqual({ picks: [], spares: [] });
  });
  test.each([
    ["inside television", at(481), ["kept-free"]],
    ["too near another's carrier", at(511.9), ["conflict"]],
    ["outside its block", at(560), ["not-tunable", "not-measured"].slice(0, 1)],
    ["three in an even row", at(490, 491, 492), ["conflict"]],
  ] as const)("%s is told", (_, picks, codes) => {
    const wrong = verifySet(request(), { picks, spares: [] }, RASTERS["EU-8"]);
    expect(wrong.picks[0]!.broken.map((b) => b.code)).toEqual(expect.arrayContaining([...codes]));
  });
  test("a stranger's id is no pick of ours; a spare that clashes is named, the clean one is not", () => {
    expect(
      verifySet(request(), { picks: [{ channelId: "z", frequencyHz: 490e6 }], spares: [] }, null)
        .picks,
    ).toHaveLength(1);
    expect(verifySet(request(), { picks: at(490), spares: [490.1e6, 530e6] }, null).spares).toEqual(
      [490.1e6],
    );
  });
  test("a frequency fixed between two steps may stand where the request locks it", () => {
    const locked = request({ channels: [{ ...channel("a"), lockedHz: 490.0101e6 }] });
    expect(
      verifySet(locked, { picks: [{ channelId: "a", frequencyHz: 490.0101e6 }], spares: [] }, null)
        .picks,
    ).toEqual([]);
    expect(
      verifySet(
        request(),
        { picks: [{ channelId: "a", frequencyHz: 490.0101e6 }], spares: [] },
        null,
      ).picks,
    ).toHaveLength(1);
  });
});

describe("reasons", () => {
  test("margins are those that the search reports for the same set", () => {
    const r = request();
    const found = coordinate(r, { now: () => 0 });
    const reasons = explainPicks(r, found.assignments);
    expect(reasons.map((x) => x.margins)).toEqual(found.assignments.map((x) => x.margins));
  });
  test("by hand: nearest neighbour, nearest product, noise in hand", () => {
    const [a] = explainPicks(request({ others: [] }), at(490, 491.5, 494.5));
    expect(a).toMatchObject({
      nearestNeighbour: "b",
      noiseDbm: -108,
      margins: { noiseDb: 13, spacingHz: 1.15e6 },
    });
    // 2 × 491.5 − 490 = 493 misses 494.5 by 1.5 MHz; 490 + 494.5 − 491.5 = 493 hits nobody of a
    // third kind
    expect(a!.nearestProduct).toMatchObject({ kind: "third2", missHz: 1.5e6, inHandHz: 1.4e6 });
  });
  test("alone there is nothing to compare with", () => {
    expect(
      explainPicks(request({ others: [], noise: [], maxNoiseDbm: null }), at(490))[0],
    ).toMatchObject({
      nearestNeighbour: null,
      nearestProduct: null,
      margins: { noiseDb: null, spacingHz: null },
    });
  });
});

test("roots: n(n−1) and n(n−1)(n−2)/2 of them, heavy where they come near somebody", () => {
  const carriers = [490, 491, 493.5].map((f, i) => ({ id: `${i}`, frequencyHz: f * 1e6 }));
  const roots = productRoots(carriers, [...carriers, { id: "x", frequencyHz: 492e6 }], 1e6);
  expect(roots.filter((r) => r.kind === "third2")).toHaveLength(6);
  expect(roots.filter((r) => r.kind === "third3")).toHaveLength(3);
  expect(roots.find((r) => r.frequencyHz === 492e6)!.weight).toBe(1); // 2 × 491 − 490 sits on x
  // 486.5: nobody within 1 MHz
  expect(roots.find((r) => r.frequencyHz === 2 * 490e6 - 493.5e6)!.weight).toBe(0);
});

describe("quiet first", () => {
  const noisyRequest = (spares = 1) =>
    request({
      others: [],
      spares,
      exclusions: [],
      noise: [
        { lowHz: 470e6, highHz: 520e6, levelDbm: -96 },
        { lowHz: 520e6, highHz: 530e6, levelDbm: -106 },
        { lowHz: 530e6, highHz: 542e6, levelDbm: -110 },
      ],
    });
  test("a set with less room but more quiet is taken; margins are told against the limit asked for", () => {
    const found = coordinateQuietFirst(noisyRequest(), { now: () => 0 });
    expect(found.unplaced).toEqual([]);
    for (const a of found.assignments) {
      expect(a.frequencyHz).toBeGreaterThan(530e6);
      expect(a.margins.noiseDb).toBe(15);
    }
    expect(
      verifySet(
        noisyRequest(),
        { picks: found.assignments, spares: found.spares.map((s) => s.frequencyHz) },
        null,
      ),
    ).toEqual({ picks: [], spares: [] });
  });
  test("where not all fit in the quiet, as much quiet is asked for as all fit in", () => {
    // nine need 4.2 MHz under "normal" (own exhaustive search): 3 MHz of −110 dBm
    // are too few, 13 MHz of −106 dBm beside them are not
    const noise = [
      { lowHz: 470e6, highHz: 526e6, levelDbm: -96 },
      { lowHz: 526e6, highHz: 539e6, levelDbm: -106 },
      { lowHz: 539e6, highHz: 542e6, levelDbm: -110 },
    ];
    const many = {
      ...noisyRequest(0),
      noise,
      channels: Array.from({ length: 9 }, (_, i) => channel(`k${i}`)),
    };
    const found = coordinateQuietFirst(many, { now: () => 0 });
    expect(found.unplaced).toEqual([]);
    expect(Math.min(...found.assignments.map((a) => a.margins.noiseDb!))).toBe(11);
  });
  test("nothing measured: the plain search", () => {
    const blind = request({ noise: [], maxNoiseDbm: null });
    expect({ ...coordinateQuietFirst(blind, { now: () => 0 }), stats: null }).toEqual({
      ...coordinate(blind, { now: () => 0 }),
      stats: null,
    });
  });
});
