import { z } from "zod";
import {
  floorPlanShape,
  pictureShape,
  rigDetailShape,
  walkedShape,
  walkFitShape,
} from "~/contract/schemas/placePlan";

const expectedVersion = z.number().int();
const placeId = z.number().int();

export const rangeIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("begin"), expectedVersion, placeId }),
  z.object({
    intent: z.literal("keep"),
    expectedVersion,
    placeId,
    plan: floorPlanShape,
    picture: pictureShape.nullable(),
    how: z.string().max(120),
  }),
  z.object({ intent: z.literal("undo"), expectedVersion }),
  z.object({ intent: z.literal("keep-range") }),
  z.object({
    intent: z.literal("keep-fit"),
    expectedVersion,
    placeId,
    fit: walkFitShape.omit({ atMs: true }).nullable(),
    walked: z.array(walkedShape).max(60).default([]),
  }),
  z.object({ intent: z.literal("rig"), expectedVersion, rig: rigDetailShape }),
  z.object({ intent: z.literal("undo-rig"), expectedVersion }),
]);

export type RangeIntent = z.input<typeof rangeIntents>;
