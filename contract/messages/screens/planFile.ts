/** What the screen says, part by part. */
export const PLAN_FILE_TEXTS = {
  // the screen itself
  thereArePlanCsvPlan: "There are plan.csv, plan.json, tracks.csv and tracks.json.",
} as const;
