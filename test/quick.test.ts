import { levelOf } from "~/core/quick/level";
import { usualSet, type QuickSet } from "~/core/quick/quickSet";
import type { QuickEvent } from "~/core/quick/session";
import { quickSent } from "~/contract/schemas/quickEvents";
import { exportShoot, takeArchive } from "~/server/services/shoots/shootArchive.server";
import { getDayView } from "~/server/services/day/dayView.server";
import {
  crewsToday,
  importCrews,
  quickHome,
  takeQuick,
  tellOfCrew,
} from "~/server/services/quick/quickSessions.server";
import { getShoots } from "~/server/services/shoots/shoots.server";
import { ownApp, practiceApp } from "./practiceApp";

const MORNING = new Date(2027, 4, 3, 8, 0).getTime();
let own: Awaited<ReturnType<typeof ownApp>>;
beforeEach(async () => {
  own = await ownApp(MORNING);
});
afterEach(() => own.stop());

const camera: QuickSet = {
  ...usualSet("banks", "Camera A"),
  ranges: [{ lowHz: 520e6, highHz: 562e6 }],
};
const where = { region: "EU", setting: "outdoors", place: "Quay" } as const;
const place = { list: "7", number: "9", frequencyHz: 531_425_000 };

type Said = QuickEvent extends infer E
  ? E extends QuickEvent
    ? Omit<E, "id" | "atMs">
    : never
  : never;
let count = 0;
const said = (...list: Said[]): QuickEvent[] =>
  list.map((s) => ({ id: `said-here-${(count += 1)}`, atMs: MORNING, ...s }));
const begun: Said = {
  what: "begun",
  set: camera,
  where,
  level: null,
  assigned: [],
  ranBefore: null,
};
const used: Said = { what: "used", system: 0, place, from: "scan" };
const take = async (sessionId: string, events: QuickEvent[]) => {
  const done = await takeQuick(own.app, sessionId, events);
  if (!done.ok) throw new Error(done.error.code);
  return done.value;
};
const dayOf = async (dayId: number) => {
  const view = await getDayView(own.app, dayId);
  if (!view.ok) throw new Error(view.error.code);
  return view.value;
};

test("a day is made of what is said: its set, place, number, verification, level and batteries", async () => {
  const { gainDb, outputDb, inputGainDb } = levelOf(camera, { voice: "normal", isNoisy: false });
  const level = {
    voice: "normal",
    isNoisy: false,
    gainDb,
    outputDb,
    inputGainDb,
    seenDbfs: -9,
  } as const;
  const events = said(
    begun,
    used,
    { what: "matched", system: 0 },
    { what: "seen", system: 0, part: "silent", outcome: "nothing" },
    { what: "seen", system: 0, part: "rf", outcome: "full" },
    { what: "seen", system: 0, part: "voice", outcome: "follows" },
    { what: "level", system: 0, level },
    { what: "seen", system: 0, part: "far", outcome: "meter-follows" },
    { what: "batteries", system: 0, end: "pack", ranHours: 0 },
    { what: "batteries", system: 0, end: "receiver", ranHours: 2 },
  );
  expect(quickSent.safeParse({ sessionId: "a-session", events }).success).toBe(true);
  const first = await take("a-session", events);
  expect(first.refused).toEqual([]);
  const view = await dayOf(first.dayId);
  const [channel] = view.channels;
  expect(view.day).toMatchObject({ region: "EU", dateIso: "2027-05-03" });
  expect(view.places).toMatchObject([{ name: "Quay", setting: "outdoors" }]);
  expect(view.plan?.picks).toMatchObject([{ frequencyHz: 531_425_000, isLocked: true }]);
  expect(channel).toMatchObject({ talker: "Camera A", inputId: "camera-mic" });
  expect(channel!.state.sync.code).toBe("proved");
  expect(view.kit.receivers.find((r) => r.id === "quick-1-rx")!.banks).toMatchObject([
    { id: "7", numbers: ["9"] },
  ]);
  // the same once more, as from a phone that did not hear the answer
  expect(await take("a-session", events)).toEqual(first);
  expect((await getShoots(own.app)).shoots).toHaveLength(1);
  const home = await quickHome(own.app);
  expect(home.current).toMatchObject({ sessionId: "a-session", dayId: first.dayId });
  expect(home.remembered).toMatchObject([{ number: "7.9", place: "Quay", region: "EU" }]);
});

test("what the day refuses is told, and nothing of the session is lost", async () => {
  const events = said(begun, { ...used, place: { ...place, frequencyHz: 700_000_000 } });
  const { dayId, refused } = await take("forbidden", events);
  expect(refused.map((r) => r.code)).toEqual(["rules-broken"]);
  expect((await dayOf(dayId)).plan).toBeNull();
  expect((await quickHome(own.app)).current!.events).toHaveLength(2);
});

test("switched off, its batteries' hours are told next time, not taken over", async () => {
  const hour = 3_600_000;
  const events = said(
    begun,
    used,
    { what: "batteries", system: 0, end: "pack", ranHours: 1 },
    { what: "off" },
  ).map((e) => (e.what === "off" ? { ...e, atMs: MORNING + 2 * hour } : e));
  await take("till-noon", events);
  const [set] = (await quickHome(own.app)).remembered;
  expect(set!.ranBefore).toEqual({ pack: 3, receiver: null });
  const next = await take("afternoon", said({ ...begun, ranBefore: set!.ranBefore }));
  expect((await quickHome(own.app)).current).toMatchObject({ dayId: next.dayId });
});

test("without its megahertz a number stays on the page; the day gets it when they are told", async () => {
  const { dayId } = await take(
    "own-number",
    said(begun, { ...used, place: { ...place, frequencyHz: null } }),
  );
  expect((await dayOf(dayId)).plan).toBeNull();
  await take("own-number", said(used));
  expect((await dayOf(dayId)).plan?.picks).toMatchObject([{ frequencyHz: 531_425_000 }]);
});

test("a hit moves the plan and stands in the log; taken back, it moves back; elsewhere is another place of the day", async () => {
  const next = { list: "7", number: "12", frequencyHz: 533_850_000 };
  const hit = said({ what: "hit", system: 0, next });
  const { dayId } = await take("a-hit", [...said(begun, used), ...hit]);
  expect((await dayOf(dayId)).plan?.picks).toMatchObject([{ frequencyHz: 533_850_000 }]);
  await take("a-hit", said({ what: "undo", of: hit[0]!.id }));
  expect((await dayOf(dayId)).plan?.picks).toMatchObject([{ frequencyHz: 531_425_000 }]);
  await take(
    "a-hit",
    said({ what: "moved", where: { region: "EU", setting: "indoors", place: "Car deck" } }),
  );
  const view = await dayOf(dayId);
  expect(view.places.map((p) => p.name)).toEqual(["Quay", "Car deck"]);
  expect(view.places.find((p) => p.id === view.day.currentPlaceId)!.name).toBe("Car deck");
});

test("a second pack of a dual receiver takes its other half; of a single one it gets a receiver of its own", async () => {
  const dual: QuickSet = { ...usualSet("dual", "Bag"), ranges: [{ lowHz: 470e6, highHz: 542e6 }] };
  const one = await take(
    "dual",
    said({ ...begun, set: dual }, { what: "second", set: { ...dual, name: "Bag 2" } }),
  );
  expect((await dayOf(one.dayId)).channels).toMatchObject([{ half: 0 }, { half: 1 }]);
  const two = await take(
    "single",
    said(begun, { what: "second", set: { ...camera, name: "Camera B" } }),
  );
  expect(new Set((await dayOf(two.dayId)).channels.map((c) => c.receiverKey)).size).toBe(2);
});

test("on practice data what a person says they did is done on the practice gear", async () => {
  const practice = await practiceApp();
  try {
    const set: QuickSet = {
      ...usualSet("mhz", "Try it"),
      ranges: [{ lowHz: 470e6, highHz: 542e6 }],
    };
    const done = await takeQuick(
      practice.app,
      "practice-1",
      said(
        { ...begun, set },
        { ...used, place: { list: null, number: null, frequencyHz: 520_100_000 } },
        { what: "matched", system: 0 },
      ),
    );
    if (!done.ok) throw new Error(done.error.code);
    expect(done.value.refused).toEqual([]);
    const view = await getDayView(practice.app, done.value.dayId);
    expect(view.ok && view.value.channels[0]).toMatchObject({ receiverHz: 520_100_000 });
  } finally {
    await practice.stop();
  }
});

test("a session goes into its shoot's archive and comes back", async () => {
  const { dayId } = await take("archived", said(begun, used));
  const [shoot] = (await getShoots(own.app)).shoots;
  const written = await exportShoot(own.app, shoot!.id);
  if (!written.ok) throw new Error(written.error.code);
  const other = await ownApp(MORNING);
  try {
    const taken = await takeArchive(other.app, written.value.bytes, { asOwn: false });
    expect(taken.ok).toBe(true);
    expect((await quickHome(other.app)).remembered).toMatchObject([{ number: "7.9" }]);
  } finally {
    await other.stop();
  }
  expect(dayId).toBeGreaterThan(0);
});

test("a producer's list: a session for each crew, told by its phone or by hand; bad rows are named and nothing is made", async () => {
  const bad = await importCrews(own.app, { text: "crew,primary\nA,soon\n", region: "EU" });
  expect(bad).toMatchObject({ ok: false, error: { code: "crew-rows", rows: [{ row: 2 }] } });
  expect(await crewsToday(own.app)).toEqual([]);
  const list = "crew,primary,backup,range\nFerry A,531.425,533.85,520-562\nQuay,7.9,7.12,520-562\n";
  expect(await importCrews(own.app, { text: list, region: "EU" })).toMatchObject({ ok: true });
  // the same list once more adds nobody
  await importCrews(own.app, { text: list, region: "EU" });
  const [ferry, quay, ...more] = await crewsToday(own.app);
  expect(more).toEqual([]);
  expect([ferry!.state.code, quay!.state.code]).toEqual(["not-begun", "not-begun"]);
  // the crew's own phone, let in at the cart, goes on with what was prepared
  const guest = { ...own.app, asker: { kind: "guest", dayId: 1, name: "Ro" } } as never;
  const place = ferry!.assigned[0]!;
  const taken = await takeQuick(
    guest,
    ferry!.sessionId,
    said(
      { ...begun, set: ferry!.set, assigned: ferry!.assigned },
      { what: "used", system: 0, place, from: "given" },
      { what: "matched", system: 0 },
      { what: "seen", system: 0, part: "silent", outcome: "nothing" },
      { what: "seen", system: 0, part: "rf", outcome: "full" },
      { what: "seen", system: 0, part: "voice", outcome: "follows" },
    ),
  );
  expect(taken).toMatchObject({ ok: true, value: { refused: [] } });
  expect(await takeQuick(guest, "of-nobody", said(begun))).toMatchObject({ ok: false });
  expect(await quickHome(guest)).toMatchObject({ current: null, remembered: [] });
  // by word of mouth, before anything else was told
  await tellOfCrew(own.app, { sessionId: quay!.sessionId, what: "hit" });
  expect((await crewsToday(own.app)).map((c) => [c.crew, c.number, c.state.code])).toEqual([
    ["Ferry A", "531.425", "verified"],
    ["Quay", "7.12", "hit"],
  ]);
  // none of them is the session of this computer
  expect((await quickHome(own.app)).current).toBeNull();
});

test.each([
  [{ sessionId: "short", events: [] }],
  [{ sessionId: "long-enough", events: [{ id: "event-xyz", atMs: 1, what: "begun" }] }],
  [
    {
      sessionId: "long-enough",
      events: said({ what: "seen", system: 0, part: "rf", outcome: "follows" }),
    },
  ],
  [{ sessionId: "long-enough", events: said({ ...used, system: 7 }) }],
])("what no page sends is refused: %#", (body) => {
  expect(quickSent.safeParse(body).success).toBe(false);
});

test("a session that does not begin with its set is refused", async () => {
  expect(await takeQuick(own.app, "headless", said(used))).toMatchObject({ ok: false });
});
