import { guessStationColumns, isStationLine, readStationRows } from "./stationTable";

const CHANNELS = Array.from({ length: 28 }, (_, i) => 21 + i);
const read = (cells: string[][], heading: string[] = []) =>
  readStationRows(cells, guessStationColumns(heading, cells, CHANNELS), CHANNELS);

test("columns by their headings, else by what stands in them: the channel where most cells are channels, the name where letters are", () => {
  expect(
    guessStationColumns(["kW", "Station", "Ch", "Mux"], [["20", "", "22", ""]], CHANNELS),
  ).toEqual({ channel: 2, name: 1, note: 3 });
  const bare = [
    ["North Mast", "CH 25", "1200"],
    ["UHF tower", "UHF28", "5"],
  ];
  expect(guessStationColumns([], bare, CHANNELS)).toEqual({ channel: 1, name: 0, note: null });
  expect(guessStationColumns(["a", "b"], [["x", "y"]], CHANNELS).channel).toBeNull();
  expect(isStationLine(["channel", "name"], CHANNELS)).toBe(false);
  expect(isStationLine(["North Mast", "25"], CHANNELS)).toBe(true);
});

test("a station a line; what says none is told by its row, what comes again or has no name is noted", () => {
  const rows = read(
    [
      ["22", "Harbour Hill"],
      ["nothing", "here"],
      ["7", "VHF"],
      ["CH 22", "Harbour Hill II"],
      ["28", ""],
    ],
    ["Channel", "Name"],
  );
  expect(
    rows.map((r) => [r.row, r.station?.name ?? null, r.problems[0]?.code ?? r.notes[0]]),
  ).toEqual([
    [1, "Harbour Hill", undefined],
    [2, null, "no-channel"],
    [3, null, "not-on-raster"],
    [4, "Harbour Hill II", { code: "again", firstRow: 1 }],
    [5, "station", { code: "name-missing" }],
  ]);
  // another column is meant
  expect(
    readStationRows([["9", "22", "Skerry"]], { channel: 1, name: 2, note: 0 }, CHANNELS)[0]
      ?.station,
  ).toEqual({ channel: 22, name: "Skerry", note: "9" });
});
