import { changeTalker } from "~/server/services/prep/talkers.server";
import { gzipSync, zipSync } from "fflate";
import { getDayView, requireDay, type DayView } from "~/server/services/day/dayView.server";
import {
  acceptPlan,
  moveToSpare,
  pickBasis,
  restorePlan,
} from "~/server/services/frequencies/plans.server";
import {
  allPacksOff,
  handlePack,
  prove,
  screwAntennaOn,
  setReceivers,
  shareChannel,
  syncPack,
  usePack,
} from "~/server/services/sync/syncs.server";
import { keepLevel } from "~/server/services/range/channelChecks.server";
import { keepPlace } from "~/server/services/range/placeChecks.server";
import { moveTo } from "~/server/services/day/moves.server";
import { moveClockOn } from "~/server/services/day/clock.server";
import { lawViewOf, ownSuspects } from "~/server/services/scan/airViews.server";
import {
  analysisOf,
  describeScan,
  sayOwnLine,
  markOwn,
  setNoiseLimit,
  startScan,
  stopScan,
} from "~/server/services/scan/scans.server";
import {
  exportSweep,
  importSweep,
  importSweepStream,
} from "~/server/services/scan/sweepFiles.server";
import { listSweeps } from "~/server/db/repositories/sweeps.server";
import { PLAIN_SETUP } from "~/core/spectrum/setup";
import { EFFORT_SPL_AT_1M_DB, levelChain } from "~/core/audio/levelChain";
import { checkSet } from "~/core/coordination/rules/checkSet";
import { PROFILES } from "~/core/coordination/problem/profile";
import { microphoneModel, inputModel, packModel, receiverModel } from "~/core/kit/models";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { defaultSetup, levelQuestion, reachableOf } from "~/core/kit/setups";
import { LEVEL_AIMS, recommend } from "~/core/audio/recommend";
import {
  askedHere,
  acceptFound,
  practiceApp,
  propose,
  scanToEnd,
  type PracticeApp,
} from "./practiceApp";

let practice: PracticeApp;
beforeEach(async () => {
  practice = await practiceApp();
});
afterEach(() => practice.stop());

const view = async (): Promise<DayView> => {
  const found = await getDayView(practice.app, practice.dayId);
  if (!found.ok) throw new Error(found.error.code);
  return found.value;
};
const of = (day: DayView, talker: string) => day.channels.find((c) => c.talker === talker)!;
const bytes = (text: string) => new TextEncoder().encode(text);

async function plannedDay(): Promise<DayView> {
  await allPacksOff(practice.app, practice.dayId);
  await scanToEnd(practice);
  await acceptFound(practice);
  return view();
}

async function syncedDay(): Promise<DayView> {
  const day = await plannedDay();
  await setReceivers(
    practice.app,
    practice.dayId,
    day.channels.map((c) => c.id),
  );
  for (const c of day.channels) {
    await handlePack(practice.app, practice.dayId, c.packKey, { isOn: true });
    if (c.packKey === "pack-e")
      await handlePack(practice.app, practice.dayId, c.packKey, { isDoorOpen: true });
    await syncPack(practice.app, practice.dayId, c.id);
  }
  expect(of(await view(), "Nils").state.sync.code).toBe("not-stored");
  await handlePack(practice.app, practice.dayId, "pack-e", { isStored: true });
  return view();
}

describe("the whole way at the net loft", () => {
  test("from the empty plan to five channels proved, levelled and in range", async () => {
    const { app, dayId } = practice;
    const start = await view();
    expect(start.steps.map((s) => s.code)).toEqual([
      "packs-off",
      "scan",
      "pick",
      "level",
      "place",
      "move",
    ]);
    expect(of(start, "Irsa").pack).toMatchObject({ isOn: true, frequencyHz: 496_300_000 });

    const day = await syncedDay();
    for (const c of day.channels)
      expect([c.talker, await prove(app, dayId, c.id)]).toEqual([
        c.talker,
        {
          ok: true,
          value:
            c.talker === "Agnete"
              ? { part: "voice", outcome: "nothing" }
              : c.talker === "Nils"
                ? { part: "antennas", outcome: "only-a-serves" }
                : null,
        },
      ]);
    expect(of(await view(), "Agnete").state.sync.code).toBe("no-audio");
    await handlePack(app, dayId, of(day, "Agnete").packKey, { isMuted: false });
    await prove(app, dayId, of(day, "Agnete").id);
    // an antenna came off the camera's receiver: RF and audio are there, and yet it is not in order
    const nils = of(await view(), "Nils");
    expect(nils.state.sync).toEqual({ status: "problem", code: "one-antenna", deaf: "B" });
    await screwAntennaOn(app, dayId, nils.receiverKey);
    await prove(app, dayId, nils.id);

    for (const c of (await view()).channels) {
      const voice = { effort: c.effort, micDistanceM: 0.2, peakFactorDb: 18 };
      const units = {
        receiver: receiverModel(SHIPPED_KIT, c.receiverModelId),
        pack: packModel(SHIPPED_KIT, c.packModelId),
        microphone: microphoneModel(SHIPPED_KIT, "pebble"),
        input: inputModel(SHIPPED_KIT, c.inputId),
      };
      // anything else would be kept off its aim
      const { settings: advised } = recommend({
        ordinary: levelQuestion(units, { ...voice, gainDb: 0, outputDb: 0, inputGainDb: 0 }),
        loudestSplAt1mDb: EFFORT_SPL_AT_1M_DB[c.effort],
        reachable: reachableOf(units),
        aim: LEVEL_AIMS["minus-20"],
        school: "hot",
      });
      const detail = {
        loudestSplAt1mDb: EFFORT_SPL_AT_1M_DB[c.effort],
        school: "hot" as const,
        aim: "minus-20" as const,
        measured: null,
        looked: [],
      };
      expect(
        await keepLevel(app, dayId, {
          channelId: c.id,
          expectedVersion: c.version,
          microphoneId: "pebble",
          settings: { ...voice, ...advised },
          detail,
        }),
      ).toEqual({ ok: true, value: c.talker });
    }
    const levelled = await view();
    const geometry = levelled.places[0]!.geometry;
    for (const c of levelled.channels)
      await keepPlace(app, dayId, {
        walk: null,
        channelId: c.id,
        expectedVersion: c.version,
        setup: defaultSetup(geometry, c.wear, c.packPowerMw),
      });

    const end = await view();
    for (const c of end.channels) {
      expect([
        c.talker,
        c.state.frequency.code,
        c.state.sync.code,
        c.state.level.code,
        c.state.place.code,
      ]).toEqual([c.talker, "picked", "proved", "set", "in-range"]);
    }
    expect(end.steps.map((s) => s.code)).toEqual(["move"]);
  });

  test("what is kept of a level is what the core computes", async () => {
    const day = await plannedDay();
    const marit = of(day, "Marit");
    const settings = {
      effort: "normal" as const,
      micDistanceM: 0.25,
      peakFactorDb: 18,
      gainDb: -24,
      outputDb: -6,
      inputGainDb: 12,
    };
    const detail = {
      loudestSplAt1mDb: 66,
      school: "low" as const,
      aim: "minus-18" as const,
      measured: { peakDbfs: -14.2, voiceDbfs: -31, pausesDbfs: -70, found: ["rub"] },
      looked: ["phantom off"],
    };
    await keepLevel(practice.app, practice.dayId, {
      channelId: marit.id,
      expectedVersion: marit.version,
      microphoneId: "pebble",
      settings,
      detail,
    });
    const kit = {
      receiver: receiverModel(SHIPPED_KIT, marit.receiverModelId),
      pack: packModel(SHIPPED_KIT, marit.packModelId),
      microphone: microphoneModel(SHIPPED_KIT, "pebble"),
      input: inputModel(SHIPPED_KIT, "recorder-line"),
    };
    const { lastLevel, state } = of(await view(), "Marit");
    const question = levelQuestion(kit, settings);
    // what is kept holds for the loudest line
    expect(lastLevel!.finalPeakDbfs).toBeCloseTo(
      levelChain({ ...question, talker: { ...question.talker, effort: { splAt1mDb: 66 } } })
        .finalPeakDbfs,
      9,
    );
    expect(lastLevel).toMatchObject({
      ...detail,
      with: {
        packKey: marit.packKey,
        receiverKey: marit.receiverKey,
        microphoneId: "pebble",
        inputId: "recorder-line",
      },
    });
    // the loudest line was measured 5 dB under where its aim has it
    expect(state.level).toMatchObject({ code: "off-aim", status: "stale" });
    expect(lastLevel!.offAim).toMatchObject({ from: "measured" });
    expect(lastLevel!.offAim!.byDb).toBeCloseTo(-14.2 + 9, 6);
    // into another input: it is to be done again
    await changeTalker(practice.app, practice.dayId, {
      channelId: marit.id,
      expectedVersion: marit.version + 1,
      change: { inputId: "camera-mic" },
    });
    expect(of(await view(), "Marit").state.level).toMatchObject({
      status: "stale",
      code: "units-changed",
      what: "input",
    });
    expect(
      await keepLevel(practice.app, practice.dayId, {
        channelId: marit.id,
        expectedVersion: marit.version + 2,
        microphoneId: "pebble",
        settings: { ...settings, gainDb: -25 },
        detail,
      }),
    ).toMatchObject({ ok: false, error: { code: "setting-unknown" } });
  });
});

describe("scan", () => {
  test("a pack left on is recognised as ours; one pass covers what all channels tune", async () => {
    expect((await scanToEnd(practice)).type).toBe("stored");
    const [sweep] = (await view()).sweepsHere;
    expect(sweep).toMatchObject({
      source: "Bag 1 and Camera B",
      lowHz: 470e6,
      points: 3841,
      own: [{ id: "Pack C", frequencyHz: 496_300_000 }],
    });
  });

  test("stopped half way nothing is stored, and the next one works", async () => {
    const slow = await practiceApp(60);
    try {
      const begun = await startScan(slow.app, slow.dayId, await askedHere(slow.app, slow.dayId));
      expect(begun.ok).toBe(true);
      expect(
        await startScan(slow.app, slow.dayId, await askedHere(slow.app, slow.dayId)),
      ).toMatchObject({ ok: false, error: { code: "scan-running" } });
      expect(await moveTo(slow.app, slow.dayId, 2)).toMatchObject({
        ok: false,
        error: { code: "scan-running" },
      });
      const job = slow.app.scans.running(slow.dayId)!;
      const ended = new Promise<string>((resolve) =>
        job.listeners.add((e) => e.type !== "part" && e.type !== "levels" && resolve(e.type)),
      );
      await new Promise((resolve) => setTimeout(resolve, 250));
      expect(stopScan(slow.app, slow.dayId).ok).toBe(true);
      expect(await ended).toBe("stopped");
      const day = await getDayView(slow.app, slow.dayId);
      expect(day.ok && day.value.sweepsHere).toEqual([]);
      expect(stopScan(slow.app, slow.dayId)).toMatchObject({
        ok: false,
        error: { code: "no-scan-running" },
      });
    } finally {
      await slow.stop();
    }
  });

  test("stopped half way and kept, it is a scan that says it is not whole", async () => {
    const slow = await practiceApp(60);
    try {
      await startScan(slow.app, slow.dayId, await askedHere(slow.app, slow.dayId));
      const job = slow.app.scans.running(slow.dayId)!;
      const ended = new Promise<string>((resolve) =>
        job.listeners.add((e) => e.type !== "part" && e.type !== "levels" && resolve(e.type)),
      );
      await new Promise<void>((resolve) =>
        job.listeners.add((e) => e.type === "levels" && resolve()),
      );
      expect(stopScan(slow.app, slow.dayId, true).ok).toBe(true);
      expect(await ended).toBe("stored");
      const day = await getDayView(slow.app, slow.dayId);
      if (!day.ok) throw new Error();
      expect(day.value.sweepsHere[0]).toMatchObject({
        source: "Bag 1 and Camera B, stopped",
        completePasses: 0,
      });
    } finally {
      await slow.stop();
    }
  });

  const rows = (n: number, line: (i: number) => string) =>
    Array.from({ length: n }, (_, i) => line(i)).join("\n");
  test.each([
    ["0 bytes", new Uint8Array(0), "file-empty"],
    ["binary", Uint8Array.from([137, 80, 78, 71, 0, 1, 2]), "file-binary"],
    ["in watts", bytes(rows(60, (i) => `${470 + i / 10},0.0000001`)), "file-wrong-unit"],
    ["only NaN", bytes(rows(60, (i) => `${470 + i / 10},NaN`)), "file-nothing-usable"],
    ["a letter", bytes("Dear all,\nplease find the scan attached.\n"), "file-not-a-sweep"],
  ])("a file that is %s is refused and the day is as it was", async (_, data, code) => {
    await scanToEnd(practice);
    const before = await view();
    expect(
      await importSweep(practice.app, practice.dayId, { name: "x.csv", bytes: data }),
    ).toMatchObject({ ok: false, error: { code: "sweep-file", error: { code } } });
    expect((await view()).sweepsHere).toEqual(before.sweepsHere);
  });

  test("what was said of an instrument holds for its next file, and is taken back with one press", async () => {
    const { app, dayId } = practice;
    // no heading: known by the series of its files, whatever it is called since
    const sweepOf = (name: string) =>
      importSweep(app, dayId, {
        name,
        bytes: bytes(rows(400, (i) => `${470 + i / 40},${-100 - (i % 3)}`)),
      });
    const newest = async () => (await view()).sweepsHere.at(-1)!;
    const first = await sweepOf("sweep-01.csv");
    const sweepId = first.ok ? first.value.sweepId : 0;
    const setup = { ...PLAIN_SETUP, antenna: "roof fin", correctionDb: -12 };
    await describeScan(app, dayId, { sweepId, source: "the analyser", setup });
    await sweepOf("sweep-02.csv");
    const stored = async () => (await listSweeps(app.db, dayId)).at(-1)!.setup;
    expect(await stored()).toMatchObject({
      antenna: "roof fin",
      correctionDb: -12,
      isRemembered: true,
    });
    await describeScan(app, dayId, {
      sweepId: (await newest()).id,
      source: "file sweep-02.csv",
      setup: { ...PLAIN_SETUP, isRemembered: false },
    });
    await sweepOf("sweep-03.csv");
    expect(await stored()).toMatchObject({ correctionDb: 0, isRemembered: false });
  });

  test("a line that the instrument makes itself is said once: picks do not avoid it any more, its next file knows it, and it is a transmitter again when somebody says so", async () => {
    const { app, dayId } = practice;
    const lineHz = 473_500_000;
    const sweepOf = async (name: string) => {
      const kept = await importSweep(app, dayId, {
        name,
        bytes: bytes(
          rows(
            400,
            (i) => `${470 + i / 40},${470 + i / 40 === lineHz / 1e6 ? -60 : -100 - (i % 3)}`,
          ),
        ),
      });
      return kept.ok ? kept.value.sweepId : 0;
    };
    const lineOf = async (sweepId: number) => {
      const got = await requireDay(app, dayId);
      if (!got.ok) throw new Error(got.error.code);
      const sweep = got.value.sweeps.find((s) => s.id === sweepId)!;
      const analysis = await analysisOf(app, got.value, sweep);
      return analysis!.carriers.find((c) => Math.abs(c.frequencyHz - lineHz) < 50_000)!.isSpur;
    };
    const sweepId = await sweepOf("probe-01.csv");
    expect(await lineOf(sweepId)).toBe(false);
    await sayOwnLine(app, dayId, { sweepId, frequencyHz: lineHz, isOwn: true });
    expect(await lineOf(sweepId)).toBe(true);
    const next = await sweepOf("probe-02.csv");
    expect(await lineOf(next)).toBe(true);
    await sayOwnLine(app, dayId, { sweepId: next, frequencyHz: lineHz, isOwn: false });
    expect(await lineOf(next)).toBe(false);
  });

  test("a file whose floor lies far over what the receivers saw here is questioned, and read all the same", async () => {
    const { app, dayId } = practice;
    await scanToEnd(practice);
    const at = (dbm: number) =>
      importSweep(app, dayId, {
        name: `at${dbm}.csv`,
        bytes: bytes(rows(2000, (i) => `${470 + i / 40},${dbm - (i % 3)}`)),
      });
    const codesOf = async (dbm: number) => {
      const read = await at(dbm);
      return read.ok ? read.value.measurement.warnings.map((w) => w.code) : [];
    };
    expect(await codesOf(-80)).toEqual(["floor-high"]);
    expect(await codesOf(-110)).toEqual([]);
  });

  test("a noise limit set by hand governs, and goes back to what the receivers need", async () => {
    const { app, dayId } = practice;
    await scanToEnd(practice);
    const law = async () => {
      const loaded = await requireDay(app, dayId);
      return loaded.ok
        ? lawViewOf(loaded.value, await pickBasis(app, loaded.value, "normal"))
        : null;
    };
    expect(await law()).toMatchObject({ maxNoiseDbm: -95, limit: { by: "receiver" } });
    const usual = (await law())!.open.length;
    expect(await setNoiseLimit(app, dayId, -130)).toEqual({ ok: true, value: null });
    expect(await law()).toMatchObject({ maxNoiseDbm: -130, limit: { by: "given" }, open: [] });
    expect(await setNoiseLimit(app, dayId, null)).toEqual({ ok: true, value: -130 });
    expect((await law())!.open).toHaveLength(usual);
  });

  test("a file cut in mid-line, with NaN and rows out of order, is read with what is wrong said", async () => {
    const lines = rows(
      3841,
      (i) =>
        `${(470 + i * 0.025).toFixed(3)},${i === 9 ? "NaN" : (-112 + (i % 7) / 10).toFixed(1)}`,
    ).split("\n");
    const text = [...lines.slice(2000), ...lines.slice(0, 2000), "566.0"].join("\n");
    const read = await importSweep(practice.app, practice.dayId, {
      name: "mixed.csv",
      bytes: bytes(text),
    });
    expect(read.ok && read.value.measurement.warnings.map((w) => w.code)).toEqual(
      expect.arrayContaining(["rows-out-of-order", "levels-missing", "last-line-cut"]),
    );
    expect((await view()).sweepsHere.map((s) => s.source)).toEqual(["file mixed.csv"]);
  });

  test("a scan saved in any form and read again, packed or not, asks the same of the pick", async () => {
    await allPacksOff(practice.app, practice.dayId);
    await scanToEnd(practice);
    const [scan] = (await view()).sweepsHere;
    // the search itself may be cut by its time: what it is asked must be the same
    const asked = async () => {
      const loaded = await requireDay(practice.app, practice.dayId);
      if (!loaded.ok) throw new Error();
      const { request } = await pickBasis(practice.app, loaded.value, "normal");
      return {
        exclusions: request.exclusions,
        channels: request.channels,
        others: request.others.map((o) => Math.round(o.frequencyHz / 100)),
        noise: request.noise.map((n) => [n.lowHz, Math.round(n.levelDbm * 5) / 5]),
      };
    };
    const first = await asked();
    for (const form of ["columns.csv", "rows.csv", "json"] as const) {
      const file = await exportSweep(practice.app, practice.dayId, scan!.id, form);
      if (!file.ok) throw new Error(file.error.code);
      const packed =
        form === "json"
          ? gzipSync(bytes(file.value.text))
          : form === "rows.csv"
            ? zipSync({ "x.csv": bytes(file.value.text) })
            : bytes(file.value.text);
      expect(
        (await importSweep(practice.app, practice.dayId, { name: file.value.name, bytes: packed }))
          .ok,
      ).toBe(true);
      const again = await asked();
      expect([form, again.exclusions, again.channels, again.others]).toEqual([
        form,
        first.exclusions,
        first.channels,
        first.others,
      ]);
      expect(again.noise.length).toBe(first.noise.length);
      again.noise.forEach(([hz, dbm], i) => {
        expect(hz).toBeCloseTo(first.noise[i]![0]!, 0);
        expect(Math.abs(dbm! - first.noise[i]![1]!)).toBeLessThanOrEqual(0.21);
      });
    }
    expect(await exportSweep(practice.app, practice.dayId, 99, "json")).toMatchObject({
      ok: false,
      error: { code: "not-found", what: "scan" },
    });
    expect(
      await importSweep(practice.app, practice.dayId, {
        name: "b.gz",
        bytes: Uint8Array.of(0x1f, 0x8b, 8, 0, 1, 2, 3),
      }),
    ).toMatchObject({ ok: false });
  });

  test("a file that comes in piece by piece: rows are read on the way, other kinds gathered; one that breaks off leaves nothing", async () => {
    const row = (k: number) =>
      `2027-05-04, 07:30:${String(k % 60).padStart(2, "0")}, 470000000, 480000000, 25000, 1, ${Array.from({ length: 400 }, (_, i) => (-105 + ((i * 7 + k) % 9) / 10).toFixed(2)).join(", ")}\n`;
    const text = bytes(Array.from({ length: 60 }, (_, k) => row(k)).join(""));
    async function* pieces(all: Uint8Array, breaksAt = Infinity) {
      for (let at = 0; at < all.length; at += 10_007) {
        if (at > breaksAt) throw new Error("gone");
        yield all.subarray(at, at + 10_007);
        await Promise.resolve();
      }
    }
    expect(
      await importSweepStream(practice.app, practice.dayId, "long.csv", pieces(text)),
    ).toMatchObject({ ok: true, value: { measurement: { points: 400 } } });
    expect((await view()).sweepsHere).toMatchObject([
      { source: "file long.csv", completePasses: 60 },
    ]);
    expect(
      await importSweepStream(practice.app, practice.dayId, "packed.gz", pieces(gzipSync(text))),
    ).toMatchObject({ ok: true });
    await expect(
      importSweepStream(practice.app, practice.dayId, "gone.csv", pieces(text, 90_000)),
    ).rejects.toThrow("gone");
    expect(
      await importSweepStream(
        practice.app,
        practice.dayId,
        "letter.txt",
        pieces(bytes("Dear all,\n".repeat(20))),
      ),
    ).toMatchObject({ ok: false, error: { code: "sweep-file" } });
    expect((await view()).sweepsHere).toHaveLength(2);
  });

  test("a carrier on a frequency of ours is asked about, and marked as ours when told", async () => {
    await plannedDay();
    const day = await view();
    const marit = day.plan!.picks.find((p) => p.channelId === of(day, "Marit").id)!.frequencyHz;
    const text = rows(2881, (i) => {
      const hz = 470e6 + i * 25_000;
      return `${hz / 1e6},${Math.abs(hz - marit) < 60_000 ? -60 : -110 + (i % 5) / 5}`;
    });
    const read = await importSweep(practice.app, practice.dayId, {
      name: "x.csv",
      bytes: bytes(text),
    });
    const asked = async () => {
      const loaded = await requireDay(practice.app, practice.dayId);
      if (!loaded.ok) throw new Error();
      const basis = await pickBasis(practice.app, loaded.value, "normal");
      return {
        suspects: ownSuspects(loaded.value, basis.analysis),
        others: basis.request.others.length,
      };
    };
    const before = await asked();
    expect(before).toMatchObject({
      suspects: [{ talker: "Marit", packLabel: "Pack A" }],
      others: 1,
    });
    if (!read.ok) throw new Error();
    expect(
      await markOwn(practice.app, practice.dayId, {
        sweepId: read.value.sweepId,
        frequencyHz: before.suspects[0]!.frequencyHz,
        packLabel: "Pack A",
      }),
    ).toEqual({ ok: true, value: null });
    expect(await asked()).toEqual({ suspects: [], others: 0 });
    expect(
      await markOwn(practice.app, practice.dayId, {
        sweepId: 99,
        frequencyHz: 5e8,
        packLabel: "Pack A",
      }),
    ).toMatchObject({ ok: false, error: { code: "not-found" } });
  });

  test("without receivers to drive, a scan says so and a file still does", async () => {
    const alone = { ...practice.app, rig: null, simulator: null };
    expect(
      await startScan(alone, practice.dayId, await askedHere(alone, practice.dayId)),
    ).toMatchObject({ ok: false, error: { code: "no-rig" } });
    expect(
      (
        await importSweep(alone, practice.dayId, {
          name: "a.csv",
          bytes: bytes(rows(100, (i) => `${470 + i / 10},-110`)),
        })
      ).ok,
    ).toBe(true);
  });
});

describe("plan", () => {
  test("a found set is clean among itself, its spares and the others on the air, and avoids every station of the register", async () => {
    await allPacksOff(practice.app, practice.dayId);
    await scanToEnd(practice);
    const { result } = await propose(practice);
    expect(result.assignments).toHaveLength(5);
    expect(result.spares).toHaveLength(2);
    const all = [
      ...result.assignments.map((a) => ({ id: a.channelId, frequencyHz: a.frequencyHz })),
      ...result.spares.map((s, i) => ({ id: `s${i}`, frequencyHz: s.frequencyHz })),
    ];
    expect(checkSet(all, PROFILES.normal).conflicts).toEqual([]);
    for (const { frequencyHz } of all)
      for (const [low, high] of [
        [478, 486],
        [502, 510],
        [526, 534],
        [550, 558],
      ])
        expect(frequencyHz < low! * 1e6 || frequencyHz > high! * 1e6).toBe(true);
    for (const { frequencyHz } of all)
      for (const other of [487.15, 511.725, 537.4])
        expect(Math.abs(frequencyHz - other * 1e6)).toBeGreaterThan(340_000);
  });

  test("two windows: the second plan is refused with the first one's number; nothing is overwritten", async () => {
    await plannedDay();
    const { result: _, ...again } = await propose(practice);
    expect(
      await acceptPlan(practice.app, practice.dayId, { ...again, basePlanVersion: 0 }),
    ).toEqual({
      ok: false,
      error: { code: "plan-changed", version: 1, atMs: expect.any(Number) as number },
    });
    expect((await view()).planHistory).toHaveLength(1);
  });

  test("a proposal from an older scan, or one that breaks a rule, is refused and says which", async () => {
    await plannedDay();
    const { result: _, ...proposal } = await propose(practice);
    await scanToEnd(practice);
    expect(await acceptPlan(practice.app, practice.dayId, proposal)).toMatchObject({
      ok: false,
      error: { code: "scan-changed" },
    });
    const { result: __, ...fresh } = await propose(practice);
    const onTelevision = {
      ...fresh,
      picks: fresh.picks.map((p, i) => (i === 0 ? { ...p, frequencyHz: 481_000_000 } : p)),
    };
    const refused = await acceptPlan(practice.app, practice.dayId, onTelevision);
    // where she would stand her products may fall on others too, who are then named beside her
    const broken = !refused.ok && refused.error.code === "rules-broken" ? refused.error.picks : [];
    expect(broken.find((p) => p.talker === "Marit")?.broken.map((b) => b.code)).toContain(
      "kept-free",
    );
    expect(await acceptPlan(practice.app, practice.dayId, { ...fresh, picks: [] })).toMatchObject({
      ok: false,
      error: { code: "nothing-picked" },
    });
    expect((await view()).plan!.version).toBe(1);
  });

  test("an earlier plan comes back as a new version", async () => {
    const first = (await plannedDay()).plan!;
    await acceptFound(practice);
    expect(await restorePlan(practice.app, practice.dayId, 1, 2)).toEqual({
      ok: true,
      value: { version: 3 },
    });
    const now = (await view()).plan!;
    expect(now.picks).toEqual(first.picks);
    expect(now.how).toBe("back to plan 1");
    expect(await restorePlan(practice.app, practice.dayId, 9, 3)).toMatchObject({
      ok: false,
      error: { code: "not-found" },
    });
  });
});

describe("sync", () => {
  test("a pack that is off cannot be synced; one left elsewhere is told apart; another block never meets", async () => {
    const day = await plannedDay();
    const irsa = of(day, "Irsa");
    await setReceivers(practice.app, practice.dayId, [irsa.id]);
    expect(await syncPack(practice.app, practice.dayId, irsa.id)).toMatchObject({
      ok: false,
      error: { code: "device", error: { code: "pack-is-off" } },
    });
    await handlePack(practice.app, practice.dayId, irsa.packKey, { isOn: true });
    expect(of(await view(), "Irsa").state.sync).toEqual({
      status: "problem",
      code: "pack-elsewhere",
      packHz: 496_300_000,
    });

    expect(
      (
        await usePack(practice.app, practice.dayId, {
          channelId: irsa.id,
          packKey: "pack-g",
          expectedVersion: irsa.version,
        })
      ).ok,
    ).toBe(true);
    const swapped = of(await view(), "Irsa");
    expect(swapped.state.sync).toMatchObject({
      status: "problem",
      code: "pack-cannot",
      ranges: [{ lowHz: 566e6, highHz: 614e6 }],
    });
    await handlePack(practice.app, practice.dayId, "pack-g", { isOn: true });
    expect(await syncPack(practice.app, practice.dayId, irsa.id)).toMatchObject({
      ok: false,
      error: { code: "device", error: { code: "outside-tuning", key: "pack-g" } },
    });
  });

  test("another transmitter on the frequency is heard while the pack is off", async () => {
    const day = await syncedDay();
    const [marit, tobiah] = [of(day, "Marit"), of(day, "Tobiah")];
    // Tobiah's pack is put where Marit's receiver listens
    await practice.app.rig!.sync(marit.receiverKey, marit.half, tobiah.packKey);
    expect(await prove(practice.app, practice.dayId, marit.id)).toEqual({
      ok: true,
      value: { part: "silent", outcome: "steady" },
    });
    const after = await view();
    expect(of(after, "Marit").state.sync.code).toBe("someone-there");
    expect(after.steps.map((s) => s.code)).toContain("someone-there");
  });

  test("an unplugged microphone gives RF and no audio", async () => {
    const day = await syncedDay();
    const nils = of(day, "Nils");
    await handlePack(practice.app, practice.dayId, nils.packKey, { isMicPlugged: false });
    await practice.app.simulator!.screwAntennaOn(nils.receiverKey);
    expect(await prove(practice.app, practice.dayId, nils.id)).toEqual({
      ok: true,
      value: { part: "voice", outcome: "nothing" },
    });
    await handlePack(practice.app, practice.dayId, nils.packKey, {
      isMicPlugged: true,
      isStored: true,
    });
    expect(await prove(practice.app, practice.dayId, nils.id)).toEqual({ ok: true, value: null });
    expect(of(await view(), "Nils").state.sync.code).toBe("proved");
  });

  test("somebody is on it: one press moves that channel alone to a spare; another pack on the same channel is allowed, and told while both are on", async () => {
    const day = await syncedDay();
    const [marit, tobiah] = [of(day, "Marit"), of(day, "Tobiah")];
    await practice.app.rig!.sync(marit.receiverKey, marit.half, tobiah.packKey);
    await prove(practice.app, practice.dayId, marit.id);
    const moved = await moveToSpare(practice.app, practice.dayId, marit.id);
    expect(moved).toMatchObject({ ok: true, value: { from: "spare", talker: "Marit" } });
    const after = await view();
    expect(after.plan!.picks.filter((p) => p.channelId !== marit.id)).toEqual(
      day.plan!.picks.filter((p) => p.channelId !== marit.id),
    );

    const share = (packKey: string, how: "add" | "drop" | "first", expectedVersion: number) =>
      shareChannel(practice.app, practice.dayId, {
        channelId: marit.id,
        packKey,
        how,
        expectedVersion,
      });
    expect(await share("pack-b", "add", marit.version)).toMatchObject({
      ok: false,
      error: { changes: [{ what: "Pack B is with Tobiah" }] },
    });
    expect(await share("pack-g", "add", marit.version)).toMatchObject({
      ok: false,
      error: { code: "setting-unknown" },
    });
    expect((await share("pack-f", "add", marit.version)).ok).toBe(true);
    await setReceivers(practice.app, practice.dayId, [marit.id]);
    for (const packKey of ["pack-a", "pack-f"]) {
      await handlePack(practice.app, practice.dayId, packKey, { isOn: true });
      expect((await syncPack(practice.app, practice.dayId, marit.id, packKey)).ok).toBe(true);
    }
    expect(of(await view(), "Marit").state.sync).toMatchObject({
      code: "two-on",
      packKeys: ["pack-a", "pack-f"],
    });
    await handlePack(practice.app, practice.dayId, "pack-f", { isOn: false });
    expect(of(await view(), "Marit").state.sync.code).toBe("not-proved");
    expect((await share("pack-f", "first", marit.version + 1)).ok).toBe(true);
    expect(of(await view(), "Marit")).toMatchObject({
      packKey: "pack-f",
      extraPacks: [{ packKey: "pack-a" }],
    });
  });

  test("two windows giving one channel a pack: the later is told what changed", async () => {
    const marit = of(await view(), "Marit");
    expect(
      (
        await usePack(practice.app, practice.dayId, {
          channelId: marit.id,
          packKey: "pack-f",
          expectedVersion: marit.version,
        })
      ).ok,
    ).toBe(true);
    expect(
      await usePack(practice.app, practice.dayId, {
        channelId: marit.id,
        packKey: "pack-g",
        expectedVersion: marit.version,
      }),
    ).toMatchObject({
      ok: false,
      error: {
        code: "changed-meanwhile",
        talker: "Marit",
        changes: [{ what: "pack changed to Pack F" }],
      },
    });
    expect(of(await view(), "Marit").packKey).toBe("pack-f");
    expect(
      await usePack(practice.app, practice.dayId, {
        channelId: marit.id,
        packKey: "pack-b",
        expectedVersion: marit.version + 1,
      }),
    ).toMatchObject({ ok: false, error: { changes: [{ what: "Pack B is with Tobiah" }] } });
  });
});

describe("the day goes on", () => {
  test("moving makes stale what depends on the place; the clock never goes back", async () => {
    await syncedDay();
    const quay = (await view()).places[1]!;
    expect((await moveClockOn(practice.app, practice.dayId, { placeId: quay.id })).ok).toBe(true);
    expect((await view()).nowMs).toBe(quay.startMs);
    await moveClockOn(practice.app, practice.dayId, { placeId: 1 });
    expect((await view()).nowMs).toBe(quay.startMs);
    expect((await view()).steps[0]!.code).toBe("move");
    await moveTo(practice.app, practice.dayId, quay.id);
    const moved = await view();
    expect(moved.channels.map((c) => c.state.frequency.code)).toEqual(
      Array.from({ length: 5 }, () => "picked-elsewhere"),
    );
    expect(moved.steps.map((s) => s.code).slice(0, 3)).toEqual(["packs-off", "scan", "pick"]);
  });

  test("the clock goes at the pace of the computer's", async () => {
    practice.pass(90_000);
    expect((await view()).nowMs).toBe(7.5 * 3_600_000 + 90_000);
  });

  test.each([[2], [3], [4]])(
    "place %i of the day can be worked: five channels and two spares",
    async (placeNumber) => {
      await moveTo(practice.app, practice.dayId, placeNumber);
      await allPacksOff(practice.app, practice.dayId);
      await scanToEnd(practice);
      const { result } = await propose(practice);
      expect(result.unplaced).toEqual([]);
      expect(result.spares).toHaveLength(2);
    },
  );
});
