import { z } from "zod";
import { tuning } from "./coordination";
import { frequencyHz, goesUp, id, notNegative, or, positive, range, uniqueIds } from "./fields";

export const raster = z.union([
  z.enum(["US-6", "EU-8", "AU-7"]),
  z.object({
    firstChannel: z.number().int(),
    firstLowHz: frequencyHz,
    widthHz: positive,
    count: z.number().int().min(1).max(200),
  }),
]);

export const analyseSweepRequest = z.object({
  files: z.array(z.string().min(1)).min(1),
  raster: or(raster, null),
  ownCarriers: or(z.array(z.object({ id, frequencyHz })).superRefine(uniqueIds("ownCarriers")), []),
});

const region = z.enum(["US", "UK", "EU", "AU"]);

export const surveyRequest = z.object({
  files: z.array(z.string().min(1)).min(1),
  region,
  tuning: z.array(tuning).min(1),
  bandwidthHz: positive.max(100e6),
  receiver: or(z.object({ noiseFigureDb: notNegative, requiredSnrDb: z.number() }), null),
  limitDbm: or(z.number().min(-250).max(100), null),
  stations: or(z.array(z.object({ channel: z.number().int() })), []),
  avoid: or(z.array(range.superRefine(goesUp)), []),
});

export const rasterRequest = z.object({ region });
