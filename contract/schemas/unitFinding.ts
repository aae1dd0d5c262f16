import { z } from "zod";
import type { UnitFinding } from "~/core/evidence/unitScan";

const frequencyHz = z.number().int().min(1e6).max(100e9);
const bank = z.string().min(1).max(20);

/** What somebody read on a receiver's own screen, as a page sends it. */
export const unitFinding = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("bank-count"),
    bank,
    free: z.number().int().min(0).max(10_000),
  }),
  z.object({
    kind: z.literal("bank-members"),
    bank,
    free: z.array(z.number().int().min(1).max(10_000)).max(1000),
  }),
  z.object({ kind: z.literal("ranked"), frequenciesHz: z.array(frequencyHz).min(1).max(200) }),
  z.object({
    kind: z.literal("proposal"),
    frequencyHz,
    from: z.enum(["bottom", "top"]).nullable(),
  }),
  z.object({ kind: z.literal("graph"), frequencyHz }),
  z.object({ kind: z.literal("noise"), frequencyHz, shown: z.string().trim().min(1).max(20) }),
  z.object({ kind: z.literal("passed-over"), frequencyHz }),
]) satisfies z.ZodType<UnitFinding>;
