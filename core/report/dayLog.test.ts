import type { DayEvent } from "~/core/journal/dayEvents";
import { dayLog, filterLog, type LogSources } from "./dayLog";
import type { SyncRecord } from "~/core/channel/facts";

const verification = (
  atMs: number,
  part: string,
  outcome: string,
  channelId = 1,
  who: string | null = null,
): SyncRecord =>
  ({
    kind: "proof",
    channelId,
    placeId: 1,
    atMs,
    who,
    part,
    outcome,
    frequencyHz: 5e8,
    packKey: "a",
    receiverKey: "r",
    strongestDbm: null,
    antennasDbm: null,
    shown: null,
  }) as SyncRecord;
const numbered = (list: SyncRecord[]) => list.map((record, i) => ({ id: i + 1, record }));
const event = (
  id: number,
  atMs: number,
  what: DayEvent["what"],
  who: string | null = null,
): DayEvent => ({ id, atMs, placeId: 1, who, what });
const none: LogSources = {
  sweeps: [],
  plans: [],
  syncs: [],
  levels: [],
  placeChecks: [],
  events: [],
  channelChanges: [],
  lists: [],
};

test("the parts of one proof are one entry; another channel, another hand or another time begins a new one", () => {
  const log = dayLog({
    ...none,
    syncs: numbered([
      verification(1000, "silent", "nothing"),
      verification(1200, "rf", "full"),
      verification(1300, "voice", "nothing"),
      verification(1400, "silent", "nothing", 2),
      verification(1500, "silent", "nothing", 2, "Ana"),
      verification(90_000, "rf", "full", 2, "Ana"),
    ]),
  });
  expect(
    log.map((e) =>
      e.what.kind === "proved"
        ? [e.channelId, e.who, e.what.good.join(), e.what.bad.map((b) => b.part).join()]
        : [],
    ),
  ).toEqual([
    [1, null, "silent,rf", "voice"],
    [2, null, "silent", ""],
    [2, "Ana", "silent", ""],
    [2, "Ana", "rf", ""],
  ]);
});
test("a plan tells only of those who moved", () => {
  const plan = (version: number, ...picks: [number, number][]) => ({
    version,
    placeId: 1,
    sweepId: null,
    acceptedAtMs: version * 1000,
    how: "found",
    picks: picks.map(([channelId, frequencyHz]) => ({ channelId, frequencyHz })),
  });
  const log = dayLog({
    ...none,
    plans: [plan(1, [1, 5e8], [2, 51e7]), plan(2, [1, 5e8], [2, 52e7])],
  });
  expect(
    log.map((e) => (e.what.kind === "planned" ? e.what.moved.map((m) => m.channelId) : null)),
  ).toEqual([[1, 2], [2]]);
});
test("in order of time whatever it came from; a correction stands with what it puts right and nowhere else", () => {
  const log = dayLog({
    ...none,
    levels: [
      { channelId: 1, atMs: 500, effort: "normal", gainDb: -27, headroomDb: 6, finalPeakDbfs: -18 },
    ],
    events: [
      event(1, 900, { kind: "note", channelId: null, text: "gull on take 3" }),
      event(2, 100, { kind: "roll", isOn: true }),
      event(3, 2000, { kind: "correction", ofKey: "event-1", text: "take 4" }, "Ana"),
      event(4, 2100, { kind: "correction", ofKey: "gone", text: "x" }),
    ],
  });
  expect(log.map((e) => e.key)).toEqual(["event-2", "level-1", "event-1"]);
  expect(log[2]!.corrections).toEqual([{ atMs: 2000, who: "Ana", text: "take 4" }]);
});
test("filters: by kind, by person, by words in any order", () => {
  const log = dayLog({
    ...none,
    events: [
      event(1, 1, { kind: "note", channelId: 2, text: "Gull over the quay" }),
      event(2, 2, { kind: "note", channelId: 3, text: "engine" }),
      event(3, 3, { kind: "power", packKey: "a", isOn: true, by: "said" }),
    ],
  });
  const text = (e: (typeof log)[number]) =>
    e.what.kind === "event" && e.what.event.kind === "note" ? e.what.event.text : "pack";
  const keys = (f: Partial<Parameters<typeof filterLog>[1]>) =>
    filterLog(log, { groups: null, channelId: null, search: "", ...f }, text).map((e) => e.key);
  expect(keys({})).toHaveLength(3);
  expect(keys({ search: " QUAY gull " })).toEqual(["event-1"]);
  expect(keys({ groups: ["cells"] })).toEqual(["event-3"]);
  expect(keys({ channelId: 3 })).toEqual(["event-2"]);
});
