import { z } from "zod";
import { unitFinding } from "~/contract/schemas/unitFinding";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";

const setting = z.enum(["indoors", "outdoors"]);
const antenna = z.string().trim().max(120);
const hz = z.number().min(1e6).max(100e9);
const sweepId = z.number().int().positive();

export const scanIntents = z.discriminatedUnion("intent", [
  z.object({
    intent: z.literal("start"),
    passes: z.number().int().min(1).max(20).nullable(),
    scannerKey: z.string().min(1).max(100).nullable(),
    stretch: z
      .object({ lowHz: hz, highHz: hz })
      .refine((s) => s.highHz > s.lowHz, SCAN_TEXTS.aRangeThatGoesUp)
      .nullable(),
    setting,
    antenna,
  }),
  z.object({ intent: z.literal("stop"), keepsPart: z.boolean() }),
  z.object({ intent: z.literal("packs-off") }),
  z.object({
    intent: z.literal("mark-own"),
    sweepId,
    frequencyHz: hz,
    packLabel: z.string().min(1).max(80),
  }),
  z.object({ intent: z.literal("own-line"), sweepId, frequencyHz: hz, isOwn: z.boolean() }),
  z.object({
    intent: z.literal("describe"),
    sweepId,
    source: z.string().trim().min(1).max(200),
    setup: z.object({
      setting: setting.nullable(),
      antenna,
      resolutionHz: z.number().min(1).max(10e6).nullable(),
      correctionDb: z.number().min(-80).max(80),
      unit: z.enum(["dbuv", "dbm"]).nullable(),
      ownLinesHz: z.array(hz).max(200).exactOptional(),
      isRemembered: z.boolean().default(false),
    }),
  }),
  /** Null: what the receivers need governs again. */
  z.object({
    intent: z.literal("noise-limit"),
    limitDbm: z.number().min(-140).max(-30).nullable(),
  }),
  z.object({
    intent: z.literal("unit-scan"),
    receiverKey: z.string().min(1).max(100),
    findings: z.array(unitFinding).min(1).max(100),
  }),
  z.object({
    intent: z.literal("unit-scan-remove"),
    ids: z.array(z.string().min(1).max(60)).min(1).max(100),
  }),
  z.object({ intent: z.literal("rescan"), rule: z.enum(["each-move", "daily"]) }),
]);

export type ScanIntent = z.infer<typeof scanIntents>;
