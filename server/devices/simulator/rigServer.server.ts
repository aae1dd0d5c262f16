import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import express, { type Request, type Response, Router } from "express";
import { narrowedTo, sweepsOfReceiver } from "~/core/simulator/rig";
import { param, refuse } from "./answers.server";
import { FrameLine } from "./frameLine.server";
import { onlyPrograms } from "./onlyPrograms.server";
import { practiceRoutes } from "./practiceRoutes.server";
import { RigMemory, type RigMemoryOptions } from "./rigMemory.server";
import { RunningSweeps } from "./runningSweeps.server";
import { unitRoutes } from "./unitRoutes.server";

export interface RigSimulatorOptions extends RigMemoryOptions {
  /** How many times faster than the real receivers a sweep runs. */
  speed: number;
  /** How often a sweep tells what it has; as often as real ones where nothing is said. */
  tickMs?: number;
  /** Frames come only by `lookNow`: for a test that moves the clock itself. */
  isDriven?: boolean;
}

/** A simulator whose connections can be cut, as a cable or a network does it. */
export interface RigSimulator {
  url: string;
  close: () => Promise<void>;
  dropConnections: () => void;
  /** What the receivers read now, told to whoever follows. @returns how many follow */
  lookNow: () => number;
}

/**
 * Starts the practice receivers as a service of their own on 127.0.0.1: plain HTTP for settings and
 * meters, server-sent events for a sweep. The application knows it only through that interface.
 */
export async function startRigSimulator(options: RigSimulatorOptions): Promise<RigSimulator> {
  const { tickMs = 100, speed, isDriven = false } = options;
  const memory = new RigMemory(options);
  const frames = new FrameLine(memory, isDriven);
  const sweeps = new RunningSweeps(memory, { speed, tickMs });
  const app = express();
  app.use(onlyPrograms);
  app.use(express.json({ limit: "2mb" }));
  app.use(unitRoutes(memory));
  app.use(practiceRoutes(memory));
  app.get("/frames", (request, response) => frames.follow(request, response));
  app.use(sweepRoutes(memory, sweeps));
  const server: Server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(0, "127.0.0.1", resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: `http://127.0.0.1:${port}`,
    dropConnections: () => server.closeAllConnections(),
    lookNow: () => frames.lookNow(),
    close: () =>
      new Promise((resolve) => {
        frames.stop();
        sweeps.end();
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}

function sweepRoutes(memory: RigMemory, sweeps: RunningSweeps): Router {
  const routes = Router();
  routes.post("/instruments/:key/sweeps", (request: Request, response: Response) => {
    const key = param(request, "key");
    const receiver = memory.rig.receivers.find((r) => r.key === key);
    const whole = receiver
      ? sweepsOfReceiver(receiver)
      : memory.rig.scanners.find((s) => s.key === key);
    if (!whole) {
      refuse(response, { code: "no-such-unit", key });
      return;
    }
    const { passes = 1, lowHz, highHz } = request.body as Partial<SweepAsked>;
    const isWhole = lowHz === undefined || highHz === undefined;
    const instrument = isWhole ? whole : narrowedTo(whole, { lowHz, highHz });
    if (!instrument) {
      const { lowHz: fromHz, highHz: toHz } = whole;
      const frequencyHz = lowHz ?? fromHz;
      refuse(response, { code: "outside-tuning", key, frequencyHz, lowHz: fromHz, highHz: toHz });
      return;
    }
    response.json(sweeps.begin(instrument, passes));
  });
  routes.delete("/sweeps/:id", (request, response) => {
    sweeps.stop(param(request, "id"));
    response.json({});
  });
  routes.get("/sweeps/:id/events", (request, response) => {
    const id = param(request, "id");
    if (!sweeps.follow(id, request, response)) refuse(response, { code: "no-such-unit", key: id });
  });
  return routes;
}

interface SweepAsked {
  passes: number;
  lowHz: number;
  highHz: number;
}
