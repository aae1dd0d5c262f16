import { z } from "zod";
import { packModelShape, receiverModelShape } from "../../../contract/kitFile";

const seenVersion = z.number().int().min(0);

export const modelIntents = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("save"), model: z.union([receiverModelShape, packModelShape]), seenVersion }),
  z.object({ intent: z.literal("drop"), id: z.string().min(1).max(80), seenVersion }),
  z.object({ intent: z.literal("undo"), seenVersion }),
]);

export type ModelIntent = z.infer<typeof modelIntents>;
