import { readStationTable } from "./stationTable";

const CHANNELS = Array.from({ length: 28 }, (_, i) => 21 + i);

test("channel and name a line, in either order; headings and other columns are left", () => {
  const text =
    'channel;station;kW\n22;"Harbour Hill";20\nNorth Mast\tCH 25\n\nUHF28, Skerry Head, 5\n22;Harbour Hill II\n';
  expect(readStationTable(text, CHANNELS)).toEqual({
    stations: [
      { channel: 22, name: "Harbour Hill II" },
      { channel: 25, name: "North Mast" },
      { channel: 28, name: "Skerry Head" },
    ],
    problems: [],
  });
});

test("lines that say no station are told with their number, the others stand", () => {
  const { stations, problems } = readStationTable(
    "22;Harbour Hill\nnothing here\n7;VHF\n",
    CHANNELS,
  );
  expect(stations).toHaveLength(1);
  expect(problems.map((p) => [p.line, p.code])).toEqual([
    [2, "no-channel"],
    [3, "not-on-raster"],
  ]);
  expect(readStationTable("", CHANNELS)).toEqual({ stations: [], problems: [] });
});
