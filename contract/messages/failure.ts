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
      return "The disk is full, so this was not saved. Earlier data is unharmed. Free some space, then try again.";
    case "data-locked":
      return "Another program holds the data file, so this was not saved. Earlier data is unharmed. Close that program (a backup, a sync tool, a second Plain Channel), then try again.";
    case "data-read-only":
      return "The data folder is read-only, so this was not saved. Earlier data is unharmed. Give this program the right to write there, then try again.";
    case "disk-error":
      return "The disk reported an error, so this was not saved. Earlier data is unharmed as far as is known. Save an archive on another disk soon.";
    case "data-damaged":
      return "The data file is damaged, so this was not saved. Restore the newest whole backup under Backups.";
    case "no-longer-so":
      return "This does not fit the saved data: what it refers to no longer exists, or was changed at the same moment. Nothing was changed. Look again, then try again.";
    case "cannot-be-kept":
      return "Something in this is too large to save: an endless number, or a text of many pages. Nothing was changed.";
    case "unexpected":
      return `That failed, and it is our fault. The log has it under ${requestId}. Saved data is unharmed. Undo, the log and Backups still work.`;
  }
}
