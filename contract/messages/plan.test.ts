import { planFileErrorWords, readingsErrorWords } from "./planFile";
import {
  directionWords,
  dropoutWords,
  fitWords,
  helpWords,
  lengthWords,
  lostWords,
  planProblemWords,
  reliabilityWords,
} from "./plan";
import type { Help } from "~/core/location/search";
import { formatFeet, formatMetres } from "./format";

test.each([
  [0, null, "no dropouts"],
  [1 / 500, null, "one dropout about every 500 minutes"],
  [1 / 8.2, 120, "one short dropout about every 8 minutes"],
  [1 / 42, null, "one dropout about every 40 minutes"],
  [0.96, 400, "about one dropout a minute"],
  [3.47, 100, "about 3 short dropouts a minute"],
  [38.2, null, "about 38 dropouts a minute"],
])("%p a minute of %p ms", (perMinute, meanMs, words) =>
  expect(dropoutWords(perMinute, meanMs)).toBe(words),
);

test("what is lost is told as a share of the walk, in one unit from nothing to all", () => {
  expect([1e-7, 0.00005, 0.0004, 0.034, 0.22, 0.999].map(lostWords)).toEqual([
    "no voice lost",
    "voice lost under 0.01 % of this walk",
    "voice lost 0.04 % of this walk",
    "voice lost 3 % of this walk",
    "voice lost 22 % of this walk",
    "voice lost all the way",
  ]);
  expect(reliabilityWords({ outage: 0.08, dropoutsPerMinute: 32, meanDropoutMs: 90 })).toBe(
    "voice lost 8 % of this walk, about 32 short dropouts a minute",
  );
  expect(reliabilityWords({ outage: 0.7, dropoutsPerMinute: 2 })).toBe(
    "voice lost 70 % of this walk",
  );
  expect([30, 420, 12_000].map(lengthWords)).toEqual(["30 ms", "0.4 s", "12 s"]);
});

test("orders name what they are about, each in words of its own", () => {
  const names = {
    antenna: (id: string) => `antenna ${id}`,
    talker: () => "Marit",
    at: () => "place 2",
    metres: formatMetres,
  };
  const helps: Help[] = [
    { code: "raise", antennaId: "A", toM: 3 },
    { code: "turn", antennaId: "A", aimDeg: 90 },
    { code: "move", antennaId: "B", to: { x: 0, y: 0, heightM: 1 }, cableM: 14 },
    { code: "second-antenna", at: { x: 0, y: 0, heightM: 1 } },
    { code: "move-receiver", at: { x: 0, y: 0, heightM: 1 } },
    { code: "other-antenna", antennaId: "A", kind: "fin", aimDeg: 180 },
    { code: "amplifier", antennaId: "A" },
    { code: "sleeve", walk: 0 },
    { code: "straighten", walk: 0 },
    { code: "ankle", walk: 0 },
    { code: "power", walk: 0, toDbm: 16.99 },
  ];
  const words = helps.map((h) => helpWords(h, names));
  expect(words.slice(0, 3)).toEqual([
    "Raise antenna A to 3 m",
    "Turn antenna A to look down",
    "Move antenna B to place 2, on 14 m of cable",
  ]);
  expect(words.at(-1)).toBe("Set Marit’s pack to 50 mW");
  expect(new Set(words).size).toBe(words.length);
  expect([0, 91, -90, 225, 720].map(directionWords)).toEqual([
    "right",
    "down",
    "up",
    "up left",
    "right",
  ]);
});

test("what a walk says of a place, with what is not known; and where it says nothing", () => {
  expect(
    fitWords({
      general: { db: -1.5, uncertaintyDb: 0.44 },
      perWall: null,
      behindBody: { db: -3, uncertaintyDb: 1.2 },
    }),
  ).toBe("everywhere −1.5 dB ± 0.4 and behind the body −3 dB ± 1.2");
  expect(fitWords({ general: null, perWall: null, behindBody: null })).toBe("no result");
});

test("every refusal says what is wrong and what is unharmed", () => {
  const files = [
    { code: "not-json", at: "x" },
    { code: "not-a-collection" },
    { code: "empty" },
    { code: "newer", version: 3 },
    { code: "bad-feature", index: 4, fault: { code: "no-coordinates" } },
    { code: "too-large", extentM: 9000 },
    { code: "senseless", problems: [{ code: "wall-short", id: "w" }] },
    { code: "not-svg" },
    { code: "too-involved" },
  ] as const;
  const words = files.map((e) => planFileErrorWords("hall.json", e as never));
  for (const w of words) expect(w).toMatch(/“hall\.json”.*The plan is unchanged\.$/);
  expect(words[4]).toContain("Feature 5");
  const readings = [
    { code: "empty" },
    { code: "line", line: 3, text: "x" },
    { code: "order", line: 3 },
    { code: "range", line: 3, dbm: 90 },
    { code: "many", most: 5 },
  ] as const;
  for (const e of readings)
    expect(readingsErrorWords("what was typed", e)).toMatch(/Nothing was imported\.$/);
  const problems = [
    { code: "wall-short", id: "w" },
    { code: "opening-off", id: "d", of: "w" },
    { code: "outline-crosses", id: "o" },
    { code: "outline-short", id: "o" },
    { code: "antenna-inside", id: "a", of: "o" },
    { code: "walk-short", id: "k" },
    ...(["wall", "obstacle", "area", "walk", "antenna", "cart"] as const).map((what) => ({
      code: "outside" as const,
      what,
      id: "x",
    })),
  ] as const;
  expect(new Set(problems.map(planProblemWords)).size).toBe(problems.length);
});

test("feet as a tape reads them", () =>
  expect([2, 0.3048, 30, 9.144].map(formatFeet)).toEqual(["6.6 ft", "1 ft", "98 ft", "30 ft"]));
