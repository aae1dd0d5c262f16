import { defined } from "~/core/units/items";
import type { VerificationState } from "~/core/channel/verification";
import type {
  VerificationChange,
  VerificationOutcome,
  VerificationPart,
} from "~/core/channel/verificationParts";
import { formatRfLevel } from "./format";

/** What each part is called, and what to do for it. The pack's name is put in by who shows it. */
export const VERIFICATION_WORDS: Readonly<
  Record<VerificationPart, { name: string; ask: (pack: string) => string }>
> = {
  silent: {
    name: "silence",
    ask: (pack) => `${pack} off. Watch both antennas for a while: not even a flicker?`,
  },
  phones: {
    name: "headphones",
    ask: (pack) =>
      `${pack} still off. Headphones on the receiver, volume down first: anything to hear?`,
  },
  rf: { name: "RF", ask: (pack) => `${pack} on. How high is the RF?` },
  antennas: {
    name: "antennas",
    ask: (pack) => `Walk a few steps with ${pack}: do both antennas take turns?`,
  },
  partner: {
    name: "pack shown",
    ask: (pack) => `Does the receiver show ${pack}: its lock, its battery, its name?`,
  },
  voice: { name: "voice", ask: () => "Speak, or tap the microphone: does the audio follow?" },
  mute: {
    name: "mute",
    ask: (pack) => `Mute ${pack}: the audio goes and the RF stays. Mute off again: it is back?`,
  },
  far: {
    name: "recorder",
    ask: () =>
      "Look at the recorder or camera: does its meter follow on the right track? If you cannot listen, record a test and play it back.",
  },
  kept: {
    name: "lock or tape",
    ask: (pack) => `Lock ${pack}, tape its switch, or leave the mute to the person.`,
  },
};

/** What may be seen of a part. */
const VERIFICATION_OUTCOME_WORDS: Readonly<Record<VerificationOutcome, string>> = {
  nothing: "nothing",
  flickers: "flickers",
  steady: "steady",
  chatter: "chatter or chirps",
  full: "full",
  weak: "weak",
  none: "none",
  red: "red",
  "both-take-turns": "both take turns",
  "only-a-serves": "only A receives",
  "only-b-serves": "only B receives",
  "its-own": "its own",
  "another-pack": "another’s",
  "nothing-told": "nothing shown",
  follows: "follows",
  "hiss-or-breaks": "hiss or breaks",
  "somebody-else": "another voice",
  "gone-and-back": "gone and back",
  "still-heard": "still heard",
  "stays-silent": "stays silent",
  "meter-follows": "meter follows",
  "played-back": "played back",
  still: "still",
  "on-another-track": "on another track",
  locked: "locked",
  taped: "taped",
  "left-to-talker": "left to the person",
};

/** What was seen of a part, by its code. */
export const verificationOutcomeWords = (outcome: string): string =>
  (VERIFICATION_OUTCOME_WORDS as Readonly<Record<string, string>>)[outcome] ?? outcome;

/** What came between a verification and now. */
export const VERIFICATION_CHANGE_WORDS: Readonly<Record<VerificationChange, string>> = {
  plan: "the frequency change",
  pack: "the pack change",
  receiver: "the receiver change",
  place: "the move",
  cells: "the battery change",
  synced: "the pack’s new sync",
  paired: "the pack’s new pairing",
};

/** What is wrong, as a verification showed it. */
export function verificationFaultWords(part: VerificationPart, outcome: string): string {
  switch (part) {
    case "rf":
      return outcome === "red" ? "RF is too strong" : "RF is weak";
    case "partner":
      return outcome === "nothing-told"
        ? "the receiver does not know the pack it receives"
        : "it is another’s pack";
    case "voice":
      return outcome === "somebody-else" ? "another voice on it" : "the voice breaks or hisses";
    case "far":
      return outcome === "still" ? "the recorder’s meter does not move" : "it is on another track";
    case "mute":
      return outcome === "still-heard" ? "the mute does nothing" : "it stays mute";
    default:
      return `${VERIFICATION_WORDS[part].name}: ${verificationOutcomeWords(outcome)}`;
  }
}

/** One part as it stands: what was seen, with its figure; or what made it stale. */
export function verificationStateWords({ part, status, why, record }: VerificationState): string {
  if (!record) return VERIFICATION_WORDS[part].name;
  const figures =
    record.shown !== null
      ? ` (${record.shown})`
      : part === "antennas" && record.antennasDbm
        ? ` (A ${formatRfLevel(record.antennasDbm[0])}, B ${formatRfLevel(record.antennasDbm[1])})`
        : (part === "silent" || part === "rf") && record.strongestDbm !== null
          ? ` (${formatRfLevel(record.strongestDbm)})`
          : "";
  return status === "stale"
    ? `${VERIFICATION_WORDS[part].name}: checked before ${VERIFICATION_CHANGE_WORDS[defined(why)]}`
    : `${VERIFICATION_WORDS[part].name}: ${verificationOutcomeWords(record.outcome)}${figures}${record.who ? `, ${record.who}` : ""}`;
}
