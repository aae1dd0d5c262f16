import { seededRandom } from "~/core/units/random";
import { emptyPlan, type FloorPlan, type PlacedAntenna } from "./floorPlan";
import { antennaCoverage, antennaCoverageSteps, withBody, worstCell } from "./planCoverage";
import { planLink } from "./planLink";

const receiver = { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 };
const pack = {
  heightM: 1.1,
  frequencyHz: 580e6,
  txPowerDbm: 17,
  wear: "waist-back" as const,
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
};
const antennas: PlacedAntenna[] = [
  {
    id: "A",
    name: "A",
    x: 3,
    y: 4,
    heightM: 2,
    kind: "whip-quarter",
    aimDeg: 0,
    tiltDeg: 0,
    feed: [],
  },
  {
    id: "F",
    name: "F",
    x: 22,
    y: 14,
    heightM: 3,
    kind: "fin",
    aimDeg: 200,
    tiltDeg: 0,
    feed: [{ kind: "coax", type: "RG-58", lengthM: 10 }],
  },
];
const plan: FloorPlan = {
  ...emptyPlan({ model: "indoor", room: "office" }),
  widthM: 24,
  heightM: 16,
  antennas,
  walls: [
    {
      id: "c",
      x1: 8,
      y1: 0,
      x2: 8,
      y2: 11,
      material: "concrete",
      thicknessM: 0.2,
      openings: [
        { id: "d", atM: 3, widthM: 1, material: "wood", thicknessM: 0.04 },
        { id: "e", atM: 8, widthM: 1.5, material: null, thicknessM: 0.04 },
      ],
    },
    { id: "s", x1: 14, y1: 4, x2: 14, y2: 12, material: "steel", thicknessM: 0.01 },
    { id: "t", x1: 14, y1: 4, x2: 18, y2: 4, material: "steel", thicknessM: 0.01 },
    {
      id: "p",
      x1: 18,
      y1: 6,
      x2: 23,
      y2: 8,
      material: "plasterboard",
      thicknessM: 0.1,
      layers: [
        { material: "plasterboard", thicknessM: 0.0125 },
        { material: "air", thicknessM: 0.07 },
        { material: "plasterboard", thicknessM: 0.0125 },
      ],
    },
  ],
  obstacles: [
    {
      id: "v",
      name: "van",
      corners: [
        { x: 4, y: 9 },
        { x: 7, y: 9 },
        { x: 7, y: 11 },
        { x: 4, y: 11 },
      ],
      heightM: 2.4,
      material: "steel",
      thicknessM: 0.002,
    },
  ],
  fit: {
    atMs: 0,
    readings: 50,
    biasDb: -2,
    errorDb: 5,
    errorAfterDb: 3,
    general: { db: -1, uncertaintyDb: 0.5 },
    perWall: { db: -2, uncertaintyDb: 1 },
    behindBody: { db: -3, uncertaintyDb: 1 },
  },
};

test.each(["plane-earth", "indoor"] as const)(
  "over %s the map is the link of every cell, for both orientations and both kinds of antenna",
  (model) => {
    const asked = { plan: { ...plan, model }, pack, receiver, cellM: 0.25 };
    const random = seededRandom(3);
    for (const antenna of antennas) {
      const map = antennaCoverage(asked, antenna);
      for (const facingDeg of [null, 70]) {
        const margins = withBody(plan, pack.wear, facingDeg, [map]);
        let off = 0;
        for (let n = 0; n < 250; n += 1) {
          const i = Math.floor(random() * margins.length);
          const here = {
            ...pack,
            x: ((i % map.columns) + 0.5) * 0.25,
            y: (Math.floor(i / map.columns) + 0.5) * 0.25,
            facingDeg,
          };
          const apart = Math.abs(
            margins[i]! - planLink(asked.plan, here, antenna, receiver).marginDb,
          );
          if (apart > 0.35) off += 1;
        }
        // a ray that grazes a wall's very end may fall on either side
        expect(off).toBeLessThanOrEqual(2);
      }
    }
  },
);

test("the best of two is never under either; the worst cell lies in the playing area", () => {
  const maps = antennas.map((a) => antennaCoverage({ plan, pack, receiver, cellM: 0.5 }, a));
  const steps = antennaCoverageSteps({ plan, pack, receiver, cellM: 0.5 }, antennas[0]!);
  expect([steps.next().value, steps.next().value]).toEqual([1 / 32, 2 / 32]);
  const both = withBody(plan, pack.wear, null, maps);
  const one = withBody(plan, pack.wear, null, maps.slice(0, 1));
  expect(both.every((m, i) => m >= one[i]!)).toBe(true);
  const area = {
    id: "a",
    name: "table",
    corners: [
      { x: 15, y: 5 },
      { x: 20, y: 5 },
      { x: 20, y: 10 },
      { x: 15, y: 10 },
    ],
  };
  const worst = worstCell({ ...plan, areas: [area] }, maps[0]!, both)!;
  expect(worst.x).toBeGreaterThan(15);
  expect(worst.x).toBeLessThan(20);
  expect(worst.marginDb).toBeGreaterThanOrEqual(worstCell(plan, maps[0]!, both)!.marginDb);
});
