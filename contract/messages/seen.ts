import type { SeenNote } from "~/contract/schemas/seen";
import { formatClock } from "./format";
import { PROOF_WORDS, proofOutcomeWords } from "./proof";

/** What the later of two is told. */
export function seenNoteWords(note: SeenNote): string {
  if (note.code === "moved-on")
    return `${note.talker}’s ${note.what} was changed meanwhile: what you saw is kept, and proves nothing of what stands now. Look again.`;
  return `${note.who ?? "The cart"} saw ${note.talker}’s ${PROOF_WORDS[note.part].name} later, at ${formatClock(note.atMs)}: ${proofOutcomeWords(note.outcome)}. That stands; yours is kept beside it.`;
}
