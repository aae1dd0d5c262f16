import { z } from "zod";
import {
  blockShape,
  inputShape,
  microphoneShape,
  packModelShape,
  receiverModelShape,
} from "~/contract/codecs/kitFile";

const expectedVersion = z.number().int().min(0);

export const modelIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("save"),
    model: z.union([receiverModelShape, packModelShape]),
    expectedVersion,
  }),
  z.object({ intent: z.literal("drop"), id: z.string().min(1).max(80), expectedVersion }),
  z.object({
    intent: z.literal("save-part"),
    expectedVersion,
    part: z.discriminatedUnion("part", [
      z.object({ part: z.literal("microphones"), item: microphoneShape }),
      z.object({ part: z.literal("inputs"), item: inputShape }),
      z.object({ part: z.literal("blocks"), item: blockShape }),
    ]),
  }),
  z.object({
    intent: z.literal("drop-part"),
    part: z.enum(["microphones", "inputs", "blocks"]),
    id: z.string().min(1).max(80),
    expectedVersion,
  }),
  z.object({ intent: z.literal("undo"), expectedVersion }),
]);

export type ModelIntent = z.infer<typeof modelIntents>;
