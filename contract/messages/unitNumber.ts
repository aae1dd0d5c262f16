import type { ListsError } from "~/core/kit/lists";
import { type Numbered, shownAs, type UnitNumberError } from "~/core/kit/unitNumber";
import { listWords, mhz } from "./format";

/** As many readings are named. */
const MAX_NAMED = 6;

/** Why a number is none of this unit's, as the end of a sentence. */
export function unitNumberErrorWords(error: UnitNumberError): string {
  switch (error.code) {
    case "unreadable":
      return error.problem === "frequency-empty"
        ? "nothing was typed"
        : `"${error.text}" is not a frequency or one of its numbers`;
    case "not-settable":
      return error.isListsOnly
        ? `${error.text} is in none of its lists`
        : `it cannot be set to ${error.text}`;
    case "no-such-member":
      return `list ${error.list} has no number ${error.number}: it has ${error.members}`;
    case "ambiguous":
      return `"${error.text}" can be ${listWords(
        error.readings.slice(0, MAX_NAMED).map((r) => readingWords(r)),
        "or",
      )}: choose one`;
  }
}

/** What a unit is to show: its own number with the megahertz it stands for. */
export function unitNumberWords(model: Numbered, frequencyHz: number): string {
  const shown = shownAs(model, frequencyHz);
  if (!shown) return mhz(frequencyHz);
  return shown.kind === "MHz"
    ? `${shown.text} MHz (${mhz(frequencyHz)})`
    : `${shown.kind} ${shown.text} (${mhz(frequencyHz)})`;
}

/** @example withOwnNumber("group 2.2", 608_100_000) // "group 2.2 (608.100 MHz)" */
export const withOwnNumber = (own: string | null, frequencyHz: number): string =>
  own === null ? mhz(frequencyHz) : `${own} (${mhz(frequencyHz)})`;

/**
 * A spare as each of those who may take it shows it.
 * @example spareWords({ frequencyHz: 608_100_000, for: [1, 2] }, names) // "608.100 MHz (group 2.2: Bo)"
 */
export function spareWords(
  spare: { frequencyHz: number; for: readonly number[] },
  names: {
    ownNumber: (channelId: number, frequencyHz: number) => string | null;
    talker: (channelId: number) => string;
  },
): { mhz: string; own: string | null } {
  const takers = new Map<string | null, number[]>();
  for (const id of spare.for) {
    const own = names.ownNumber(id, spare.frequencyHz);
    takers.set(own, [...(takers.get(own) ?? []), id]);
  }
  const own = [...takers].flatMap(([number, ids]) =>
    number === null
      ? []
      : takers.size === 1
        ? [number]
        : [`${number}: ${listWords(ids.map((id) => names.talker(id)))}`],
  );
  return { mhz: mhz(spare.frequencyHz), own: own.length === 0 ? null : own.join("; ") };
}

/** One reading, in the unit's form and in megahertz. */
export const readingWords = (r: { text: string; frequencyHz: number }): string =>
  r.text.endsWith("MHz") ? r.text : `${r.text} (${mhz(r.frequencyHz)})`;

/** Why a table of lists is refused. */
export function listsErrorWords(error: ListsError): string {
  switch (error.code) {
    case "list-line":
      return `"${error.line}" is no list: name, colon, frequencies; or a row with list, number and MHz`;
    case "list-twice":
      return `list ${error.list} stands twice`;
    case "too-long":
      return `${error.members} are too many: at most ${error.most}`;
  }
}
