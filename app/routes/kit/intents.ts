import { z } from "zod";
import { antennaShape, setAnswersShape } from "~/contract/codecs/kitFile";
import { UNIT_FIELDS } from "~/core/kit/unitTable";
import { STOCK_KINDS } from "~/core/kit/units";

const column = z.number().int().min(0).max(200).nullable();
const map = z.object(
  Object.fromEntries(UNIT_FIELDS.map((f) => [f, column])) as Record<
    (typeof UNIT_FIELDS)[number],
    typeof column
  >,
);
const text = z.string().max(4_000_000);
const expectedVersion = z.number().int().min(0);
const key = z.string().min(1).max(100);
const word = z.string().trim().min(1).max(80);

export const kitIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("add-unit"), modelId: key, expectedVersion }),
  z.object({
    intent: z.literal("set-antennas"),
    antennas: z.array(antennaShape).max(200),
    expectedVersion,
  }),
  z.object({ intent: z.literal("undo-antennas"), expectedVersion }),
  z.object({ intent: z.literal("add-set"), set: setAnswersShape, expectedVersion }),
  z.object({
    intent: z.literal("change-unit"),
    key,
    expectedVersion,
    change: z
      .object({
        label: word,
        modelId: key,
        powerMw: z.number().positive(),
        serial: word.nullable(),
        keyName: word.nullable(),
        firmware: word.nullable(),
      })
      .partial(),
  }),
  z.object({ intent: z.literal("remove-unit"), key, expectedVersion }),
  z.object({ intent: z.literal("undo-units"), expectedVersion }),
  z.object({
    intent: z.literal("set-stock"),
    expectedVersion,
    items: z
      .array(
        z.object({
          kind: z.enum(STOCK_KINDS),
          block: word.nullable(),
          connector: word.nullable(),
          count: z.number().int().min(0).max(10_000),
        }),
      )
      .max(200),
  }),
  z.object({ intent: z.literal("undo-stock"), expectedVersion }),
  z.object({ intent: z.literal("preview"), text, map: map.nullable() }),
  z.object({ intent: z.literal("import"), text, map, leaveOutBad: z.boolean(), expectedVersion }),
  z.object({ intent: z.literal("preview-kit"), text }),
  z.object({
    intent: z.literal("import-kit"),
    text,
    mode: z.enum(["add", "replace"]),
    expectedVersion,
  }),
]);

export type KitIntent = z.infer<typeof kitIntents>;
