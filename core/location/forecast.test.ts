import { emptyPlan, type FloorPlan } from "./floorPlan";
import type { Wear } from "~/core/radio/antenna";
import { spreadParts, walkForecast } from "./forecast";
import { planLink, type PlanPack } from "./planLink";
import { walkReliability, type WalkPack } from "./walk";

const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  isDiversity: true,
};
const pack: WalkPack = {
  heightM: 1,
  frequencyHz: 560e6,
  txPowerDbm: 10,
  wear: "waist-back",
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
  facingDeg: "along",
};
const walk = {
  id: "k",
  channelId: 1,
  name: "",
  points: [
    { x: 14, y: 5 },
    { x: 38, y: 15 },
  ],
  speedMps: 1.2,
};
const plan: FloorPlan = {
  ...emptyPlan({ model: "indoor", room: "office" }),
  widthM: 40,
  heightM: 20,
  antennas: ["A", "B"].map((id, i) => ({
    id,
    name: id,
    x: 2,
    y: 6 + 6 * i,
    heightM: 2,
    kind: "dipole" as const,
    aimDeg: 0,
    tiltDeg: 0,
    feed: [],
  })),
  walls: [
    { id: "w", x1: 20, y1: 0, x2: 20, y2: 20, material: "brick", thicknessM: 0.22 },
    { id: "v", x1: 30, y1: 0, x2: 30, y2: 20, material: "plasterboard", thicknessM: 0.026 },
  ],
};
const fit = {
  atMs: 0,
  readings: 80,
  biasDb: -4,
  errorDb: 4,
  errorAfterDb: 6,
  general: { db: -2, uncertaintyDb: 0.5 },
  perWall: { db: -1.5, uncertaintyDb: 0.7 },
  behindBody: { db: -3, uncertaintyDb: 0.9 },
};

test("what is not known: place, wearing and walls by the book, what the walk test leaves after it, never less than people and furniture move it", () => {
  const parts = (p: Parameters<typeof spreadParts>[0], walls = 0, wear: Wear = "chest") =>
    spreadParts(p, wear, walls).map(({ of, db }) => [of, db]);
  expect(parts(plan)).toEqual([
    ["place", 6],
    ["wearing", 2],
  ]);
  expect(parts(plan, 4, "free")).toEqual([
    ["place", 6],
    ["walls", 4],
  ]);
  expect(parts({ fit })).toEqual([["walk-test", Math.hypot(0.5, 0.7, 0.9, 1.5)]]);
  const sure = {
    ...fit,
    general: { db: 0, uncertaintyDb: 0.1 },
    perWall: null,
    behindBody: null,
    errorAfterDb: 0.5,
  };
  expect(parts({ fit: sure })).toEqual([["walk-test", 1.5]]);
  expect(parts({ fit: { ...fit, general: null } })).toHaveLength(2);
});

test("a forecast lies between better and worse; one antenna alone is worse than two; where there is one only nothing is told of it", () => {
  const f = walkForecast(plan, walk, pack, plan.antennas, receiver);
  expect(f.better.outage).toBeLessThan(f.outage);
  expect(f.worse.outage).toBeGreaterThan(f.outage);
  // two branches: eight decibels of outage for four of margin
  expect(f.worse.outage / f.outage).toBeGreaterThan(3);
  expect(f.alone!.outage).toBeGreaterThan(5 * f.outage);
  // ten decibels lower the receiver mutes: of two antennas a hundredth of it
  expect(f.muted.outage).toBeLessThan(f.outage / 20);
  expect(f.muted.outage).toBeGreaterThan(0);
  const digital = { ...receiver, figures: { ...receiver.figures, requiredSnrDb: 9 } };
  const d = walkForecast(plan, walk, pack, plan.antennas, digital);
  expect(d.muted.outage).toBe(d.outage);
  expect(f.alone!.outage).toBe(
    Math.min(
      ...plan.antennas.map(
        (a) => walkReliability(plan, walk, pack, [a], { ...receiver, isDiversity: false }).outage,
      ),
    ),
  );
  expect(walkForecast(plan, walk, pack, plan.antennas.slice(0, 1), receiver).alone).toBeNull();
  expect(() => walkForecast(plan, walk, pack, [], receiver)).toThrow(RangeError);
});

test("a walk test's corrections are terms of every link, by the walls between and the body; what else is on the air raises what is needed", () => {
  const at = (x: number, facingDeg: number): PlanPack => ({ ...pack, facingDeg, x, y: 8 });
  const link = (p: FloorPlan, here: PlanPack) =>
    planLink(p, here, p.antennas[0]!, receiver.figures);
  const between = (here: PlanPack) => {
    const { wallCount, isBehindBody } = link(plan, here);
    return { wallCount, isBehindBody };
  };
  expect([between(at(15, 0)), between(at(25, 180)), between(at(35, 180))]).toEqual([
    { wallCount: 0, isBehindBody: false },
    { wallCount: 1, isBehindBody: true },
    { wallCount: 2, isBehindBody: true },
  ]);
  const change = (here: PlanPack) =>
    link({ ...plan, fit }, here).receivedDbm - link(plan, here).receivedDbm;
  expect(
    [change(at(15, 0)), change(at(25, 180)), change(at(35, 0))].map((db) => Number(db.toFixed(6))),
  ).toEqual([-2, -2 - 1.5 - 3, -2 - 3]);
  expect(link({ ...plan, fit }, at(35, 180)).terms.map((t) => t.label)).toEqual(
    expect.arrayContaining([
      "this place, everywhere",
      "this place’s walls, 2 of them",
      "this place, behind the body",
    ]),
  );
  const noisy = link(plan, { ...at(15, 0), interference: [{ label: "lamp", dbm: -90 }] });
  expect(noisy.sensitivityDbm).toBeCloseTo(-90 + 20, 1);
});
