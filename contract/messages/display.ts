import { type DisplaySettings, USUAL_DISPLAY } from "~/contract/schemas/displayChoices";

let read = (): DisplaySettings => USUAL_DISPLAY;

/** How the one who reads wants clocks, dates and levels. */
export const display = (): DisplaySettings => read();

/** Says where that is known: on the server the request's own, in a browser its only one. */
export function readDisplayBy(reader: () => DisplaySettings): void {
  read = reader;
}
