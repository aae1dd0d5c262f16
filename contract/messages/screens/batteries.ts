/** What the screen says, part by part. */
export const BATTERIES_TEXTS = {
  // intents
  mustGo: "must go on",
} as const;
