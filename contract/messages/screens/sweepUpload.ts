/** What the screen says, part by part. */
export const SWEEP_UPLOAD_TEXTS = {
  // the screen itself
  noFileCame: "No file came with that. Nothing was changed.",
  theFile: "the file",
  readPoints: (points: number, name: string) => `Read ${points} points from "${name}".`,
} as const;
