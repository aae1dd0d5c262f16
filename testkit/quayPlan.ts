import { emptyPlan, type FloorPlan, type PlacedAntenna } from "~/core/location/floorPlan";
import { type PlanPack } from "~/core/location/planLink";
import { type WalkPack } from "~/core/location/walk";

export const receiver = {
  bandwidthHz: 200_000,
  noiseFigureDb: 8,
  requiredSnrDb: 20,
  overloadDbm: -25,
};
export const antenna = (
  id: string,
  x: number,
  y: number,
  change: Partial<PlacedAntenna> = {},
): PlacedAntenna => ({
  id,
  name: id,
  x,
  y,
  heightM: 2,
  kind: "butterfly",
  aimDeg: 0,
  tiltDeg: 0,
  feed: [],
  ...change,
});
export const open: FloorPlan = {
  ...emptyPlan({ model: "free-space", room: "office" }),
  widthM: 40,
  heightM: 30,
  antennas: [antenna("A", 2, 15), antenna("B", 2, 17)],
};
export const pack: PlanPack = {
  x: 22,
  y: 15,
  heightM: 2,
  frequencyHz: 600e6,
  txPowerDbm: 17,
  wear: "free",
  skinContact: false,
  sleeve: false,
  tiltDeg: 0,
  facingDeg: 0,
};

export const walk = {
  id: "w",
  channelId: 1,
  name: "along the quay",
  points: [
    { x: 10, y: 5 },
    { x: 38, y: 5 },
    { x: 38, y: 25 },
  ],
  speedMps: 1.4,
};
export const walked: WalkPack = {
  ...pack,
  txPowerDbm: 10,
  heightM: 1.1,
  wear: "waist-front",
  facingDeg: null,
};
export const behind: FloorPlan = {
  ...open,
  model: "indoor",
  walls: [{ id: "c", x1: 20, y1: 0, x2: 20, y2: 30, material: "concrete", thicknessM: 0.2 }],
};
