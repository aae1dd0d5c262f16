import { createServer, type Server } from "node:http";
import { join } from "node:path";
import { createRequestHandler } from "@react-router/express";
import express, { type Express, type NextFunction, type Request, type Response } from "express";
import type { ServerBuild } from "react-router";
import { PORT_ELLERY_SITES, PORT_ELLERY_TRANSMITTERS } from "../core/air/portEllery";
import { RASTERS } from "../core/regions/raster";
import { openDatabase } from "./db/connection.server";
import { httpRig } from "./devices/httpRig.server";
import { httpRegister } from "./devices/registerPort.server";
import { startRegister } from "./devices/standIn/registerServer.server";
import { startStandIn } from "./devices/standIn/standInServer.server";
import type { AppContext } from "./services/appContext.server";
import { beatPracticeClocks, resumePracticeClocks } from "./services/clock.server";
import { dayToOpen } from "./services/dayView.server";
import { resumeRoll } from "./services/roll.server";
import { practiceRig, seedPracticeDay } from "./services/practiceDay.server";
import { ChangeFeed } from "./services/changes.server";
import { CopyKeeper } from "./services/keep.server";
import { JoinDesk } from "./services/joinDesk.server";
import { RollDesk } from "./services/rollDesk.server";
import { ScanJobs } from "./services/scanJobs.server";
import { type GuestLocals, onlyGuests, openDoorOn } from "./guests.server";
import { watchedRig } from "./devices/watchedRig.server";

declare module "react-router" {
  interface AppLoadContext {
    app: AppContext;
  }
}

export interface ServerOptions {
  dataFolder: string;
  /** The practice day with its stand-in receivers, in a data file of its own; otherwise the user's own data. */
  practice: boolean;
  port: number;
  /** How many ports above the first may be tried when it is taken. */
  morePorts: number;
  /** Where phones may come in once they are let: every network of this computer, or one address. */
  joinHost?: string;
  /** How many times faster than real receivers the stand-ins sweep. */
  speed: number;
  /** Where the built page's files are; null when a development server gives them. */
  clientFolder: string | null;
  /** Given in development, where modules are made on demand. */
  build?: () => Promise<ServerBuild>;
  prepare?: (app: Express) => void;
}

export interface RunningServer {
  url: string;
  context: AppContext;
  stop: () => Promise<void>;
}

const HEARTBEAT_MS = 15_000;
/** Above the port of the application itself, so that the two are told apart. */
const JOIN_PORT_ABOVE = 30;
const JOIN_PORTS = 20;

/** Opens the data, starts the stand-in receivers when practising, and serves the application on 127.0.0.1 and nowhere else. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const changes = new ChangeFeed();
  const db = await openDatabase(join(options.dataFolder, options.practice ? "practice.sqlite" : "plain-channel.sqlite"), () => changes.bump());
  const realNowMs = () => Date.now();
  const standIn = options.practice
    ? await startStandIn({ sites: PORT_ELLERY_SITES, initialRig: practiceRig(), stateFile: join(options.dataFolder, "practice-rig.json"), speed: options.speed, nowMs: realNowMs })
    : null;
  const register = options.practice ? await startRegister(PORT_ELLERY_TRANSMITTERS, RASTERS["EU-8"]) : null;
  const desk = new JoinDesk({ open: () => openDoorOn(guestApp, { host: options.joinHost ?? "0.0.0.0", firstPort: options.port === 0 ? 0 : options.port + JOIN_PORT_ABOVE, ports: JOIN_PORTS }), nowMs: realNowMs, onChange: () => changes.bump() });
  const context: AppContext = {
    db, realNowMs, rig: standIn ? watchedRig(httpRig(standIn.url), () => changes.bump()) : null, register: register ? httpRegister(register.url) : null, scans: new ScanJobs(), roll: new RollDesk(() => context), keeper: null, changes, desk, who: null, guest: null,
  };
  if (options.practice && (await dayToOpen(context)) === null) await seedPracticeDay(context);
  await resumePracticeClocks(context);
  const keeper = new CopyKeeper(() => context);
  context.keeper = keeper;
  keeper.begin();
  // what rolled when the power went goes on rolling
  await resumeRoll(context);
  const heartbeat = setInterval(() => void beatPracticeClocks(context).catch(() => undefined), HEARTBEAT_MS);

  const build = options.build ?? (() => import("virtual:react-router/server-build") as Promise<ServerBuild>);
  const serving = (app: Express, contextOf: (response: Response) => AppContext) => {
    app.disable("x-powered-by");
    options.prepare?.(app);
    if (options.clientFolder) {
      app.use("/assets", express.static(join(options.clientFolder, "assets"), { immutable: true, maxAge: "1y" }));
      app.use(express.static(options.clientFolder, { maxAge: "1h" }));
    }
    app.use(createRequestHandler({ build, getLoadContext: (_, response) => ({ app: contextOf(response) }), mode: process.env["NODE_ENV"] ?? "production" }));
  };
  const app = express();
  app.use(onlyFromHere);
  app.get("/healthy", (_, response) => void response.json({ ok: true }));
  serving(app, () => context);
  const guestApp = express();
  guestApp.use(onlyGuests(desk));
  serving(guestApp, (response) => {
    const { guest } = response.locals as GuestLocals;
    return guest ? { ...context, who: guest.name, guest } : { ...context, who: "", guest: null };
  });

  const server = createServer(app);
  const stop = async () => {
    clearInterval(heartbeat);
    keeper.end();
    await context.roll.leave();
    await desk.shut();
    server.closeAllConnections();
    await new Promise<void>((resolve) => server.close(() => resolve()));
    await standIn?.close();
    await register?.close();
    await beatPracticeClocks(context);
    // the one that stands now: a copy may have been put in its place
    await context.db.close();
  };
  try {
    const port = await listen(server, options.port, options.morePorts);
    return { url: `http://127.0.0.1:${port}`, context, stop };
  } catch (error) {
    await stop();
    throw error;
  }
}

const HERE = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** Pages of other sites, in the same browser, must neither read nor change anything here: the host must be this computer's own name, and
 *  what changes something must come from a page of ours. */
function onlyFromHere(request: Request, response: Response, next: NextFunction): void {
  const { host = "", origin } = request.headers;
  const isForeign = !HERE.test(host) || (request.method !== "GET" && request.method !== "HEAD" && origin !== undefined && origin !== `http://${host}`);
  if (isForeign) response.status(403).type("text/plain").send("This is for pages of Plain Channel on this computer only.");
  else next();
}

async function listen(server: Server, first: number, more: number): Promise<number> {
  for (let port = first; ; port += 1) {
    const error = await new Promise<NodeJS.ErrnoException | null>((resolve) => {
      server.once("error", resolve);
      server.listen(port, "127.0.0.1", () => {
        server.removeListener("error", resolve);
        resolve(null);
      });
    });
    if (error === null) return port;
    if (error.code !== "EADDRINUSE" || port >= first + more) throw error;
  }
}
