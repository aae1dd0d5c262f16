import { z } from "zod";

const identity = {
  name: z.string().trim().min(1).max(40),
  group: z.number().int().min(0).max(999_999),
  key: z.string().trim().max(64),
};

export const PAIRING_FORMAT = "plain-channel-pairing";

/**
 * The pairing record as a file, carried to the bases of other receivers. It holds the keys: it is
 * kept like them.
 */
export const pairingFile = z.object({
  format: z.literal(PAIRING_FORMAT),
  version: z.literal(1),
  packs: z
    .array(z.object({ pack: z.string().trim().min(1).max(80), ...identity }))
    .min(1)
    .max(200),
});
