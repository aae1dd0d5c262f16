import { STRICT } from "~/core/coordination/rules/relations";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { PORT_ELLERY_SITES, PORT_ELLERY_TRANSMITTERS } from "~/core/simulator/portEllery";
import { RASTERS } from "~/core/regulations/raster";
import type { CoordinationResult } from "~/core/coordination/problem/request";
import { coordinateQuietFirst } from "~/core/coordination/search/quietFirst";
import { type Database, openDatabase } from "~/server/db/connection.server";
import { httpRig } from "~/server/devices/httpRig.server";
import { httpRegister } from "~/server/devices/registerPort.server";
import { startRegister } from "~/server/devices/simulator/registerServer.server";
import { startRigSimulator } from "~/server/devices/simulator/rigServer.server";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay } from "~/server/services/day/dayView.server";
import {
  acceptPlan,
  pickBasis,
  type PlanProposal,
} from "~/server/services/frequencies/plans.server";
import { practiceRig, seedPracticeDay } from "~/server/services/training/practiceDay.server";
import { ok } from "~/core/units/result";
import type { Seen } from "~/contract/schemas/seen";
import { inlineCompute } from "~/server/compute/compute.server";
import { CART } from "~/server/access/asker.server";
import { memoryLog } from "~/server/log/log.server";
import { ChangeFeed } from "~/server/services/day/changes.server";
import { GuestSessions } from "~/server/services/phones/guestSessions.server";
import { recordSeen, type SeenAnswer } from "~/server/services/sync/syncs.server";
import { LiveMonitor } from "~/server/services/roll/liveMonitor.server";
import { MeterFeed } from "~/server/services/sync/meterFeed.server";
import { ScanJobs, type ScanEvent } from "~/server/services/scan/scanJobs.server";
import { followScan, type ScanAsked, startScan } from "~/server/services/scan/scans.server";
import { loadDay } from "~/server/services/day/dayView.server";
import { httpSimulator } from "~/server/devices/httpSimulator.server";

const FRAME_MS = 100;
const LOOK_MS = 1000;

export interface PracticeApp {
  app: AppContext;
  dayId: number;
  /** What follows the receivers: it looks when it is told to. */
  roll: LiveMonitor;
  /** Moves the computer's clock, as far as the application sees it. */
  pass: (ms: number) => void;
  /**
   * Lets the day go on: the clock by tenths of a second, with what the receivers read at each, and
   * every second a look at how it stands. How fast the machine is makes no difference.
   */
  run: (ms: number) => Promise<void>;
  stop: () => Promise<void>;
}

/** Nobody else looks on: sessions of guests whose door opens onto nothing. */
export function alone(): Pick<
  AppContext,
  "changes" | "compute" | "guestSessions" | "asker" | "log" | "roll" | "keeper" | "wait" | "meters"
> {
  const changes = new ChangeFeed();
  const open = () =>
    Promise.resolve(ok({ addresses: ["http://127.0.0.1:1"], close: () => Promise.resolve() }));
  return {
    changes,
    compute: inlineCompute,
    guestSessions: new GuestSessions({ open, nowMs: () => 0, onChange: () => changes.bump() }),
    asker: CART,
    log: memoryLog(),
    keeper: null,
    wait: () => Promise.resolve(),
    meters: new MeterFeed(() => Promise.resolve({})),
    roll: new LiveMonitor(() => {
      throw new Error("nothing rolls here");
    }),
  };
}

/**
 * What somebody sees of a channel as it stands, told at once. @returns by what it can be taken back
 */
export async function sees(
  app: AppContext,
  dayId: number,
  channelId: number,
  seen: Seen,
): Promise<{ syncId: number | null; note: SeenAnswer["note"] }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) throw new Error(loaded.error.code);
  const { packKey, receiverKey } = loaded.value.facts.channels.find((c) => c.id === channelId)!;
  const frequencyHz =
    loaded.value.plan?.picks.find((p) => p.channelId === channelId)?.frequencyHz ?? 0;
  const done = await recordSeen(app, dayId, [
    {
      id: `test ${Math.random()}`,
      channelId,
      atMs: null,
      of: { frequencyHz, packKey, receiverKey },
      seen,
    },
  ]);
  if (!done.ok) throw new Error(done.error.code);
  return done.value[0]!;
}

let emptyFile: Uint8Array | null = null;

/** A data file that is there, or a new one; the tables are made once for all of a test file. */
async function openData(path: string): Promise<Database> {
  if (existsSync(path)) return openDatabase(path);
  if (emptyFile === null) {
    await (await openDatabase(path)).close();
    emptyFile = readFileSync(path);
  } else writeFileSync(path, emptyFile);
  return openDatabase(path);
}

/**
 * The practice day in a data file of its own, with simulated receivers, under a clock that only
 * moves when told.
 */
export async function practiceApp(speed = 60_000): Promise<PracticeApp> {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-unit-"));
  let nowMs = Date.UTC(2027, 4, 4, 5, 30);
  const db = await openData(join(folder, "practice.sqlite"));
  const simulator = await startRigSimulator({
    sites: PORT_ELLERY_SITES,
    initialRig: practiceRig(),
    stateFile: null,
    speed,
    tickMs: 5,
    isDriven: true,
    nowMs: () => nowMs,
  });
  const register = await startRegister(PORT_ELLERY_TRANSMITTERS, RASTERS["EU-8"]);
  const roll: LiveMonitor = new LiveMonitor(() => app, "driven");
  const app: AppContext = {
    db,
    realNowMs: () => nowMs,
    rig: httpRig(simulator.url),
    simulator: httpSimulator(simulator.url),
    register: httpRegister(register.url),
    scans: new ScanJobs(),
    ...alone(),
    roll,
  };
  const dayId = await seedPracticeDay(app);
  /** One frame, told and taken. */
  const frame = () =>
    new Promise<void>((resolve) => {
      const leave = app.roll.listen((m) => {
        if (m.type !== "frame") return;
        leave();
        resolve();
      });
      // the line to the receivers may not be up yet
      const look = () => {
        if (simulator.lookNow() === 0) setTimeout(look, 5);
      };
      look();
    });
  let ranMs = 0;
  return {
    app,
    dayId,
    roll,
    pass: (ms) => {
      nowMs += ms;
    },
    run: async (ms) => {
      for (const endMs = ranMs + ms; ranMs < endMs; ranMs += FRAME_MS) {
        nowMs += FRAME_MS;
        if (app.roll.followedDayId === null) continue;
        await frame();
        if (ranMs % LOOK_MS === 0) await roll.lookNow();
      }
    },
    stop: async () => {
      await app.roll.leave();
      await simulator.close();
      await register.close();
      await app.db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/**
 * A data file of one's own: nothing that can be driven, under a clock that only moves when told.
 */
export async function ownApp(
  nowMs: number,
  folder = mkdtempSync(join(tmpdir(), "plain-channel-own-")),
): Promise<{ app: AppContext; stop: () => Promise<void> }> {
  const db = await openData(join(folder, "plain-channel.sqlite"));
  return {
    app: {
      db,
      realNowMs: () => nowMs,
      rig: null,
      simulator: null,
      register: null,
      scans: new ScanJobs(),
      ...alone(),
    },
    stop: async () => {
      await db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** A scan of everything, by the receivers, on the side of the door where the place is. */
export async function askedHere(
  app: AppContext,
  dayId: number,
  change: Partial<ScanAsked> = {},
): Promise<ScanAsked> {
  const loaded = await loadDay(app, dayId);
  const setting = loaded!.places.find((p) => p.id === loaded!.day.currentPlaceId)!.setting;
  return { passes: 1, scannerKey: null, stretch: null, setting, antenna: "", ...change };
}

/** Scans to the end. @returns the event it ended with */
export async function scanToEnd(
  { app, dayId }: PracticeApp,
  change: Partial<ScanAsked> = {},
): Promise<ScanEvent> {
  const begun = await startScan(app, dayId, await askedHere(app, dayId, change));
  if (!begun.ok) throw new Error(begun.error.code);
  return new Promise((resolve) => {
    followScan(app, dayId, (event) => {
      if (event.type !== "part" && event.type !== "levels") resolve(event);
    });
  });
}

/** Finds a set as the page's worker does, and makes it a proposal. */
export async function propose({
  app,
  dayId,
}: Pick<PracticeApp, "app" | "dayId">): Promise<PlanProposal & { result: CoordinationResult }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) throw new Error(loaded.error.code);
  const basis = await pickBasis(app, loaded.value, loaded.value.day.profile);
  let asked = 0;
  const result = coordinateQuietFirst(
    { ...basis.request, timeLimitMs: 600 },
    // a clock that goes by how often it is asked: the same set on a fast machine and a slow one
    { now: () => (asked += 1) },
  );
  const idOf = (id: string) => Number(id.slice(2));
  return {
    result,
    basePlanVersion: loaded.value.plan?.version ?? 0,
    sweepId: basis.sweep?.id ?? null,
    profile: loaded.value.day.profile,
    allows: STRICT,
    how: "found",
    picks: result.assignments.map((a) => ({
      channelId: idOf(a.channelId),
      frequencyHz: a.frequencyHz,
      isLocked: false,
    })),
    spares: result.spares.map((s) => ({ frequencyHz: s.frequencyHz, for: s.for.map(idOf) })),
  };
}

export async function acceptFound(practice: PracticeApp): Promise<number> {
  const { result: _, ...proposal } = await propose(practice);
  const accepted = await acceptPlan(practice.app, practice.dayId, proposal);
  if (!accepted.ok) throw new Error(JSON.stringify(accepted.error));
  return accepted.value.version;
}
