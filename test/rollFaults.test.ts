import { spawn } from "node:child_process";
import type { LiveFrame } from "~/core/devices/readings";
import { COLUMN, COLUMN_BYTES } from "~/core/monitor/extremes";
import { BYTES, readReading } from "~/core/monitor/reading";
import type { RollState } from "~/contract/schemas/rollState";
import { ok } from "~/core/units/result";
import type { RigPort } from "~/server/devices/port.server";
import { listEvents } from "~/server/db/repositories/dayEvents.server";
import { readingsSpan } from "~/server/db/repositories/readings.server";
import { appendVersion, newestVersions } from "~/server/db/repositories/versionedLists.server";
import { loadDay } from "~/server/services/day/dayView.server";
import { callHit } from "~/server/services/roll/hits.server";
import { logNamesOf, logWords } from "~/contract/messages/log";
import { logOf } from "~/server/services/day/log.server";
import { reportOf } from "~/server/services/day/report.server";
import {
  beginRoll,
  endRoll,
  recentReadings,
  resumeRoll,
  rfHistoryOf,
} from "~/server/services/roll/roll.server";
import { acceptFound, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

jest.setTimeout(60_000);
let practice: PracticeApp;
let say: ((frame: LiveFrame) => void) | null = null;
let drop: (() => void) | null = null;
let frameNumber = 0;

/** The practice rig, with a stream of readings in the hands of the test. */
function handDriven(rig: RigPort): RigPort {
  return {
    ...rig,
    follow: (onFrame, signal) =>
      new Promise((resolve) => {
        say = onFrame;
        const end = () => {
          say = null;
          resolve(ok(null));
        };
        drop = end;
        signal.addEventListener("abort", end);
      }),
  };
}

beforeAll(async () => {
  practice = await practiceApp();
  await scanToEnd(practice);
  await acceptFound(practice);
  practice.app.rig = handDriven(practice.app.rig!);
  await beginRoll(practice.app, practice.dayId);
  await until(() => say !== null);
});
afterAll(() => practice.stop());

/** Looks again and again until it has come to something; the test's own time is the limit. */
async function until(test: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await test())) {
    await practice.roll.lookNow();
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}

/** One moment: all receivers at this level. Time goes on by a tenth. */
function moment(rfADbm: number, change: Partial<LiveFrame> = {}): void {
  practice.pass(100);
  frameNumber += 1;
  const half = (receiverKey: string, h: number) => ({
    receiverKey,
    half: h,
    rfADbm,
    rfBDbm: rfADbm - 2,
    audioDbfs: -20,
    hasAudio: true,
    isOverloaded: false,
    quality: 1,
    partner: { name: "x", volts: 1.5, isMuted: false },
  });
  say!({
    number: frameNumber,
    atMs: frameNumber * 100,
    halves: [
      half("bag-1", 0),
      half("bag-1", 1),
      half("bag-2", 0),
      half("bag-2", 1),
      half("camera-b", 0),
    ],
    ...change,
  });
}
/** The last moments of the first channel. */
function lastLevels(count: number): (number | null)[] {
  const { channels } = recentReadings(practice.app, practice.dayId, count / 10);
  const bytes = Buffer.from(Object.values(channels)[0]!, "base64");
  return Array.from(
    { length: bytes.length / BYTES },
    (_, i) => readReading(bytes, i)?.rfADbm ?? null,
  ).slice(-count);
}
const state = (): Promise<RollState> =>
  new Promise((resolve) => {
    const leave = practice.app.roll.listen((m) => {
      if (m.type === "state")
        setTimeout(() => {
          leave();
          resolve(m.state);
        });
    });
  });
const kinds = async (kind: "dropout" | "trouble" | "power") =>
  (await listEvents(practice.app.db, practice.dayId, [kind])).map((e) => e.what);

test("a stream that repeats itself or goes back is no new reading", () => {
  for (const level of [-60, -61, -62]) moment(level);
  moment(-50, { number: frameNumber });
  moment(-51, { number: 1 });
  moment(-52, { atMs: 5 });
  moment(-63);
  expect(lastLevels(8).filter((v) => v !== null)).toEqual([-60, -61, -62, -63]);
});

test("a stream that stalls is told, and what was shown before is not shown as now; it goes on with a gap", async () => {
  for (let i = 0; i < 20; i += 1) moment(-60);
  practice.pass(4000);
  await until(async () => (await state()).line === "silent");
  expect((await state()).channels[0]).toMatchObject({
    marginDb: null,
    attention: [{ code: "stalled" }],
  });
  frameNumber += 40;
  for (let i = 0; i < 20; i += 1) moment(-58);
  await until(async () => (await state()).line === "live");
  const levels = lastLevels(80);
  expect(levels.filter((v) => v === -60).length).toBeGreaterThan(15);
  expect(levels.filter((v) => v === null).length).toBeGreaterThan(30);
  expect(levels.slice(-20).every((v) => v === -58)).toBe(true);
});

test("a line that breaks is taken up again, and may count anew", async () => {
  drop!();
  await until(() => say !== null);
  frameNumber = 0;
  for (let i = 0; i < 15; i += 1) moment(-57);
  expect(lastLevels(15)).toEqual(Array.from({ length: 15 }, () => -57));
});

test("a dropout writes itself down once, with its length; a pack that is gone is trouble, not a dropout", async () => {
  await practice.app.simulator!.setPack("pack-a", { isOn: true });
  await until(async () =>
    (await kinds("power")).some((p) => p.kind === "power" && p.packKey === "pack-a" && p.isOn),
  );
  for (let i = 0; i < 30; i += 1) moment(-60);
  for (let i = 0; i < 4; i += 1) moment(-96);
  for (let i = 0; i < 30; i += 1) moment(-60);
  await until(async () => (await kinds("dropout")).length > 0);
  // looked at again, nothing more is put down
  await practice.roll.lookNow();
  const first = (await loadDay(practice.app, practice.dayId))!.facts.channels[0]!.id;
  const mine = (await kinds("dropout")).flatMap((d) =>
    d.kind === "dropout" && d.channelId === first ? [d.lastedMs] : [],
  );
  expect(mine).toEqual([400]);
});

/** Another process that holds a data file for itself. @returns what lets it go */
async function locked(file: string): Promise<() => Promise<void>> {
  const script =
    "const { Database } = require('sqlite3'); const db = new Database(process.argv[1]); db.exec('BEGIN EXCLUSIVE', (e) => { console.log(e ? e.message : 'held'); }); process.stdin.on('data', () => db.exec('COMMIT', () => process.exit(0)));";
  const child = spawn(process.execPath, ["-e", script, file], {
    stdio: ["pipe", "pipe", "inherit"],
  });
  const said = await new Promise<string>((resolve) =>
    child.stdout.once("data", (d: Buffer) => resolve(String(d).trim())),
  );
  if (said !== "held") throw new Error(said);
  return () =>
    new Promise((resolve) => {
      child.once("exit", () => resolve());
      child.stdin.write("go\n");
    });
}

test("a data file that another process locks: readings go on, it is told that they are not kept, nothing that was kept is harmed, and they are kept again after", async () => {
  const { app, dayId } = practice;
  const before = await readingsSpan(app.db, dayId);
  const letGo = await locked(app.db.file);
  for (let i = 0; i < 220; i += 1) moment(-55);
  await until(async () => (await state()).notKept !== null);
  expect(lastLevels(10)).toEqual(Array.from({ length: 10 }, () => -55));
  await letGo();
  expect((await readingsSpan(app.db, dayId))?.fromMs).toBe(before?.fromMs);
  for (let i = 0; i < 120; i += 1) moment(-54);
  await until(async () => (await state()).notKept === null);
  await until(async () => ((await readingsSpan(app.db, dayId))?.toMs ?? 0) > (before?.toMs ?? 0));
  // what had to wait is kept too: the RF history has no hole where the file was locked
  const { nowMs } = (await loadDay(app, dayId))!.facts;
  const rfHistory = await rfHistoryOf(app, dayId, {
    fromMs: nowMs - 30_000,
    toMs: nowMs - 12_000,
    columns: 18,
  });
  if (!rfHistory.ok) throw new Error(rfHistory.error.code);
  const bytes = Buffer.from(Object.values(rfHistory.value.channels)[0]!, "base64");
  expect(
    Array.from({ length: 18 }, (_, i) => bytes[i * COLUMN_BYTES + COLUMN.bestMin]!).every(
      (v) => v > 0,
    ),
  ).toBe(true);
});

test("a clock that is set while it rolls is an event of the day", async () => {
  const { app, dayId } = practice;
  app.roll.clockJumped(-3_600_000);
  await until(async () => (await listEvents(app.db, dayId, ["clock-jumped"])).length === 1);
  const log = await logOf(app, dayId);
  const entry =
    log.ok &&
    log.value.entries.find((e) => e.what.kind === "event" && e.what.event.kind === "clock-jumped");
  expect(entry && [entry.group, logWords(entry, logNamesOf(log.value))]).toEqual([
    "trouble",
    expect.stringMatching(/^The computer’s clock was changed back by 1 h/) as unknown,
  ]);
});

test("a write that fails for good by itself holds back nothing that comes after it, and is heard of", async () => {
  const { app, dayId } = practice;
  const { write } = app.db;
  let refused = 0;
  app.db.write = (work, isQuiet) =>
    refused < 3 && isQuiet
      ? ((refused += 1), Promise.reject(new TypeError("a row that no table takes")))
      : write(work, isQuiet);
  try {
    const before = (await readingsSpan(app.db, dayId))?.toMs ?? 0;
    // a piece is ten seconds: the first cannot be kept, those after it are
    for (let i = 0; i < 420; i += 1) moment(-53);
    await until(async () => ((await readingsSpan(app.db, dayId))?.toMs ?? 0) > before);
    await until(async () => (await state()).notKept === null);
    expect(refused).toBe(3);
    expect(app.log.recent().map((e) => e.event)).toContain("reading-not-kept");
  } finally {
    app.db.write = write;
  }
});

test("what rolled when the application ended rolls on; what was ended does not", async () => {
  const { app, dayId } = practice;
  await app.roll.leave();
  await resumeRoll(app);
  expect(app.roll.followedDayId).toBe(dayId);
  await endRoll(app, dayId);
  await resumeRoll(app);
  expect(app.roll.followedDayId).toBeNull();
});

test("a scene that runs past midnight: a hit in it is in it, in order, and the report has it on the same day", async () => {
  const { app, dayId } = practice;
  await beginRoll(app, dayId);
  const loaded = (await loadDay(app, dayId))!;
  const [first] = loaded.facts.channels;
  const HOUR_MS = 3_600_000;
  const version = (await newestVersions(app.db, "scenes", dayId)).at(-1)!.version + 1;
  const scene = {
    number: "30",
    title: "Night on the quay",
    placeId: loaded.day.currentPlaceId,
    startMs: 23.5 * HOUR_MS,
    endMs: 24.75 * HOUR_MS,
    speakers: [first!.talker],
    isRepeatable: true,
  };
  await app.db.write((t) =>
    appendVersion(app.db, "scenes", dayId, { version, atMs: 0, how: "typed", items: [scene] }, t),
  );
  practice.pass(24.5 * HOUR_MS - loaded.facts.nowMs);
  const called = await callHit(app, dayId, {
    channelId: first!.id,
    agoMs: 0,
    idempotencyKey: null,
  });
  expect(called.ok).toBe(true);
  const hit = (await listEvents(app.db, dayId, ["hit"])).at(-1)!;
  expect([
    hit.what.kind === "hit" && hit.what.scene,
    Math.round((hit.atMs / HOUR_MS) * 10) / 10,
  ]).toEqual(["30", 24.5]);
  const report = await reportOf(app, dayId);
  expect(report.ok && report.value.report.hits.at(-1)).toMatchObject({
    scene: "30",
    atMs: hit.atMs,
  });
  const log = await logOf(app, dayId);
  const times = log.ok ? log.value.entries.map((e) => e.atMs) : [];
  expect(times).toEqual([...times].sort((a, b) => a - b));
});
