import {
  existsSync,
  openSync,
  closeSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { dirname, join } from "node:path";
import { openDatabase } from "~/server/db/connection.server";
import { checkCopy } from "~/server/db/copies.server";
import {
  diskOf,
  keepView,
  listCopies,
  makeCopy,
  restoreCopy,
} from "~/server/services/shoots/backups.server";
import { putNote } from "~/server/services/roll/roll.server";
import { loadDay } from "~/server/services/day/dayView.server";
import { practiceApp, type PracticeApp } from "./practiceApp";

let practice: PracticeApp;
beforeEach(async () => {
  practice = await practiceApp();
});
afterEach(() => practice.stop());

const folder = () => join(dirname(practice.app.db.file), "copies");
const notes = async () =>
  (await loadDay(practice.app, practice.dayId))!.events.flatMap((e) =>
    e.what.kind === "note" ? [e.what.text] : [],
  );
const note = (text: string) =>
  putNote(practice.app, practice.dayId, { text, channelId: null, agoMs: 0, idempotencyKey: null });
async function copy(): Promise<string> {
  practice.pass(2000);
  const made = await makeCopy(practice.app);
  if (!made.ok) throw new Error(JSON.stringify(made.error));
  return made.value.name;
}

test("a copy is whole and told for what it holds; put in place it stands, and what stood before can be put back", async () => {
  await note("before");
  const name = await copy();
  await note("after");
  practice.pass(2000);
  const view = await keepView(practice.app);
  expect(view.copies).toMatchObject([
    { name, isGood: true, summary: { shoots: ["Slack Water"], days: 1, events: 1 } },
  ]);
  expect(view.now).toMatchObject({ events: 2 });
  const restored = await restoreCopy(practice.app, name);
  if (!restored.ok) throw new Error(JSON.stringify(restored.error));
  expect(await notes()).toEqual(["before"]);
  await note("on it goes");
  practice.pass(2000);
  expect(await restoreCopy(practice.app, restored.value.name)).toMatchObject({ ok: true });
  expect(await notes()).toEqual(["before", "after"]);
});

test("copies that pile up are thinned out; one that is not whole is never made", async () => {
  for (let i = 0; i < 9; i += 1) {
    practice.pass(60_000);
    await copy();
  }
  expect(listCopies(practice.app).length).toBeLessThan(9);
  expect(readdirSync(folder()).some((n) => n.endsWith(".unfinished"))).toBe(false);
  await practice.app.db.sequelize.query("SELECT 1");
});

// faults really made: bytes in the middle of the file, a file of something else, a migration that
// is not known here
test.each<[string, (file: string) => Promise<void> | void, string]>([
  [
    "damaged in its middle",
    (file) => {
      const handle = openSync(file, "r+");
      writeSync(
        handle,
        Buffer.alloc(4096, 0xa5),
        0,
        4096,
        Math.floor(statSync(file).size / 2 / 4096) * 4096,
      );
      closeSync(handle);
    },
    "copy-",
  ],
  ["not a data file at all", (file) => writeFileSync(file, "a shopping list"), "copy-unreadable"],
  ["cut off", (file) => writeFileSync(file, ""), "copy-unreadable"],
  [
    "written by a newer version",
    async (file) => {
      const db = await openDatabase(file);
      await db.sequelize.query("INSERT INTO migrations (name) VALUES ('0999-tomorrow')");
      await db.sequelize.query("PRAGMA journal_mode = DELETE");
      await db.close();
    },
    "copy-newer",
  ],
])("a copy that is %s is refused, and nothing changes", async (_, spoil, code) => {
  await note("stays");
  const name = await copy();
  await spoil(join(folder(), name));
  const restored = await restoreCopy(practice.app, name);
  expect(restored).toMatchObject({ ok: false, error: { code: "copy-refused" } });
  expect(
    !restored.ok && "error" in restored.error && (restored.error.error as { code: string }).code,
  ).toMatch(code);
  expect((await keepView(practice.app)).copies.find((c) => c.name === name)).toMatchObject({
    isGood: false,
    summary: null,
  });
  expect(await notes()).toEqual(["stays"]);
  expect(await restoreCopy(practice.app, "never-was.sqlite")).toMatchObject({
    ok: false,
    error: { code: "not-found" },
  });
});

test("where no copy can be written it is said, and what stands goes on", async () => {
  writeFileSync(folder(), "in the way");
  practice.pass(2000);
  expect(await makeCopy(practice.app)).toMatchObject({ ok: false, error: { code: "copy-failed" } });
  expect(await note("goes on")).toMatchObject({ ok: true });
  rmSync(folder());
  await copy();
  expect(existsSync(folder())).toBe(true);
  expect(diskOf(practice.app).freeBytes).toBeGreaterThan(0);
  expect(await checkCopy(practice.app.db.file)).toMatchObject({ ok: true });
});
