/** What went wrong beneath a screen, as far as it can be told. */
export type FailureCode =
  | "disk-full"
  | "data-locked"
  | "data-read-only"
  | "disk-error"
  | "data-damaged"
  | "no-longer-so"
  | "cannot-be-kept"
  | "unexpected";

/**
 * What is wrong, what is unharmed, what to do. @param requestId - by which it is found in the log
 */
export function failureWords(code: FailureCode, requestId: string): string {
  switch (code) {
    case "disk-full":
      return "The disk is full: that was not stored. What was stored before is unharmed. Free some room, then try again.";
    case "data-locked":
      return "Another program holds the data file: that was not stored. What was stored before is unharmed. Close what holds it (a backup, a sync tool, a second Plain Channel), then try again.";
    case "data-read-only":
      return "The data folder cannot be written to: that was not stored. What was stored before is unharmed. Give this program the right to write there, then try again.";
    case "disk-error":
      return "The disk did not answer as it should: that was not stored. What was stored before is unharmed as far as is known. Save an archive elsewhere soon.";
    case "data-damaged":
      return "The data file is damaged: that was not stored. Copies of it lie under Keep; bring the newest whole one back.";
    case "no-longer-so":
      return "That does not fit what is stored: what it refers to is not there (any more), or somebody changed it in the same moment. Nothing was changed. Look again, then try again.";
    case "cannot-be-kept":
      return "Something in that is of a size or kind that cannot be kept: a number without end, or a text of many pages. Nothing was changed.";
    case "unexpected":
      return `That did not work, and it is our fault: the log has it under ${requestId}. What is recorded is unharmed. Undo, the log and the copies under Keep can still be reached.`;
  }
}
