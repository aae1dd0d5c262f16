import { capital, count, formatDb, listWords, numberWord } from "~/contract/messages/format";
import { conflictWords, productLevelWords } from "~/contract/messages/words";
import type { Conflict } from "~/core/coordination/rules/checkSet";
import { levelOf } from "~/core/coordination/explaining/explain";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { formatMhz } from "~/core/units/frequencyText";
import type { DayView } from "~/server/services/day/dayView.server";
import type { Found } from "./useSearch";
import type { ShownSet } from "./pickModel";

/** The first line: the answer. */
export function headline(
  shown: ShownSet,
  wanted: number,
  isRunning: boolean,
  tightest: number | null,
): string {
  if (isRunning) return "Looking for frequencies";
  const bad = shown.picks.filter((p) => p.broken.length > 0).length;
  if (shown.kind === "nothing") return `${capital(count(wanted, "channel"))} to place`;
  if (bad > 0)
    return shown.kind === "draft"
      ? `${capital(count(bad, "pick"))} ${bad === 1 ? "does" : "do"} not stand clear`
      : `${capital(count(bad, "pick"))} no longer ${bad === 1 ? "stands" : "stand"} clear`;
  if (shown.picks.length === 0) return `None of ${count(wanted, "channel")} finds a place here`;
  if (shown.unplaced.length > 0)
    return `${capital(numberWord(shown.picks.length))} of ${count(wanted, "channel")} ${shown.picks.length === 1 ? "stands" : "stand"} clear; ${shown.unplaced.length === 1 ? "one has" : `${numberWord(shown.unplaced.length)} have`} no place`;
  if (shown.picks.length < wanted)
    return `${capital(numberWord(shown.picks.length))} of ${count(wanted, "channel")} ${shown.picks.length === 1 ? "stands" : "stand"} clear`;
  return `${capital(count(wanted, "channel"))} ${wanted === 1 ? "stands" : "stand"} clear${tightest === null ? "" : `; the tightest has ${formatDb(Math.floor(tightest))} in hand`}`;
}

/** How sure it is that no more fit. */
export function proofWords({ result }: Pick<Found, "result">): string {
  return result.isProved
    ? "All sets were tried: with what is fixed and asked, no more fit"
    : "No larger set was found; not all could be tried";
}

/** The next step of one after another. */
export function oneByOneWords(view: DayView, shown: ShownSet, next: string | null): string {
  if (next === null) return "One after another: all stand.";
  if (shown.picks.length === 0)
    return `One after another: all packs off, a scan, then a place for ${next}; its pack stays on for the next scan.`;
  const last = view.channels.find((c) => c.id === shown.picks.at(-1)?.channelId)?.talker ?? "";
  return shown.kind === "draft"
    ? `Accept it, then set ${last}'s receiver and pack and leave the pack on.`
    : `Next ${next}: the packs that have a place stay on, then scan and find.`;
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
