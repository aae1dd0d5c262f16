/** What the screen says, part by part. */
export const DAY_LAYOUT_TEXTS = {
  // the screen itself
  plainChannel: (production: string) => `${production} · Plain Channel`,
  plainChannel2: "Plain Channel",
  // Head
  day: (date: string, dayNumber: number, dayCount: number) =>
    `${date}, day ${dayNumber} of ${dayCount}`,
  dayWith: (dayNumber: number) => `day ${dayNumber}`,
} as const;
