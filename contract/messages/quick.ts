import type { QuickChoice, QuickChoiceProblem, QuickLaw, RangeLaw } from "~/core/quick/choices";
import type { CrewState, FleetRow, FleetRowProblem } from "~/core/quick/fleet";
import type { CarriedSetError } from "~/core/quick/address";
import type {
  QuickCarry,
  QuickInto,
  QuickKind,
  QuickScan,
  QuickSetProblem,
  QuickSource,
} from "~/core/quick/quickSet";
import type { QuickStep } from "~/core/quick/session";
import type { Effort } from "~/core/audio/levelChain";
import type { SelfChoosingBand } from "~/core/kit/selfChoosingBands";
import { formatSpan, listWords, mhz } from "./format";

/** A kind of system by what a person sees on it. */
export const QUICK_KIND_WORDS: Readonly<Record<QuickKind, { name: string; about: string }>> = {
  banks: { name: "Bank and channel", about: "camera or bag receiver, 7.9" },
  mhz: { name: "Shows MHz", about: "camera or bag receiver, 531.425" },
  dual: { name: "Dual receiver", about: "two packs, shows MHz" },
  groups: { name: "Group and channel", about: "rack, often handhelds" },
  "tv-number": { name: "TV channel and number", about: "33-05" },
  codes: { name: "Code switches", about: "two switches or a window, A3" },
  presets: { name: "Fixed presets", about: "a few fixed frequencies" },
  "plug-on": { name: "Plug-on", about: "on a microphone, shows MHz" },
  handheld: { name: "Handheld", about: "shows MHz" },
  "self-choosing": { name: "Chooses for itself", about: "2.4 GHz and such" },
};

export const QUICK_SCAN_WORDS: Readonly<Record<QuickScan, string>> = {
  members: "which numbers are free",
  count: "how many are free",
  proposal: "one proposal",
  graph: "a graph of its range",
  none: "nothing: it cannot scan",
};

export const QUICK_CARRY_WORDS: Readonly<Record<QuickCarry, string>> = {
  infrared: "infrared",
  "near-field": "touch",
  cable: "cable",
  "by-hand": "by hand",
  switches: "switches",
  pairing: "pairing",
};

export const QUICK_INTO_WORDS: Readonly<Record<QuickInto, string>> = {
  "camera-mic": "camera, mic",
  "camera-line": "camera, line",
  recorder: "recorder",
};

export const QUICK_SOURCE_WORDS: Readonly<Record<QuickSource, string>> = {
  lavalier: "lavalier",
  headset: "headset",
  handheld: "handheld",
  "plug-on": "plug-on",
  "line-feed": "line feed",
};

export const QUICK_VOICE_WORDS: Readonly<Partial<Record<Effort, string>>> = {
  soft: "soft",
  normal: "ordinary",
  loud: "loud",
  shout: "shouting",
};

export const QUICK_BAND_WORDS: Readonly<Record<SelfChoosingBand["id"], string>> = {
  "2.4": "2.4 GHz",
  "1.9-eu": "1.88–1.90 GHz",
  "1.9-us": "1.92–1.93 GHz",
  "5": "5 GHz",
  "915": "902–928 MHz",
};

export const QUICK_STEP_WORDS: Readonly<Record<QuickStep, string>> = {
  have: "System",
  where: "Where",
  frequency: "Frequency",
  match: "Match",
  verify: "Verify",
  level: "Level",
  batteries: "Batteries",
  go: "Go",
};

/** What is wrong with where a set is said to tune. */
export function setProblemWords(problem: QuickSetProblem): string {
  switch (problem.code) {
    case "range-missing":
      return "Type the range as on the plate, in MHz.";
    case "range-upside-down":
      return `${mhz(problem.lowHz)} is above ${mhz(problem.highHz)}: swap them.`;
    case "range-unlikely":
      return `No system tunes ${mhz(problem.lowHz)} to ${mhz(problem.highHz)}. Read the plate again.`;
  }
}

/** What the regulations say of one number. */
export function lawWords(law: QuickLaw): string {
  switch (law.code) {
    case "allowed":
      return law.access === "free"
        ? `allowed without a licence, up to ${law.maxMw} mW`
        : `allowed with ${law.licence}, up to ${law.maxMw} mW`;
    case "not-allowed":
      return "not allowed here";
    case "no-rule":
      return "no rule known here: ask the regulator";
    case "not-known":
      return "regulations not checked: type the MHz it shows";
  }
}

const shareWords = ({ allowedHz, wholeHz }: RangeLaw): string =>
  allowedHz >= wholeHz * 0.999
    ? "Allowed on the whole range"
    : `Allowed on ${formatSpan(allowedHz)} of ${formatSpan(wholeHz)}`;

/** The regulations on a whole range, in one line. */
export function rangeLawWords(law: RangeLaw): string {
  if (law.allowedHz === 0)
    return law.hasUnruled
      ? "No rule known for this range here: ask the regulator."
      : "Not allowed here: use another system.";
  const licences = law.licences.map((l) => (l === "none needed" ? "no licence" : l));
  return `${shareWords(law)}: ${listWords(licences)}, up to ${law.maxMw} mW.`;
}

/** Why a number should not be used. */
export function choiceProblemWords(problem: QuickChoiceProblem): string {
  switch (problem.code) {
    case "not-tunable":
      return "outside what this set tunes";
    case "not-allowed":
      return "not allowed here";
    case "too-near":
      return `only ${formatSpan(problem.offHz)} from the other system`;
    case "product":
      return "an intermod product of both systems falls on it";
    case "hit-before":
      return "had interference here";
    case "passed-over":
      return "its scan did not call it free";
  }
}

/** What stands behind a number, beside it: the law, the TV channel, the other system. */
export function choiceWords(choice: QuickChoice): string {
  if (choice.problem) return choiceProblemWords(choice.problem);
  return [
    lawWords(choice.law),
    choice.tvChannel === null ? null : `TV ${choice.tvChannel}`,
    choice.neighbourHz === null ? null : `${formatSpan(choice.neighbourHz)} to the other system`,
    choice.from === "ours" ? "air not checked: watch the meter" : null,
  ]
    .filter((x) => x !== null)
    .join(" · ");
}

function crewProblemWords(problem: FleetRowProblem): string {
  switch (problem.code) {
    case "crew-missing":
      return "no crew";
    case "crew-twice":
      return `${problem.crew} is there twice`;
    case "primary-missing":
      return "no first number";
    case "number-unreadable":
      return `"${problem.text}" is no number`;
    case "range-unreadable":
      return `"${problem.text}" is no range`;
  }
}

/** Why a producer's list is not imported. */
export const crewRowsWords = (rows: readonly FleetRow[]): string =>
  rows.length === 0
    ? "There is no row to import. Nothing was changed."
    : `${rows
        .slice(0, 4)
        .map((r) => `Row ${r.row}: ${listWords(r.problems.map(crewProblemWords))}.`)
        .join(" ")} Nothing was imported.`;

/** How far a crew has come. */
export function crewStateWords(state: CrewState): string {
  switch (state.code) {
    case "not-begun":
      return "not begun";
    case "matched":
      return "matched";
    case "verified":
      return "ready";
    case "hit":
      return state.isVerified ? "ready after interference" : "interference";
    case "off":
      return "off";
  }
}

/** What the log says of interference on a number. */
export const quickHitNote = (number: string): string => `Interference on ${number}`;

/** Why a link carries no set. */
export function carriedErrorWords(error: CarriedSetError): string {
  switch (error.code) {
    case "no-set":
      return "This link carries no set.";
    case "kind-unknown":
      return `This link is of a kind that this version does not know: ${error.text}. Nothing was changed.`;
    case "value-unreadable":
      return `This link cannot be read at ${error.name}: ${error.text}. Nothing was changed.`;
  }
}
