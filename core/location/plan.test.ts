import { bodyMeanLossDb, directBodyLossDb } from "~/core/radio/antenna";
import { freeSpaceLossDb, knifeEdgeLossDb, diffractionParameter } from "~/core/radio/propagation";
import { gaussian, seededRandom } from "~/core/units/random";
import { type FloorPlan, isInside, planProblems } from "./floorPlan";
import { betweenLossDb, type PlanPack, planLink, planQuestion } from "./planLink";
import { gridSpots, placeAntennas, whatHelps } from "./search";
import { walkPoints, walkReliability } from "./walk";
import { fitWalk } from "./walkFit";
import { receiver, antenna, open, pack, walk, walked, behind } from "~/testkit/quayPlan";
const link = (plan: FloorPlan, change: Partial<PlanPack> = {}, a = plan.antennas[0]!) =>
  planLink(plan, { ...pack, ...change }, a, receiver);
const box = (x: number, y: number, w: number, h: number) => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];

describe("a link on a plan", () => {
  test("in the open it is free space, and its terms add up", () => {
    const { receivedDbm, terms } = link(open);
    expect(terms.find((t) => t.label.startsWith("air"))!.db).toBeCloseTo(
      -freeSpaceLossDb({ distanceM: 20, frequencyHz: 600e6 }),
      9,
    );
    expect(receivedDbm - 17).toBeCloseTo(
      terms.reduce((sum, t) => sum + t.db, 0),
      9,
    );
  });
  test("steel is gone round where its end is free, by the knife edge there; closed in by more steel it is not", () => {
    const steel = {
      id: "s",
      x1: 12,
      y1: 10,
      x2: 12,
      y2: 17,
      material: "steel" as const,
      thicknessM: 0.01,
    };
    const ray = { from: pack, to: open.antennas[0]!, frequencyHz: 600e6 };
    const round = knifeEdgeLossDb(
      diffractionParameter({ heightAboveRayM: 2, d1M: 10, d2M: 10, frequencyHz: 600e6 }),
    );
    expect(betweenLossDb({ ...open, walls: [steel] }, ray)).toBeCloseTo(round, 6);
    // a box of steel with the antenna in it lets nothing in; with its door open the way goes round
    // by the door
    const shut = box(1, 12, 10, 8).map((c, i, all) => ({
      ...steel,
      id: `b${i}`,
      x1: c.x,
      y1: c.y,
      x2: all[(i + 1) % 4]!.x,
      y2: all[(i + 1) % 4]!.y,
    }));
    expect(betweenLossDb({ ...open, walls: shut }, ray)).toBeGreaterThanOrEqual(40);
    const ajar = shut.map((w, i) =>
      i === 0
        ? { ...w, openings: [{ id: "d", atM: 8, widthM: 1, material: null, thicknessM: 0.01 }] }
        : w,
    );
    const { edges } = planQuestion(
      { ...open, walls: ajar },
      pack,
      open.antennas[0]!,
      receiver,
    ).path;
    expect(edges.length).toBeGreaterThan(0);
    expect(betweenLossDb({ ...open, walls: ajar }, ray)).toBeLessThan(40);
  });
  test("a hull is gone over when the antenna is raised; a tall one is gone round; a thin crate is gone through", () => {
    const hull = {
      id: "h",
      name: "hull",
      corners: box(11, 5, 1, 20),
      heightM: 4,
      material: "steel" as const,
      thicknessM: 0.01,
    };
    const at = (heightM: number, change = {}) =>
      betweenLossDb(
        { ...open, obstacles: [{ ...hull, ...change }] },
        {
          from: { ...pack, heightM: 1.2 },
          to: { ...open.antennas[0]!, heightM },
          frequencyHz: 600e6,
        },
      );
    expect(at(2)).toBeGreaterThan(15);
    expect(at(8)).toBeLessThan(at(4));
    expect(at(8)).toBeLessThan(5);
    expect(at(2, { heightM: 50 })).toBeGreaterThan(at(2));
    expect(at(2, { material: "plasterboard", thicknessM: 0.01 })).toBeLessThan(1);
    expect(
      betweenLossDb(
        { ...open, obstacles: [hull] },
        { from: pack, to: { ...pack, x: 30 }, frequencyHz: 600e6 },
      ),
    ).toBe(0);
  });
  test("a fin faces the action or not; a body is least where the pack looks at the antenna", () => {
    const fin = (aimDeg: number) =>
      link(open, {}, antenna("F", 2, 15, { kind: "fin", aimDeg })).receivedDbm;
    expect(fin(0) - fin(180)).toBeCloseTo(15, 6);
    const worn = (facingDeg: number | null) =>
      link(open, { wear: "waist-back", facingDeg }).receivedDbm;
    // the antenna lies to the left: who looks right has it at the back, where the pack is
    // across the body 16 dB of the straight ray are lost, and the reflections are left
    expect(worn(0)).toBeGreaterThan(worn(180) + 8);
    expect(worn(0)).toBeLessThan(worn(180) + 16);
    expect(worn(null)).toBeCloseTo(worn(180), 9);
    const mean =
      Array.from({ length: 360 }, (_, d) => 10 ** (-directBodyLossDb("chest", d) / 10)).reduce(
        (a, b) => a + b,
        0,
      ) / 360;
    expect(-10 * Math.log10(mean)).toBeCloseTo(bodyMeanLossDb("chest"), 6);
  });
});

test("what of a plan makes no sense is told by its id", () => {
  const bad: FloorPlan = {
    ...open,
    walls: [
      { id: "w", x1: 1, y1: 1, x2: 1, y2: 1.01, material: "brick", thicknessM: 0.1 },
      { id: "o", x1: 1, y1: 1, x2: 90, y2: 1, material: "brick", thicknessM: 0.1 },
    ],
    obstacles: [
      {
        id: "x",
        name: "",
        corners: [
          { x: 1, y: 1 },
          { x: 5, y: 5 },
          { x: 5, y: 1 },
          { x: 1, y: 5 },
        ],
        heightM: 2,
        material: "steel",
        thicknessM: 0.1,
      },
      {
        id: "b",
        name: "",
        corners: box(1, 14, 3, 4),
        heightM: 3,
        material: "steel",
        thicknessM: 0.1,
      },
    ],
    walks: [{ id: "k", channelId: null, name: "", points: [{ x: 1, y: 1 }], speedMps: 1 }],
  };
  expect(planProblems(bad)).toEqual([
    { code: "wall-short", id: "w" },
    { code: "outside", what: "wall", id: "o" },
    { code: "outline-crosses", id: "x" },
    { code: "walk-short", id: "k" },
    { code: "antenna-inside", id: "A", of: "b" },
    { code: "antenna-inside", id: "B", of: "b" },
  ]);
  expect(planProblems(open)).toEqual([]);
  expect(
    planProblems({
      ...open,
      walls: [
        {
          id: "thick",
          x1: 2.1,
          y1: 5,
          x2: 2.1,
          y2: 25,
          material: "brick",
          thicknessM: 0.5,
          openings: [{ id: "gate", atM: 19.8, widthM: 1, material: null, thicknessM: 0.1 }],
        },
      ],
    }),
  ).toEqual([
    { code: "opening-off", id: "gate", of: "thick" },
    { code: "antenna-inside", id: "A", of: "thick" },
    { code: "antenna-inside", id: "B", of: "thick" },
  ]);
  expect([
    isInside({ x: 2, y: 2 }, box(1, 1, 2, 2)),
    isInside({ x: 4, y: 2 }, box(1, 1, 2, 2)),
  ]).toEqual([true, false]);
});

test("points along a walk: both ends, the corner once, the clock with them", () => {
  const points = walkPoints(walk);
  expect(points[0]).toEqual({ x: 10, y: 5, atM: 0, atS: 0, headingDeg: 0 });
  expect(points.at(-1)).toMatchObject({ x: 38, y: 25, atM: 48 });
  expect(points.at(-1)!.atS).toBeCloseTo(48 / 1.4, 9);
  expect(points.filter((p) => p.x === 38 && p.y === 5)).toHaveLength(1);
});

test("reliability: two antennas beat one; the thinnest point lies behind the wall; what fades is what the margins say", () => {
  const one = walkReliability(behind, walk, walked, behind.antennas, {
    figures: receiver,
    isDiversity: false,
  });
  const both = walkReliability(behind, walk, walked, behind.antennas, {
    figures: receiver,
    isDiversity: true,
  });
  expect(both.outage).toBeLessThan(one.outage / 2);
  expect(both.dropoutsPerMinute).toBeLessThan(one.dropoutsPerMinute);
  expect(both.points[both.worst]!.x).toBeGreaterThan(20);
  expect(one.points[0]!.isInSight).toBe(true);
  expect(one.points.at(-1)!.isInSight).toBe(false);
  expect(one.outage).toBeCloseTo(
    one.points.reduce((sum, p) => sum + p.outage, 0) / one.points.length,
    12,
  );
});

describe("placing antennas", () => {
  const asked = {
    plan: behind,
    walks: [{ walk, pack: walked }],
    receiver: { figures: receiver, isDiversity: true },
    spots: gridSpots(behind, 6, 2.5),
    kinds: ["butterfly" as const],
  };
  test("what helps: a gain that comes true, the most for a minute's work first; skin and sleeve, power only as far as allowed", () => {
    const helps = whatHelps({
      plan: behind,
      walks: [{ walk, pack: { ...walked, skinContact: true } }],
      receiver: asked.receiver,
      atHand: { spots: gridSpots(behind, 10, 2.5), kinds: [], mastM: 3, mostPowersDbm: [13] },
    });
    expect(helps.map((h) => h.help.code)).toEqual(
      expect.arrayContaining(["power", "sleeve", "move"]),
    );
    expect(helps.map((h) => h.gainDb / h.minutes)).toEqual(
      helps.map((h) => h.gainDb / h.minutes).sort((a, b) => b - a),
    );
    expect(helps.find((h) => h.help.code === "power")!.gainDb).toBeCloseTo(3, 6);
    expect(helps.find((h) => h.help.code === "sleeve")!.gainDb).toBeCloseTo(7, 6);
    for (const h of helps) expect(h.after.outage).toBeLessThan(h.before.outage);
    expect(placeAntennas({ ...asked, spots: [] })).toBeNull();
  });
});

test("a walk test gives back the corrections that it was made with, within their uncertainty", () => {
  const random = seededRandom(5);
  const readings = Array.from({ length: 120 }, (_, i) => {
    const [wallCount, isBehindBody] = [i % 3, i % 4 === 0];
    const predictedDbm = -50 - i / 4;
    const measuredDbm =
      predictedDbm - 2 - 3 * wallCount - (isBehindBody ? 6 : 0) + 4 * gaussian(random);
    return { wallCount, isBehindBody, predictedDbm, lowDbm: measuredDbm, highDbm: measuredDbm };
  });
  const fit = fitWalk(readings);
  for (const [found, truth] of [
    [fit.general, -2],
    [fit.perWall, -3],
    [fit.behindBody, -6],
  ] as const)
    expect(Math.abs(found!.db - truth)).toBeLessThan(3 * found!.uncertaintyDb);
  expect(fit.errorAfterDb).toBeLessThan(fit.errorDb);
  expect(fit.errorAfterDb).toBeCloseTo(4, 0);
  // a walk that never had a wall between says nothing of walls
  expect(fitWalk(readings.map((r) => ({ ...r, wallCount: 0 }))).perWall).toBeNull();
  expect(fitWalk([])).toMatchObject({ readings: 0, general: null });
});
