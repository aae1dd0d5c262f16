/** What the screen says, part by part. */
export const SWEEP_FILE_TEXTS = {
  // the screen itself
  aScanIsSaved: "A scan is saved as columns.csv, rows.csv or json.",
} as const;
