import { writeKitFile } from "~/contract/codecs/kitFile";
import { EMPTY_KIT } from "~/core/kit/models";
import { dayToOpen, type DayView, getDayView } from "~/server/services/day/dayView.server";
import { getKit, importKitFile } from "~/server/services/prep/kits.server";
import { moveTo } from "~/server/services/day/moves.server";
import {
  addPlace,
  changePlace,
  copyPlace,
  type PlaceTold,
  removePlace,
  undoPlaces,
} from "~/server/services/prep/places.server";
import {
  getPreparation,
  importScenes,
  putScene,
  removeScene,
} from "~/server/services/prep/preparation.server";
import {
  changeDay,
  copyDay,
  getShoots,
  newShoot,
  renameShootTo,
} from "~/server/services/shoots/shoots.server";
import { VERIFICATION_OUTCOMES, type VerificationPart } from "~/core/channel/verificationParts";
import { takeSyncBack } from "~/server/services/sync/syncs.server";
import {
  addTalker,
  addTalkersOfScenes,
  changeTalker,
  removeTalker,
  restoreTalker,
} from "~/server/services/prep/talkers.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import { acceptPlan } from "~/server/services/frequencies/plans.server";
import { importSweep } from "~/server/services/scan/sweepFiles.server";
import { guessColumns } from "~/core/schedule/sceneTable";
import { packUnit, receiverUnit, stockItem } from "~/testkit/case";
import type { Seen } from "~/contract/schemas/seen";
import { ownApp, practiceApp, propose, scanToEnd, sees } from "./practiceApp";

const hour = 3_600_000;
const EVE = new Date(2027, 4, 3, 19, 40).getTime();
let own: Awaited<ReturnType<typeof ownApp>>;
let dayId: number;
beforeEach(async () => {
  own = await ownApp(EVE);
  const made = await newShoot(own.app, {
    name: "Tin Roof",
    dateIso: "2027-05-04",
    town: "Moor Lane",
    region: "UK",
    place: "Kitchen",
  });
  if (!made.ok) throw new Error();
  dayId = made.value;
});
afterEach(() => own.stop());

const view = async (id = dayId): Promise<DayView> => {
  const found = await getDayView(own.app, id);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const prep = async (id = dayId) => {
  const found = await getPreparation(own.app, id);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const CASE = writeKitFile({
  models: EMPTY_KIT,
  stock: [
    stockItem("microphone", 4),
    stockItem("recorder-track", 4),
    stockItem("aa-cell", 12),
    stockItem("antenna", 2, null, "SMA"),
    stockItem("lead", 4),
  ],
  units: [
    receiverUnit("bag", "tarnfell-r2-47", { label: "Bag" }),
    packUnit("p1", "tarnfell-p-47", 10, { label: "P1" }),
    packUnit("p2", "tarnfell-p-47", 10, { label: "P2" }),
    packUnit("p3", "tarnfell-p-47", 10, { label: "P3" }),
  ],
});
const SCENES =
  "scene,place,from,to,speakers\n1,Kitchen,8:00,9:00,Ada; Bea\n2,Yard,10:00,11:00,Cy\n";
const place = (change: Partial<PlaceTold> = {}): PlaceTold => ({
  name: "Yard",
  note: "",
  startMs: 10 * hour,
  endMs: 12 * hour,
  siteKey: null,
  position: null,
  sketch: { setting: "outdoors", walls: "brick", wallCount: 1, distanceM: 20 },
  ...change,
});
const filled = async () => {
  await importKitFile(own.app, dayId, { text: CASE, mode: "replace", expectedVersion: 0 });
  await addPlace(own.app, dayId, { place: place(), expectedVersion: 1 });
  await importScenes(own.app, dayId, {
    text: SCENES,
    map: guessColumns(["scene", "place", "from", "to", "speakers"]),
    leaveOutBad: false,
    expectedVersion: 0,
  });
};

test("a day of one's own goes by the computer's clock: it is the eve, and what is missing is told for tomorrow", async () => {
  const day = await view();
  expect([day.day.production, day.day.isPractice, day.nowMs / 60_000]).toEqual([
    "Tin Roof",
    false,
    19 * 60 + 40 - 24 * 60,
  ]);
  expect(day.channels).toEqual([]);
  expect((await prep()).findings).toEqual([]);
  await filled();
  expect((await prep()).findings.map((f) => f.code)).toEqual([
    "talker-without-channel",
    "talker-without-channel",
    "talker-without-channel",
  ]);
});

test("everybody of the scenes gets a channel as far as the case goes", async () => {
  await filled();
  expect(await addTalkersOfScenes(own.app, dayId)).toEqual({
    ok: true,
    value: { added: ["Ada", "Bea"], without: ["Cy"] },
  });
  expect(
    (await view()).channels.map((c) => [c.number, c.mark, c.receiverLabel, c.half, c.packLabel]),
  ).toEqual([
    [1, "Ad", "Bag", 0, "P1"],
    [2, "Be", "Bag", 1, "P2"],
  ]);
  expect(await addTalker(own.app, dayId, { talker: "ada" })).toMatchObject({
    ok: false,
    error: { code: "talker-twice" },
  });
  expect(await addTalker(own.app, dayId, { talker: "Dot" })).toMatchObject({
    ok: false,
    error: { code: "no-pair", why: "no-receiver-channel" },
  });
});

test("a talker is changed, leaves and comes back; what is somebody's is not given twice", async () => {
  await filled();
  await addTalkersOfScenes(own.app, dayId);
  const [ada, bea] = (await view()).channels;
  expect(
    await changeTalker(own.app, dayId, {
      channelId: ada!.id,
      expectedVersion: 1,
      change: { packKey: bea!.packKey },
    }),
  ).toMatchObject({
    ok: false,
    error: { refusal: { code: "held-by", talker: "Bea", unit: "pack" } },
  });
  expect(
    await changeTalker(own.app, dayId, {
      channelId: ada!.id,
      expectedVersion: 1,
      change: { talker: "Adam", packKey: "p3" },
    }),
  ).toEqual({ ok: true, value: { before: { talker: "Ada", packKey: "p1" }, version: 2 } });
  expect(
    await changeTalker(own.app, dayId, {
      channelId: ada!.id,
      expectedVersion: 1,
      change: { part: "x" },
    }),
  ).toMatchObject({ ok: false, error: { code: "changed-meanwhile" } });
  expect(await removeTalker(own.app, dayId, { channelId: ada!.id, expectedVersion: 2 })).toEqual({
    ok: true,
    value: { talker: "Adam", version: 3 },
  });
  expect((await view()).channels.map((c) => c.talker)).toEqual(["Bea"]);
  expect(
    await restoreTalker(own.app, dayId, { channelId: ada!.id, expectedVersion: 3 }),
  ).toMatchObject({ ok: true });
  await removeTalker(own.app, dayId, { channelId: ada!.id, expectedVersion: 4 });
  expect(await addTalker(own.app, dayId, { talker: "Cy" })).toEqual({ ok: true, value: "Cy" });
  expect((await view()).channels.at(-1)).toMatchObject({ talker: "Cy", number: 3, half: 0 });
  expect(
    await restoreTalker(own.app, dayId, { channelId: ada!.id, expectedVersion: 5 }),
  ).toMatchObject({ ok: false, error: { code: "setting-unknown" } });
});

test("places: added, moved with their scenes, copied, taken off, and back", async () => {
  await filled();
  const [kitchen, yard] = (await view()).places;
  expect(yard!.geometry).toMatchObject({
    model: "plane-earth",
    walls: [{ material: "brick" }],
    distanceM: 20,
  });
  expect(
    await changePlace(own.app, dayId, {
      placeId: yard!.id,
      place: place({ startMs: 13 * hour, endMs: 15 * hour }),
      withScenes: true,
      expectedVersion: 2,
    }),
  ).toEqual({ ok: true, value: { movedScenes: 1 } });
  expect((await prep()).scenes.map((s) => [s.number, s.startMs / hour])).toEqual([
    ["1", 8],
    ["2", 13],
  ]);
  expect(
    await changePlace(own.app, dayId, {
      placeId: yard!.id,
      place: place({ endMs: 9 * hour }),
      withScenes: false,
      expectedVersion: 3,
    }),
  ).toMatchObject({ ok: false, error: { code: "setting-unknown" } });
  expect(
    await copyPlace(own.app, dayId, { placeId: kitchen!.id, toDayId: dayId, expectedVersion: 3 }),
  ).toEqual({ ok: true, value: "Kitchen, again" });
  const numbers = () => own.app.db.models.places.count();
  const before = await numbers();
  // what is refused leaves nothing behind, not a number either
  expect(await addPlace(own.app, dayId, { place: place({}), expectedVersion: 1 })).toMatchObject({
    ok: false,
    error: { code: "list-changed" },
  });
  expect(await numbers()).toBe(before);
  expect(
    await copyPlace(own.app, dayId, { placeId: kitchen!.id, toDayId: 99, expectedVersion: 4 }),
  ).toEqual({ ok: false, error: { code: "not-found", what: "day" } });
  expect(
    await removePlace(own.app, dayId, { placeId: kitchen!.id, expectedVersion: 4 }),
  ).toMatchObject({ ok: false, error: { code: "place-needed", why: "here" } });
  await moveTo(own.app, dayId, yard!.id);
  expect(await removePlace(own.app, dayId, { placeId: kitchen!.id, expectedVersion: 4 })).toEqual({
    ok: true,
    value: "Kitchen",
  });
  expect(await undoPlaces(own.app, dayId, 4)).toMatchObject({
    ok: false,
    error: { code: "list-changed", list: "places" },
  });
  expect(await undoPlaces(own.app, dayId, 5)).toEqual({ ok: true, value: null });
  expect((await view()).places.map((p) => p.name)).toEqual(["Kitchen", "Yard", "Kitchen, again"]);
});

test("a finer path than a word can tell survives a change of its name", async () => {
  const practice = await practiceApp();
  try {
    const before = await getDayView(practice.app, practice.dayId);
    const stair = before.ok
      ? before.value.places.find((p) => p.name === "Lighthouse stair")!
      : null!;
    const told = {
      ...place({
        name: "The stair",
        startMs: stair.startMs,
        endMs: stair.endMs,
        siteKey: stair.siteKey,
        position: stair.geometry.position!,
      }),
      sketch: { setting: "indoors" as const, walls: "brick" as const, wallCount: 2, distanceM: 16 },
    };
    await changePlace(practice.app, practice.dayId, {
      placeId: stair.id,
      place: told,
      withScenes: true,
      expectedVersion: 1,
    });
    const after = await getDayView(practice.app, practice.dayId);
    expect(after.ok && after.value.places.find((p) => p.id === stair.id)).toMatchObject({
      name: "The stair",
      geometry: stair.geometry,
    });
  } finally {
    await practice.stop();
  }
});

test("scenes by hand, and back", async () => {
  await filled();
  const scene = {
    number: "3",
    title: "Late",
    placeId: null,
    start: "23:00",
    end: "1:00",
    speakers: "Ada",
    isRepeatable: false,
  };
  expect(await putScene(own.app, dayId, { scene, replaces: null, expectedVersion: 1 })).toEqual({
    ok: true,
    value: null,
  });
  expect(
    await putScene(own.app, dayId, { scene, replaces: null, expectedVersion: 2 }),
  ).toMatchObject({
    ok: false,
    error: { code: "scene-typed", problems: [{ code: "number-taken" }] },
  });
  expect(
    await putScene(own.app, dayId, {
      scene: { ...scene, number: "3A" },
      replaces: "3",
      expectedVersion: 2,
    }),
  ).toEqual({ ok: true, value: null });
  expect((await prep()).findings.map((f) => f.code)).toContain("no-wired-recorder");
  expect(await removeScene(own.app, dayId, { number: "3", expectedVersion: 3 })).toMatchObject({
    ok: false,
    error: { code: "not-found" },
  });
  expect(await undoList(own.app, "scenes", dayId, 3)).toEqual({ ok: true, value: null });
  expect((await prep()).scenes.map((s) => s.number)).toEqual(["1", "2", "3"]);
});

test("a day is copied with its places, case and cast, moved, put away and brought back; shoots are apart", async () => {
  await filled();
  await addTalkersOfScenes(own.app, dayId);
  const copied = await copyDay(own.app, dayId, {
    dateIso: "2027-05-06",
    shootId: 1,
    withScenes: true,
  });
  if (!copied.ok) throw new Error();
  const copy = await view(copied.value);
  expect([
    copy.day.dayNumber,
    copy.places.map((p) => p.name),
    copy.channels.map((c) => c.talker),
    copy.sweepsHere,
  ]).toEqual([2, ["Kitchen", "Yard"], ["Ada", "Bea"], []]);
  expect((await prep(copied.value)).scenes.map((s) => s.placeId)).toEqual(
    copy.places.map((p) => p.id),
  );
  const other = await newShoot(own.app, {
    name: "Wet Paint",
    dateIso: "2027-05-05",
    town: "",
    region: "EU",
    place: "Hall",
  });
  if (!other.ok) throw new Error();
  expect((await getKit(own.app, other.value)).ok).toBe(true);
  expect(await dayToOpen(own.app)).toBe(dayId);
  expect(await changeDay(own.app, dayId, { dateIso: "2027-05-09", town: "Elsewhere" })).toEqual({
    ok: true,
    value: { before: { dateIso: "2027-05-04", town: "Moor Lane" } },
  });
  expect(await dayToOpen(own.app)).toBe(other.value);
  await changeDay(own.app, other.value, { isArchived: true });
  expect(await dayToOpen(own.app)).toBe(copied.value);
  expect(await renameShootTo(own.app, 1, "Tin Roof II")).toEqual({
    ok: true,
    value: { before: "Tin Roof" },
  });
  expect(
    (await getShoots(own.app)).shoots.map((s) => [
      s.name,
      s.days.map((d) => [d.dateIso, d.isArchived]),
    ]),
  ).toEqual([
    [
      "Tin Roof II",
      [
        ["2027-05-06", false],
        ["2027-05-09", false],
      ],
    ],
    ["Wet Paint", [["2027-05-05", true]]],
  ]);
  expect(
    await copyDay(own.app, 99, { dateIso: "2027-05-06", shootId: 1, withScenes: false }),
  ).toMatchObject({ ok: false, error: { code: "not-found" } });
});

test("without anything that can be driven: what hands and eyes did is recorded, and proved by it", async () => {
  await filled();
  await addTalkersOfScenes(own.app, dayId);
  const points = Array.from(
    { length: 2400 },
    (_, i) => `${(470 + i * 0.03).toFixed(3)},${(-108 + (i % 3) * 0.3).toFixed(1)}`,
  ).join("\n");
  expect(
    (
      await importSweep(own.app, dayId, {
        name: "kitchen.csv",
        bytes: new TextEncoder().encode(points),
      })
    ).ok,
  ).toBe(true);
  const found = await propose({ app: own.app, dayId });
  const { result: _, ...proposal } = found;
  expect((await acceptPlan(own.app, dayId, proposal)).ok).toBe(true);
  const [ada] = (await view()).channels;
  const hz = proposal.picks.find((p) => p.channelId === ada!.id)!.frequencyHz;
  const saw = (seen: Seen) => sees(own.app, dayId, ada!.id, seen);
  const code = async () => (await view()).channels[0]!.state.sync.code;
  expect([ada!.isDriven, await code()]).toEqual([false, "receiver-not-set"]);
  await saw({ what: "receiver-shows", frequencyHz: hz });
  await saw({ what: "pack-shows", frequencyHz: hz + 25_000 });
  expect(await code()).toBe("pack-elsewhere");
  await saw({ what: "pack-shows", frequencyHz: hz });
  const tick = (
    part: VerificationPart,
    outcome: string = VERIFICATION_OUTCOMES[part].good[0],
    shown: string | null = null,
  ) => saw({ what: "proof", part, outcome, shown });
  await tick("silent", "steady", "12");
  expect(await code()).toBe("someone-there");
  await tick("silent");
  await tick("phones");
  await tick("rf", "full", "40");
  expect(await code()).toBe("not-proved");
  const parts = ada!.verificationParts.filter((part) => part !== "kept");
  for (const part of parts) if (part !== "voice") await tick(part);
  const muted = await tick("voice", "nothing");
  expect(await code()).toBe("no-audio");
  // taken back at once; what is not the newest any more stays
  expect((await takeSyncBack(own.app, dayId, muted.syncId!)).ok).toBe(true);
  expect(await code()).toBe("not-proved");
  expect(await takeSyncBack(own.app, dayId, muted.syncId! - 1 - parts.length)).toMatchObject({
    ok: false,
  });
  await tick("voice");
  expect(await code()).toBe("proved");
  expect(await tick("voice", "sideways")).toMatchObject({
    syncId: null,
    note: { code: "setting-unknown" },
  });
  expect(await saw({ what: "pack-shows", frequencyHz: 100e6 })).toMatchObject({
    syncId: null,
    note: { code: "setting-unknown" },
  });
  await saw({ what: "cells" });
  expect((await view()).channels[0]!.state.sync).toMatchObject({
    code: "proof-stale",
    why: "cells",
  });
  expect(
    (await view()).channels[0]!.verification.find((p) => p.part === "rf")!.record,
  ).toMatchObject({
    who: null,
  });
});

test("systems that choose for themselves: no pick, paired and proved; too many for a room, too far", async () => {
  const adaptive = writeKitFile({
    models: EMPTY_KIT,
    stock: [stockItem("microphone", 20), stockItem("recorder-track", 20), stockItem("lead", 20)],
    units: [
      ...Array.from({ length: 5 }, (_, i) =>
        receiverUnit(`r${i}`, "hollin-d2", { label: `R${i}` }),
      ),
      ...Array.from({ length: 10 }, (_, i) =>
        packUnit(`t${i}`, "hollin-dt", 10, { label: `T${i}` }),
      ),
    ],
  });
  await importKitFile(own.app, dayId, { text: adaptive, mode: "replace", expectedVersion: 0 });
  const names = Array.from({ length: 9 }, (_, i) => `V${i}`);
  await putScene(own.app, dayId, {
    scene: {
      number: "1",
      title: "",
      placeId: (await view()).places[0]!.id,
      start: "8:00",
      end: "9:00",
      speakers: names.join(","),
      isRepeatable: true,
    },
    replaces: null,
    expectedVersion: 0,
  });
  await addTalkersOfScenes(own.app, dayId);
  expect((await prep()).findings).toEqual([
    { code: "room-full", sceneNumbers: ["1"], needed: 9, most: 8 },
  ]);
  const [first] = (await view()).channels;
  expect([first!.state.frequency.code, first!.state.sync.code]).toEqual([
    "chooses-itself",
    "not-linked",
  ]);
  expect((await view()).steps.map((s) => s.code)).toContain("pair-pack");
  await sees(own.app, dayId, first!.id, { what: "pack-shows", frequencyHz: 0 });
  for (const part of first!.verificationParts)
    await sees(own.app, dayId, first!.id, {
      what: "proof",
      part,
      outcome: VERIFICATION_OUTCOMES[part].good[0],
      shown: null,
    });
  expect((await view()).channels[0]!.state.sync.code).toBe("proved");
  const [room] = (await view()).places;
  await changePlace(own.app, dayId, {
    placeId: room!.id,
    place: place({
      name: "Hall",
      sketch: { setting: "indoors", walls: "open", wallCount: 0, distanceM: 45 },
    }),
    withScenes: false,
    expectedVersion: 1,
  });
  expect((await prep()).findings.map((f) => f.code)).toEqual(["room-full", "beyond-range"]);
});

test("two practice days share the practice units, each with its own place and case", async () => {
  const practice = await practiceApp();
  try {
    const copied = await copyDay(practice.app, practice.dayId, {
      dateIso: "2027-05-05",
      shootId: 1,
      withScenes: false,
    });
    if (!copied.ok) throw new Error();
    const day = await getDayView(practice.app, copied.value);
    expect(
      day.ok && [day.value.day.isPractice, day.value.nowMs / hour, day.value.rig.state],
    ).toEqual([true, 7.5, "ready"]);
    expect((await scanToEnd({ ...practice, dayId: copied.value })).type).toBe("stored");
  } finally {
    await practice.stop();
  }
});
