import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { dirname } from "node:path";
import express, { type Request, type Response } from "express";
import type { Site } from "../../../core/air/site";
import { type Rig, fitOutRig, type RigError, rigMeter, rigSweep, rigSweepPoints, rigSync, rigTune } from "../../../core/air/rig";
import { tuningSpan } from "../../../core/coordination/tuning";
import type { Result } from "../../../core/units/result";

export interface StandInOptions {
  sites: readonly Site[];
  initialRig: Rig;
  /** Where the units keep their settings while they are off, as real ones do; null keeps nothing. */
  stateFile: string | null;
  /** How many times faster than the real receivers a sweep runs. */
  speed: number;
  nowMs: () => number;
}

export interface StandIn {
  url: string;
  close: () => Promise<void>;
}

const TICK_MS = 100;

/** Starts the practice receivers as a service of their own on 127.0.0.1: plain HTTP for settings and meters, server-sent events for a
 *  sweep. The application knows it only through that interface. */
export async function startStandIn(options: StandInOptions): Promise<StandIn> {
  const remembered = readState(options.stateFile);
  let rig = remembered ? fitOutRig(remembered, options.initialRig) : options.initialRig;
  const sweeps = new Map<string, { receiverKey: string; passes: number; isStopped: boolean }>();
  let lastSweep = 0;
  const site = () => options.sites.find((s) => s.key === rig.siteKey) ?? options.sites[0]!;
  const keep = (next: Rig) => {
    rig = next;
    writeState(options.stateFile, rig);
  };
  const settle = (response: Response, result: Result<Rig, RigError>) => {
    if (!result.ok) return void response.status(result.error.code === "no-such-unit" ? 404 : 409).json({ error: result.error });
    keep(result.value);
    response.json({});
  };
  const noUnit = (response: Response, key: string) => void response.status(404).json({ error: { code: "no-such-unit", key } satisfies RigError });
  const param = (request: Request, name: string): string => String(request.params[name]);

  const app = express();
  app.use(express.json({ limit: "2mb" }));
  app.get("/report", (_, response) => {
    response.json({
      receivers: Object.fromEntries(rig.receivers.map((r) => [r.key, { halvesHz: r.halvesHz }])),
      packs: Object.fromEntries(rig.packs.map(({ key, isOn, frequencyHz, isMuted, isMicPlugged }) => [key, { isOn, frequencyHz, isMuted, isMicPlugged }])),
    });
  });
  app.put("/receivers/:key/halves/:half", (request, response) => {
    const { frequencyHz } = request.body as { frequencyHz: number };
    settle(response, rigTune(rig, param(request, "key"), Number(param(request, "half")), frequencyHz));
  });
  app.post("/receivers/:key/halves/:half/infrared", (request, response) => {
    const { packKey } = request.body as { packKey: string };
    settle(response, rigSync(rig, param(request, "key"), Number(param(request, "half")), packKey));
  });
  app.get("/receivers/:key/halves/:half/meter", (request, response) => {
    const receiver = rig.receivers.find((r) => r.key === param(request, "key"));
    const half = Number(param(request, "half"));
    if (!receiver || !(half in receiver.halvesHz)) return noUnit(response, param(request, "key"));
    response.json(rigMeter(site(), rig, receiver, half, options.nowMs()));
  });
  app.patch("/packs/:key", (request, response) => {
    const key = param(request, "key");
    if (!rig.packs.some((p) => p.key === key)) return noUnit(response, key);
    const { isOn, isMuted, isMicPlugged, powerMw } = request.body as Partial<Record<"isOn" | "isMuted" | "isMicPlugged", boolean> & { powerMw: number }>;
    keep({
      ...rig,
      packs: rig.packs.map((p) => (p.key === key ? { ...p, isOn: isOn ?? p.isOn, isMuted: isMuted ?? p.isMuted, isMicPlugged: isMicPlugged ?? p.isMicPlugged, powerMw: powerMw ?? p.powerMw } : p)),
    });
    response.json({});
  });
  app.put("/units", (request, response) => {
    keep(fitOutRig(rig, request.body as Pick<Rig, "receivers" | "packs">));
    response.json({});
  });
  app.put("/site", (request, response) => {
    const { siteKey } = request.body as { siteKey: string };
    if (!options.sites.some((s) => s.key === siteKey)) return noUnit(response, siteKey);
    keep({ ...rig, siteKey });
    response.json({});
  });

  app.post("/receivers/:key/sweeps", (request, response) => {
    const key = param(request, "key");
    const receiver = rig.receivers.find((r) => r.key === key);
    if (!receiver) return noUnit(response, key);
    const passes = Math.max(1, Math.min(20, Number((request.body as { passes?: number }).passes ?? 1)));
    const id = String((lastSweep += 1));
    sweeps.set(id, { receiverKey: key, passes, isStopped: false });
    response.json({ id, lowHz: tuningSpan(receiver.tuning)!.lowHz, stepHz: receiver.sweep.stepHz, points: rigSweepPoints(receiver), passes });
  });
  app.delete("/sweeps/:id", (request, response) => {
    const sweep = sweeps.get(param(request, "id"));
    if (sweep) sweep.isStopped = true;
    response.json({});
  });
  app.get("/sweeps/:id/events", (request, response) => {
    const id = param(request, "id");
    const sweep = sweeps.get(id);
    const receiver = rig.receivers.find((r) => r.key === sweep?.receiverKey);
    if (!sweep || !receiver) return noUnit(response, id);
    response.writeHead(200, { "content-type": "text/event-stream", "cache-control": "no-store" });
    const send = (event: string, data: unknown) => response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    const points = rigSweepPoints(receiver);
    const perTick = Math.max(1, Math.round((TICK_MS * options.speed) / receiver.sweep.msPerStep));
    const startMs = options.nowMs();
    let pass = 0;
    let at = 0;
    const finish = (event: "done" | "stopped") => {
      clearInterval(timer);
      sweeps.delete(id);
      send(event, {});
      response.end();
    };
    const timer = setInterval(() => {
      if (sweep.isStopped) return finish("stopped");
      const to = Math.min(points, at + perTick);
      const levels = rigSweep(site(), rig, receiver, at, to, startMs + pass * points * receiver.sweep.msPerStep);
      send("levels", { pass, fromIndex: at, levelsDbm: Array.from(levels, (l) => Math.round(l * 100) / 100) });
      at = to;
      if (at < points) return;
      at = 0;
      pass += 1;
      if (pass >= sweep.passes) finish("done");
    }, TICK_MS);
    request.on("close", () => {
      clearInterval(timer);
      sweeps.delete(id);
    });
  });

  const server: Server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(0, "127.0.0.1", resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: `http://127.0.0.1:${port}`,
    close: () => new Promise((resolve) => {
      server.closeAllConnections();
      server.close(() => resolve());
    }),
  };
}

function readState(file: string | null): Rig | null {
  if (file === null || !existsSync(file)) return null;
  try {
    return JSON.parse(readFileSync(file, "utf8")) as Rig;
  } catch {
    return null; // settings that cannot be read are settings lost, as in a unit whose memory cell died
  }
}

function writeState(file: string | null, rig: Rig): void {
  if (file === null) return;
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(`${file}.new`, JSON.stringify(rig));
  renameSync(`${file}.new`, file);
}
