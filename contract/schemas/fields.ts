import { z } from "zod";

/** Building stones of every shape at the border. Numbers are numbers: nothing is coerced. */
export const id = z.string().min(1).max(200);
/** Whole hertz: what a receiver can be set to. */
export const frequencyHz = z
  .number()
  .int("whole hertz")
  .min(1e6, "below 1 MHz")
  .max(100e9, "above 100 GHz");
export const positive = z.number().positive();
export const notNegative = z.number().min(0);
export const angleDeg = z.number().min(-180).max(180);

export const range = z.object({
  lowHz: z.number().min(0).max(100e9),
  highHz: z.number().min(0).max(100e9),
});

/** A range must go up; put on the finished object so that the path names the field. */
export const goesUp = (
  value: { lowHz: number; highHz: number },
  context: z.RefinementCtx,
): void => {
  if (value.highHz <= value.lowHz)
    context.addIssue({ code: "custom", path: ["highHz"], message: "must be above lowHz" });
};

/** Refuses doubles among the ids of a list. */
export function uniqueIds(path: string) {
  return (list: readonly { id: string }[], context: z.RefinementCtx): void => {
    const seen = new Set<string>();
    list.forEach((item, i) => {
      if (seen.has(item.id))
        context.addIssue({
          code: "custom",
          path: [i, "id"],
          message: `the id "${item.id}" stands twice in ${path}`,
        });
      seen.add(item.id);
    });
  };
}

/** Optional and null mean the same: the default. */
export const or = <T extends z.ZodType, D>(shape: T, fallback: D) =>
  shape.nullish().transform((v) => v ?? fallback);
