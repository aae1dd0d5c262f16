import { crewStateOf, guessFleetColumns, isAssumedRange, readFleetTable } from "./fleet";
import { usualSet } from "./quickSet";
import { foldSession, type QuickEvent } from "./session";

const columns = guessFleetColumns(["Crew", "Primary (MHz)", "Backup", "Range"]);

test("a producer's list by its headings, megahertz or own numbers, with and without a range", () => {
  const rows = readFleetTable(
    [
      ["Ferry A", "531.425", "533.85", "520-562"],
      ["Ferry B", "7.9", "7-12", "520–562"],
      ["Quay", "606.5", "", ""],
      ["", "", "", ""],
    ],
    columns,
  );
  expect(rows.map((r) => r.problems)).toEqual([[], [], []]);
  expect(rows.map((r) => r.line!.set.kind)).toEqual(["mhz", "banks", "mhz"]);
  expect(rows[1]!.line).toMatchObject({
    primary: { list: "7", number: "9", frequencyHz: null },
    backup: { list: "7", number: "12" },
  });
  expect(rows.map((r) => isAssumedRange(r.line!.set, [r.line!.primary]))).toEqual([
    false,
    false,
    true,
  ]);
  expect(readFleetTable([["A", "33-05", "", "566-590"]], columns)[0]!.line!.set.kind).toBe(
    "tv-number",
  );
  expect(rows[2]!.line).toMatchObject({
    backup: null,
    set: { ranges: [{ lowHz: 594.5e6, highHz: 618.5e6 }] },
  });
});

test.each([
  [["", "531.4", "", ""], [{ code: "crew-missing" }]],
  [["A", "", "533", ""], [{ code: "primary-missing" }]],
  [["A", "soon", "", ""], [{ code: "number-unreadable", field: "primary", text: "soon" }]],
  [["A", "531.4", "later", ""], [{ code: "number-unreadable", field: "backup", text: "later" }]],
  [["A", "531.4", "", "green"], [{ code: "range-unreadable", text: "green" }]],
  [["A", "531.4", "", "562-520"], [{ code: "range-unreadable", text: "562-520" }]],
])("a bad row: %j", (cells, problems) =>
  expect(readFleetTable([cells], columns)[0]).toMatchObject({ problems, line: null }),
);

test("a crew stands twice", () =>
  expect(
    readFleetTable(
      [
        ["A", "531.4", "", ""],
        ["a", "532", "", ""],
      ],
      columns,
    )[1]!.problems,
  ).toEqual([{ code: "crew-twice", crew: "a" }]));

test("how far a crew has come", () => {
  const place = { list: null, number: null, frequencyHz: 531.4e6 };
  const set = { ...usualSet("mhz", "A"), ranges: [{ lowHz: 520e6, highHz: 562e6 }] };
  const where = { region: "EU", setting: "outdoors", place: "" } as const;
  const all: QuickEvent[] = [
    { what: "begun", set, where, level: null, assigned: [place], ranBefore: null },
    { what: "used", system: 0, place, from: "given" },
    { what: "matched", system: 0 },
    { what: "seen", system: 0, part: "silent", outcome: "nothing" },
    { what: "seen", system: 0, part: "rf", outcome: "full" },
    { what: "seen", system: 0, part: "voice", outcome: "follows" },
    { what: "hit", system: 0, next: { ...place, frequencyHz: 533e6 } },
    { what: "off" },
  ].map((e, i) => ({ ...e, id: `e${i}`, atMs: i * 1000 }) as QuickEvent);
  const at = (n: number) => crewStateOf(foldSession(all.slice(0, n))!);
  expect([1, 3, 6, 7, 8].map(at)).toEqual([
    { code: "not-begun" },
    { code: "matched" },
    { code: "verified", atMs: 5000 },
    { code: "hit", atMs: 6000, isVerified: false },
    { code: "off" },
  ]);
});
