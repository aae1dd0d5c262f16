import {
  exportScenes,
  getPreparation,
  importScenes,
  previewScenesOf,
  setPackPower,
  type PreparationView,
} from "~/server/services/prep/preparation.server";
import { getDayView } from "~/server/services/day/dayView.server";
import { usePack } from "~/server/services/sync/syncs.server";
import { guessColumns } from "~/core/schedule/sceneTable";
import { prepHeadline } from "~/contract/messages/prep";
import { undoList } from "~/server/services/prep/versionedLists.server";
import { practiceApp, propose, type PracticeApp } from "./practiceApp";

let practice: PracticeApp;
beforeEach(async () => {
  practice = await practiceApp();
});
afterEach(() => practice.stop());

const prep = async (): Promise<PreparationView> => {
  const found = await getPreparation(practice.app, practice.dayId);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const CSV =
  'scene,title,place,from,to,speakers,repeatable\n1,"Dawn, the quay",Quay,8:00,9:00,Marit; Tobiah,yes\n2,Night,Net loft,23:00,00:30,Irsa,no\n';
const preview = async (text: string) => {
  const found = await previewScenesOf(practice.app, practice.dayId, text, null);
  if (!found.ok) throw new Error(JSON.stringify(found.error));
  return found.value;
};

test("the practice day hides six faults, and all of them and nothing else are named unasked", async () => {
  const { findings, scenes } = await prep();
  expect(findings.map((f) => f.code)).toEqual([
    "chains-short",
    "talker-without-channel",
    "no-wired-recorder",
    "power-too-high",
    "pack-fits-nothing",
    "cells-short",
  ]);
  expect(findings[0]).toMatchObject({
    limit: "receiver-channels",
    sceneNumbers: ["14"],
    needed: 6,
    have: 5,
  });
  expect(prepHeadline(findings, scenes.length > 0, "tomorrow")).toBe(
    "Not ready for tomorrow: six things to fix",
  );
});

test("a list is previewed, taken over whole, saved, and taken back", async () => {
  const { rows, map } = await preview(CSV);
  expect(rows.map((r) => [r.row, r.problems, r.notes.map((n) => n.code)])).toEqual([
    [2, [], []],
    [3, [], ["over-midnight"]],
  ]);
  const before = await prep();
  expect(
    await importScenes(practice.app, practice.dayId, {
      text: CSV,
      map,
      leaveOutBad: false,
      expectedVersion: 1,
    }),
  ).toEqual({
    ok: true,
    value: { imported: 2, leftOut: 0, replaced: 0, stay: before.scenes.length },
  });
  const all = (await prep()).scenes;
  expect(all).toHaveLength(before.scenes.length + 2);
  expect(
    all
      .filter((s) => ["1", "2"].includes(s.number))
      .map((s) => [s.number, s.title, s.isRepeatable]),
  ).toEqual([
    ["1", "Dawn, the quay", true],
    ["2", "Night", false],
  ]);
  const saved = await exportScenes(practice.app, practice.dayId);
  expect(saved.ok && (await preview(saved.value)).rows.map((r) => r.scene)).toEqual(
    (await prep()).scenes,
  );
  expect((await undoList(practice.app, "scenes", practice.dayId, 2)).ok).toBe(true);
  expect((await prep()).scenes).toEqual(before.scenes);
});

test("a row with something wrong stops the import; nothing is taken over by half", async () => {
  const text = `${CSV}3,Broken,Quay,late,10:00,Nils,yes\n`;
  const map = (await preview(text)).map;
  const before = await prep();
  expect(
    await importScenes(practice.app, practice.dayId, {
      text,
      map,
      leaveOutBad: false,
      expectedVersion: 1,
    }),
  ).toEqual({ ok: false, error: { code: "list-rows-bad", rows: [4] } });
  expect((await prep()).scenes).toEqual(before.scenes);
  expect(
    await importScenes(practice.app, practice.dayId, {
      text,
      map,
      leaveOutBad: true,
      expectedVersion: 1,
    }),
  ).toMatchObject({ ok: true, value: { imported: 2, leftOut: 1 } });
});

test("a scene of the same number is replaced, all others stay", async () => {
  const [first, ...others] = (await prep()).scenes;
  const text = `scene,title,from,to\n${first!.number.toLowerCase()},Again,6:00,6:30\n`;
  expect(
    await importScenes(practice.app, practice.dayId, {
      text,
      map: (await preview(text)).map,
      leaveOutBad: false,
      expectedVersion: 1,
    }),
  ).toEqual({ ok: true, value: { imported: 1, leftOut: 0, replaced: 1, stay: others.length } });
  const after = (await prep()).scenes;
  expect(after[0]).toMatchObject({ title: "Again" });
  expect(after.slice(1)).toEqual(others);
});

test("two windows: the list of the second is refused, told when the first came", async () => {
  const map = guessColumns(CSV.split("\n")[0]!.split(","));
  await importScenes(practice.app, practice.dayId, {
    text: CSV,
    map,
    leaveOutBad: false,
    expectedVersion: 1,
  });
  expect(
    await importScenes(practice.app, practice.dayId, {
      text: CSV,
      map,
      leaveOutBad: false,
      expectedVersion: 1,
    }),
  ).toMatchObject({ ok: false, error: { code: "list-changed" } });
});

test.each([
  ["semicolons and quotes", 'scene;from;to;who\n"1";8:00;9:00;"A; B"\n', 1],
  ["tabs, Windows lines, byte-order mark", "\ufeffscene\tfrom\tto\twho\r\n1\t8\t9\tA\r\n", 1],
])("%s are read", async (_, text, count) =>
  expect((await preview(text)).rows.filter((r) => r.scene)).toHaveLength(count),
);

test.each([
  ["nothing", "", "empty"],
  ["headings only", "scene,from,to\n", "empty"],
  ["a photo", "\u0089PNG\u0000\u0001,\n1", "binary"],
  ["a novel", "x".repeat(2_000_001), "large"],
  ["a season", `scene\n${"1\n".repeat(501)}`, "large"],
])("%s is no scene list, and says so", async (_, text, why) =>
  expect(await previewScenesOf(practice.app, practice.dayId, text, null)).toEqual({
    ok: false,
    error: { code: "list-unreadable", why },
  }),
);

test("a cell that a spreadsheet would run is saved harmless", async () => {
  const map = guessColumns(["scene", "title", "from", "to"]);
  await importScenes(practice.app, practice.dayId, {
    text: "scene,title,from,to\n1,=1+1,8,9\n",
    map,
    leaveOutBad: false,
    expectedVersion: 1,
  });
  const saved = await exportScenes(practice.app, practice.dayId);
  expect(saved.ok && saved.value).toContain("'=1+1");
});

test("a pack set too high has no place in a pick and takes nothing from the others; lowered, it has one", async () => {
  await setPackPower(practice.app, practice.dayId, "pack-f", 100);
  const day = await getDayView(practice.app, practice.dayId);
  if (!day.ok) throw new Error();
  const marit = day.value.channels[0]!;
  await usePack(practice.app, practice.dayId, {
    channelId: marit.id,
    packKey: "pack-f",
    expectedVersion: marit.version,
  });
  const { result } = await propose(practice);
  expect([result.assignments.length, result.unplaced.map((u) => u.channelId)]).toEqual([
    4,
    [`ch${marit.id}`],
  ]);
  expect(await setPackPower(practice.app, practice.dayId, "pack-f", 40)).toMatchObject({
    ok: false,
    error: { code: "case-refused" },
  });
  expect((await setPackPower(practice.app, practice.dayId, "pack-f", 50)).ok).toBe(true);
  expect((await propose(practice)).result.unplaced).toEqual([]);
  expect((await prep()).findings.map((f) => f.code)).not.toContain("power-too-high");
});
