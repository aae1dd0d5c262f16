/** What the screen says, part by part. */
export const LOG_TEXTS = {
  // the screen itself
  correctWhatWasWrittenStands: "Corrected. The old entry stays beside it.",
  nothingLoggedYet: "Nothing logged yet",
  amongThem: (count: string) => `, ${count} among them`,
  today: (count: string, what: string) => `${count} today${what}`,
  theLogWritesItselfScans:
    "The log writes itself: scans, plans, syncs, verifications, levels, walks, hits, batteries, moves. Entries never change; corrections stand beside them.",
  note: "Note",
  noteWith: (talker: string) => `Note on ${talker}`,
  whatTheEditShouldKnow: "what the edit should know",
  saveTheNote: "Save the note",
  typeTheNoteFirst: "Type the note first.",
  whose: "Whose",
  search: "Search",
  vanVerifiedPlan2: "van, verified, plan 2",
  of: (found: number, total: number) => `${found} of ${total}`,
  all: "All",
  nothingInTheLogMatches: "Nothing in the log matches.",
  theLogNewestFirst: "The log, newest first",
  by: (who: string) => ` by ${who}`,
  correct: (logClock: string, what: string, text: string) => `Correct ${logClock}${what}: ${text}`,
  correction: "Correction",
  correct2: "Correct",
  cancel: "Cancel",
  readings: "Readings",
  readingsWith: (log: string) => `Readings: ${log}`,
  correctWith: (log: string) => `Correct: ${log}`,
  earlierMore: (n: number) => `Earlier: ${n} more`,
  theNewestSearchOrSave: (maxShown: number) =>
    `The newest ${maxShown}. Search, or save the whole log from the report.`,
} as const;
