import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Sequelize } from "sequelize";
import { DataFileError, openDatabase } from "~/server/db/connection.server";
import { writeCopy } from "~/server/db/copies.server";
import { lockFile } from "~/server/db/fileLock.server";
import { insertShoot, listShoots } from "~/server/db/repositories/days.server";
import { bringBackNewest, startWords } from "~/server/rescue.server";

let folder: string;
const file = () => join(folder, "own.sqlite");
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "plain-channel-start-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test("a migration that is cut off between its tables and its line in the log is as if it had never begun: the file opens the next time", async () => {
  const raw = new Sequelize({ dialect: "sqlite", storage: file(), logging: false });
  await raw.query("CREATE TABLE migrations (name VARCHAR(255) PRIMARY KEY)");
  // as a kill at that very moment would: the tables are made, the line is refused
  await raw.query(
    "CREATE TRIGGER cut BEFORE INSERT ON migrations WHEN NEW.name = '0007-shoots' BEGIN SELECT RAISE(ABORT, 'cut off'); END",
  );
  await raw.close();
  await expect(openDatabase(file())).rejects.toThrow(/0007-shoots/);
  const after = new Sequelize({ dialect: "sqlite", storage: file(), logging: false });
  await after.query("DROP TRIGGER cut");
  await after.close();
  const db = await openDatabase(file());
  expect(await listShoots(db)).toEqual([]);
  await db.close();
});

test("a data file is one process's: a second is refused and told who has it; a lock that a power cut left is taken over", () => {
  const first = lockFile(file());
  if (!first.ok) throw new Error();
  expect(lockFile(file())).toMatchObject({
    ok: false,
    error: { code: "file-held", pid: process.pid },
  });
  first.value.release();
  expect(existsSync(`${file()}.lock`)).toBe(false);
  // another process that still runs, one that is no more, and a torn file
  writeFileSync(
    `${file()}.lock`,
    JSON.stringify({ pid: process.ppid, sinceIso: "2027-05-04T08:00:00Z" }),
  );
  expect(lockFile(file())).toMatchObject({
    ok: false,
    error: { pid: process.ppid, sinceIso: "2027-05-04T08:00:00Z" },
  });
  for (const left of [
    JSON.stringify({ pid: 2 ** 22 + 7, sinceIso: "" }),
    '{"pi',
    "",
    JSON.stringify({ pid: process.pid, sinceIso: "" }),
  ]) {
    writeFileSync(`${file()}.lock`, left);
    const taken = lockFile(file());
    expect([left, taken.ok]).toEqual([left, true]);
    if (taken.ok) taken.value.release();
  }
});

/** A data file with one shoot, and a copy of it beside. */
async function withCopy(): Promise<void> {
  const db = await openDatabase(file());
  await db.write((t) => insertShoot(db, "Slack Water", t, "uid-1"));
  mkdirSync(join(folder, "copies"));
  await writeCopy(db, join(folder, "copies", "own-2027-05-04T08-00-00.sqlite"));
  await db.close();
}

test.each([
  ["torn in its middle", () => truncateSync(file(), 9000)],
  [
    "something else of that name",
    () =>
      writeFileSync(file(), "not a data file at all, but long enough to look like one".repeat(200)),
  ],
])(
  "a data file that is %s says so, offers the copies, and the newest comes back with the broken one put aside",
  async (_, breakIt) => {
    await withCopy();
    for (const tail of ["-wal", "-shm"]) rmSync(`${file()}${tail}`, { force: true });
    breakIt();
    const broken = readFileSync(file());
    const error = await openDatabase(file()).then(
      () => null,
      (e: unknown) => e,
    );
    expect(error).toBeInstanceOf(DataFileError);
    expect(readFileSync(file()).equals(broken)).toBe(true);
    const words = await startWords(error, { restoreCommand: "npm start -- --restore" });
    expect(words).toMatch(
      /is damaged[\s\S]*own-2027-05-04T08-00-00\.sqlite \(Slack Water, 0 days\)[\s\S]*npm start -- --restore/,
    );
    expect(words).not.toMatch(/at .*\.ts|node_modules/);
    expect(await bringBackNewest(file())).toBe("own-2027-05-04T08-00-00.sqlite");
    const db = await openDatabase(file());
    expect((await listShoots(db)).map((s) => s.name)).toEqual(["Slack Water"]);
    await db.close();
    expect(readdirSync(folder).some((f) => f.startsWith("own.sqlite.damaged-"))).toBe(true);
  },
);

test("a copy is put in place while others write: they wait, and none is lost or lands in the old file; one that cannot be opened leaves the old one standing", async () => {
  await withCopy();
  const db = await openDatabase(file());
  await db.write((t) => insertShoot(db, "Later", t, "uid-2"));
  const next = `${file()}.next`;
  const { generation } = db;
  copyFileSync(join(folder, "copies", "own-2027-05-04T08-00-00.sqlite"), next);
  const replaced = db.replaceWith(next);
  const waiting = Promise.all(
    ["A", "B", "C"].map((name) => db.write((t) => insertShoot(db, name, t, `uid-${name}`))),
  );
  await Promise.all([replaced, waiting]);
  expect((await listShoots(db)).map((s) => s.name).sort()).toEqual(["A", "B", "C", "Slack Water"]);
  expect(db.generation).not.toBe(generation);
  writeFileSync(next, "no data file".repeat(1000));
  await expect(db.replaceWith(next)).rejects.toBeInstanceOf(DataFileError);
  expect((await listShoots(db)).length).toBe(4);
  await db.write((t) => insertShoot(db, "After", t, "uid-after"));
  await db.close();
});

test("a write that a full disk or a lock refuses is remembered as trouble until one succeeds", async () => {
  const db = await openDatabase(file());
  const full = Object.assign(new Error("full"), { parent: { code: "SQLITE_FULL" } });
  await expect(db.write(() => Promise.reject(full))).rejects.toBe(full);
  expect(db.trouble).toBe(full);
  await db.write((t) => insertShoot(db, "Slack Water", t, "uid-1"));
  expect(db.trouble).toBeNull();
  await db.close();
});
