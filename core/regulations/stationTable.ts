/** One line of a list of stations. */
export interface StationLine {
  channel: number;
  name: string;
}

/** A line that says no station, and why. */
export interface StationLineProblem {
  line: number;
  code: "no-channel" | "not-on-raster";
  text: string;
}

const PARTED = /[;,\t]|\s{2,}/;
/** "22", "CH 22", "UHF22". */
const CHANNEL = /^(?:ch|uhf|tv)?\.?\s*(\d{1,3})$/i;

/**
 * Reads stations as people list them: a channel and a name a line, in either order, parted by
 * semicolons, commas or tabs; other columns are left. A first line without a channel is a heading.
 * @param channels - those of the raster
 * @example readStationTable("channel;station\n22;Harbour Hill", [21, 22])
 */
export function readStationTable(
  text: string,
  channels: readonly number[],
): { stations: StationLine[]; problems: StationLineProblem[] } {
  const stations = new Map<number, StationLine>();
  const problems: StationLineProblem[] = [];
  text.split(/\r?\n/).forEach((raw, i) => {
    const cells = raw
      .split(PARTED)
      .map((c) => c.trim().replace(/^"|"$/g, ""))
      .filter((c) => c !== "");
    if (cells.length === 0) return;
    const found = cells.map((c) => CHANNEL.exec(c)?.[1]).find((c) => c !== undefined);
    const told = { line: i + 1, text: raw.trim().slice(0, 60) };
    if (found === undefined) {
      if (i > 0) problems.push({ ...told, code: "no-channel" });
      return;
    }
    const channel = Number(found);
    if (!channels.includes(channel)) {
      problems.push({ ...told, code: "not-on-raster" });
      return;
    }
    const name = cells.find((c) => !CHANNEL.test(c) && /\p{L}/u.test(c)) ?? "station";
    stations.set(channel, { channel, name: name.slice(0, 80) });
  });
  return { stations: [...stations.values()].sort((a, b) => a.channel - b.channel), problems };
}
