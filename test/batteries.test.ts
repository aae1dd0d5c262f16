import ICAL from "ical.js";
import {
  breaksOf,
  dayBatteries,
  hoursAlong,
  needsOf,
  USUAL_RULE,
  shootNeeds,
} from "~/core/schedule/batteryChanges";
import { packRun } from "~/core/battery/ledger";
import type { SyncRecord } from "~/core/channel/facts";
import { packPower, powerEvents } from "~/core/schedule/dayBatteries";
import type { DayEvent } from "~/core/journal/dayEvents";
import type { Scene } from "~/core/schedule/scenes";
import {
  batteryCalendar,
  batteriesOfDay,
  batteriesRan,
  newBatteries,
  setBatteryRule,
  undoBatteryRule,
} from "~/server/services/day/batteries.server";
import { correctEntry, logOf } from "~/server/services/day/log.server";
import { handlePack } from "~/server/services/sync/syncs.server";
import { moveTo } from "~/server/services/day/moves.server";
import { ownApp, practiceApp, type PracticeApp } from "./practiceApp";
import { wrapSteps } from "~/core/schedule/wrapUp";
import { loadDay } from "~/server/services/day/dayView.server";
import { copyDay } from "~/server/services/shoots/shoots.server";
import { closeDay, tickWrap, wrapView } from "~/server/services/day/wrapUp.server";
import { dayNowMs } from "~/server/services/day/clock.server";

const h = (hours: number) => Math.round(hours * 3_600_000);
const scene = (number: string, from: number, to: number, ...speakers: string[]): Scene => ({
  number,
  title: "",
  placeId: 1,
  startMs: h(from),
  endMs: h(to),
  speakers,
  isRepeatable: true,
});
const event = (hours: number, what: DayEvent["what"], id = 1): DayEvent => ({
  id,
  atMs: h(hours),
  placeId: 1,
  who: null,
  what,
});

describe("a day's cells out of its scenes", () => {
  const scenes = [
    scene("1", 8, 10, "A"),
    scene("2", 10.1, 12, "A", "B"),
    scene("3", 13, 16, "A"),
    scene("4", 22.5, 25.5, "B"),
  ];
  test("gaps of a quarter of an hour are breaks; scenes past midnight go on", () =>
    expect(breaksOf(scenes)).toEqual([
      { startMs: h(12), endMs: h(13) },
      { startMs: h(16), endMs: h(22.5) },
    ]));
  test("on through the day but for breaks, or only while scenes run", () => {
    expect(
      needsOf("A", scenes, { packsOn: "through" }, breaksOf(scenes)).map((n) => [
        n.startMs,
        n.endMs,
      ]),
    ).toEqual([
      [h(8) - 600_000, h(12)],
      [h(13), h(16)],
    ]);
    expect(needsOf("A", scenes, { packsOn: "scenes" }, [])).toHaveLength(2);
    expect(needsOf("B", scenes, { packsOn: "scenes" }, []).at(-1)!.endMs).toBe(h(25.5));
    expect(needsOf("C", scenes, { packsOn: "scenes" }, [])).toEqual([]);
  });
  const power = (packKey: string, events: DayEvent[], nowHours: number) =>
    packPower({
      packKey,
      usual: "alkaline",
      hoursOf: () => 6.5,
      events,
      syncs: [],
      volts: null,
      nowMs: h(nowHours),
    });
  test("counting from now: who lasts stays, who does not changes in the break, what nobody knows is planned as empty", () => {
    const events = [
      event(7.5, { kind: "cells-fresh", packKey: "a", chemistry: "alkaline" }),
      event(7.8, { kind: "power", packKey: "a", isOn: true, by: "own-word" }, 2),
    ];
    const plan = dayBatteries({
      packs: [
        { talkers: ["A"], perPack: 2, power: power("a", events, 9) },
        { talkers: ["B"], perPack: 2, power: power("b", [], 9) },
      ],
      scenes,
      rule: USUAL_RULE,
      nowMs: h(9),
    });
    expect(plan.packs.map((p) => [p.isUnknown, p.changes.map((c) => c.where)])).toEqual([
      [false, ["break"]],
      [true, ["before", "break"]],
    ]);
    expect(plan.carry).toEqual({ alkaline: 6 });
    expect(plan.basis).toBe("scenes");
    const line = hoursAlong(plan.packs[0]!, h(9));
    expect(line[0]!.hours).toBeCloseTo(5.3, 9);
    expect(line.at(-1)!.hours).toBeCloseTo(3.5, 9);
  });
});

describe("an own set, that says nothing of itself", () => {
  const proof = (atHours: number, part: "silent" | "rf", outcome: string): SyncRecord => ({
    channelId: 1,
    placeId: 1,
    atMs: h(atHours),
    who: null,
    kind: "proof",
    part,
    outcome,
    frequencyHz: 500e6,
    packKey: "a",
    receiverKey: "r",
    strongestDbm: null,
    antennasDbm: null,
    shown: null,
  });
  const ran = (events: DayEvent[], syncs: SyncRecord[], nowHours: number, key = "a") =>
    packRun(powerEvents(key, events, syncs), h(nowHours));
  const fresh = event(7, { kind: "cells-fresh", packKey: "a", chemistry: "alkaline" });

  test("runs from where it was seen on, and stops where it was silent, switched off, or ticked off at wrap", () => {
    const seen = [proof(8, "silent", "nothing"), proof(8.1, "rf", "full")];
    expect(ran([fresh], seen, 10)).toMatchObject({ isOn: true, ranHours: expect.closeTo(1.9, 6) });
    const off = event(9, { kind: "power", packKey: "a", isOn: false, by: "said" }, 2);
    expect(ran([fresh, off], seen, 10).ranHours).toBeCloseTo(0.9, 6);
    const wrap = event(9.5, { kind: "wrapped", step: "off a", isDone: true }, 3);
    expect(ran([fresh, wrap], seen, 12)).toMatchObject({
      isOn: false,
      ranHours: expect.closeTo(1.4, 6),
    });
    // a meter that shows nothing says nothing of the pack being on
    expect(ran([fresh], [proof(8, "rf", "none")], 10).isOn).toBe(false);
    expect(ran([], seen, 10, "r").isOn).toBe(true);
  });
  test("one that tells itself needs no conclusions", () => {
    const told = event(7.5, { kind: "power", packKey: "a", isOn: false, by: "own-word" }, 2);
    expect(ran([fresh, told], [proof(8, "rf", "full")], 10).isOn).toBe(false);
  });
  test("without scenes the hours of the shoot count, or a usual day from when the first came on", () => {
    const rule = { ...USUAL_RULE, breaks: [{ startMs: h(12), endMs: h(13) }] };
    expect(shootNeeds({ ...rule, shoot: { startMs: h(8), endMs: h(16) } }, null, h(9))).toEqual({
      basis: "shoot",
      needs: [
        { startMs: h(8), endMs: h(12) },
        { startMs: h(13), endMs: h(16) },
      ],
    });
    expect(shootNeeds(rule, h(7), h(9))).toMatchObject({
      basis: "usual-day",
      needs: [{ startMs: h(7) }, { endMs: h(17) }],
    });
  });
});

describe("the practice day's cells", () => {
  let practice: PracticeApp;
  beforeAll(async () => {
    practice = await practiceApp();
  });
  afterAll(() => practice.stop());
  const view = async () => {
    const v = await batteriesOfDay(practice.app, practice.dayId);
    if (!v.ok) throw new Error(v.error.code);
    return v.value;
  };

  test("fresh cells begin at nothing, run while the pack is on, and can be taken back to what they had run", async () => {
    const { app, dayId, pass } = practice;
    const put = await newBatteries(app, dayId, { packKey: "pack-a", chemistry: "nimh" });
    expect(put).toMatchObject({ ok: true, value: { before: null } });
    const ran = (await view()).cells.packs.find((p) => p.packKey === "pack-a")!;
    expect([ran.power.chemistry, ran.power.left!.hours]).toEqual(["nimh", ran.power.hours]);
    expect(
      await newBatteries(app, dayId, { packKey: "pack-a", chemistry: "li-ion" }),
    ).toMatchObject({
      ok: false,
    });
    expect(
      await batteriesRan(app, dayId, { packKey: "pack-b", ranHours: 2, chemistry: "alkaline" }),
    ).toEqual({ ok: true, value: null });
    expect((await view()).cells.packs.find((p) => p.packKey === "pack-b")!.power.run.ranHours).toBe(
      2,
    );
    pass(1000);
  });

  test("the rule is one of the day's lists: kept, told apart, taken back", async () => {
    const { app, dayId } = practice;
    const rule = { ...USUAL_RULE, policy: "fresh" as const };
    expect(
      await setBatteryRule(app, dayId, { rule: USUAL_RULE, expectedVersion: 0 }),
    ).toMatchObject({
      ok: true,
    });
    expect(await setBatteryRule(app, dayId, { rule, expectedVersion: 1 })).toMatchObject({
      ok: true,
    });
    expect(await setBatteryRule(app, dayId, { rule, expectedVersion: 1 })).toMatchObject({
      ok: false,
      error: { code: "list-changed", list: "cellRules" },
    });
    const fresh = await view();
    expect(fresh.cells.schools.fresh.cells).toBeGreaterThanOrEqual(
      fresh.cells.schools.counted.cells,
    );
    expect(await undoBatteryRule(app, dayId, 2)).toMatchObject({ ok: true });
    expect((await view()).rule.policy).toBe("counted");
  });

  // outside check: read back by a well-known package (ical.js)
  test("the changes as a calendar, at the moments that the screen shows", async () => {
    const { app, dayId } = practice;
    const ics = await batteryCalendar(app, dayId);
    if (!ics.ok) throw new Error(ics.error.code);
    const events = new ICAL.Component(
      ICAL.parse(ics.value) as ConstructorParameters<typeof ICAL.Component>[0],
    )
      .getAllSubcomponents("vevent")
      .map((v) => new ICAL.Event(v));
    const { cells } = await view();
    const planned = cells.packs.flatMap((p) => p.changes.map((c) => c.atMs));
    expect(planned.length).toBeGreaterThan(0);
    expect(events.map((e) => (e.startDate.hour * 60 + e.startDate.minute) * 60_000).sort()).toEqual(
      planned.map((ms) => Math.floor(ms / 60_000) * 60_000).sort(),
    );
    expect(
      events.every(
        (e) =>
          e.startDate.toString().startsWith("2027-05-04") &&
          e.summary.startsWith("Batteries: Pack"),
      ),
    ).toBe(true);
  });

  test("what was done writes itself down; what is put right stands beside it", async () => {
    const { app, dayId } = practice;
    await handlePack(app, dayId, "pack-a", { isOn: false });
    await moveTo(
      app,
      dayId,
      (
        await logOf(app, dayId).then((l) => (l.ok ? Object.keys(l.value.places).map(Number) : []))
      )[1]!,
    );
    const log = await logOf(app, dayId);
    if (!log.ok) throw new Error(log.error.code);
    const moved = log.value.entries.find(
      (e) => e.what.kind === "event" && e.what.event.kind === "moved",
    )!;
    expect(
      await correctEntry(app, dayId, {
        ofKey: moved.key,
        text: "only the cart",
        idempotencyKey: "c",
      }),
    ).toEqual({ ok: true, value: null });
    expect(
      await correctEntry(app, dayId, { ofKey: "event-999", text: "x", idempotencyKey: null }),
    ).toMatchObject({ ok: false, error: { code: "not-found" } });
    const again = await logOf(app, dayId);
    expect(again.ok && again.value.entries.find((e) => e.key === moved.key)).toMatchObject({
      what: moved.what,
      corrections: [{ text: "only the cart" }],
    });
  });
});

describe("wrap", () => {
  const unit = (key: string, kind: "receiver" | "pack", isBuiltIn = false) => ({
    key,
    kind,
    label: key,
    isBuiltIn,
    isPaired: false,
  });
  test("antennas that were told one by one come back one by one", () => {
    const steps = wrapSteps({
      units: [],
      stock: [{ kind: "antenna", block: "47", count: 4 }],
      antennas: [
        { id: "x", label: "fin red" },
        { id: "y", label: "whip 1" },
      ],
      packsOn: {},
      events: [event(20, { kind: "wrapped", step: "antenna y", isDone: true }, 1)],
    });
    expect(steps.map((s) => [s.label, s.count, s.done])).toEqual([
      ["fin red", null, null],
      ["whip 1", null, "ticked"],
      ["a house’s fixed set", null, null],
    ]);
  });
  test("a unit that answers for itself needs no tick; one that cannot be asked does; ticks can be taken back", () => {
    const ticks = [
      event(20, { kind: "wrapped", step: "off r", isDone: true }, 1),
      event(20, { kind: "wrapped", step: "cells a", isDone: true }, 2),
      event(21, { kind: "wrapped", step: "cells a", isDone: false }, 3),
    ];
    const steps = wrapSteps({
      units: [unit("a", "pack"), unit("b", "pack", true), unit("c", "pack"), unit("r", "receiver")],
      stock: [
        { kind: "antenna", block: "47", count: 4 },
        { kind: "aa-cell", block: null, count: 9 },
      ],
      antennas: null,
      packsOn: { a: true, b: false },
      events: ticks,
    });
    expect(steps.map((s) => [s.id, s.done, s.isOn])).toEqual([
      ["off a", null, true],
      ["off b", "seen", false],
      ["off c", null, false],
      ["off r", "ticked", false],
      ["cells a", null, false],
      ["charge b", null, false],
      ["cells c", null, false],
      ["count antenna 47", null, false],
      ["fixed set", null, false],
    ]);
  });
  let practice: PracticeApp;
  beforeAll(async () => {
    practice = await practiceApp();
  });
  afterAll(() => practice.stop());
  test("the hours of part-used sets go into the next day of the shoot, once", async () => {
    const { app, dayId } = practice;
    await batteriesRan(app, dayId, { packKey: "pack-b", ranHours: 2.5, chemistry: "lithium" });
    expect(await closeDay(app, dayId)).toEqual({ ok: true, value: { carried: 0, next: null } });
    const copied = await copyDay(app, dayId, {
      dateIso: "2027-05-05",
      shootId: (await loadDay(app, dayId))!.day.shootId,
      withScenes: false,
    });
    if (!copied.ok) throw new Error(copied.error.code);
    expect(await closeDay(app, dayId)).toMatchObject({
      ok: true,
      value: { carried: 1, next: { dayId: copied.value } },
    });
    expect(await closeDay(app, dayId)).toMatchObject({ ok: true, value: { carried: 1 } });
    const tomorrow = await wrapView(app, copied.value);
    expect(tomorrow.ok && tomorrow.value.hours).toMatchObject([
      { packKey: "pack-b", ranHours: 2.5, chemistry: "lithium" },
    ]);
    expect(await tickWrap(app, dayId, { step: "nothing like it", isDone: true })).toMatchObject({
      ok: false,
      error: { code: "not-found" },
    });
  });
});

// the fault really made: a night in which the clocks are put back (the tests run in a zone that
// does it: jest.config.mjs)
test("a day's clock goes on evenly through the night in which clocks are put back, and past midnight", async () => {
  // there it is the 31st; the clocks go back at 01:00 UTC
  const midnight = Date.UTC(2027, 9, 30, 22, 0);
  expect([new Date(midnight).getHours(), new Date(midnight + 4 * 3_600_000).getHours()]).toEqual([
    0, 3,
  ]);
  const own = await ownApp(midnight);
  const day = { isPractice: false, clockDayMs: 0, clockRealMs: 0, dateIso: "2027-10-31" };
  for (let i = 0; i < 60; i += 1)
    expect(dayNowMs({ ...own.app, realNowMs: () => midnight + i * 1_800_000 }, day)).toBe(
      i * 1_800_000,
    );
  await own.stop();
});
