import { z } from "zod";
import type { Region } from "~/core/regulations/region";
import { fail, ok, type Result } from "~/core/units/result";
import { frequencyHz, goesUp, notNegative, positive } from "~/contract/schemas/fields";
import type { RegionFileError } from "~/contract/schemas/fileErrors";
import { readJsonFile } from "./jsonFile";

/**
 * A region's law as a file: the shape of those that ship in core/regulations/rules, and of the user's
 * own.
 */
export const regionFile = z.object({
  name: z
    .string()
    .trim()
    .min(2)
    .max(24)
    .regex(/^[\w -]+$/, "letters, digits, blanks and hyphens"),
  title: z.string().min(2).max(80),
  raster: z.union([
    z.enum(["US-6", "EU-8", "AU-7"]),
    z.object({
      firstChannel: z.number().int(),
      firstLowHz: frequencyHz,
      widthHz: positive,
      count: z.number().int().min(1).max(200),
      skip: z.array(z.number().int()).optional(),
    }),
  ]),
  maxBandwidthHz: positive.nullable(),
  advice: z.string().min(5).max(400),
  bands: z
    .array(
      z
        .object({
          lowHz: frequencyHz,
          highHz: frequencyHz,
          licence: z.string().min(2).max(120),
          maxEirpMw: notNegative.max(100_000),
          note: z.string().max(400),
          source: z.string().min(3).max(200),
          asOf: z.string().regex(/^\d{4}-\d{2}(-\d{2})?$/, "a date such as 2026-11"),
          isForSelfChoosing: z.literal(true).exactOptional(),
        })
        .superRefine(goesUp),
    )
    .min(1)
    .max(200),
});

/** Reads a region file. A broken one is refused with the line where it breaks. */
export function readRegionFile(text: string): Result<Region, RegionFileError> {
  const read = readJsonFile(text, regionFile);
  return read.ok ? ok(read.value as Region) : fail({ ...read.error, code: "region-file-broken" });
}
