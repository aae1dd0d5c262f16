import { parseFrequencyText } from "~/core/units/frequencyText";
import { type QuickPlace, type QuickSet, setProblem, usualSet } from "./quickSet";
import { isVerified, type QuickSession } from "./session";

/** One crew of a producer's list: its set, and the numbers that it was given. */
export interface FleetLine {
  crew: string;
  set: QuickSet;
  primary: QuickPlace;
  backup: QuickPlace | null;
}

export type FleetRowProblem =
  | { code: "crew-missing" }
  | { code: "crew-twice"; crew: string }
  | { code: "primary-missing" }
  | { code: "number-unreadable"; field: "primary" | "backup"; text: string }
  | { code: "range-unreadable"; text: string };

export interface FleetRow {
  /** As a spreadsheet counts: the heading is 1. */
  row: number;
  line: FleetLine | null;
  problems: FleetRowProblem[];
}

export const FLEET_FIELDS = ["crew", "primary", "backup", "range"] as const;
export type FleetField = (typeof FLEET_FIELDS)[number];
export type FleetColumns = Record<FleetField, number | null>;

const HEADINGS: Record<FleetField, RegExp> = {
  crew: /^(crew|who|camera|name|team|unit|position)$/i,
  primary: /^(primary|main|first|frequency|freq|mhz|number)( ?\(?mhz\)?)?$/i,
  backup: /^(backup|back-up|second|secondary|spare|reserve)( ?\(?mhz\)?)?$/i,
  range: /^(range|tunes|block|band)( ?\(?mhz\)?)?$/i,
};

/** Which column is which, by its heading. */
export function guessFleetColumns(heading: readonly string[]): FleetColumns {
  const at = (field: FleetField) => {
    const found = heading.findIndex((h) => HEADINGS[field].test(h.trim()));
    return found < 0 ? null : found;
  };
  return { crew: at("crew"), primary: at("primary"), backup: at("backup"), range: at("range") };
}

/** A list and a number in it, however they are parted: "7.9", "7-9", "33-05"; three digits are MHz. */
const OWN_NUMBER = /^(\d{1,2})[.\-/ ](\d{1,2})$/;

function readPlace(text: string): QuickPlace | null {
  const own = OWN_NUMBER.exec(text.trim());
  if (own) return { list: own[1] ?? null, number: own[2] ?? null, frequencyHz: null };
  const hz = parseFrequencyText(text);
  return hz.ok ? { list: null, number: null, frequencyHz: hz.value } : null;
}

/** "520-562"; null where it is none. */
function readRange(text: string): QuickSet["ranges"] | null {
  const [low = "", high = ""] = text.split(/[-–—]/);
  const [lowHz, highHz] = [parseFrequencyText(low), parseFrequencyText(high)];
  return lowHz.ok && highHz.ok ? [{ lowHz: lowHz.value, highHz: highHz.value }] : null;
}

/** Where a range is not told: as far about its numbers as sets of this kind tune. */
const USUAL_SPAN_HZ = 24e6;
const rangeAround = (places: readonly QuickPlace[]): QuickSet["ranges"] => {
  const known = places.flatMap((p) => p.frequencyHz ?? []);
  return known.length === 0
    ? []
    : [
        {
          lowHz: Math.min(...known) - USUAL_SPAN_HZ / 2,
          highHz: Math.max(...known) + USUAL_SPAN_HZ / 2,
        },
      ];
};

/** Whether a crew's range was not told, but taken from around its numbers. */
export const isAssumedRange = (set: QuickSet, assigned: readonly QuickPlace[]): boolean =>
  JSON.stringify(set.ranges) === JSON.stringify(rangeAround(assigned));

/** Lists of makers end before this; above it a number's first part is a TV channel. */
const FIRST_TV_CHANNEL = 21;

/** Reads a producer's rows, each judged by itself. */
export function readFleetTable(
  rows: readonly (readonly string[])[],
  columns: FleetColumns,
): FleetRow[] {
  const crews = new Set<string>();
  return rows.flatMap((cells, i): FleetRow[] => {
    if (cells.every((c) => c.trim() === "")) return [];
    const cell = (field: FleetField) =>
      columns[field] === null ? "" : (cells[columns[field]] ?? "").trim();
    const problems: FleetRowProblem[] = [];
    const crew = Array.from(cell("crew")).slice(0, 40).join("");
    if (crew === "") problems.push({ code: "crew-missing" });
    else if (crews.has(crew.toLowerCase())) problems.push({ code: "crew-twice", crew });
    crews.add(crew.toLowerCase());
    const place = (field: "primary" | "backup"): QuickPlace | null => {
      const text = cell(field);
      if (text === "" || /^[-–—]$/.test(text)) return null;
      const read = readPlace(text);
      if (!read) problems.push({ code: "number-unreadable", field, text: text.slice(0, 40) });
      return read;
    };
    const primary = place("primary");
    const backup = place("backup");
    if (primary === null && cell("primary") === "") problems.push({ code: "primary-missing" });
    const told = cell("range");
    const ranges =
      told === "" ? rangeAround([primary, backup].filter((p) => p !== null)) : readRange(told);
    const set: QuickSet = {
      ...usualSet(
        !primary?.list ? "mhz" : Number(primary.list) < FIRST_TV_CHANNEL ? "banks" : "tv-number",
        crew,
      ),
      ranges: ranges ?? [],
    };
    if (ranges === null || (told !== "" && setProblem(set) !== null))
      problems.push({ code: "range-unreadable", text: told.slice(0, 40) });
    return [
      {
        row: i + 2,
        problems,
        line: problems.length === 0 && primary ? { crew, set, primary, backup } : null,
      },
    ];
  });
}

/** How far one crew has come. */
export type CrewState =
  | { code: "not-begun" | "matched" | "off" }
  | { code: "verified"; atMs: number }
  /** Interference was told, and the crew is on another number since, or on none. */
  | { code: "hit"; atMs: number; isVerified: boolean };

/** How a crew's session stands, as the producer's list shows it. */
export function crewStateOf(session: QuickSession): CrewState {
  const [s] = session.systems;
  if (session.offMs !== null) return { code: "off" };
  const hit = s?.hits.at(-1);
  if (s && hit) return { code: "hit", atMs: hit.atMs, isVerified: isVerified(s) };
  if (s && isVerified(s)) return { code: "verified", atMs: Math.max(...s.seen.map((x) => x.atMs)) };
  return { code: s?.matchedMs ? "matched" : "not-begun" };
}
