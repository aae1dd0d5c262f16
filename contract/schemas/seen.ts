import { z } from "zod";
import { VERIFICATION_PARTS } from "~/core/channel/verificationParts";
import { outcomeCode } from "./verificationOutcome";

/** 0 where the ends choose for themselves. */
const frequencyHz = z.number().int().min(0).max(100e9);
/** Of the day’s clock: what is tried out months ahead, and a shift that goes on past midnight. */
const dayMs = z
  .number()
  .min(-366 * 86_400_000)
  .max(3 * 86_400_000);
const key = z.string().min(1).max(100);

/**
 * A number that a page made for what it sends, so that what is sent twice stands once: plain
 * characters, for it is looked up.
 */
export const pageNumber = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[\x20-\x7e]+$/);

/** What somebody saw, as a page sends it: what, of which ends and number, and when. */
export const seenItem = z.object({
  id: pageNumber.min(8).max(60),
  channelId: z.number().int(),
  atMs: dayMs.nullable(),
  of: z.object({ frequencyHz, packKey: key, receiverKey: key }),
  seen: z.discriminatedUnion("what", [
    z.object({ what: z.literal("receiver-shows"), frequencyHz }),
    z.object({ what: z.literal("pack-shows"), frequencyHz }),
    z.object({ what: z.literal("cells") }),
    z.object({
      what: z.literal("proof"),
      part: z.enum(VERIFICATION_PARTS),
      outcome: z.string().min(1).max(40).transform(outcomeCode),
      shown: z.string().trim().min(1).max(20).nullable(),
    }),
  ]),
});
export const seenItems = z.array(seenItem).min(1).max(200);

export type SeenItem = z.output<typeof seenItem>;
export type Seen = SeenItem["seen"];

/**
 * It stands on record, and does not speak of what stands now: the channel moved on, or somebody saw
 * something else later.
 */
export type SeenNote =
  | { code: "moved-on"; talker: string; what: "frequency" | "pack" | "receiver" }
  | {
      code: "seen-later";
      talker: string;
      part: (typeof VERIFICATION_PARTS)[number];
      outcome: string;
      who: string | null;
      atMs: number;
    };

/**
 * What became of one that was sent. `words`: why it was refused, or what had changed; null where
 * all is well.
 */
export interface SeenReply {
  id: string;
  syncId: number | null;
  words: string | null;
}
