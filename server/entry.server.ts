import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import type { Express } from "express";
import type { ServerBuild } from "react-router";
import { PORT_ELLERY_SITES, PORT_ELLERY_TRANSMITTERS } from "~/core/simulator/portEllery";
import { RASTERS } from "~/core/regulations/raster";
import { type Database, openDatabase } from "./db/connection.server";
import { lockFile } from "./db/fileLock.server";
import { httpRig } from "./devices/httpRig.server";
import { httpRegister } from "./devices/registerPort.server";
import { startRegister } from "./devices/simulator/registerServer.server";
import { startRigSimulator } from "./devices/simulator/rigServer.server";
import type { AppContext } from "./services/appContext.server";
import { beatPracticeClocks, resumePracticeClocks } from "./services/day/clock.server";
import { dayToOpen } from "./services/day/dayView.server";
import { resumeRoll } from "./services/roll/roll.server";
import { practiceRig, seedPracticeDay } from "./services/training/practiceDay.server";
import { FileHeldError } from "./rescue.server";
import { ChangeFeed } from "./services/day/changes.server";
import { inlineCompute, threadedCompute } from "./compute/compute.server";
import { CopyKeeper } from "./services/shoots/backups.server";
import { GuestSessions } from "./services/phones/guestSessions.server";
import { LiveMonitor } from "./services/roll/liveMonitor.server";
import { MeterFeed } from "./services/sync/meterFeed.server";
import { readMeters } from "./services/sync/syncs.server";
import { steadyClock } from "./services/day/steadyClock";
import { ScanJobs } from "./services/scan/scanJobs.server";
import { CART } from "./access/asker.server";
import { appFor, cartListener, guestListener, listenOn, openDoorOn } from "./http/listeners.server";
import { wordedBuilds } from "./http/failures.server";
import { fileLog, type Log } from "./log/log.server";
import { watchedRig } from "./devices/watchedRig.server";
import { httpSimulator } from "~/server/devices/httpSimulator.server";

declare module "react-router" {
  interface AppLoadContext {
    app: AppContext;
    /** By which the page's own inline scripts are known. */
    nonce: string;
    /** By which a request is found in the log. */
    requestId: string;
  }
}

export interface ServerOptions {
  dataFolder: string;
  /**
   * The practice day with its simulated receivers, in a data file of its own; otherwise the user's
   * own data.
   */
  practice: boolean;
  port: number;
  /** How many ports above the first may be tried when it is taken. */
  morePorts: number;
  /** Where phones may come in once they are let: every network of this computer, or one address. */
  joinHost?: string;
  /** How many times faster than real receivers the simulated ones sweep. */
  speed: number;
  /** Where the built page's files are; null when a development server gives them. */
  clientFolder: string | null;
  /** Given in development, where modules are made on demand. */
  build?: () => Promise<ServerBuild>;
  prepare?: (app: Express) => void;
  /**
   * The bundle of the threads that read files and reckon scans; without one it is done in this
   * thread, and without limits.
   */
  computeFile?: string;
  /** Lets time pass between two looks at a device; a test lets none pass. */
  wait?: (ms: number) => Promise<void>;
  /** Where the application tells of itself; a file in the data folder when none is given. */
  log?: Log;
}

export interface RunningServer {
  url: string;
  context: AppContext;
  stop: () => Promise<void>;
}

export { bringBackNewest, startWords } from "./rescue.server";

export const dataFileOf = ({
  dataFolder,
  practice,
}: Pick<ServerOptions, "dataFolder" | "practice">): string =>
  join(dataFolder, practice ? "practice.sqlite" : "plain-channel.sqlite");

/** A data file that cannot be opened is left as it is, and free for who puts it right. */
async function openOrRelease(
  file: string,
  onWritten: () => void,
  release: () => void,
): Promise<Database> {
  try {
    return await openDatabase(file, onWritten);
  } catch (error) {
    release();
    throw error;
  }
}

const HEARTBEAT_MS = 15_000;
/** Above the port of the application itself, so that the two are told apart. */
const JOIN_PORT_ABOVE = 30;
const JOIN_PORTS = 20;

/**
 * Opens the data, starts the simulated receivers when practising, and serves the application on
 * 127.0.0.1 and nowhere else.
 */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const changes = new ChangeFeed();
  const log = options.log ?? fileLog(options.dataFolder);
  const dataFile = dataFileOf(options);
  const locked = lockFile(dataFile);
  if (!locked.ok) throw new FileHeldError(locked.error);
  const db = await openOrRelease(dataFile, () => changes.bump(), locked.value.release);
  const liveMonitor: LiveMonitor = new LiveMonitor(() => context);
  const realNowMs = steadyClock({
    wallMs: () => Date.now(),
    steadyMs: () => performance.now(),
    onJump: (byMs) => {
      log.warn("clock-jumped", { byMs: Math.round(byMs) });
      // not in the middle of whoever asked for the time
      setImmediate(() => liveMonitor.clockJumped(Math.round(byMs)));
    },
  });
  const simulator = options.practice
    ? await startRigSimulator({
        sites: PORT_ELLERY_SITES,
        initialRig: practiceRig(),
        stateFile: join(options.dataFolder, "practice-rig.json"),
        speed: options.speed,
        nowMs: realNowMs,
        onTrouble: (error) => log.error("rig-state-not-kept", {}, error),
      })
    : null;
  const register = options.practice
    ? await startRegister(PORT_ELLERY_TRANSMITTERS, RASTERS["EU-8"])
    : null;
  const compute = options.computeFile ? threadedCompute(options.computeFile) : inlineCompute;
  const guestSessions = new GuestSessions({
    open: () =>
      openDoorOn(guestApp, {
        host: options.joinHost ?? "0.0.0.0",
        firstPort: options.port === 0 ? 0 : options.port + JOIN_PORT_ABOVE,
        ports: JOIN_PORTS,
      }),
    nowMs: realNowMs,
    onChange: () => changes.bump(),
  });
  const driven =
    simulator &&
    watchedRig({ rig: httpRig(simulator.url), simulator: httpSimulator(simulator.url) }, () =>
      changes.bump(),
    );
  const context: AppContext = {
    db,
    realNowMs,
    wait: options.wait ?? ((ms) => new Promise((resolve) => setTimeout(resolve, ms))),
    rig: driven?.rig ?? null,
    simulator: driven?.simulator ?? null,
    register: register ? httpRegister(register.url) : null,
    scans: new ScanJobs(),
    meters: new MeterFeed((dayId) => readMeters(context, dayId)),
    roll: liveMonitor,
    keeper: null,
    changes,
    guestSessions,
    asker: CART,
    log,
    compute,
  };
  if (options.practice && (await dayToOpen(context)) === null) await seedPracticeDay(context);
  await resumePracticeClocks(context);
  const keeper = new CopyKeeper(() => context);
  context.keeper = keeper;
  keeper.begin();
  // what rolled when the power went goes on rolling
  await resumeRoll(context);
  const heartbeat = setInterval(
    () =>
      void beatPracticeClocks(context).catch((error: unknown) =>
        log.warn("clock-not-kept", {}, error),
      ),
    HEARTBEAT_MS,
  );

  const build = options.build ?? (() => import("virtual:react-router/server-build"));
  // before the address is told: whoever asks first does not wait for the screens to be loaded
  if (!options.build) await build();
  const application = { context, build: wordedBuilds(build, log), log };
  const behind = { clientFolder: options.clientFolder, prepare: options.prepare };
  const app = appFor(cartListener, application, behind);
  const guestApp = appFor(guestListener(guestSessions), application, behind);

  const server = createServer(app);
  const stop = async () => {
    clearInterval(heartbeat);
    keeper.end();
    await context.roll.leave();
    await guestSessions.shut();
    server.closeAllConnections();
    await new Promise<void>((resolve) => server.close(() => resolve()));
    await simulator?.close();
    await register?.close();
    await beatPracticeClocks(context);
    // the one that stands now: a copy may have been put in its place
    await context.db.close();
    locked.value.release();
    await compute.close();
    await log.close();
  };
  try {
    const port = await listen(server, options.port, options.morePorts);
    return { url: `http://127.0.0.1:${port}`, context, stop };
  } catch (error) {
    await stop();
    throw error;
  }
}

/** @returns the port that it listens on; one that is free where the first is 0 */
async function listen(server: Server, first: number, more: number): Promise<number> {
  for (let port = first; ; port += 1) {
    const error = await listenOn(server, port, "127.0.0.1");
    if (error === null) return (server.address() as AddressInfo).port;
    if (error.code !== "EADDRINUSE" || port >= first + more) throw error;
  }
}
