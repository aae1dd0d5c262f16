import { itemAt } from "~/core/units/items";
import {
  type DrawnWall,
  emptyPlan,
  type FloorPlan,
  type PlacedAntenna,
  type PlanPoint,
} from "~/core/location/floorPlan";
import type { SimulatedLosses } from "./simulatedLosses";

/** The four places of the practice day, drawn. Everything here is invented. */
export interface PracticePlan {
  plan: (channelOf: (talker: string) => number | null) => FloorPlan;
  truth: SimulatedLosses;
}

const box = (x: number, y: number, w: number, h: number): PlanPoint[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];
const points = (...xy: [number, number][]): PlanPoint[] => xy.map(([x, y]) => ({ x, y }));

const wallOf =
  (material: DrawnWall["material"], thicknessM: number) =>
  (
    id: string,
    x1: number,
    y1: number,
    x2: number,
    y2: number,
    more: Partial<DrawnWall> = {},
  ): DrawnWall => ({ id, x1, y1, x2, y2, material, thicknessM, ...more });
const timber = wallOf("wood", 0.04);
const brick = wallOf("brick", 0.11);
const gable = wallOf("brick", 0.34);
const steel = wallOf("steel", 0.01);
const stone = wallOf("brick", 0.9);

/** Two whips on the bag, as it was set down. */
const onTheBag = (x: number, y: number, heightM = 0.9): PlacedAntenna[] =>
  ["A", "B"].map((name, i) => ({
    id: `whip-${name.toLowerCase()}`,
    name,
    x: x + i * 0.3,
    y,
    heightM,
    kind: "whip-quarter",
    aimDeg: 0,
    tiltDeg: 0,
    feed: [],
  }));

const LOFT = 24;

export const PORT_ELLERY_PLANS: Readonly<Record<string, PracticePlan>> = {
  "net-loft": {
    truth: { generalDb: -1.5, perWallDb: -1.2, behindBodyDb: -1, shadowDb: 2 },
    plan: (channelOf) =>
      emptyPlan({
        model: "indoor",
        room: "office",
        widthM: LOFT + 12,
        heightM: 18,
        walls: [
          timber("north", 2, 2, 2 + LOFT, 2),
          gable("east", 2 + LOFT, 2, 2 + LOFT, 16, {
            openings: [
              { id: "loading-door", atM: 11, widthM: 3, material: "wood", thicknessM: 0.06 },
            ],
          }),
          timber("south", 2 + LOFT, 16, 2, 16),
          timber("west", 2, 16, 2, 2, {
            openings: [{ id: "window", atM: 7, widthM: 1.4, material: "glass", thicknessM: 0.004 }],
          }),
          stone("salt-store", 30, 2, 30, 13),
          brick("chimney-wall", 11, 2, 11, 11),
          timber("office", 11, 11, 17, 11, {
            openings: [
              { id: "office-door", atM: 4.5, widthM: 0.9, material: "wood", thicknessM: 0.04 },
            ],
          }),
        ],
        obstacles: [
          {
            id: "racks",
            name: "Net racks, leaded",
            corners: box(14, 6, 6, 1),
            heightM: 1.5,
            material: "steel",
            thicknessM: 0.004,
          },
          {
            id: "winch",
            name: "Old winch",
            corners: box(5, 11.5, 1.6, 1.6),
            heightM: 1.7,
            material: "steel",
            thicknessM: 0.02,
          },
        ],
        areas: [{ id: "table", name: "Mending table", corners: box(4, 4, 6, 4) }],
        walks: [
          {
            id: "marit",
            channelId: channelOf("Marit"),
            name: "Marit, round the racks",
            points: points([20, 13.5], [23, 8], [22, 4], [13, 4], [12, 9]),
            speedMps: 1.2,
          },
          {
            id: "tobiah",
            channelId: channelOf("Tobiah"),
            name: "Tobiah, in at the door",
            points: points([25, 13], [14, 13.5], [8, 13], [6.5, 8.5]),
            speedMps: 1.4,
          },
          {
            id: "agnete",
            channelId: channelOf("Agnete"),
            name: "Agnete, to the window",
            points: points([9, 5], [4, 4], [3, 8.5]),
            speedMps: 0.7,
          },
        ],
        cart: { x: 33.5, y: 5 },
        antennas: onTheBag(33.5, 5.2, 0.6),
      }),
  },
  quay: {
    truth: { generalDb: -2, perWallDb: 0, behindBodyDb: -1.5, shadowDb: 2.5 },
    plan: (channelOf) =>
      emptyPlan({
        model: "plane-earth",
        room: "office",
        widthM: 90,
        heightM: 44,
        cable: { type: "RG-213", mostM: 30 },
        walls: [],
        obstacles: [
          {
            id: "trawler",
            name: "Trawler alongside",
            corners: points([6, 3], [34, 2], [38, 6], [34, 10], [6, 9]),
            heightM: 5,
            material: "steel",
            thicknessM: 0.01,
          },
          {
            id: "tug",
            name: "Tug",
            corners: points([52, 3], [68, 3], [71, 6.5], [68, 10], [52, 10]),
            heightM: 4,
            material: "steel",
            thicknessM: 0.012,
          },
          {
            id: "containers",
            name: "Two containers",
            corners: box(44, 20, 12, 2.5),
            heightM: 2.6,
            material: "steel",
            thicknessM: 0.002,
          },
          {
            id: "lorry",
            name: "Lorry",
            corners: box(20, 26, 9, 2.6),
            heightM: 3.8,
            material: "steel",
            thicknessM: 0.002,
          },
          {
            id: "shed",
            name: "Ice shed",
            corners: box(70, 28, 14, 10),
            heightM: 4.5,
            material: "brick",
            thicknessM: 0.22,
          },
        ],
        areas: [{ id: "gangway", name: "Gangway", corners: box(36, 11, 10, 5) }],
        walks: [
          {
            id: "tobiah",
            channelId: channelOf("Tobiah"),
            name: "Tobiah, shed to gangway",
            points: points([66, 32], [64, 15], [40, 13]),
            speedMps: 1.3,
          },
          {
            id: "nils",
            channelId: channelOf("Nils"),
            name: "Nils runs for the rope",
            points: points([14, 14], [50, 13], [74, 13.5], [86, 20]),
            speedMps: 3.5,
          },
          {
            id: "marit",
            channelId: channelOf("Marit"),
            name: "Marit along the edge",
            points: points([30, 15], [48, 16], [60, 18]),
            speedMps: 1.1,
          },
        ],
        cart: { x: 24, y: 32 },
        antennas: onTheBag(24, 32.2),
      }),
  },
  "car-deck": {
    truth: { generalDb: 1.5, perWallDb: -1, behindBodyDb: -2, shadowDb: 2.5 },
    plan: (channelOf) =>
      emptyPlan({
        model: "indoor",
        room: "commercial",
        widthM: 64,
        heightM: 22,
        cable: { type: "RG-58", mostM: 25 },
        walls: [
          steel("port", 2, 2, 60, 2),
          steel("bow", 60, 2, 60, 20, {
            openings: [{ id: "bow-door", atM: 9, widthM: 5, material: null, thicknessM: 0.1 }],
          }),
          steel("starboard", 60, 20, 2, 20),
          steel("stern", 2, 20, 2, 2, {
            openings: [{ id: "ramp", atM: 9, widthM: 6, material: null, thicknessM: 0.1 }],
          }),
          steel("casing-port", 22, 9, 42, 9),
          steel("casing-fore", 42, 9, 42, 13),
          steel("casing-starboard", 42, 13, 22, 13, {
            openings: [
              { id: "casing-door", atM: 10, widthM: 0.9, material: "steel", thicknessM: 0.01 },
            ],
          }),
          steel("casing-aft", 22, 13, 22, 9),
        ],
        obstacles: [
          {
            id: "van",
            name: "Delivery van",
            corners: box(46, 5, 5.4, 2),
            heightM: 2.6,
            material: "steel",
            thicknessM: 0.001,
          },
          {
            id: "cars",
            name: "Row of cars",
            corners: box(12, 4, 18, 1.8),
            heightM: 1.5,
            material: "steel",
            thicknessM: 0.001,
          },
        ],
        areas: [{ id: "between", name: "Between the cars", corners: box(14, 6, 16, 2.4) }],
        walks: [
          {
            id: "marit",
            channelId: channelOf("Marit"),
            name: "Marit, round the casing",
            points: points([46, 16], [48, 11], [45, 7], [18, 6.8], [16, 11]),
            speedMps: 1.2,
          },
          {
            id: "nils",
            channelId: channelOf("Nils"),
            name: "Nils, to the ramp",
            points: points([50, 17], [20, 16], [6, 11]),
            speedMps: 2.5,
          },
        ],
        cart: { x: 57, y: 4 },
        antennas: onTheBag(57, 4.2, 0.6),
      }),
  },
  "lighthouse-stair": {
    truth: { generalDb: -1, perWallDb: -1.5, behindBodyDb: -1, shadowDb: 2 },
    plan: (channelOf) =>
      emptyPlan({
        model: "indoor",
        room: "office",
        widthM: 30,
        heightM: 20,
        cable: { type: "RG-58", mostM: 20 },
        walls: [
          ...ring("tower", 9, 10, 5.2, 10, stone, 1),
          ...ring("newel", 9, 10, 1.2, 8, wallOf("brick", 0.22)),
          stone("keeper-north", 16, 5, 26, 5),
          stone("keeper-east", 26, 5, 26, 15),
          stone("keeper-south", 26, 15, 16, 15),
          stone("keeper-west", 16, 15, 16, 5, {
            openings: [
              { id: "keeper-door", atM: 5, widthM: 1, material: "wood", thicknessM: 0.05 },
            ],
          }),
        ],
        obstacles: [
          {
            id: "tank",
            name: "Oil tank",
            corners: box(18, 6, 3, 1.6),
            heightM: 1.8,
            material: "steel",
            thicknessM: 0.006,
          },
        ],
        areas: [{ id: "landing", name: "Landing", corners: box(5, 8, 2.2, 4) }],
        walks: [
          {
            id: "agnete",
            channelId: channelOf("Agnete"),
            name: "Agnete, round the stair",
            points: around(9, 10, 3.4, -10, -170, 8),
            speedMps: 0.6,
          },
          {
            id: "marit",
            channelId: channelOf("Marit"),
            name: "Marit follows",
            points: around(9, 10, 3, 20, -120, 8),
            speedMps: 0.7,
          },
        ],
        cart: { x: 19.5, y: 8.6 },
        antennas: onTheBag(19.5, 8.8, 0.6),
      }),
  },
};

function around(
  x: number,
  y: number,
  radiusM: number,
  fromDeg: number,
  toDeg: number,
  steps: number,
): PlanPoint[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const a = ((fromDeg + ((toDeg - fromDeg) * i) / steps) * Math.PI) / 180;
    return {
      x: Number((x + radiusM * Math.cos(a)).toFixed(2)),
      y: Number((y + radiusM * Math.sin(a)).toFixed(2)),
    };
  });
}

/** A round wall as so many straight ones. @param doorAt - which of them has a door; absent: none */
function ring(
  id: string,
  x: number,
  y: number,
  radiusM: number,
  sides: number,
  wall: ReturnType<typeof wallOf>,
  doorAt?: number,
): DrawnWall[] {
  const corners = around(x, y, radiusM, 180 / sides, 360 + 180 / sides, sides);
  return corners.slice(1).map((b, i) => {
    const a = itemAt(corners, i);
    return wall(
      `${id}-${i}`,
      a.x,
      a.y,
      b.x,
      b.y,
      doorAt === i + 1
        ? {
            openings: [
              {
                id: `${id}-door`,
                atM: Math.hypot(b.x - a.x, b.y - a.y) / 2,
                widthM: 0.9,
                material: "wood",
                thicknessM: 0.05,
              },
            ],
          }
        : {},
    );
  });
}
