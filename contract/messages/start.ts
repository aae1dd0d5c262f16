/** A copy of a data file that can be opened, and what it holds. */
export interface WholeCopy {
  name: string;
  shoots: string[];
  days: number;
}

/** Why the application does not start. */
export type StartFailure =
  | { code: "data-damaged"; file: string; detail: string; copies: WholeCopy[] }
  | { code: "data-newer"; file: string; detail: string }
  | { code: "data-held"; pid: number; sinceIso: string; lockFile: string }
  | { code: "not-writable"; detail: string }
  | { code: "disk-full" }
  | { code: "port-taken" };

/** Copies named at most. */
const MAX_NAMED = 5;

/**
 * What is wrong, what is unharmed, what to do; for a terminal.
 * @param restoreCommand - what brings the newest copy back
 */
export function startFailureWords(
  failure: StartFailure,
  { restoreCommand }: { restoreCommand: string },
): string {
  switch (failure.code) {
    case "data-newer":
      return `${failure.file} is from a newer version (${failure.detail}). It was not changed.`;
    case "data-damaged":
      return `${failure.file} is damaged, or no data file (${failure.detail}). It was not changed.\n${copiesWords(failure.copies, restoreCommand)}`;
    case "data-held":
      return `Plain Channel is running on this data already (process ${failure.pid}, since ${failure.sinceIso.slice(0, 16).replace("T", " ")} UTC). Close it first. If none is running, delete ${failure.lockFile}.`;
    case "not-writable":
      return `The data folder is read-only (${failure.detail}). Nothing was changed. Give this program the right to write there, or name another folder in PLAIN_CHANNEL_DATA.`;
    case "disk-full":
      return "The disk is full. Nothing was changed. Free some space, then start again.";
    case "port-taken":
      return "The port is in use. Name another one in PLAIN_CHANNEL_PORT.";
  }
}

function copiesWords(copies: readonly WholeCopy[], restoreCommand: string): string {
  if (copies.length === 0) return "There is no complete backup beside it.";
  const list = copies
    .slice(0, MAX_NAMED)
    .map(
      (c) =>
        `  ${c.name} (${c.shoots.join(", ") || "no shoot"}, ${c.days} ${c.days === 1 ? "day" : "days"})`,
    );
  return [
    "Complete backups, newest first:",
    ...list,
    "",
    "To restore the newest (the current file is moved aside, not deleted):",
    "",
    `  ${restoreCommand}`,
  ].join("\n");
}
