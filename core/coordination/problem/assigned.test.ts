import {
  guessAssignedColumns,
  assignedFaults,
  parseAssignedFrequency,
  readAssignedTable,
  type AssignedFrequency,
} from "./assigned";
import { PROFILES } from "./profile";
import type { CoordinationRequest } from "./request";
import { RASTERS } from "~/core/regulations/raster";

const raster = RASTERS["EU-8"];
const talkers = [
  { id: 1, talker: "Marit" },
  { id: 2, talker: "Tobiah" },
];
const request: CoordinationRequest = {
  windows: [{ lowHz: 470e6, highHz: 694e6 }],
  exclusions: [{ lowHz: 478e6, highHz: 486e6, reason: "TV 22, Ellery Head One" }],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 0,
  timeLimitMs: 1000,
  seed: 1,
  channels: [1, 2].map((n) => ({
    id: `ch${n}`,
    tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }],
    bandwidthHz: 200_000,
    lockedHz: null,
  })),
};
const line = (
  who: string,
  channelId: number | null,
  primaryMhz: number,
  backupMhz: number | null = null,
): AssignedFrequency => ({
  who,
  channelId,
  primaryHz: primaryMhz * 1e6,
  backupHz: backupMhz === null ? null : backupMhz * 1e6,
});
const faults = (lines: AssignedFrequency[], change: Partial<CoordinationRequest> = {}) =>
  assignedFaults({ ...request, ...change }, lines, raster).map((f) => [
    f.who,
    f.use,
    f.broken.map((b) => b.code).join(),
  ]);

test.each([
  ["512.375", 512_375_000],
  ["512,375 MHz", 512_375_000],
  ["TV 24 + 3.45", 497_450_000],
  ["24+3,45", 497_450_000],
  ["ch21+0", 470_000_000],
])("%s is a frequency", (text, hz) =>
  expect(parseAssignedFrequency(text, raster)).toEqual({ ok: true, value: hz }),
);
test.each([
  ["TV 99 + 1", "tv-channel-unknown"],
  ["24 + 9", "tv-offset-outside"],
  ["none", "frequency-not-a-number"],
])("%s is not one", (text, code) =>
  expect(parseAssignedFrequency(text, raster)).toMatchObject({ ok: false, error: { code } }),
);

test("rows: whose line is told by name, a dash is no backup, each row judged by itself", () => {
  const map = guessAssignedColumns(["Position", "Primary", "Backup"]);
  expect(map).toEqual({ who: 0, primary: 1, backup: 2 });
  const rows = readAssignedTable(
    [
      ["marit", "490", "—"],
      ["Second crew", "24+1", "530"],
      ["", "500", ""],
      [" ", "", ""],
      ["Tobiah", "", "500"],
      ["Tobiah", "soon", "500"],
    ],
    map,
    raster,
    talkers,
  );
  expect(rows.map((r) => [r.row, r.line?.channelId, r.problems.map((p) => p.code).join()])).toEqual(
    [
      [2, 1, ""],
      [3, null, ""],
      [4, undefined, "who-missing"],
      [6, undefined, "primary-missing"],
      [7, undefined, "frequency-unreadable"],
    ],
  );
  expect(rows[0]!.line).toEqual(line("marit", 1, 490));
});

test("a line in a talker's name may be in the numbers of that talker's units; what stands for several is asked", () => {
  const readings = [523.1e6, 523.125e6].map((frequencyHz) => ({ frequencyHz, text: "523.1" }));
  const own = talkers.map((t) => ({
    ...t,
    readOwn: (text: string) =>
      text === "11.8"
        ? ({ ok: true, value: 574.3e6 } as const)
        : text === "523.1"
          ? ({ ok: false, error: { code: "ambiguous", text, readings } } as const)
          : null,
  }));
  const map = { who: 0, primary: 1, backup: 2 };
  const rows = readAssignedTable(
    [
      ["Marit", "11.8", "490"],
      ["Marit", "523.1", ""],
      ["Second crew", "523.1", ""],
    ],
    map,
    raster,
    own,
  );
  expect(rows.map((r) => r.line)).toEqual([
    line("Marit", 1, 574.3, 490),
    null,
    line("Second crew", null, 523.1),
  ]);
  expect(rows[1]!.problems).toMatchObject([{ error: { code: "ambiguous" } }]);
});

describe("a list held against our rules", () => {
  test("a clean one has no faults", () =>
    expect(faults([line("Marit", 1, 490, 500), line("Tobiah", 2, 495.7, 510)])).toEqual([]));
  test("not tunable, on television, too near each other, between two steps", () => {
    expect(faults([line("Marit", 1, 560)])).toEqual([["Marit", "primary", "not-tunable"]]);
    expect(faults([line("Marit", 1, 481, 490.01)])).toEqual([
      ["Marit", "primary", "kept-free"],
      ["Marit", "backup", "off-grid"],
    ]);
    expect(faults([line("Marit", 1, 490), line("Tobiah", 2, 490.2)])).toEqual([
      ["Marit", "primary", "conflict"],
      ["Tobiah", "primary", "conflict"],
    ]);
  });
  test("products reach across crews: two of another crew make one on ours, and only ours is a fault of ours", () => {
    expect(
      faults([line("Crew X", null, 488), line("Crew Y", null, 489), line("Marit", 1, 490)]),
    ).toEqual([["Marit", "primary", "conflict,conflict"]]);
  });
  test("a backup is judged in place of its own primary, among the others' primaries", () => {
    expect(faults([line("Marit", 1, 490, 490.2), line("Tobiah", 2, 500.3, 490.1)])).toEqual([
      ["Tobiah", "backup", "conflict"],
    ]);
  });
  test("the scan's own sight of an assigned carrier is not counted against it", () => {
    const others = [{ id: "other 488.010", frequencyHz: 488.01e6 }];
    expect(faults([line("Crew X", null, 488), line("Marit", 1, 495)], { others })).toEqual([]);
    expect(faults([line("Marit", 1, 488.2)], { others })).toEqual([
      ["Marit", "primary", "conflict"],
    ]);
  });
});
