import { z } from "zod";
import {
  floorPlanShape,
  pictureShape,
  rigDetailShape,
  walkFitShape,
} from "~/contract/schemas/placePlan";

const seenVersion = z.number().int();
const placeId = z.number().int();

export const rangeIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("begin"), seenVersion, placeId }),
  z.object({
    intent: z.literal("keep"),
    seenVersion,
    placeId,
    plan: floorPlanShape,
    picture: pictureShape.nullable(),
    how: z.string().max(120),
  }),
  z.object({ intent: z.literal("undo"), seenVersion }),
  z.object({ intent: z.literal("keep-range") }),
  z.object({
    intent: z.literal("keep-fit"),
    seenVersion,
    placeId,
    fit: walkFitShape.omit({ atMs: true }).nullable(),
  }),
  z.object({ intent: z.literal("rig"), seenVersion, rig: rigDetailShape }),
  z.object({ intent: z.literal("undo-rig"), seenVersion }),
]);

export type RangeIntent = z.input<typeof rangeIntents>;
