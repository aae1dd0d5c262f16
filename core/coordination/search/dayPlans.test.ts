import { bestAfterHit } from "~/core/coordination/changing/bestAfterHit";
import { coordinate } from "./coordinate";
import { PROFILES } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { verifySet } from "~/core/coordination/rules/verify";
import { plansOverDay } from "./dayPlans";

const ids = ["a", "b", "c", "d"];
const request = (change: Partial<CoordinationRequest> = {}): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 500e6 }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 1,
  timeLimitMs: 4000,
  seed: 1,
  channels: ids.map((id) => ({
    id,
    tuning: [{ lowHz: 470e6, highHz: 500e6, stepHz: 25_000 }],
    bandwidthHz: 200_000,
  })),
  ...change,
});
const free = (lowHz: number, highHz: number) =>
  [
    { lowHz: 470e6, highHz: lowHz, reason: "tv" },
    { lowHz: highHz, highHz: 500e6, reason: "tv" },
  ].filter((e) => e.highHz > e.lowHz);
const advancing = () => {
  let ms = 0;
  return { now: () => (ms += 1) };
};

describe("over the day", () => {
  test("where one set holds everywhere nobody retunes", () => {
    const found = plansOverDay(
      [
        { placeId: 1, name: "a", request: request() },
        { placeId: 2, name: "b", request: request({ exclusions: free(480e6, 500e6) }) },
      ],
      6000,
      advancing(),
    );
    expect(found).toMatchObject({ retunes: 0, steady: ids });
  });
  test("where two places share little, only those retune for whom nothing is clean at both; each place's plan is clean there", () => {
    // the places have 0.8 MHz in common: two carriers fit there, and the other two must move
    const places = [
      { placeId: 1, name: "loft", request: request({ exclusions: free(470e6, 480.8e6) }) },
      { placeId: 2, name: "quay", request: request({ exclusions: free(480e6, 500e6) }) },
      { placeId: 3, name: "stair", request: request({ exclusions: free(480e6, 490e6) }) },
    ];
    const found = plansOverDay(places, 12_000, advancing());
    expect(found.plans.map((p) => p.result.unplaced.length)).toEqual([0, 0, 0]);
    expect(found.plans.map((p) => p.retuned.length)).toEqual([0, 2, 0]);
    expect(found.steady).toHaveLength(2);
    found.plans.forEach((p, i) =>
      expect(
        verifySet(places[i]!.request, { picks: p.result.assignments, spares: [] }, null).picks,
      ).toEqual([]),
    );
  });
});

describe("a hit", () => {
  const noise = Array.from({ length: 1200 }, (_, i) => ({
    lowHz: 470e6 + i * 25_000,
    highHz: 470e6 + (i + 1) * 25_000,
    levelDbm: -110,
  }));
  const asked = request({ noise, maxNoiseDbm: -95, spares: 2 });
  const standing = coordinate(asked, { now: () => 0 });
  const spares = standing.spares.map((s) => s.frequencyHz);
  const clean = (frequencyHz: number) =>
    verifySet(
      asked,
      {
        picks: standing.assignments.map((a) => (a.channelId === "b" ? { ...a, frequencyHz } : a)),
        spares: [],
      },
      null,
    ).picks;
  test("takes the quietest spare that is still clear", () => {
    const loud = {
      ...asked,
      noise: noise.map((n) =>
        n.lowHz <= spares[0]! && n.highHz > spares[0]! ? { ...n, levelDbm: -97 } : n,
      ),
    };
    const answer = bestAfterHit(loud, standing.assignments, "b", spares)!;
    expect(answer).toMatchObject({ from: "spare", pick: { frequencyHz: spares[1] } });
    expect(clean(answer.pick.frequencyHz)).toEqual([]);
  });
  test("a backup that a coordinator assigned comes before any spare, while it is clear", () => {
    const [backup] = spares;
    const rest = spares.slice(1);
    expect(bestAfterHit(asked, standing.assignments, "b", rest, [backup!])).toMatchObject({
      from: "backup",
      pick: { frequencyHz: backup },
    });
    const taken = { ...asked, others: [...asked.others, { id: "van", frequencyHz: backup! }] };
    expect(bestAfterHit(taken, standing.assignments, "b", rest, [backup!])!.from).not.toBe(
      "backup",
    );
  });
  test("without a clear spare it finds a fresh place, away from what disturbs; where there is none it says so", () => {
    const hitHz = standing.assignments.find((a) => a.channelId === "b")!.frequencyHz;
    const answer = bestAfterHit(asked, standing.assignments, "b", [])!;
    expect(answer.from).toBe("fresh");
    expect(Math.abs(answer.pick.frequencyHz - hitHz)).toBeGreaterThanOrEqual(400_000);
    expect(clean(answer.pick.frequencyHz)).toEqual([]);
    expect(
      bestAfterHit(
        { ...asked, exclusions: [{ lowHz: 470e6, highHz: 500e6, reason: "x" }] },
        standing.assignments,
        "b",
        spares,
      ),
    ).toBeNull();
    expect(bestAfterHit(asked, standing.assignments, "nobody", spares)).toBeNull();
  });
});
