import { z } from "zod";
import { EFFORT_IDS } from "~/core/audio/levelChain";
import { VERIFICATION_PARTS, isVerificationOutcome } from "~/core/channel/verificationParts";
import { SELF_CHOOSING_BANDS } from "~/core/kit/selfChoosingBands";
import {
  QUICK_CARRIES,
  QUICK_INTOS,
  QUICK_KINDS,
  QUICK_SCANS,
  QUICK_SOURCES,
} from "~/core/quick/quickSet";
import type { QuickEvent } from "~/core/quick/session";
import { pageNumber } from "./seen";

const hz = z.number().int().min(1e6).max(100e9);
const short = z.string().max(40);
const member = z.string().min(1).max(20);

const place = z.strictObject({
  list: member.nullable(),
  number: member.nullable(),
  frequencyHz: hz.nullable(),
});
const set = z.strictObject({
  name: z.string().trim().min(1).max(40),
  kind: z.enum(QUICK_KINDS),
  scan: z.enum(QUICK_SCANS),
  carry: z.enum(QUICK_CARRIES),
  source: z.enum(QUICK_SOURCES),
  into: z.enum(QUICK_INTOS),
  packs: z.union([z.literal(1), z.literal(2)]),
  block: short.nullable(),
  ranges: z.array(z.strictObject({ lowHz: hz, highHz: hz })).max(40),
  band: z.enum(SELF_CHOOSING_BANDS.map((b) => b.id)).nullable(),
  hasThirds: z.boolean(),
  lists: z
    .array(
      z.strictObject({
        id: member,
        frequenciesHz: z.array(hz).max(400),
        numbers: z.array(member).max(400).exactOptional(),
      }),
    )
    .max(200),
});
const where = z.strictObject({
  region: short.min(1),
  setting: z.enum(["indoors", "outdoors"]),
  place: z.string().trim().max(80),
});
const level = z.strictObject({
  voice: z.enum(EFFORT_IDS),
  isNoisy: z.boolean(),
  gainDb: z.number().min(-200).max(200),
  outputDb: z.number().min(-200).max(200),
  inputGainDb: z.number().min(-200).max(200),
  seenDbfs: z.number().min(-100).max(6).nullable(),
});
const list = z.strictObject({
  list: member,
  of: z.number().int().min(1).max(400),
});
const word = z.discriminatedUnion("kind", [
  list.extend({ kind: z.literal("members"), free: z.array(member).max(400) }),
  list.extend({ kind: z.literal("count"), free: z.number().int().min(0).max(400) }),
  z.strictObject({ kind: z.literal("proposal"), place }),
  z.strictObject({ kind: z.literal("graph"), place }),
]);

const head = { id: pageNumber.min(8).max(60), atMs: z.number().int().min(0).max(8.64e15) };
const ranHours = z.number().min(0).max(1000);
const system = z.number().int().min(0).max(1);

/** What is said on the page of one system, as the page sends it. */
export const quickEvent = z.discriminatedUnion("what", [
  z.strictObject({
    ...head,
    what: z.literal("begun"),
    set,
    where,
    level: level.nullable(),
    assigned: z.array(place).max(8),
    ranBefore: z
      .strictObject({ pack: ranHours.nullable(), receiver: ranHours.nullable() })
      .nullable(),
  }),
  z.strictObject({ ...head, what: z.literal("set"), set }),
  z.strictObject({ ...head, what: z.literal("where"), where }),
  z.strictObject({ ...head, what: z.literal("second"), set }),
  z.strictObject({ ...head, what: z.literal("heard"), system, word }),
  z.strictObject({
    ...head,
    what: z.literal("used"),
    system,
    place,
    from: z.enum(["scan", "ours", "given", "last-time"]),
  }),
  z.strictObject({ ...head, what: z.literal("matched"), system }),
  z
    .strictObject({
      ...head,
      what: z.literal("seen"),
      system,
      part: z.enum(VERIFICATION_PARTS),
      outcome: z.string().max(40),
    })
    .refine((e) => isVerificationOutcome(e.part, e.outcome)),
  z.strictObject({ ...head, what: z.literal("level"), system, level }),
  z.strictObject({
    ...head,
    what: z.literal("batteries"),
    system,
    end: z.enum(["pack", "receiver"]),
    ranHours,
  }),
  z.strictObject({ ...head, what: z.literal("hit"), system, next: place.nullable() }),
  z.strictObject({ ...head, what: z.literal("moved"), where }),
  z.strictObject({ ...head, what: z.literal("off") }),
  z.strictObject({ ...head, what: z.literal("undo"), of: pageNumber.max(60) }),
]);

export const quickSent = z.strictObject({
  sessionId: pageNumber.min(8).max(60),
  events: z.array(quickEvent).min(1).max(200),
});

/** The schema tells the same as the core's own type. */
export const asQuickEvents = (events: z.output<typeof quickEvent>[]): QuickEvent[] =>
  events as QuickEvent[];
