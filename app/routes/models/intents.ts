import { z } from "zod";
import {
  blockShape,
  inputShape,
  microphoneShape,
  packModelShape,
  receiverModelShape,
} from "~/contract/codecs/kitFile";

const seenVersion = z.number().int().min(0);

export const modelIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("save"),
    model: z.union([receiverModelShape, packModelShape]),
    seenVersion,
  }),
  z.object({ intent: z.literal("drop"), id: z.string().min(1).max(80), seenVersion }),
  z.object({
    intent: z.literal("save-part"),
    seenVersion,
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
    seenVersion,
  }),
  z.object({ intent: z.literal("undo"), seenVersion }),
]);

export type ModelIntent = z.infer<typeof modelIntents>;
