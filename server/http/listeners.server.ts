import { defined } from "~/core/units/items";
import { readdirSync } from "node:fs";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { networkInterfaces } from "node:os";
import { join } from "node:path";
import compression from "compression";
import sirv from "sirv";
import express, { type Express, type Request, type Response } from "express";
import { fail, ok, type Result } from "~/core/units/result";
import { CART } from "~/server/access/asker.server";
import type {
  GuestSessions,
  JoinError,
  OpenDoor,
} from "~/server/services/phones/guestSessions.server";
import {
  admitting,
  type Application,
  failed,
  type Listener,
  numbered,
  wellFormed,
} from "./door.server";
import { pageHeaders } from "./headers.server";
import { movedAddresses } from "./oldAddresses.server";

const HERE = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** The computer's own port: whoever sits at it is the cart. */
export const cartListener: Listener = {
  isOurHost: (host) => HERE.test(host),
  askerOf: () => Promise.resolve({ asker: CART, gone: null }),
};

/** The port for phones: guests of one day, and nobody. */
export const guestListener = (guestSessions: GuestSessions): Listener => ({
  isOurHost: (host) => guestSessions.view.door?.addresses.includes(`http://${host}`) ?? false,
  askerOf: async (request) => {
    const guest = guestSessions.guestOf(
      await guestSessions.cookies.tokenOf(request.headers.cookie),
    );
    if (!guest) return { asker: { kind: "nobody", device: deviceOf(request) }, gone: null };
    const { id, name, dayId, gone } = guest;
    return { asker: { kind: "guest", id, name, dayId }, gone };
  },
});

/**
 * Text that is sent once is sent small. What comes event by event goes as it comes: compressed, it
 * would be held back until a block is full.
 */
const isWorthCompressing = (request: Request, response: Response): boolean =>
  !String(response.getHeader("content-type") ?? "").includes("text/event-stream") &&
  compression.filter(request, response);

const YEAR_S = 365 * 86_400;
const ASSETS = { gzip: true, brotli: true, etag: true, immutable: true, maxAge: YEAR_S };

/** A device as the network knows it. */
const deviceOf = (request: Request): string =>
  (request.socket.remoteAddress ?? "unknown").replace(/^::ffff:/, "");

/**
 * The application behind one port.
 * @param p.clientFolder - where the built page's files are; null when a development server gives
 *   them
 */
export function appFor(
  listener: Listener,
  application: Application,
  p: { clientFolder: string | null; prepare?: ((app: Express) => void) | undefined },
): Express {
  const app = express();
  app.disable("x-powered-by");
  app.use(numbered, pageHeaders({ isBuilt: p.clientFolder !== null }));
  p.prepare?.(app);
  app.use(compression({ filter: isWorthCompressing }));
  app.use(wellFormed(listener));
  app.use(movedAddresses);
  if (listener === cartListener)
    app.get("/healthy", (_, response) => void response.json({ ok: true }));
  if (p.clientFolder) {
    // compressed once, by the build
    app.use("/assets", sirv(join(p.clientFolder, "assets"), ASSETS));
    // by name: the disk is not asked about every address of the application
    for (const { name } of readdirSync(p.clientFolder, { withFileTypes: true }).filter((e) =>
      e.isFile(),
    ))
      app.get(`/${name}`, (_, response) =>
        response.sendFile(name, { root: defined(p.clientFolder), maxAge: "1h" }),
      );
  }
  app.use(admitting(listener, application));
  app.use(failed(application.log));
  return app;
}

/** This computer's addresses in its networks. */
const addressesHere = (): string[] =>
  Object.values(networkInterfaces()).flatMap((list) =>
    (list ?? []).filter((a) => a.family === "IPv4" && !a.internal).map((a) => a.address),
  );

/**
 * Opens a port for phones. @param p.host - "0.0.0.0" for every network, or one address of this
 * computer
 */
export async function openDoorOn(
  app: Express,
  p: { host: string; firstPort: number; ports: number },
): Promise<Result<OpenDoor, JoinError>> {
  const hosts = p.host === "0.0.0.0" ? addressesHere() : [p.host];
  if (hosts.length === 0) return fail({ code: "no-network" });
  const server = createServer(app);
  for (let port = p.firstPort; port < p.firstPort + p.ports; port += 1) {
    if ((await listenOn(server, port, p.host)) !== null) continue;
    const { port: taken } = server.address() as AddressInfo;
    return ok({
      addresses: hosts.map((h) => `http://${h}:${taken}`),
      close: () =>
        new Promise((resolve) => {
          server.closeAllConnections();
          server.close(() => resolve());
        }),
    });
  }
  return fail({ code: "port-taken" });
}

/** Begins to listen. @returns why it could not; null where it does */
export function listenOn(
  server: Server,
  port: number,
  host: string,
): Promise<NodeJS.ErrnoException | null> {
  return new Promise((resolve) => {
    const refused = (error: NodeJS.ErrnoException) => resolve(error);
    server.once("error", refused);
    server.listen(port, host, () => {
      server.removeListener("error", refused);
      resolve(null);
    });
  });
}
