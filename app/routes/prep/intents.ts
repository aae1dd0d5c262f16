import { z } from "zod";
import { SCENE_FIELDS } from "~/core/schedule/sceneTable";

const column = z.number().int().min(0).max(200).nullable();
const map = z.object(
  Object.fromEntries(SCENE_FIELDS.map((f) => [f, column])) as Record<
    (typeof SCENE_FIELDS)[number],
    typeof column
  >,
);
const text = z.string().max(4_000_000);

export const prepareIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("preview"), text, map: map.nullable() }),
  z.object({
    intent: z.literal("import"),
    text,
    map,
    leaveOutBad: z.boolean(),
    expectedVersion: z.number().int().min(0),
  }),
  z.object({
    intent: z.literal("put-scene"),
    replaces: z.string().max(80).nullable(),
    expectedVersion: z.number().int().min(0),
    scene: z.object({
      number: z.string().max(300),
      title: z.string().max(1000),
      placeId: z.number().int().nullable(),
      start: z.string().max(40),
      end: z.string().max(40),
      speakers: z.string().max(4000),
      isRepeatable: z.boolean(),
    }),
  }),
  z.object({
    intent: z.literal("strike-scene"),
    number: z.string().min(1).max(80),
    expectedVersion: z.number().int().min(0),
  }),
  z.object({ intent: z.literal("undo"), expectedVersion: z.number().int().min(0) }),
  z.object({
    intent: z.literal("set-power"),
    packKey: z.string().min(1).max(100),
    powerMw: z.number().positive(),
  }),
]);

export type PrepareIntent = z.infer<typeof prepareIntents>;
