/** What the screen says, part by part. */
export const RF_HISTORY_DATA_TEXTS = {
  // the screen itself
  sayHowManySeconds: "Say how many seconds, or from, to and columns.",
} as const;
