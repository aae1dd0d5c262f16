import type { SeenNote } from "~/contract/schemas/seen";
import { formatClock } from "./format";
import { VERIFICATION_WORDS, verificationOutcomeWords } from "./verification";

/** What the later of two is told. */
export function seenNoteWords(note: SeenNote): string {
  if (note.code === "moved-on")
    return `${note.talker}’s ${note.what} was changed meanwhile. What you saw is saved, but does not verify it now. Look again.`;
  return `${note.who ?? "The cart"} saw ${note.talker}’s ${VERIFICATION_WORDS[note.part].name} later, at ${formatClock(note.atMs)}: ${verificationOutcomeWords(note.outcome)}. That counts; yours is saved beside it.`;
}
