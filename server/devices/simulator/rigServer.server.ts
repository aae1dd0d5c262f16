import { defined, itemAt } from "~/core/units/items";
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { dirname } from "node:path";
import express, { type Request, type Response } from "express";
import type { Site } from "~/core/simulator/site";
import type { TuningRange } from "~/core/devices/tuning";
import type { LiveFrame } from "~/core/devices/readings";
import type { UnitRefusal as UnitRefusal } from "~/core/devices/deviceError";
import { liveHalves, rigFree, rigNow, stepRig } from "~/core/simulator/liveRig";
import {
  type Rig,
  fitOutRig,
  narrowedTo,
  rigDial,
  rigHandle,
  rigHide,
  rigLearn,
  rigPair,
  rigMend,
  type HiddenFault,
  rigMeter,
  rigSweep,
  rigSync,
  rigTune,
  type SweepInstrument,
  sweepPoints,
  sweepsOfReceiver,
} from "~/core/simulator/rig";
import { rigWalk, type WalkAsked } from "~/core/simulator/walkAir";
import type { PairingIdentity } from "~/core/kit/pairing";
import type { Result } from "~/core/units/result";
import { onlyPrograms } from "./onlyPrograms.server";

export interface StandInOptions {
  sites: readonly Site[];
  initialRig: Rig;
  /**
   * Where the units keep their settings while they are off, as real ones do; null keeps nothing.
   */
  stateFile: string | null;
  /** How many times faster than the real receivers a sweep runs. */
  speed: number;
  nowMs: () => number;
  /** How often a sweep tells what it has; as often as real ones where nothing is said. */
  tickMs?: number;
  /** Frames come only by `lookNow`: for a test that moves the clock itself. */
  isDriven?: boolean;
  /** Told when the units' settings could not be kept. */
  onTrouble?: (error: unknown) => void;
}

export interface StandIn {
  url: string;
  close: () => Promise<void>;
}

/** A simulator whose connections can be cut, as a cable or a network does it. */
export interface RigSimulator extends StandIn {
  dropConnections: () => void;
  /** What the receivers read now, told to whoever follows. @returns how many follow */
  lookNow: () => number;
}

/** Ten looks a second, as such receivers give them. */
const FRAME_MS = 100;
/** Farther behind (a clock that was moved on, a computer that slept) nothing is made up for. */
const MAX_BEHIND_FRAMES = 20;
/** How long two marks are held together. */
const TOUCH_MS = 400;
const MAX_PASSES = 240;
/** Pieces that are kept for a listener who comes back. */
const KEPT_PIECES = 600;
/** A sweep that nobody follows for so long ends. */
const ALONE_MS = 20_000;

interface RunningSweep {
  isStopped: boolean;
  /** What has come in, the oldest first; the first of them is the piece `firstId`. */
  pieces: { event: string; data: string }[];
  firstId: number;
  listener: (() => void) | null;
  aloneSince: number;
}

/**
 * Starts the practice receivers as a service of their own on 127.0.0.1: plain HTTP for settings and
 * meters, server-sent events for a sweep. The application knows it only through that interface.
 */
export async function startRigSimulator(options: StandInOptions): Promise<RigSimulator> {
  const { tickMs = 100 } = options;
  const remembered = readState(options.stateFile);
  let rig: Rig = remembered
    ? { ...fitOutRig(remembered, options.initialRig), scanners: options.initialRig.scanners }
    : options.initialRig;
  // while it was shut its time stood still
  let clock = rig.clockMs === undefined ? null : { dayMs: rig.clockMs, realMs: options.nowMs() };
  const sweeps = new Map<string, RunningSweep>();
  let lastSweep = 0;
  const timers = new Set<NodeJS.Timeout>();
  const nowMs = () => (clock ? clock.dayMs + (options.nowMs() - clock.realMs) : options.nowMs());
  const placeNow = () =>
    options.sites.find((s) => s.key === rig.siteKey) ?? itemAt(options.sites, 0);
  /** The rig and its air at this moment, with everything that happens in it. */
  const live = () => {
    const stepped = stepRig(rig, placeNow(), nowMs());
    if (stepped !== rig) keep(stepped);
    return rigNow(rig, placeNow(), nowMs());
  };
  const keep = (next: Rig) => {
    rig = next;
    try {
      writeState(options.stateFile, rig);
    } catch (error) {
      // a full disk costs the units their memory over a restart, and nothing else
      options.onTrouble?.(error);
    }
  };
  const settle = (response: Response, result: Result<Rig, UnitRefusal>) => {
    if (!result.ok)
      return void response
        .status(result.error.code === "no-such-unit" ? 404 : 409)
        .json({ error: result.error });
    keep(result.value);
    response.json({});
  };
  const noUnit = (response: Response, key: string) =>
    void response.status(404).json({ error: { code: "no-such-unit", key } satisfies UnitRefusal });
  const param = (request: Request, name: string): string => String(request.params[name]);

  const app = express();
  app.use(onlyPrograms);
  app.use(express.json({ limit: "2mb" }));
  app.get("/report", (_, response) => {
    response.json({
      receivers: Object.fromEntries(
        rig.receivers.map((r) => [r.key, { halvesHz: r.halvesHz, deaf: r.deaf ?? null }]),
      ),
      packs: Object.fromEntries(
        live().rig.packs.map(
          ({
            key,
            isOn,
            frequencyHz,
            isMuted,
            isMicPlugged,
            keptHz,
            isDoorOpen = false,
            isNear = true,
            isCabled = false,
          }) => [
            key,
            {
              isOn,
              frequencyHz,
              isMuted,
              isMicPlugged,
              isStored: (keptHz ?? null) === null,
              isDoorOpen,
              isNear,
              isCabled,
            },
          ],
        ),
      ),
      scanners: rig.scanners.map(({ key, label, lowHz, highHz, stepHz }) => ({
        key,
        label,
        lowHz,
        highHz,
        stepHz,
      })),
    });
  });
  app.put("/receivers/:key/halves/:half", (request, response) => {
    const { frequencyHz } = request.body as { frequencyHz: number };
    settle(
      response,
      rigTune(rig, param(request, "key"), Number(param(request, "half")), frequencyHz),
    );
  });
  app.post("/receivers/:key/halves/:half/copy", (request, response) => {
    const { packKey, name } = request.body as { packKey: string; name?: string };
    const copy = () =>
      rigSync(rig, param(request, "key"), Number(param(request, "half")), packKey, name);
    // a touch takes its time: whoever is pulled away before both say done keeps the old number
    if (!copy().ok || !rig.packs.find((p) => p.key === packKey)?.methods?.includes("near-field")) {
      settle(response, copy());
      return;
    }
    setTimeout(() => settle(response, copy()), TOUCH_MS);
  });
  app.get("/receivers/:key/halves/:half/meter", (request, response) => {
    const receiver = rig.receivers.find((r) => r.key === param(request, "key"));
    const half = Number(param(request, "half"));
    if (!receiver || !(half in receiver.halvesHz)) {
      noUnit(response, param(request, "key"));
      return;
    }
    const { site, rig: now } = live();
    response.json(
      rigMeter(
        site,
        now,
        defined(now.receivers.find((r) => r.key === receiver.key)),
        half,
        nowMs(),
      ),
    );
  });
  app.patch("/packs/:key", (request, response) => {
    const key = param(request, "key");
    if (!rig.packs.some((p) => p.key === key)) {
      noUnit(response, key);
      return;
    }
    const change = request.body as Parameters<typeof rigHandle>[1];
    keep({
      ...rig,
      packs: rig.packs.map((p) => (p.key === key ? rigHandle(p, change, nowMs()) : p)),
    });
    response.json({});
  });
  app.put("/receivers/:key/antennas", (request, response) => {
    const key = param(request, "key");
    if (!rig.receivers.some((r) => r.key === key)) {
      noUnit(response, key);
      return;
    }
    keep({
      ...rig,
      receivers: rig.receivers.map((r) => (r.key === key ? { ...r, deaf: null } : r)),
    });
    response.json({});
  });
  app.put("/units", (request, response) => {
    keep(fitOutRig(rig, request.body as Pick<Rig, "receivers" | "packs">));
    response.json({});
  });
  app.post("/packs/:key/walk", (request, response) => {
    const key = param(request, "key");
    const pack = rig.packs.find((p) => p.key === key);
    if (!pack) {
      noUnit(response, key);
      return;
    }
    if (!pack.isOn)
      return void response
        .status(409)
        .json({ error: { code: "pack-is-off", key } satisfies UnitRefusal });
    response.json(rigWalk(placeNow(), pack, request.body as WalkAsked));
  });
  app.put("/packs/:key/number", (request, response) => {
    const { frequencyHz } = request.body as { frequencyHz: number };
    settle(response, rigDial(rig, param(request, "key"), frequencyHz));
  });
  app.post("/receivers/:key/halves/:half/pair", (request, response) => {
    const { packKey, identity } = request.body as {
      packKey: string;
      identity: PairingIdentity | null;
    };
    settle(
      response,
      rigPair(rig, param(request, "key"), Number(param(request, "half")), packKey, identity),
    );
  });
  app.post("/receivers/:key/records", (request, response) => {
    const key = param(request, "key");
    if (!rig.receivers.some((r) => r.key === key)) {
      noUnit(response, key);
      return;
    }
    const { records } = request.body as { records: (PairingIdentity & { packKey: string })[] };
    keep(rigLearn(rig, key, records));
    response.json({});
  });
  app.get("/faults", (_, response) => void response.json({ drill: rig.drill ?? null }));
  app.put("/faults", (request, response) => {
    const { faults, otherBlock } = request.body as {
      faults: HiddenFault[];
      otherBlock: TuningRange;
    };
    keep(faults.length === 0 ? rigMend(rig) : rigHide(rig, faults, nowMs(), otherBlock));
    response.json({});
  });
  app.put("/site", (request, response) => {
    const { siteKey } = request.body as { siteKey: string };
    if (!options.sites.some((s) => s.key === siteKey)) {
      noUnit(response, siteKey);
      return;
    }
    keep({ ...rig, siteKey });
    response.json({});
  });
  app.put("/clock", (request, response) => {
    const { dayMs } = request.body as { dayMs: number };
    // the first time that it is told: what is on has been on since just now
    const packs = clock
      ? rig.packs
      : rig.packs.map((p) =>
          p.cells && p.cells.onSinceMs !== null
            ? { ...p, cells: { ...p.cells, onSinceMs: dayMs } }
            : p,
        );
    clock = { dayMs, realMs: options.nowMs() };
    keep({ ...rig, packs, clockMs: dayMs });
    live();
    response.json({});
  });
  app.put("/script", (request, response) => {
    const { script } = request.body as { script: NonNullable<Rig["script"]> };
    keep({ ...rig, script });
    response.json({});
  });
  app.get("/script", (_, response) => void response.json({ script: rig.script ?? [] }));
  app.post("/packs/:key/free", (request, response) => {
    const key = param(request, "key");
    if (!rig.packs.some((p) => p.key === key)) {
      noUnit(response, key);
      return;
    }
    keep(rigFree(rig, key));
    response.json({});
  });

  const followers = new Set<(frame: string) => void>();
  let frames = 0;
  let frameTimer: NodeJS.Timeout | null = null;
  const look = (atMs: number) => {
    const frame: LiveFrame = {
      number: (frames += 1),
      atMs,
      halves: liveHalves(live(), atMs).map((h) => ({
        ...h,
        rfADbm: tenth(h.rfADbm),
        rfBDbm: tenth(h.rfBDbm),
        audioDbfs: h.audioDbfs === null ? null : tenth(h.audioDbfs),
      })),
    };
    const text = `data: ${JSON.stringify(frame)}\n\n`;
    for (const tell of followers) tell(text);
  };
  /**
   * At the instrument's own pace, whatever else this process has to do: a moment that is due comes
   * late, and is not left out.
   */
  const lookOn = (dueMs: number) => {
    let next = dueMs;
    const behindMs = nowMs() - dueMs;
    if (behindMs < 0 || behindMs > MAX_BEHIND_FRAMES * FRAME_MS) next = nowMs();
    for (; next <= nowMs(); next += FRAME_MS) look(next);
    frameTimer = setTimeout(
      () => {
        timers.delete(defined(frameTimer));
        lookOn(next);
      },
      Math.max(0, next - nowMs()),
    );
    timers.add(frameTimer);
  };
  app.get("/frames", (request, response) => {
    response.writeHead(200, { "content-type": "text/event-stream", "cache-control": "no-store" });
    const tell = (text: string) => void response.write(text);
    followers.add(tell);
    if (!frameTimer && options.isDriven !== true) lookOn(nowMs());
    request.on("close", () => {
      followers.delete(tell);
      if (followers.size > 0 || !frameTimer) return;
      clearTimeout(frameTimer);
      timers.delete(frameTimer);
      frameTimer = null;
    });
  });

  app.post("/instruments/:key/sweeps", (request, response) => {
    const key = param(request, "key");
    const receiver = rig.receivers.find((r) => r.key === key);
    const whole = receiver ? sweepsOfReceiver(receiver) : rig.scanners.find((s) => s.key === key);
    if (!whole) {
      noUnit(response, key);
      return;
    }
    const asked = request.body as { passes?: number; lowHz?: number; highHz?: number };
    const passes = Math.max(1, Math.min(MAX_PASSES, asked.passes ?? 1));
    const instrument =
      asked.lowHz === undefined || asked.highHz === undefined
        ? whole
        : narrowedTo(whole, { lowHz: asked.lowHz, highHz: asked.highHz });
    if (!instrument)
      return void response.status(409).json({
        error: {
          code: "outside-tuning",
          key,
          frequencyHz: defined(asked.lowHz),
          lowHz: whole.lowHz,
          highHz: whole.highHz,
        } satisfies UnitRefusal,
      });
    const id = String((lastSweep += 1));
    measure(id, instrument, passes);
    response.json({
      id,
      lowHz: instrument.lowHz,
      stepHz: instrument.stepHz,
      points: sweepPoints(instrument),
      passes,
    });
  });
  /**
   * Steps through a sweep at the instrument's own pace, followed or not; pieces wait for whoever
   * asks.
   */
  const measure = (id: string, instrument: SweepInstrument, passes: number) => {
    const sweep: RunningSweep = {
      isStopped: false,
      pieces: [],
      firstId: 1,
      listener: null,
      aloneSince: Date.now(),
    };
    sweeps.set(id, sweep);
    const points = sweepPoints(instrument);
    const perTick = Math.max(1, Math.round((tickMs * options.speed) / instrument.msPerStep));
    const startMs = nowMs();
    let pass = 0;
    let at = 0;
    const put = (event: string, data: unknown) => {
      sweep.pieces.push({ event, data: JSON.stringify(data) });
      if (sweep.pieces.length > KEPT_PIECES) {
        sweep.pieces.shift();
        sweep.firstId += 1;
      }
      sweep.listener?.();
    };
    const timer = setInterval(() => {
      const isAlone = sweep.listener === null && Date.now() - sweep.aloneSince > ALONE_MS;
      const isDone = pass >= passes;
      if (sweep.isStopped || isAlone || isDone) {
        clearInterval(timer);
        put(isDone ? "done" : "stopped", {});
        // kept for a while: its last word may not have been heard
        setTimeout(() => sweeps.delete(id), ALONE_MS).unref();
        return;
      }
      const to = Math.min(points, at + perTick);
      const { site, rig: now } = live();
      const levels = rigSweep(
        site,
        now,
        instrument,
        at,
        to,
        startMs + pass * points * instrument.msPerStep,
      );
      put("levels", {
        pass,
        fromIndex: at,
        levelsDbm: Array.from(levels, (l) => Math.round(l * 100) / 100),
      });
      at = to === points ? 0 : to;
      if (at === 0) pass += 1;
    }, tickMs);
    timers.add(timer);
  };
  app.delete("/sweeps/:id", (request, response) => {
    const sweep = sweeps.get(param(request, "id"));
    if (sweep) sweep.isStopped = true;
    response.json({});
  });
  app.get("/sweeps/:id/events", (request, response) => {
    const id = param(request, "id");
    const sweep = sweeps.get(id);
    if (!sweep) {
      noUnit(response, id);
      return;
    }
    response.writeHead(200, { "content-type": "text/event-stream", "cache-control": "no-store" });
    let sent = Math.max(Number(request.get("last-event-id")) || 0, sweep.firstId - 1);
    const catchUp = () => {
      for (; sent < sweep.firstId - 1 + sweep.pieces.length; sent += 1) {
        const { event, data } = itemAt(sweep.pieces, sent - sweep.firstId + 1);
        response.write(`id: ${sent + 1}\nevent: ${event}\ndata: ${data}\n\n`);
        if (event !== "levels") response.end();
      }
    };
    sweep.listener = catchUp;
    request.on("close", () => {
      if (sweep.listener !== catchUp) return;
      sweep.listener = null;
      sweep.aloneSince = Date.now();
    });
    catchUp();
  });

  const server: Server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(0, "127.0.0.1", resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: `http://127.0.0.1:${port}`,
    dropConnections: () => server.closeAllConnections(),
    lookNow: () => {
      if (followers.size > 0) look(nowMs());
      return followers.size;
    },
    close: () =>
      new Promise((resolve) => {
        timers.forEach((t) => clearInterval(t));
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}

const tenth = (v: number): number => Math.round(v * 10) / 10;

function readState(file: string | null): Rig | null {
  if (file === null || !existsSync(file)) return null;
  try {
    return JSON.parse(readFileSync(file, "utf8")) as Rig;
  } catch {
    // settings that cannot be read are settings lost, as in a unit whose memory cell died
    return null;
  }
}

function writeState(file: string | null, rig: Rig): void {
  if (file === null) return;
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(`${file}.new`, JSON.stringify(rig));
  renameSync(`${file}.new`, file);
}
