import { z } from "zod";
import { distributionShape } from "~/contract/codecs/kitFile";
import { ANTENNA_ATTITUDES } from "~/core/radio/antennaDesk";

const expectedVersion = z.number().int().min(0);

export const antennaIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("set-distributions"),
    distributions: z.array(distributionShape).max(24),
    expectedVersion,
  }),
  z.object({ intent: z.literal("undo-distributions"), expectedVersion }),
  z.object({ intent: z.literal("set-attitude"), attitude: z.enum(ANTENNA_ATTITUDES) }),
]);

export type AntennaIntent = z.infer<typeof antennaIntents>;
