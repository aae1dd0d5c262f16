import type { Conflict } from "~/core/coordination/rules/checkSet";
import { levelOf } from "~/core/coordination/explaining/explain";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { formatMhz } from "~/core/units/frequencyText";
import { capital, count, formatDb, listWords, numberWord } from "./format";
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
  if (kind === "nothing") return `${capital(all)} to place`;
  if (broken > 0) return brokenWords(kind, broken);
  if (placed === 0) return `None of ${all} finds a place here`;
  if (placed < wanted || unplaced > 0) {
    const some = `${capital(numberWord(placed))} of ${all} ${placed === 1 ? "stands" : "stand"} clear`;
    if (unplaced === 0) return some;
    return `${some}; ${unplaced === 1 ? "one has" : `${numberWord(unplaced)} have`} no place`;
  }
  const stand = `${capital(all)} ${wanted === 1 ? "stands" : "stand"} clear`;
  return tightestDb === null
    ? stand
    : `${stand}; the tightest has ${formatDb(Math.floor(tightestDb))} in hand`;
}

function brokenWords(kind: "draft" | "plan", broken: number): string {
  const picks = capital(count(broken, "pick"));
  if (kind === "draft") return `${picks} ${broken === 1 ? "does" : "do"} not stand clear`;
  return `${picks} no longer ${broken === 1 ? "stands" : "stand"} clear`;
}

/** How sure it is that no more fit. */
export function searchProofWords(isProved: boolean): string {
  return isProved
    ? "All sets were tried: with what is fixed and asked, no more fit"
    : "No larger set was found; not all could be tried";
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
  if (p.next === null) return "One after another: all stand.";
  if (p.last === null)
    return `One after another: all packs off, a scan, then a place for ${p.next}; its pack stays on for the next scan.`;
  return p.isAccepted
    ? `Next ${p.next}: the packs that have a place stay on, then scan and find.`
    : `Accept it, then set ${p.last}'s receiver and pack and leave the pack on.`;
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
        `${formatMhz(Math.round(frequencyHz / 5000) * 5000)}${id.startsWith("handed ") ? ` (${nameOf(id)}, handed down)` : ""}`,
    );
  const more = others.length - named.length;
  const list = more > 0 ? `${named.join(", ")} MHz and ${more} more` : `${listWords(named)} MHz`;
  return `Kept clear of ${count(others.length, "carrier")} of others: ${list}.`;
}

/** What a change asks of the packs. */
export function changeWords(retuned: string[], isProved: boolean): string {
  if (retuned.length === 0) return "Nobody retunes";
  return `${capital(count(retuned.length, "pack"))} to retune (${listWords(retuned)})${isProved ? ": fewer is not possible" : ""}`;
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
