import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { mhz } from "~/contract/messages/format";
import { logCsv, reportJson } from "~/server/services/day/report.server";
import { reportPdf } from "~/server/services/day/reportPdf.server";
import { byteToRf } from "~/core/monitor/reading";
import { COLUMN, COLUMN_BYTES } from "~/core/monitor/extremes";
import type { ScriptedEvent } from "~/core/simulator/rig";
import { getDayView, loadDay } from "~/server/services/day/dayView.server";
import {
  answerHit,
  callHit,
  closeHit,
  followWithPack,
  hitsOf,
  takeHitBack,
} from "~/server/services/roll/hits.server";
import { putAssigned } from "~/server/services/frequencies/assigned.server";
import {
  beginRoll,
  endRoll,
  putNote,
  recentReadings,
  rollView,
  rfHistoryOf,
} from "~/server/services/roll/roll.server";
import {
  allPacksOff,
  handlePack,
  setReceivers,
  syncPack,
} from "~/server/services/sync/syncs.server";
import { acceptFound, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

let practice: PracticeApp;
beforeAll(async () => {
  practice = await practiceApp();
  await allPacksOff(practice.app, practice.dayId);
  // often enough that who speaks only now and then is seen too
  await scanToEnd(practice, { passes: 9 });
  await acceptFound(practice);
  const ids = (await day()).facts.channels.map((c) => c.id);
  await setReceivers(practice.app, practice.dayId, ids);
  for (const c of (await day()).facts.channels) {
    await handlePack(practice.app, practice.dayId, c.packKey, {
      isOn: true,
      isMuted: false,
      isMicPlugged: true,
    });
    await syncPack(practice.app, practice.dayId, c.id);
  }
});
// each finds a day that rolls, whose receivers were read for as long as a hit is judged by: what one
// test did is none of the next one's evidence
beforeEach(async () => {
  const { app, dayId, roll, run } = practice;
  if (app.roll.followedDayId === null) {
    await valueOf(beginRoll(app, dayId));
    // what is quiet here, before anybody comes
    expect(await roll.airWatch!.lookNow()).toBe(true);
  }
  await run(20_000);
});
afterAll(() => practice.stop());

const day = async () => (await loadDay(practice.app, practice.dayId))!;
/** A cell that is told lower than this is at its end. */
const LOW_VOLTS = 1.2;
const seconds = (s: number) => practice.run(s * 1000);
async function valueOf<T>(
  result: Promise<{ ok: true; value: T } | { ok: false; error: { code: string } }>,
): Promise<T> {
  const got = await result;
  if (!got.ok) throw new Error(JSON.stringify(got.error));
  return got.value;
}
const tobiah = async () => (await day()).facts.channels.find((c) => c.talker === "Tobiah")!;

test("what the receivers read comes in ten times a second and is kept; the seam of it holds its extremes", async () => {
  const { app, dayId } = practice;
  await seconds(3);
  const { channels, toSlot } = recentReadings(app, dayId, 2);
  expect(Object.keys(channels)).toHaveLength(5);
  const read = Buffer.from(Object.values(channels)[0]!, "base64");
  expect(
    Array.from({ length: 20 }, (_, i) => byteToRf(read[i * 4]!)).every(
      (v) => v !== null && v > -110,
    ),
  ).toBe(true);
  expect(Math.abs(toSlot * 100 - (await day()).facts.nowMs)).toBeLessThan(1500);
  // what is held is written when it ends
  await valueOf(endRoll(app, dayId));
  const nowMs = (await day()).facts.nowMs;
  const rfHistory = await valueOf(
    rfHistoryOf(app, dayId, { fromMs: nowMs - 10_000, toMs: nowMs, columns: 100 }),
  );
  const known = Array.from(
    { length: 100 },
    (_, i) =>
      Buffer.from(Object.values(rfHistory.channels)[0]!, "base64")[
        i * COLUMN_BYTES + COLUMN.bestMin
      ]!,
  ).filter((v) => v > 0);
  expect(known.length).toBeGreaterThan(15);
  expect((await valueOf(rollView(app, dayId))).state).toBe("over");
});

test("a window that goes back is refused, a note without a word too; a note that is sent twice stands once", async () => {
  const { app, dayId } = practice;
  expect(await rfHistoryOf(app, dayId, { fromMs: 10, toMs: 5, columns: 10 })).toMatchObject({
    ok: false,
  });
  expect(
    await putNote(app, dayId, { text: "  ", channelId: null, agoMs: 0, idempotencyKey: null }),
  ).toMatchObject({ ok: false });
  const note = () =>
    valueOf(
      putNote(app, dayId, { text: "gulls", channelId: null, agoMs: 0, idempotencyKey: "n1" }),
    );
  expect(await note()).toBe(await note());
});

test("what happened is only added to: the data file itself refuses anything else", async () => {
  await expect(
    practice.app.db.sequelize.query("UPDATE dayEvents SET atMs = 0"),
  ).rejects.toHaveProperty("parent.message", expect.stringMatching(/only added to/));
  await expect(practice.app.db.sequelize.query("DELETE FROM dayEvents")).rejects.toHaveProperty(
    "parent.message",
    expect.stringMatching(/only added to/),
  );
});

test("a neighbour in a take: judged, a clear place offered, one pack retuned, proved, a new version of the plan; and back", async () => {
  const { app, dayId } = practice;
  const c = await tobiah();
  const { nowMs } = (await day()).facts;
  const before = (await day()).plan!;
  const oldHz = before.picks.find((p) => p.channelId === c.id)!.frequencyHz;
  const script: ScriptedEvent[] = [
    {
      id: "van",
      fromMs: nowMs + 500,
      untilMs: null,
      kind: "newcomer",
      nearPack: c.packKey,
      offsetHz: 50_000,
      levelDbm: -48,
    },
  ];
  await app.simulator!.setScript(script);
  await seconds(4);
  const { hitId, judged } = await valueOf(
    callHit(app, dayId, { channelId: c.id, agoMs: 200, idempotencyKey: "h1" }),
  );
  expect(judged.causes[0]!.cause).toBe("neighbour");
  expect(judged.answers[0]).toBe("retune");
  expect(
    await valueOf(callHit(app, dayId, { channelId: c.id, agoMs: 200, idempotencyKey: "h1" })),
  ).toMatchObject({ hitId });
  const open = (await hitsOf(app, await day()))[0]!;
  expect([open.step, open.retune!.from]).toEqual(["answer", "spare"]);
  const answered = await valueOf(answerHit(app, dayId, { hitId, answer: "retune" }));
  expect(answered).toEqual({ toHz: open.retune!.frequencyHz, someoneThere: false });
  // nothing is decided before it is verified, and nothing else moves
  expect((await day()).plan!.version).toBe(before.version);
  expect((await hitsOf(app, await day()))[0]!.step).toBe("pack");
  await valueOf(followWithPack(app, dayId, hitId));
  expect((await hitsOf(app, await day()))[0]!.step).toBe("prove");
  const closed = await valueOf(closeHit(app, dayId, { hitId }));
  expect(closed).toMatchObject({ bad: null, version: before.version + 1 });
  const after = (await day()).plan!;
  expect(
    after.picks.filter((p) =>
      before.picks.some((b) => b.channelId === p.channelId && b.frequencyHz === p.frequencyHz),
    ),
  ).toHaveLength(before.picks.length - 1);
  expect(after.how).toContain("another transmitter on the frequency");
  const view = await valueOf(getDayView(app, dayId));
  expect(view.channels.find((x) => x.id === c.id)!.packHz).toBe(answered.toHz);
  await app.simulator!.setScript([]);
  await valueOf(takeHitBack(app, dayId, hitId));
  expect([
    (await day()).plan!.picks.find((p) => p.channelId === c.id)!.frequencyHz,
    (await tobiah()).packKey,
  ]).toEqual([oldHz, c.packKey]);
  expect((await valueOf(getDayView(app, dayId))).channels.find((x) => x.id === c.id)!.packHz).toBe(
    oldHz,
  );
}, 30_000);

test("an answer that waits for its pack moves the channel for everybody who syncs; leaving it notes the time", async () => {
  const { app, dayId } = practice;
  const c = await tobiah();
  const { hitId } = await valueOf(
    callHit(app, dayId, { channelId: c.id, agoMs: 0, idempotencyKey: null }),
  );
  const { toHz } = await valueOf(answerHit(app, dayId, { hitId, answer: "retune" }));
  // nothing is said to hold between one frequency and the next; the application tells its desk of
  // every write, here the test does
  app.changes.bump();
  const told: string[] = [];
  const stopListening = app.roll.listen((m) => {
    if (m.type === "state")
      told.push(
        ...(m.state.channels.find((x) => x.channelId === c.id)?.attention.map((a) => a.code) ?? []),
      );
  });
  for (let i = 0; i < 20 && !told.includes("retuning"); i += 1) await seconds(0.2);
  stopListening();
  expect(told).toContain("retuning");
  const waiting = await valueOf(getDayView(app, dayId));
  expect(waiting.steps.find((s) => s.code === "sync-pack")).toMatchObject({
    frequencyHz: toHz,
    channelIds: [c.id],
  });
  await valueOf(takeHitBack(app, dayId, hitId));
  expect(
    (await valueOf(getDayView(app, dayId))).channels.find((x) => x.id === c.id)!.packHz,
  ).not.toBe(toHz);
  const second = await valueOf(
    callHit(app, dayId, { channelId: c.id, agoMs: 0, idempotencyKey: null }),
  );
  await valueOf(answerHit(app, dayId, { hitId: second.hitId, answer: "leave" }));
  expect((await hitsOf(app, await day()))[0]).toMatchObject({
    step: "closed",
    closed: { how: "left" },
  });
  expect(await answerHit(app, dayId, { hitId: 99_999, answer: "leave" })).toMatchObject({
    ok: false,
    error: { code: "not-found" },
  });
});

test("a pack that keeps its number only by a press keeps the new one too, and the old one when it goes back", async () => {
  const { app, dayId } = practice;
  const nils = async () => (await day()).facts.channels.find((c) => c.talker === "Nils")!;
  const { id, packKey } = await nils();
  const stands = async () => {
    const p = (await day()).facts.reports!.packs[packKey]!;
    return [p.frequencyHz, p.isStored];
  };
  await handlePack(app, dayId, packKey, { isDoorOpen: true });
  await syncPack(app, dayId, id);
  const [oldHz] = await stands();
  const { hitId } = await valueOf(
    callHit(app, dayId, { channelId: id, agoMs: 0, idempotencyKey: null }),
  );
  const { toHz } = await valueOf(answerHit(app, dayId, { hitId, answer: "retune" }));
  await valueOf(followWithPack(app, dayId, hitId));
  expect(await stands()).toEqual([toHz, true]);
  await valueOf(takeHitBack(app, dayId, hitId));
  expect(await stands()).toEqual([oldHz, true]);
});

test("a set that comes to its end is known by what it told last; fresh ones in, that counts no more", async () => {
  const { app, dayId } = practice;
  const c = await tobiah();
  const weak = async (leftHours: number) =>
    app.simulator!.setScript([
      {
        id: "empty",
        fromMs: (await day()).facts.nowMs,
        untilMs: null,
        kind: "weak-cells",
        packKey: c.packKey,
        leftHours,
      },
    ]);
  // it is told that they are low before they end: a busy machine may hear nothing for seconds
  await weak(0.02);
  for (let i = 0; i < 40 && (app.roll.voltsOf(c.packKey) ?? 2) > LOW_VOLTS; i += 1)
    await seconds(0.25);
  await weak(0);
  for (let i = 0; i < 40 && (await day()).facts.reports!.packs[c.packKey]!.isOn; i += 1)
    await seconds(0.5);
  await seconds(2);
  const { hitId, judged } = await valueOf(
    callHit(app, dayId, { channelId: c.id, agoMs: 0, idempotencyKey: null }),
  );
  expect([judged.causes[0]!.cause, judged.answers[0]]).toEqual(["cells", "change-cells"]);
  expect(await handlePack(app, dayId, c.packKey, { isOn: true })).toMatchObject({
    ok: false,
    error: { code: "cells-empty" },
  });
  await valueOf(answerHit(app, dayId, { hitId, answer: "change-cells" }));
  await seconds(1);
  expect(app.roll.voltsOf(c.packKey) ?? 2).toBeGreaterThan(1.4);
  await valueOf(closeHit(app, dayId, { hitId }));
  await app.simulator!.setScript([]);
}, 40_000);

test("while it rolls a free scanner goes on looking: who comes on the air is told and put down before anybody hears him, and his spare is not offered any more", async () => {
  const { app, dayId } = practice;
  const { plan } = await day();
  const spareHz = plan!.spares[0]!.frequencyHz;
  const nearest = plan!.picks
    .map((p) => p.frequencyHz)
    .reduce((a, b) => (Math.abs(b - spareHz) < Math.abs(a - spareHz) ? b : a));
  const packKey = (await day()).facts.channels.find(
    (c) => plan!.picks.find((p) => p.channelId === c.id)!.frequencyHz === nearest,
  )!.packKey;
  const { nowMs } = (await day()).facts;
  // the ear feed that was put on the list is switched on too: it is nobody new
  const feedHz = plan!.spares[1]!.frequencyHz + 100_000;
  await valueOf(
    putAssigned(app, dayId, { who: "Boom ear feed", frequency: mhz(feedHz), expectedVersion: 0 }),
  );
  const comes = (id: string, hz: number): ScriptedEvent => ({
    id,
    fromMs: nowMs,
    untilMs: null,
    kind: "newcomer",
    nearPack: packKey,
    offsetHz: hz - nearest,
    levelDbm: -62,
  });
  await app.simulator!.setScript([
    comes("near the spare", spareHz + 100_000),
    comes("ear feed", feedHz),
  ]);
  const newCarrier = async () =>
    (await day()).events.flatMap((e) =>
      e.what.kind === "newcomer" && Math.abs(e.what.frequencyHz - spareHz - 100_000) < 60_000
        ? [e.what]
        : [],
    )[0];
  for (let i = 0; i < 4 && !(await newCarrier()); i += 1) {
    await seconds(4);
    await practice.roll.airWatch!.lookNow();
    await practice.roll.lookNow();
  }
  expect(await newCarrier()).toMatchObject({ tookSpare: true });
  const watch = app.roll.airWatch!;
  expect(watch.view()).toMatchObject({ instrument: "Leadline scanner", problem: null });
  expect(watch.carriers().some((c) => Math.abs(c.frequencyHz - feedHz) < 60_000)).toBe(true);
  expect(watch.view().newCarriers.some((n) => Math.abs(n.frequencyHz - feedHz) < 60_000)).toBe(
    false,
  );
  const c = await tobiah();
  const { hitId } = await valueOf(
    callHit(app, dayId, { channelId: c.id, agoMs: 0, idempotencyKey: null }),
  );
  expect((await hitsOf(app, await day()))[0]!.retune!.frequencyHz).not.toBe(spareHz);
  await valueOf(answerHit(app, dayId, { hitId, answer: "leave" }));
  await app.simulator!.setScript([]);
}, 40_000);

// outside check: the text of the PDF is read by poppler; where that is not installed the check is
// left out and says so
const hasPoppler = spawnSync("pdftotext", ["-v"]).status === 0;
(hasPoppler ? test : test.skip)(
  "the report on paper holds the frequency list, the hits and letters of other scripts (poppler)",
  async () => {
    const { app, dayId } = practice;
    await valueOf(
      putNote(app, dayId, {
        text: "Zażółć gęślą jaźń, Łódź; Привет; Ελλάδα",
        channelId: null,
        agoMs: 0,
        idempotencyKey: null,
      }),
    );
    const bytes = await valueOf(reportPdf(app, dayId));
    const folder = mkdtempSync(join(tmpdir(), "plain-channel-pdf-"));
    writeFileSync(join(folder, "r.pdf"), bytes);
    const { stdout } = spawnSync("pdftotext", ["-layout", join(folder, "r.pdf"), "-"], {
      encoding: "utf8",
    });
    rmSync(folder, { recursive: true });
    const { plan, facts } = await day();
    for (const pick of plan!.picks)
      expect(stdout).toMatch(
        new RegExp(
          `${facts.channels.find((c) => c.id === pick.channelId)!.talker} .*${mhz(pick.frequencyHz)}`,
        ),
      );
    expect(stdout).toMatch(/Tobiah +another transmitter on the frequency/);
    expect(stdout).toContain("Zażółć gęślą jaźń, Łódź; Привет; Ελλάδα");
  },
);

test("the report for other programs, and the log as a table that no spreadsheet runs", async () => {
  const { app, dayId } = practice;
  await valueOf(
    putNote(app, dayId, {
      text: '=1+1, "quoted"',
      channelId: null,
      agoMs: 0,
      idempotencyKey: null,
    }),
  );
  const report = JSON.parse(await valueOf(reportJson(app, dayId))) as {
    format: string;
    hits: { talker: string }[];
    frequencies: { rows: unknown[] }[];
  };
  expect([
    report.format,
    report.hits.every((h) => h.talker === "Tobiah" || h.talker === "Nils"),
    report.frequencies[0]!.rows.length,
  ]).toEqual(["plain-channel-report", true, 5]);
  const csv = await valueOf(logCsv(app, dayId));
  expect(csv.split("\r\n")[0]).toBe("time,location,kind,talent,what,who,corrected");
  expect(csv).toContain('"\'=1+1, ""quoted"""');
});
