/** What the screen says, part by part. */
export const ARCHIVE_TEXTS = {
  // the screen itself
  noArchiveCame: "No archive came with that. Nothing was changed.",
  everythingOfWasHereAlready: (name: string) => `Everything of ${name} was here already.`,
  taken: (name: string, count: string, count2: string) => `${name}: ${count} imported, ${count2}.`,
} as const;
