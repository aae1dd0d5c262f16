import type { Conflict } from "~/core/coordination/rules/checkSet";
import { levelOf } from "~/core/coordination/explaining/explain";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { formatMhz } from "~/core/units/frequencyText";
import {
  capital,
  count,
  formatDb,
  formatRfLevel,
  formatSpan,
  listWords,
  numberWord,
} from "./format";
import { conflictWords, productLevelWords } from "./words";

/** What the first line tells of a set. */
export interface SetOutcome {
  kind: "draft" | "plan" | "nothing";
  /** Channels that want a place. */
  wanted: number;
  placed: number;
  /** Of the placed, those that break a rule. */
  broken: number;
  unplaced: number;
  /** The least margin of the set, in dB; null where none was measured. */
  tightestDb: number | null;
}

/** The first line: the answer. */
export function setHeadline(set: SetOutcome): string {
  const { kind, wanted, placed, broken, unplaced, tightestDb } = set;
  const all = count(wanted, "channel");
  if (kind === "nothing")
    return wanted === 0
      ? "No channel needs a frequency"
      : `${capital(all)} ${wanted === 1 ? "needs" : "need"} a frequency`;
  if (broken > 0) return brokenWords(kind, broken);
  if (placed === 0) return `No clear frequency for ${all}`;
  if (placed < wanted || unplaced > 0)
    return `${capital(numberWord(placed))} of ${all} clear; ${numberWord(Math.max(unplaced, wanted - placed))} without a frequency`;
  return tightestDb === null
    ? `${capital(all)} clear`
    : `${capital(all)} clear, ${wanted === 1 ? "" : "smallest "}margin ${marginDb(tightestDb)}`;
}

/** A margin in dB as every screen tells it: never more than it is. */
export const marginDb = (db: number): string => formatDb(Math.floor(db));

function brokenWords(kind: "draft" | "plan", broken: number): string {
  const picks = capital(count(broken, "frequency", "frequencies"));
  if (kind === "draft") return `${picks} ${broken === 1 ? "breaks" : "break"} a rule`;
  return `${picks} no longer clear`;
}

/** The columns of the channel table on Frequencies, and its detail. */
export const FREQUENCIES = {
  outsideAntenna: (antenna: string, db: string) =>
    `Outside the range of ${antenna}: ${db} lost. Screw on one that covers it.`,
  label: "Channels",
  picture: "Spectrum",
  mhz: "MHz",
  product: "Product",
  noise: "Noise",
  next: "Next",
  state: "State",
  clear: "clear",
  locked: "locked",
  noneYet: "none yet",
  noneClear: "none clear",
  picksItself: "automatic",
  neverMeet: "blocks do not overlap",
  rule: "breaks a rule",
  isNew: "new",
  stays: "unchanged",
  careful: "Guards are 100 kHz wider: this scene cannot be repeated.",
  lockedByYou: "Locked by you.",
  swap: "Change after interference",
  spares: "Spares",
  anyone: "any channel",
  scanFirst: "Scan here first: frequencies need a measured spectrum.",
  seeRows: "The rows say what is in the way.",
  nothingMeasured:
    "No scan here yet. Regulations, stations and spacing are checked; quiet is not known.",
  toScan: "Scan",
  finding: "Finding frequencies",
  plan: "Plan",
} as const;

/** The spectrum on Frequencies. */
export const PICK_PICTURE = { nothing: "No channel to place." } as const;
export const askHintWords = (talker: string): string =>
  `Point at the spectrum to see why ${talker} is not there. Drag a mark to move it.`;
export const putHereWords = (talker: string): string => `Put ${talker} here`;
export const pickPictureLabel = (carriers: readonly string[], held: string | null): string =>
  `Spectrum with ${count(carriers.length, "carrier")} of ours${carriers.length === 0 ? "" : `: ${carriers.join(", ")}`}. Arrow keys ask about a frequency${held === null ? "" : `, Enter puts ${held} there`}.`;

/** What a scan leaves, and what can be said before the search. */
export const openWords = (at: string, open: number): string =>
  `The scan of ${at} leaves ${count(open, "free range")}. Lock a channel first, if it must keep its frequency.`;
const sparesWords = (spares: number): string =>
  `${spares === 0 ? "no" : numberWord(spares)} ${spares === 1 ? "spare" : "spares"} ready`;
export const planStandsWords = (version: number, at: string, spares: number): string =>
  `Plan ${version} from ${at}; ${sparesWords(spares)}.`;
export const draftStandsWords = (change: string | null, spares: number): string =>
  `${change ?? "Not used yet"}; ${sparesWords(spares)}.`;
export const planUsedWords = (version: number): string =>
  `Plan ${version} is in use. Set the receivers next, then the packs.`;
export const planRestoredWords = (version: number, from: number): string =>
  `Plan ${version} restores plan ${from}.`;
/** What counts as quiet, with its bandwidth. */
export const quietWords = (maxNoiseDbm: number): string =>
  `Quiet means below ${formatRfLevel(maxNoiseDbm)} in a channel’s whole bandwidth.`;

export const wasWords = (beforeHz: number): string => `was ${formatMhz(beforeHz)}`;
export const lockLabel = (talker: string): string => `Lock ${talker} at, MHz`;
export const swapLabel = (talker: string): string => `${FREQUENCIES.swap}: ${talker}`;
export const nothingForWords = (talker: string): string =>
  `No other frequency is clear for ${talker}. Scan again, or see what would make room.`;
/** What a row's figures are measured from, in one line each. */
export const noiseMarginWords = (db: number): string => `${marginDb(db)} below the noise limit`;
export const neighbourWords = (hz: number, name: string): string => `${formatSpan(hz)} to ${name}`;

/** How sure it is that no more fit. */
export function searchProofWords(isProved: boolean): string {
  return isProved
    ? "All sets were tried: no more channels fit with these locks"
    : "No larger set was found, but not every set could be tried";
}

/**
 * The next step of one after another.
 * @param isAccepted - whether what is shown is the plan, not a draft
 * @param last - whose pack was placed last; null when nobody has a place yet
 * @param next - who comes next; null when all have a place
 */
export function oneByOneWords(p: {
  isAccepted: boolean;
  last: string | null;
  next: string | null;
}): string {
  if (p.next === null) return "One after another: every channel has a frequency.";
  if (p.last === null)
    return `One after another: switch all packs off, scan, then find a frequency for ${p.next}; leave its pack on for the next scan.`;
  return p.isAccepted
    ? `Next ${p.next}: leave the packs that are set on, then scan and find.`
    : `Use it, then set ${p.last}'s receiver and pack and leave the pack on.`;
}

/** So many of the others are named. */
const NAMED_OTHERS = 24;

/** Whom a set is kept clear of; of a long list the first by frequency. */
export function othersWords(
  others: CoordinationRequest["others"],
  nameOf: (id: string) => string,
): string {
  const named = [...others]
    .sort((a, b) => a.frequencyHz - b.frequencyHz)
    .slice(0, NAMED_OTHERS)
    .map(
      ({ id, frequencyHz }) =>
        `${formatMhz(Math.round(frequencyHz / 5000) * 5000)}${id.startsWith("handed ") ? ` (${nameOf(id)}, assigned)` : ""}`,
    );
  const more = others.length - named.length;
  const list = more > 0 ? `${named.join(", ")} MHz and ${more} more` : `${listWords(named)} MHz`;
  return `Clear of ${count(others.length, "carrier")} of others: ${list}.`;
}

/** What a change asks of the packs. */
export function changeWords(retuned: string[], isProved: boolean): string {
  if (retuned.length === 0) return "No pack to retune";
  return `${capital(count(retuned.length, "pack"))} to retune (${listWords(retuned)})${isProved ? ", the fewest possible" : ""}`;
}

/** A product that a set is allowed, with its level. */
export function excusedWords(
  request: CoordinationRequest,
  conflict: Conflict,
  nameOf: (id: string) => string,
): string {
  const level = levelOf(request, conflict);
  return conflictWords(conflict, nameOf) + (level ? ` (${productLevelWords(level)})` : "");
}
