import { z } from "zod";

/** What a unit's own meter shows, on its own scale. */
export const meterFigureShape = z.union([
  z.object({
    name: z.literal("bars"),
    of: z.number().int().min(1).max(20),
    value: z.number().min(0).max(20),
  }),
  z.object({ name: z.enum(["percent", "dbm", "dbuv"]), value: z.number().min(-135).max(127) }),
]);
