/** What the screen says, part by part. */
export const REPORT_FILE_TEXTS = {
  // the screen itself
  thereIsNoSuchFile: "There is no such file.",
} as const;
