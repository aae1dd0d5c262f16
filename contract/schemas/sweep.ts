import { z } from "zod";
import { frequencyHz, id, or, positive, uniqueIds } from "./fields";

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

export const rasterRequest = z.object({ region: z.enum(["US", "UK", "EU", "AU"]) });
