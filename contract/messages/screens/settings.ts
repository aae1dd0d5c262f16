/** What the screen says, part by part. */
export const SETTINGS_TEXTS = {
  // the screen itself
  plainChannel: (title: string) => `${title} · Plain Channel`,
  plainChannel2: "Plain Channel",
} as const;
