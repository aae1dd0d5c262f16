/** What a column of a station list can hold. */
export const STATION_FIELDS = ["channel", "name", "note"] as const;
export type StationField = (typeof STATION_FIELDS)[number];
/** Which column holds what; null where none does. */
export type StationMap = Record<StationField, number | null>;

export type StationRowProblem =
  { code: "no-channel"; text: string } | { code: "not-on-raster"; channel: number };
export type StationRowNote = { code: "name-missing" } | { code: "again"; firstRow: number };

/** A line of a list: its station, or why it says none. `row` counts from 1. */
export interface StationRow {
  row: number;
  station: { channel: number; name: string; note: string } | null;
  problems: StationRowProblem[];
  notes: StationRowNote[];
}

/** "22", "CH 22", "UHF22". */
const CHANNEL = /^(?:ch|uhf|tv)?\.?\s*(\d{1,3})$/i;
const MAX_NAME = 80;
const HEADINGS: Readonly<Record<StationField, RegExp>> = {
  channel: /^(ch|chan|channel|tv ?channel|uhf|kanal|no|nr)\.?$/i,
  name: /^(name|station|transmitter|site|operator|licensee|call ?sign|sender)$/i,
  note: /^(note|notes|remark|remarks|comment|multiplex|mux|programme|program|service)$/i,
};

const channelOf = (cell: string | undefined): number | null => {
  const found = CHANNEL.exec(cell?.trim() ?? "")?.[1];
  return found === undefined ? null : Number(found);
};

/** Whether the first line of a list is a station already, and no heading. */
export const isStationLine = (cells: readonly string[], channels: readonly number[]): boolean =>
  cells.some((c) => channels.includes(channelOf(c) ?? NaN));

/**
 * Which column is which: by its heading, else by what stands in it. The channel is in the column
 * where most cells are channels of the raster; the name in the first other one that has letters.
 */
export function guessStationColumns(
  heading: readonly string[],
  cells: readonly (readonly string[])[],
  channels: readonly number[],
): StationMap {
  const byHeading = (field: StationField): number | null => {
    const at = heading.findIndex((h) => HEADINGS[field].test(h.trim()));
    return at < 0 ? null : at;
  };
  const columns = Array.from(
    { length: Math.max(heading.length, ...cells.map((row) => row.length)) },
    (_, at) => at,
  );
  const countOf = (at: number) =>
    cells.filter((row) => channels.includes(channelOf(row[at]) ?? NaN)).length;
  const most = columns.reduce((best, at) => (countOf(at) > countOf(best) ? at : best), 0);
  const channel = byHeading("channel") ?? (countOf(most) > 0 ? most : null);
  const hasLetters = (at: number) =>
    cells.some((row) => /\p{L}/u.test(row[at] ?? "") && channelOf(row[at]) === null);
  const name = byHeading("name") ?? columns.find((at) => at !== channel && hasLetters(at)) ?? null;
  return { channel, name, note: byHeading("note") };
}

/**
 * Reads stations of a table, a station a line. Of two lines with one channel the later counts.
 * @param channels - those of the raster
 */
export function readStationRows(
  cells: readonly (readonly string[])[],
  map: StationMap,
  channels: readonly number[],
): StationRow[] {
  const firstRow = new Map<number, number>();
  return cells.map((line, i): StationRow => {
    const row = i + 1;
    const at = (field: StationField) =>
      map[field] === null ? "" : (line[map[field]] ?? "").trim();
    const channel = channelOf(at("channel"));
    if (channel === null)
      return {
        row,
        station: null,
        problems: [{ code: "no-channel", text: at("channel").slice(0, 40) }],
        notes: [],
      };
    if (!channels.includes(channel))
      return { row, station: null, problems: [{ code: "not-on-raster", channel }], notes: [] };
    const first = firstRow.get(channel);
    firstRow.set(channel, first ?? row);
    const name = at("name").slice(0, MAX_NAME);
    return {
      row,
      station: { channel, name: name === "" ? "station" : name, note: at("note").slice(0, 200) },
      problems: [],
      notes: [
        ...(name === "" ? [{ code: "name-missing" as const }] : []),
        ...(first === undefined ? [] : [{ code: "again" as const, firstRow: first }]),
      ],
    };
  });
}
