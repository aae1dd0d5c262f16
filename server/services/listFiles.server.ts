import Papa from "papaparse";
import { fail, ok, type Result } from "../../core/units/result";
import type { ServiceError } from "../../contract/serviceError";

/** A list larger than this is something else with a wrong name. */
export const MOST_LIST_CHARACTERS = 2_000_000;
const MOST_ROWS = 500;

/** A CSV text as its heading and its rows; comma, semicolon or tab is told from the text. */
export function readTable(text: string): Result<{ heading: string[]; cells: string[][] }, ServiceError> {
  if (text.length > MOST_LIST_CHARACTERS) return fail({ code: "list-unreadable", why: "large" });
  if (text.includes("\u0000")) return fail({ code: "list-unreadable", why: "binary" });
  const [heading, ...cells] = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), { skipEmptyLines: "greedy" }).data;
  if (!heading || cells.length === 0) return fail({ code: "list-unreadable", why: "empty" });
  return cells.length > MOST_ROWS ? fail({ code: "list-unreadable", why: "large" }) : ok({ heading, cells });
}
