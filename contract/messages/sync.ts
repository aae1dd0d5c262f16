import { capital, count, numberWord } from "./format";

/** The screen where receivers and packs are set and verified. */
export const SYNC = {
  label: "Channels",
  mhz: "MHz",
  rf: "RF A / B",
  state: "State",
  receiverFirst: "Receiver first, then the pack. Then verify.",
  nothing: "Nothing to sync yet",
  nothingHint: "Find frequencies first and use them as the plan.",
  guided: "Guided set-up",
  verifyAll: "Verify all",
  stop: "Stop",
  again: "again",
  notAnswered: "not answered",
  noFrequency: "no frequency",
  verified: "Verified. Choose a question to answer it again.",
  keys: "↑↓ channel · ←→ question · y yes · n no · or type the figure",
  tap: "Tap a channel to answer its questions.",
  undo: "Undo",
  checkByHand: "Check by hand",
  troubleshoot: "Troubleshoot",
  steps: "Step by step",
  packs: "Packs and batteries",
  trackSheet: "Track sheet:",
  asCsv: "CSV",
  asJson: "JSON",
  practise: "Practise: hide five faults",
  switches: "The switches stand for your hands on the practice packs.",
  touch:
    "Ask before you wire a person. Ask about implanted medical devices, and keep packs away from them as the maker says.",
} as const;

/** Who needs a hand first, and how many are verified. */
export const verifiedHeadline = (
  verified: number,
  all: number,
  fault: { talker: string; words: string } | null,
): string => {
  if (fault !== null)
    return `${fault.talker}: ${fault.words}${verified === 0 ? "" : `; ${numberWord(verified)} of ${numberWord(all)} verified`}`;
  if (verified === all) return `${capital(count(all, "channel"))} verified`;
  if (all === 1) return "Not verified yet";
  return verified === 0
    ? `None of ${count(all, "channel")} verified`
    : `${capital(numberWord(verified))} of ${count(all, "channel")} verified`;
};
export const setReceiversWords = (count: number, talker: string, version: number): string =>
  count === 1
    ? `Set ${talker}’s receiver`
    : `Set ${numberWord(count)} receivers to plan ${version}`;
export const verifyingWords = (done: number, all: number): string =>
  `Verifying ${done + 1} of ${all}`;
export const questionWords = (talker: string): string => `Question for ${talker}`;
export const nextForWords = (talker: string): string => `Next for ${talker}`;
