import type { Kit, PackModel } from "~/core/kit/models";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { KitBroken } from "~/server/db/kitWatch.server";
import { NumberTaken } from "~/server/db/repositories/dayEvents.server";
import { getDayView, loadDay } from "~/server/services/day/dayView.server";
import {
  addUnit,
  dropModel,
  getKit,
  removeUnit,
  saveModel,
  undoUnits,
} from "~/server/services/prep/kits.server";
import { logOf } from "~/server/services/day/log.server";
import { reportOf } from "~/server/services/day/report.server";
import { putNote } from "~/server/services/roll/roll.server";
import { shareChannel, usePack } from "~/server/services/sync/syncs.server";
import {
  addTalker,
  changeTalker,
  removeTalker,
  restoreTalker,
} from "~/server/services/prep/talkers.server";
import { practiceApp, type PracticeApp } from "./practiceApp";

let practice: PracticeApp;
beforeEach(async () => {
  practice = await practiceApp();
});
afterEach(() => practice.stop());

const view = async () => {
  const day = await getDayView(practice.app, practice.dayId);
  if (!day.ok) throw new Error(day.error.code);
  return day.value;
};
const kit = async () => {
  const got = await getKit(practice.app, practice.dayId);
  if (!got.ok) throw new Error(got.error.code);
  return got.value;
};
/**
 * How many of several things that began at once were done; the others were refused, whichever way.
 */
const together = async (...doing: Promise<{ ok: boolean }>[]): Promise<number> => {
  const ended = await Promise.allSettled(doing);
  for (const e of ended)
    if (e.status === "rejected" && !(e.reason instanceof KitBroken)) throw e.reason;
  return ended.filter((e) => e.status === "fulfilled" && e.value.ok).length;
};
const standsWhole = async () => {
  const { channels } = await view();
  const { units } = await kit();
  for (const c of channels)
    expect([
      c.talker,
      units.items.some((u) => u.key === c.packKey),
      units.items.some((u) => u.key === c.receiverKey),
    ]).toEqual([c.talker, true, true]);
  expect(new Set(channels.map((c) => c.packKey)).size).toBe(channels.length);
  expect(new Set(channels.map((c) => `${c.receiverKey} ${c.half}`)).size).toBe(channels.length);
};

test("one window takes a pack out of the case while another gives it to somebody: one of them is refused, the day stays whole", async () => {
  const { app, dayId } = practice;
  for (let i = 0; i < 9; i += 1) {
    const [first] = (await view()).channels;
    const { units } = await kit();
    const free = units.items.find((u) => u.key === "pack-f")!;
    const take = () => removeUnit(app, dayId, { key: free.key, expectedVersion: units.version });
    const give = () =>
      usePack(app, dayId, {
        channelId: first!.id,
        packKey: free.key,
        expectedVersion: first!.version,
      });
    const give2 = () =>
      shareChannel(app, dayId, {
        channelId: first!.id,
        packKey: free.key,
        how: "first",
        expectedVersion: first!.version,
      });
    const doing = [
      [take, give],
      [give, take],
      [take, give2],
    ][i % 3]!;
    expect(await together(...doing.map((d) => d()))).toBe(1);
    await standsWhole();
    // as it was, for the next round
    await practice.stop();
    practice = await practiceApp();
    Object.assign(app, practice.app);
  }
}, 90_000);

test("one window drops a model while another puts a unit of it into the case", async () => {
  const { app, dayId } = practice;
  const own: PackModel = {
    ...(SHIPPED_KIT.packs[0] as PackModel),
    id: "own-pack",
    name: "Own pack",
  };
  expect(
    (await saveModel(app, dayId, { model: own, expectedVersion: (await kit()).models.version })).ok,
  ).toBe(true);
  const { models, units } = await kit();
  expect(
    await together(
      dropModel(app, dayId, { id: own.id, expectedVersion: models.version }),
      addUnit(app, dayId, { modelId: own.id, expectedVersion: units.version }),
    ),
  ).toBe(1);
  const after: Kit = (await kit()).kit;
  for (const u of (await kit()).units.items)
    expect([u.label, [...after.packs, ...after.receivers].some((m) => m.id === u.modelId)]).toEqual(
      [u.label, true],
    );
});

test("eight talkers who join at once all join, each with a pack and a receiver channel of their own", async () => {
  const { app, dayId } = practice;
  const { units } = await kit();
  let { version } = units;
  for (const modelId of [
    "tarnfell-p-47",
    "tarnfell-p-47",
    "tarnfell-p-47",
    "tarnfell-p-47",
    "tarnfell-p-47",
    "tarnfell-p-47",
    "tarnfell-p-47",
    "tarnfell-p-47",
  ])
    expect(
      (await addUnit(app, dayId, { modelId, expectedVersion: version })).ok && (version += 1),
    ).toBeTruthy();
  const bag = units.items.find((u) => u.key === "bag-1")!.modelId;
  for (let i = 0; i < 4; i += 1)
    expect(
      (await addUnit(app, dayId, { modelId: bag, expectedVersion: version })).ok && (version += 1),
    ).toBeTruthy();
  const before = (await view()).channels.length;
  expect(
    await together(
      ...Array.from({ length: 8 }, (_, i) => addTalker(app, dayId, { talker: `Extra ${i + 1}` })),
    ),
  ).toBe(8);
  expect((await view()).channels.length).toBe(before + 8);
  await standsWhole();
});

test("two windows put two talkers on one receiver channel, or bring one back where another sits: one is refused", async () => {
  const { app, dayId } = practice;
  const [a, b, c] = (await view()).channels;
  // c leaves, so that its receiver channel is free for both
  expect(
    (await removeTalker(app, dayId, { channelId: c!.id, expectedVersion: c!.version })).ok,
  ).toBe(true);
  const to = { receiverKey: c!.receiverKey, half: c!.half };
  expect(
    await together(
      changeTalker(app, dayId, { channelId: a!.id, expectedVersion: a!.version, change: to }),
      changeTalker(app, dayId, { channelId: b!.id, expectedVersion: b!.version, change: to }),
      restoreTalker(app, dayId, { channelId: c!.id, expectedVersion: c!.version + 1 }),
    ),
  ).toBe(1);
  await standsWhole();
});

test("a day whose kit lost a unit or a model all the same opens, says what is missing, and undo is within reach", async () => {
  const { app, dayId } = practice;
  const { units } = await kit();
  const [first] = (await view()).channels;
  // as a file or an older version may have left it
  const broken = units.items
    .filter((u) => u.key !== first!.packKey)
    .map((u) => (u.key === first!.receiverKey ? { ...u, modelId: "gone" } : u));
  await app.db.write((transaction) =>
    app.db.sequelize.query(
      "INSERT INTO unitLists (dayId, version, atMs, how, itemsJson) VALUES (?, ?, 0, 'by hand', ?)",
      { transaction, replacements: [dayId, units.version + 1, JSON.stringify(broken)] },
    ),
  );
  const day = await view();
  expect(day.channels[0]!.packLabel).toContain("missing");
  expect(day.channels[0]!.meets).toBe("never");
  for (const look of [logOf, reportOf, getKit]) expect((await look(app, dayId)).ok).toBe(true);
  expect((await undoUnits(app, dayId, (await kit()).units.version)).ok).toBe(true);
  expect((await view()).channels[0]!.packLabel).toBe(first!.packLabel);
});

test("a number under which something was sent stands for that alone: another note under it is refused, the same one stands once", async () => {
  const { app, dayId } = practice;
  const note = (text: string) =>
    putNote(app, dayId, { text, channelId: null, agoMs: 0, idempotencyKey: "number-1" });
  const first = await note("gulls");
  expect(await note("gulls")).toEqual(first);
  for (let i = 0; i < 20; i += 1)
    await expect(note(`another ${i}`)).rejects.toBeInstanceOf(NumberTaken);
  expect((await loadDay(app, dayId))!.events.filter((e) => e.what.kind === "note")).toHaveLength(1);
});
