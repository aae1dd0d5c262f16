import { z } from "zod";

/**
 * What went wrong in a page, as it tells the computer: what the error says and where it came from;
 * nothing of what was typed.
 */
export const pageTrouble = z.object({
  what: z.string().min(1).max(300),
  where: z.string().max(2000),
  path: z.string().max(200),
});

export type PageTrouble = z.output<typeof pageTrouble>;
