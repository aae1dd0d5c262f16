import type { DayEvent } from "~/core/journal/dayEvents";
import { dayReport, type ReportSources } from "./dayReport";
import { reportTables } from "~/contract/messages/reportTables";
import { sweepSvg } from "./sweepPicture";

const event = (id: number, atMs: number, what: DayEvent["what"], placeId = 1): DayEvent => ({
  id,
  atMs,
  placeId,
  who: null,
  what,
});
const hit = (id: number, atMs: number, cause: "neighbour" | "fade"): DayEvent =>
  event(id, atMs, {
    kind: "hit",
    channelId: 1,
    frequencyHz: 5e8,
    scene: "11",
    judged: { causes: [{ cause, share: 0.9, for: [], against: [] }], answers: ["retune"] },
    readings: "AAAA",
    near: [],
  });
const plan = (version: number, placeId: number, frequencyHz: number) => ({
  version,
  placeId,
  acceptedAtMs: version,
  how: "found",
  picks: [{ channelId: 1, frequencyHz }],
  spares: [{ frequencyHz: 52e7, for: [1] }],
});
const notationsOf = (frequencyHz: number) => ({
  tvChannel: 21,
  receiverShows: `bank 1, ${frequencyHz / 1e7}`,
  packShows: `${(frequencyHz / 1e6).toFixed(3)} MHz`,
});
const sources: ReportSources = {
  channels: [
    {
      id: 1,
      number: 1,
      talker: "Marit",
      packLabel: "Pack A",
      receiverLabel: "Bag 1",
      powerMw: 50,
      notationsOf,
    },
  ],
  places: [
    { id: 1, name: "Loft", setting: "indoors" },
    { id: 2, name: "Quay", setting: "outdoors" },
  ],
  scenes: [
    {
      number: "11",
      title: "",
      placeId: 1,
      startMs: 0,
      endMs: 10_000,
      speakers: ["Marit"],
      isRepeatable: true,
    },
  ],
  plans: [plan(1, 1, 5e8), plan(2, 1, 51e7), plan(3, 2, 51e7)],
  levels: [],
  packs: [],
  others: [{ who: "Boom ear feed", primaryHz: 499_250_000, backupHz: null }],
  events: [
    event(1, 0, { kind: "roll", isOn: true }),
    hit(2, 1000, "neighbour"),
    event(3, 2000, {
      kind: "hit-answer",
      hitId: 2,
      channelId: 1,
      answer: "retune",
      fromHz: 5e8,
      toHz: 51e7,
      planVersion: 1,
    }),
    event(4, 9000, {
      kind: "hit-closed",
      hitId: 2,
      channelId: 1,
      how: "proved",
      planVersion: 2,
      note: "",
    }),
    hit(5, 20_000, "fade"),
    event(
      6,
      21_000,
      { kind: "hit-closed", hitId: 5, channelId: 1, how: "left", planVersion: 2, note: "" },
      2,
    ),
    hit(7, 30_000, "fade"),
    ...[3, 1, 2, 4, 6, 5, 7].map((n) =>
      event(10 + n, n * 1000, { kind: "dropout", channelId: 1, lastedMs: n * 100, leastDbm: -100 }),
    ),
    event(30, 31_000, { kind: "note", channelId: null, text: "gull" }),
    event(31, 32_000, { kind: "correction", ofKey: "event-30", text: "tern" }),
    event(32, 40_000, { kind: "roll", isOn: false }),
    event(33, 50_000, { kind: "roll", isOn: true }),
  ],
};

test("hits with what became of them, counted by cause; dropouts with the longest to look for", () => {
  const r = dayReport(sources, 60_000);
  expect(r.hits.map((h) => [h.cause, h.outcome, h.toHz, h.planVersion, h.tookMs])).toEqual([
    ["neighbour", "retuned", 51e7, 2, 8000],
    ["fade", "left", null, null, 1000],
    ["fade", "open", null, null, null],
  ]);
  expect(r.causes).toEqual([
    { cause: "fade", count: 2 },
    { cause: "neighbour", count: 1 },
  ]);
  expect(r.dropouts).toMatchObject([{ talker: "Marit", count: 7, longestMs: 700, totalS: 2.8 }]);
  expect(r.dropouts[0]!.worst.map((w) => [w.lastedMs, w.scene])).toEqual([
    [300, "11"],
    [400, "11"],
    [500, "11"],
    [600, "11"],
    [700, "11"],
  ]);
});
test("the last plan of each place, who moved from where, notes with what was put right, how long it rolled", () => {
  const r = dayReport(sources, 60_000);
  expect(r.frequencies.map((f) => [f.place, f.version, f.rows[0]!.frequencyHz])).toEqual([
    ["Loft", 2, 51e7],
    ["Quay", 3, 51e7],
  ]);
  expect(r.plans.map((p) => p.moved.map((m) => m.fromHz))).toEqual([[null], [5e8], []]);
  expect(r.notes).toMatchObject([{ text: "gull", corrections: ["tern"] }]);
  // 50 s of it, less the seven in which we ourselves retuned
  expect(r.rolledMs).toBe(43_000);
  const moved = event(40, 52_000, { kind: "moved", fromPlaceId: 1, toPlaceId: 2 });
  const take = event(41, 55_000, { kind: "take", scene: "12", take: 1 }, 2);
  const rolledAfter = (...more: (typeof moved)[]) =>
    dayReport({ ...sources, events: [...sources.events, ...more] }, 60_000).rolledMs;
  expect(rolledAfter(moved)).toBe(35_000);
  expect(rolledAfter(moved, take)).toBe(40_000);
});
test("what else was told to transmit stands under the frequencies, in words", () => {
  const tables = reportTables(dayReport(sources, 60_000));
  expect(tables.map((t) => t.id)).toEqual([
    "frequencies",
    "frequencies",
    "others",
    "hits",
    "dropouts",
    "plans",
    "notes",
  ]);
  // megahertz in a column of their own; what a unit shows instead stands beside its name
  expect(tables[0]!.rows[0]!.map((c) => c.text)).toEqual([
    "1",
    "Marit",
    "Pack A",
    expect.stringMatching(/^Bag 1: bank 1, \d+$/),
    expect.stringMatching(/ MHz$/),
    "21",
    "50 mW",
  ]);
  expect(tables[2]!.rows.map((r) => r.map((c) => c.text))).toEqual([
    ["Boom ear feed", "499.250 MHz", "–"],
  ]);
  expect(
    reportTables(dayReport({ ...sources, others: [] }, 60_000)).map((t) => t.id),
  ).not.toContain("others");
});
test("a scan as a picture: the highest of each column stays, gaps stay gaps, names cannot break out", () => {
  const levels = new Float64Array(7200).fill(-110);
  levels[3601] = -50;
  levels.fill(NaN, 0, 720);
  const svg = sweepSvg({
    levelsDbm: levels,
    lowHz: 470e6,
    stepHz: 10_000,
    marksHz: [
      { frequencyHz: 500e6, text: "<b>" },
      { frequencyHz: 900e6, text: "off" },
      { frequencyHz: 501e6, text: "second" },
      { frequencyHz: 502e6, text: "crowded" },
    ],
    widthPx: 360,
    heightPx: 100,
  });
  expect(svg.match(/M[\d.]+,88V/g)).toHaveLength(324);
  expect(svg).toContain("V29.4h");
  expect(svg).toContain("&#60;b&#62;");
  expect(svg).not.toContain("off");
  // no name covers another: a second row, then none; each keeps its line
  expect(svg).toMatch(/y="18"[^>]*>second</);
  expect(svg).not.toContain("crowded");
  expect(svg.match(/stroke="#b83a14"/g)).toHaveLength(3);
});
