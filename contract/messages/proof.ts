import { defined } from "~/core/units/items";
import type { ProofState } from "~/core/channel/verification";
import type { ProofChange, ProofOutcome, ProofPart } from "~/core/channel/verificationParts";
import { formatDbm } from "./format";

/** What each part is called, and what to do for it. The pack's name is put in by who shows it. */
export const PROOF_WORDS: Readonly<
  Record<ProofPart, { name: string; ask: (pack: string) => string }>
> = {
  silent: {
    name: "silent air",
    ask: (pack) => `${pack} off. Watch both antennas for a while: not even a flicker?`,
  },
  phones: {
    name: "quiet phones",
    ask: (pack) =>
      `${pack} still off. Headphones on the receiver, volume down first: anything to hear?`,
  },
  rf: { name: "RF", ask: (pack) => `${pack} on. How high does the RF stand?` },
  antennas: {
    name: "antennas",
    ask: (pack) => `Walk a few steps with ${pack}: do both antennas take turns?`,
  },
  partner: {
    name: "pack shown",
    ask: (pack) => `Does the receiver show ${pack}: its lock, its cells, its name?`,
  },
  voice: { name: "voice", ask: () => "Speak, or tap the microphone: does the audio follow?" },
  mute: {
    name: "mute",
    ask: (pack) => `Mute ${pack}: the audio goes and the RF stays. Mute off again: it is back?`,
  },
  far: {
    name: "recorder",
    ask: () =>
      "Look at the recorder or camera: does its meter follow on the right track? Who cannot listen records a test and plays it back.",
  },
  kept: {
    name: "lock or tape",
    ask: (pack) => `Lock ${pack}, tape its switch, or leave the mute to the talker.`,
  },
};

/** What may be seen of a part. */
const PROOF_OUTCOME_WORDS: Readonly<Record<ProofOutcome, string>> = {
  nothing: "nothing",
  flickers: "flickers",
  steady: "steady",
  chatter: "chatter or chirps",
  full: "full",
  weak: "weak",
  none: "none",
  red: "red",
  "both-take-turns": "both take turns",
  "only-a-serves": "only A serves",
  "only-b-serves": "only B serves",
  "its-own": "its own",
  "another-pack": "another’s",
  "nothing-told": "nothing told",
  follows: "follows",
  "hiss-or-breaks": "hiss or breaks",
  "somebody-else": "somebody else",
  "gone-and-back": "gone and back",
  "still-heard": "still heard",
  "stays-silent": "stays silent",
  "meter-follows": "meter follows",
  "played-back": "played back",
  still: "still",
  "on-another-track": "on another track",
  locked: "locked",
  taped: "taped",
  "left-to-talker": "left to the talker",
};

/** What was seen of a part, by its code. */
export const proofOutcomeWords = (outcome: string): string =>
  (PROOF_OUTCOME_WORDS as Readonly<Record<string, string>>)[outcome] ?? outcome;

/** What came between a proof and now. */
export const PROOF_CHANGE_WORDS: Readonly<Record<ProofChange, string>> = {
  plan: "the frequency changed",
  pack: "the pack changed",
  receiver: "the receiver changed",
  place: "the move",
  cells: "the cells were changed",
  synced: "the pack was synced again",
  paired: "the pack was paired again",
};

/** What is wrong, as a proof showed it. */
export function proofFaultWords(part: ProofPart, outcome: string): string {
  switch (part) {
    case "rf":
      return outcome === "red" ? "RF is too strong" : "RF is weak";
    case "partner":
      return outcome === "nothing-told"
        ? "the receiver does not know the pack it hears"
        : "it is another’s pack";
    case "voice":
      return outcome === "somebody-else" ? "somebody else is heard" : "the voice breaks or hisses";
    case "far":
      return outcome === "still" ? "the recorder’s meter stays still" : "it comes on another track";
    case "mute":
      return outcome === "still-heard" ? "the mute does nothing" : "it stays mute";
    default:
      return `${PROOF_WORDS[part].name}: ${proofOutcomeWords(outcome)}`;
  }
}

/** One part as it stands: what was seen, with its figure; or what made it stale. */
export function proofStateWords({ part, status, why, record }: ProofState): string {
  if (!record) return PROOF_WORDS[part].name;
  const figures =
    record.shown !== null
      ? ` (${record.shown})`
      : part === "antennas" && record.antennasDbm
        ? ` (A ${formatDbm(record.antennasDbm[0])}, B ${formatDbm(record.antennasDbm[1])})`
        : (part === "silent" || part === "rf") && record.strongestDbm !== null
          ? ` (${formatDbm(record.strongestDbm)})`
          : "";
  return status === "stale"
    ? `${PROOF_WORDS[part].name}: seen before ${PROOF_CHANGE_WORDS[defined(why)]}`
    : `${PROOF_WORDS[part].name}: ${proofOutcomeWords(record.outcome)}${figures}${record.who ? `, ${record.who}` : ""}`;
}
