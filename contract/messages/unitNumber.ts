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
