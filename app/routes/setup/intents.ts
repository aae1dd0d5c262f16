import { EFFORT_IDS } from "~/core/audio/levelChain";
import { z } from "zod";
import { SOURCES } from "~/core/kit/sources";
import { WALL_WORDS, type WallWord } from "~/core/location/placeSketch";

const expectedVersion = z.number().int().min(0);
const id = z.number().int().positive();
const name = z.string().trim().min(1, "a name").max(80);
const note = z.string().trim().max(300);
const ms = z
  .number()
  .int()
  .min(-86_400_000)
  .max(3 * 86_400_000);
const dateIso = z.iso.date();

const place = z.object({
  name,
  note,
  startMs: ms,
  endMs: ms,
  siteKey: z.string().max(80).nullable(),
  hasLoudspeakers: z.boolean().exactOptional(),
  position: z
    .object({
      latitudeDeg: z.number().min(-90).max(90),
      longitudeDeg: z.number().min(-180).max(180),
    })
    .nullable(),
  sketch: z.object({
    setting: z.enum(["indoors", "outdoors"]),
    walls: z.enum(Object.keys(WALL_WORDS) as [WallWord, ...WallWord[]]),
    wallCount: z.number().int().min(0).max(12),
    distanceM: z.number().positive().max(5000),
  }),
});

const talker = {
  talker: name,
  part: note,
  moves: note,
  effort: z.enum(EFFORT_IDS),
  wear: z.enum(["free", "hand", "chest", "waist-front", "waist-back", "thigh", "ankle"]),
  inputId: z.string().min(1).max(80),
  source: z.enum(SOURCES).nullable(),
};
const key = z.string().min(1).max(100);

export const setupIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("change-day"),
    change: z
      .object({
        dateIso,
        dayNumber: z.number().int().min(0).max(999),
        dayCount: z.number().int().min(1).max(999),
        town: z.string().trim().max(80),
      })
      .partial(),
  }),
  z.object({ intent: z.literal("add-place"), place, expectedVersion }),
  z.object({
    intent: z.literal("change-place"),
    placeId: id,
    place,
    withScenes: z.boolean(),
    expectedVersion,
  }),
  z.object({ intent: z.literal("remove-place"), placeId: id, expectedVersion }),
  z.object({ intent: z.literal("copy-place"), placeId: id, toDayId: id, expectedVersion }),
  z.object({ intent: z.literal("undo-places"), expectedVersion }),
  z.object({
    intent: z.literal("add-talker"),
    told: z
      .object({ ...talker, talker: name })
      .partial()
      .required({ talker: true }),
  }),
  z.object({ intent: z.literal("add-talkers-of-scenes") }),
  z.object({
    intent: z.literal("change-talker"),
    channelId: id,
    expectedVersion,
    change: z
      .object({ ...talker, receiverKey: key, half: z.number().int().min(0).max(7), packKey: key })
      .partial(),
  }),
  z.object({ intent: z.literal("remove-talker"), channelId: id, expectedVersion }),
  z.object({ intent: z.literal("restore-talker"), channelId: id, expectedVersion }),
]);

export type SetupIntent = z.infer<typeof setupIntents>;
