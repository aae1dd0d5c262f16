import { defined } from "~/core/units/items";
import { plainText } from "~/core/units/plainText";
import { brokenRules, type BrokenRule } from "~/core/coordination/explaining/explain";
import type { CoordinationRequest } from "./request";
import { rasterChannels, type Raster } from "~/core/regulations/raster";
import { parseFrequencyText, type FrequencyTextError } from "~/core/units/frequencyText";
import { fail, ok, type Result } from "~/core/units/result";
import { carrierId } from "./dayProblem";

/**
 * One line of a coordinator's list: for whom, and on what; a second frequency in case the first is
 * disturbed.
 */
export interface AssignedFrequency {
  who: string;
  primaryHz: number;
  backupHz: number | null;
  /** The channel of ours that it is meant for; null while nobody said. */
  channelId: number | null;
}

export type AssignedField = "who" | "primary" | "backup";
export type AssignedColumns = Record<AssignedField, number | null>;

export type AssignedRowProblem =
  | { code: "who-missing" }
  | { code: "primary-missing" }
  | { code: "frequency-unreadable"; field: "primary" | "backup"; error: AssignedFrequencyError };

export type AssignedFrequencyError =
  | FrequencyTextError
  | { code: "tv-channel-unknown"; channel: number }
  | { code: "tv-offset-outside"; channel: number; offsetMhz: number }
  /** A number of the unit that it is meant for which stands for several settings. */
  | { code: "ambiguous"; text: string; readings: { frequencyHz: number; text: string }[] };

/**
 * A channel of ours that a line can be meant for, and how a number of its own units is read: null
 * of what is none of theirs.
 */
export interface AssignedTalker {
  id: number;
  talker: string;
  readOwn?: (text: string) => Result<number, AssignedFrequencyError> | null;
}

export interface AssignedRow {
  row: number;
  line: AssignedFrequency | null;
  problems: AssignedRowProblem[];
}

const HEADINGS: Record<AssignedField, RegExp> = {
  who: /^(who|crew|position|name|talker|talent|camera|user|for)$/i,
  primary: /^(primary|main|frequency|freq|mhz|first|frequency ?\(?mhz\)?|primary ?\(?mhz\)?)$/i,
  backup: /^(backup|back-up|secondary|spare|second|reserve|backup ?\(?mhz\)?)$/i,
};

export function guessAssignedColumns(heading: readonly string[]): AssignedColumns {
  const at = (field: AssignedField) => {
    const found = heading.findIndex((h) => HEADINGS[field].test(h.trim()));
    return found < 0 ? null : found;
  };
  return { who: at("who"), primary: at("primary"), backup: at("backup") };
}

/**
 * Reads a frequency as coordinators write it: as people say it, or as a television channel and
 * megahertz above its lower edge: "TV 24 + 3.45".
 * @example parseAssignedFrequency("24+3.45", RASTERS["EU-8"]) // { ok: true, value: 497450000 }
 */
export function parseAssignedFrequency(
  text: string,
  raster: Raster,
): Result<number, AssignedFrequencyError> {
  const byChannel =
    /^(?:tv|ch|channel)? ?(\d{1,2}) ?\+ ?(\d{1,2}(?:[.,]\d{1,9})?) ?(?:mhz)?$/i.exec(
      plainText(text),
    );
  if (!byChannel) return parseFrequencyText(text);
  const channel = Number(byChannel[1]);
  const offsetMhz = Number(defined(byChannel[2]).replace(",", "."));
  const found = rasterChannels(raster).find((c) => c.channel === channel);
  if (!found) return fail({ code: "tv-channel-unknown", channel });
  const frequencyHz = found.lowHz + Math.round(offsetMhz * 1e6);
  return frequencyHz > found.highHz
    ? fail({ code: "tv-offset-outside", channel, offsetMhz })
    : ok(frequencyHz);
}

/**
 * Reads a coordinator's rows; each is judged by itself. A line whose name is a talker's is meant
 * for that channel.
 * @param talkers - our channels, to tell whose line is whose, case aside; a line in a talker's name
 *   may be in the numbers of that talker's units
 */
export function readAssignedTable(
  rows: readonly (readonly string[])[],
  map: AssignedColumns,
  raster: Raster,
  talkers: readonly AssignedTalker[],
): AssignedRow[] {
  return rows.flatMap((cells, i): AssignedRow[] => {
    if (cells.every((c) => c.trim() === "")) return [];
    const cell = (field: AssignedField) =>
      map[field] === null ? "" : (cells[map[field]] ?? "").trim();
    const problems: AssignedRowProblem[] = [];
    const who = Array.from(cell("who")).slice(0, 80).join("");
    if (who === "") problems.push({ code: "who-missing" });
    const meantFor = talkers.find((t) => t.talker.toLowerCase() === who.toLowerCase());
    const frequency = (field: "primary" | "backup"): number | null => {
      const text = cell(field);
      if (text === "" || /^[-–—]$/.test(text)) return null;
      const read = meantFor?.readOwn?.(text) ?? parseAssignedFrequency(text, raster);
      if (read.ok) return read.value;
      problems.push({ code: "frequency-unreadable", field, error: read.error });
      return null;
    };
    const primaryHz = frequency("primary");
    const backupHz = frequency("backup");
    if (primaryHz === null && cell("primary") === "") problems.push({ code: "primary-missing" });
    const channelId = meantFor?.id ?? null;
    return [
      {
        row: i + 2,
        problems,
        line:
          problems.length === 0 && primaryHz !== null
            ? { who, primaryHz, backupHz, channelId }
            : null,
      },
    ];
  });
}

/** What is wrong with one frequency of a line, by the same rules as our own picks. */
export interface AssignedFault {
  who: string;
  use: "primary" | "backup";
  frequencyHz: number;
  broken: BrokenRule[];
}

/**
 * Checks a coordinator's list as one set: every primary of ours among all primaries, and every
 * backup in place of its own primary. Lines for other crews stand as carriers of others; only lines
 * with a channel of ours can break a rule of ours.
 * @param request - today's problem: law, television, scan, others, tuning
 */
export function assignedFaults(
  request: CoordinationRequest,
  lines: readonly AssignedFrequency[],
  raster: Raster,
): AssignedFault[] {
  const idOf = (line: AssignedFrequency, i: number) =>
    line.channelId === null ? `${line.who} (${i + 1})` : carrierId(line.channelId);
  const primaries = lines.map((line, i) => ({ id: idOf(line, i), frequencyHz: line.primaryHz }));
  // what the scan saw on a assigned frequency may well be that very crew: such a carrier is not
  // counted twice
  const others = request.others.filter(
    (o) => !primaries.some((p) => Math.abs(p.frequencyHz - o.frequencyHz) < 50_000),
  );
  return lines.flatMap((line, i): AssignedFault[] => {
    const channel = request.channels.find(
      (c) => line.channelId !== null && c.id === carrierId(line.channelId),
    );
    if (!channel) return [];
    const standing = [...primaries.filter((_, k) => k !== i), ...others];
    return (
      [
        ["primary", line.primaryHz],
        ["backup", line.backupHz],
      ] as const
    ).flatMap(([use, frequencyHz]) => {
      if (frequencyHz === null) return [];
      const broken = brokenRules({ ...request, others }, channel, frequencyHz, standing, raster);
      return broken.length === 0 ? [] : [{ who: line.who, use, frequencyHz, broken }];
    });
  });
}
