import { z } from "zod";
import { MATERIALS, type Material } from "~/core/radio/slab";
import { SCENE_CAUTIONS } from "~/core/report/rigCard";
import { meterFigureShape } from "./meterFigure";
import { feedItem } from "./radio";

/** A drawn place as page, server and files pass it. */
const materials = Object.keys(MATERIALS) as [Material, ...Material[]];
const metre = z.number().min(-1000).max(3000);
const point = z.object({ x: metre, y: metre });
const id = z.string().min(1).max(60);
const name = z.string().max(80);
const thicknessM = z.number().min(0.0001).max(5);
const standM = z.number().min(0.1).max(60);
const kind = z.enum(["whip-quarter", "dipole", "butterfly", "fin"]);

const correction = z
  .object({ db: z.number().min(-80).max(80), uncertaintyDb: z.number().min(0).max(200) })
  .nullable();

export const walkFitShape = z.object({
  atMs: z.number().int(),
  readings: z.number().int().min(0),
  limits: z.number().int().min(0).exactOptional(),
  biasDb: z.number(),
  errorDb: z.number().min(0),
  errorAfterDb: z.number().min(0),
  general: correction,
  perWall: correction,
  behindBody: correction,
});

const alongM = z.number().min(0).max(5000);

/** The short of what a walk told. */
export const walkedShape = z.object({
  channelId: z.number().int(),
  droppedAtM: z.array(alongM).max(400),
  lengthM: alongM,
  leastMarginDb: z.number().min(-200).max(200).nullable(),
});

/** A walk as a person tells it. */
export const seenWalkShape = z.object({
  points: z
    .array(
      z.discriminatedUnion("sign", [
        z.object({ atM: alongM, sign: z.literal("dropped") }),
        z.object({ atM: alongM, sign: z.literal("meter"), figure: meterFigureShape }),
      ]),
    )
    .max(400)
    .readonly(),
  heldToM: alongM.nullable(),
});

const walkShape = z.object({
  id,
  channelId: z.number().int().nullable(),
  name,
  points: z.array(point).max(200),
  speedMps: z.number().min(0.1).max(12),
});

const antennaShape = point.extend({
  id,
  name,
  heightM: standM,
  kind,
  aimDeg: z.number().min(-720).max(720),
  tiltDeg: z.number().min(-180).max(180),
  feed: z.array(feedItem).max(12),
});

export const floorPlanShape = z.object({
  widthM: z.number().min(2).max(2000),
  heightM: z.number().min(2).max(2000),
  model: z.enum(["free-space", "plane-earth", "indoor"]),
  room: z.enum(["office", "commercial", "residential"]),
  walls: z
    .array(
      z.object({
        id,
        x1: metre,
        y1: metre,
        x2: metre,
        y2: metre,
        material: z.enum(materials),
        thicknessM,
        layers: z
          .array(z.object({ material: z.enum([...materials, "air"]), thicknessM }))
          .min(1)
          .max(8)
          .exactOptional(),
        lossDb: z.number().min(0).max(60).exactOptional(),
        allowanceDb: z.number().min(0).max(60).exactOptional(),
        openings: z
          .array(
            z.object({
              id,
              atM: z.number().min(0).max(3000),
              widthM: z.number().min(0.1).max(500),
              material: z.enum(materials).nullable(),
              thicknessM,
            }),
          )
          .max(20)
          .exactOptional(),
      }),
    )
    .max(500),
  obstacles: z
    .array(
      z.object({
        id,
        name,
        corners: z.array(point).max(60),
        heightM: standM,
        material: z.enum(materials),
        thicknessM,
      }),
    )
    .max(200),
  areas: z.array(z.object({ id, name, corners: z.array(point).max(60) })).max(40),
  walks: z.array(walkShape).max(60),
  antennas: z.array(antennaShape).max(16),
  cart: point.nullable(),
  atHand: z.object({
    kinds: z.array(kind).max(4),
    mastM: z.number().min(0.5).max(20),
    stands: z.array(point).max(200),
    amplifier: z
      .object({ gainDb: z.number().min(0).max(40), noiseFigureDb: z.number().min(0).max(20) })
      .nullable(),
  }),
  cable: z
    .object({
      type: z.enum(["RG-174", "RG-58", "RG-8X", "RG-213", "low-loss-10"]),
      mostM: z.number().min(1).max(500),
    })
    .nullable(),
  fit: walkFitShape.nullable(),
});

export const pictureShape = z.object({
  id: z.number().int(),
  x: metre,
  y: metre,
  widthM: z.number().min(0.5).max(5000),
  heightM: z.number().min(0.5).max(5000),
});

export const rigDetailShape = z.object({
  channelId: z.number().int(),
  side: z.enum(["left", "right", "middle"]),
  pouch: z.enum(["pouch", "pocket", "belt", "strap"]),
  whip: z.enum(["straight", "bent", "coiled"]),
  skinContact: z.boolean(),
  sleeve: z.boolean(),
  isTipHeld: z.boolean(),
  isLeadAcross: z.boolean(),
  isSheathed: z.boolean(),
  isNearMetal: z.boolean(),
  microphone: z.enum(["chest", "in-shirt", "collar", "hair"]),
  mute: z.enum(["may-mute", "touches-nothing"]),
  cautions: z.array(z.enum(SCENE_CAUTIONS)).max(SCENE_CAUTIONS.length),
  isAsked: z.boolean(),
  note: z.string().max(400),
});
