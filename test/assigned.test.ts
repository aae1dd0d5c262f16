import {
  assignToChannel,
  exportPlan,
  getAssigned,
  importAssigned,
  previewAssigned,
  putAssigned,
  removeAssigned,
  type AssignedView,
} from "~/server/services/frequencies/assigned.server";
import { serviceErrorWords } from "~/contract/messages/error";
import { allPacksOff } from "~/server/services/sync/syncs.server";
import { assignedFaultWords, assignedHeadline } from "~/contract/messages/prep";
import { undoList } from "~/server/services/prep/versionedLists.server";
import { acceptFound, practiceApp, propose, scanToEnd, type PracticeApp } from "./practiceApp";

let practice: PracticeApp;
beforeEach(async () => {
  practice = await practiceApp();
});
afterEach(() => practice.stop());

const LIST =
  "position,primary,backup\nMarit,482.000,496.5\nTobiah,499.300,TV 24+6.2\nSecond crew,490.000,\nHarbour film,491.000,\nIrsa,492.000,520\n";
const handed = async (): Promise<AssignedView> => {
  const found = await getAssigned(practice.app, practice.dayId);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const take = async (text = LIST, expectedVersion = 0) => {
  const preview = await previewAssigned(practice.app, practice.dayId, text, null);
  if (!preview.ok) throw new Error(preview.error.code);
  return importAssigned(practice.app, practice.dayId, {
    text,
    map: preview.value.map,
    leaveOutBad: false,
    expectedVersion,
  });
};

test("a coordinator's list is taken over, held against our rules, and answered", async () => {
  expect(await take()).toEqual({ ok: true, value: { imported: 5, leftOut: 0 } });
  const { lines, faults } = await handed();
  expect(lines.map((l) => l.channelId)).toEqual([1, 2, null, null, 3]);
  expect(lines[1]!.backupHz).toBe(500_200_000);
  // 2 × 491 − 490 = 492: two other crews' product sits on Irsa; Marit's is a station's
  expect(faults.map((f) => [f.who, f.use, f.broken.map((b) => b.code)[0]])).toEqual([
    ["Marit", "primary", "kept-free"],
    ["Irsa", "primary", "conflict"],
  ]);
  expect(assignedHeadline(lines, faults)).toBe(
    "Two of three frequencies assigned to us cannot be used",
  );
  expect(assignedFaultWords(faults[1]!, (id) => id)).toMatch(
    /^Irsa, primary 492\.000 MHz: 2 × Harbour film.* − Second crew.* falls exactly on ch3/,
  );
});

test("other crews' lines stand in our own pick; ours do not", async () => {
  await allPacksOff(practice.app, practice.dayId);
  await scanToEnd(practice);
  await take("who,primary\nSecond crew,499.000\nMarit,498.000\n");
  const { result } = await propose(practice);
  for (const a of result.assignments)
    expect(Math.abs(a.frequencyHz - 499e6)).toBeGreaterThanOrEqual(350_000);
  expect(result.unplaced).toEqual([]);
});

test("a line goes to another channel, and leaves the one it was for; two windows are told apart", async () => {
  await take();
  expect(
    (
      await assignToChannel(practice.app, practice.dayId, {
        line: 2,
        channelId: 1,
        expectedVersion: 1,
      })
    ).ok,
  ).toBe(true);
  expect((await handed()).lines.map((l) => l.channelId)).toEqual([null, 2, 1, null, 3]);
  expect(
    await assignToChannel(practice.app, practice.dayId, {
      line: 2,
      channelId: 5,
      expectedVersion: 1,
    }),
  ).toMatchObject({ ok: false, error: { code: "list-changed" } });
  expect(
    await assignToChannel(practice.app, practice.dayId, {
      line: 99,
      channelId: 5,
      expectedVersion: 2,
    }),
  ).toMatchObject({ ok: false, error: { code: "not-found" } });
  expect((await undoList(practice.app, "handed", practice.dayId, 2)).ok).toBe(true);
  expect((await handed()).lines.map((l) => l.channelId)).toEqual([1, 2, null, null, 3]);
});

test("an ear feed is put on the list by hand and planned round; what cannot be read is refused, and it is taken off again", async () => {
  const { app, dayId } = practice;
  expect(
    await putAssigned(app, dayId, { who: "Boom ear feed", frequency: "soon", expectedVersion: 0 }),
  ).toMatchObject({
    ok: false,
    error: { code: "handed-typed", problems: [{ code: "frequency-unreadable" }] },
  });
  const nobody = await putAssigned(app, dayId, { who: " ", frequency: "499", expectedVersion: 0 });
  expect(!nobody.ok && serviceErrorWords(nobody.error)).toBe(
    "No name of a crew or position. The list is unchanged.",
  );
  expect(
    await putAssigned(app, dayId, { who: "Boom ear feed", frequency: "499", expectedVersion: 0 }),
  ).toEqual({ ok: true, value: null });
  expect((await handed()).lines).toEqual([
    { who: "Boom ear feed", primaryHz: 499_000_000, backupHz: null, channelId: null },
  ]);
  await allPacksOff(app, dayId);
  await scanToEnd(practice);
  for (const a of (await propose(practice)).result.assignments)
    expect(Math.abs(a.frequencyHz - 499e6)).toBeGreaterThanOrEqual(350_000);
  expect(await removeAssigned(app, dayId, { line: 1, expectedVersion: 1 })).toMatchObject({
    ok: false,
    error: { code: "not-found" },
  });
  expect(await removeAssigned(app, dayId, { line: 0, expectedVersion: 1 })).toEqual({
    ok: true,
    value: null,
  });
  expect((await handed()).lines).toEqual([]);
});

test("a bad row stops the list", async () => {
  expect(await take(`${LIST}Nils,soon,\n`)).toEqual({
    ok: false,
    error: { code: "list-rows-bad", rows: [7] },
  });
  expect((await handed()).lines).toEqual([]);
});

test("our plan goes out in the form that comes in", async () => {
  await allPacksOff(practice.app, practice.dayId);
  await scanToEnd(practice);
  await acceptFound(practice);
  const csv = await exportPlan(practice.app, practice.dayId);
  if (!csv.ok) throw new Error(csv.error.code);
  const preview = await previewAssigned(practice.app, practice.dayId, csv.value, null);
  if (!preview.ok) throw new Error(preview.error.code);
  expect(preview.value.map).toEqual({ who: 0, primary: 1, backup: 2 });
  expect(preview.value.rows.map((r) => r.line?.channelId)).toEqual([1, 2, 3, 4, 5]);
  expect(preview.value.rows.filter((r) => r.line?.backupHz).length).toBe(2);
});
