import { z } from "zod";
import { MATERIALS, type Material } from "~/core/radio/slab";
import { angleDeg, frequencyHz, notNegative, or, positive } from "./fields";

const materials = Object.keys(MATERIALS) as [Material, ...Material[]];
const gain = z.object({ gainDbi: z.number() });
const heightM = (fallbackM: number) => or(positive, fallbackM);

const layer = z.object({ material: z.enum([...materials, "air"]), thicknessM: positive });

export const wall = z.object({
  material: z.enum(materials),
  thicknessM: positive,
  layers: z.array(layer).min(1).max(12).exactOptional(),
  incidenceDeg: or(z.number().min(0).lt(90), 0),
  lossDb: notNegative.max(60).exactOptional(),
  allowanceDb: or(notNegative, 0),
});

export const feedItem = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("coax"),
    type: z.enum(["RG-174", "RG-58", "RG-8X", "RG-213", "low-loss-10"]),
    lengthM: notNegative,
  }),
  z.object({ kind: z.literal("loss"), db: notNegative }),
  z.object({ kind: z.literal("amplifier"), gainDb: notNegative, noiseFigureDb: notNegative }),
  z.object({ kind: z.literal("splitter"), ways: z.number().int().min(1).max(64) }),
  z.object({ kind: z.literal("pad"), db: notNegative }),
]);

export const linkRequest = z
  .object({
    frequencyHz,
    txPowerDbm: z.number().min(-100).max(60),
    tx: z.object({
      antenna: z.union([z.enum(["whip-quarter", "dipole"]), gain]),
      whip: z.enum(["straight", "bent", "coiled"]).exactOptional(),
      cutForHz: frequencyHz.exactOptional(),
      wear: z.enum(["free", "hand", "chest", "waist-front", "waist-back", "thigh", "ankle"]),
      skinContact: or(z.boolean(), false),
      sleeve: or(z.boolean(), false),
      tiltDeg: or(angleDeg, 0),
      heightM: heightM(1.1),
    }),
    rx: z.object({
      antenna: z.union([
        z.enum(["whip-quarter", "dipole", "butterfly", "fin"]),
        gain.extend({
          beamwidthDeg: positive.max(360).optional(),
          frontToBackDb: notNegative.optional(),
        }),
      ]),
      cutForHz: frequencyHz.exactOptional(),
      tiltDeg: or(angleDeg, 0),
      offAxisDeg: or(angleDeg, 0),
      heightM: heightM(2),
    }),
    path: z.object({
      distanceM: positive.max(1e7),
      model: z.enum(["free-space", "plane-earth", "indoor"]),
      room: or(z.enum(["office", "commercial", "residential"]), "office"),
      walls: or(z.array(wall).max(100), []),
      edges: or(
        z.array(z.object({ heightAboveRayM: z.number(), d1M: positive, d2M: positive })).max(100),
        [],
      ),
    }),
    feed: or(z.array(feedItem).max(50), []),
    interference: z
      .array(z.object({ label: z.string().max(120), dbm: z.number().min(-250).max(60) }))
      .max(100)
      .exactOptional(),
    receiver: z.object({
      bandwidthHz: positive,
      noiseFigureDb: notNegative,
      requiredSnrDb: z.number(),
      overloadDbm: z.number(),
    }),
  })
  .superRefine((q, context) => {
    if (
      q.path.model === "plane-earth" &&
      q.path.distanceM < Math.abs(q.tx.heightM - q.rx.heightM)
    ) {
      context.addIssue({
        code: "custom",
        path: ["path", "distanceM"],
        message: "is shorter than the difference of the two heights",
      });
    }
  });

const metre = z.number().min(-1e5).max(1e5);

export const planWall = z
  .object({
    x1: metre,
    y1: metre,
    x2: metre,
    y2: metre,
    material: z.enum(materials),
    thicknessM: positive.max(20),
  })
  .refine((w) => w.x1 !== w.x2 || w.y1 !== w.y2, "has no length");

/** So many cells are worked out at once, for every antenna. */
const MAX_CELLS = 4_000_000;

export const coverageRequest = z
  .object({
    frequencyHz,
    txPowerDbm: z.number().min(-100).max(60),
    txHeightM: positive.max(1000),
    widthM: positive.max(1e5),
    heightM: positive.max(1e5),
    cellM: positive.max(1e4),
    walls: or(z.array(planWall).max(2000), []),
    antennas: z
      .array(
        z.object({
          x: metre,
          y: metre,
          heightM: positive.max(1000),
          gainDbi: or(z.number().min(-60).max(60), 0),
        }),
      )
      .min(1)
      .max(64),
    model: z.enum(["free-space", "plane-earth", "indoor"]),
    room: or(z.enum(["office", "commercial", "residential"]), "office"),
  })
  .superRefine((q, context) => {
    if ((q.widthM / q.cellM) * (q.heightM / q.cellM) > MAX_CELLS)
      context.addIssue({
        code: "custom",
        path: ["cellM"],
        message: `makes more than ${MAX_CELLS.toLocaleString("en")} cells`,
      });
  });

export const fadingRequest = z
  .object({
    meanMarginDb: z.array(z.number().min(-200).max(200)).min(1).max(2),
    kFactorDb: z.number().min(-60).max(60).nullable(),
    antennaSpacingM: notNegative.max(1e5),
    frequencyHz,
    speedMps: notNegative.max(1000),
    combining: z.enum(["none", "selection"]),
  })
  .superRefine((q, context) => {
    if (q.combining === "selection" && q.meanMarginDb.length < 2)
      context.addIssue({
        code: "custom",
        path: ["meanMarginDb"],
        message: "needs two margins for a selection",
      });
  });
