import { createServer } from "node:http";
import { networkInterfaces } from "node:os";
import type { AddressInfo } from "node:net";
import type { Express, NextFunction, Request, Response } from "express";
import { fail, ok, type Result } from "../core/units/result";
import { GUEST_COOKIE } from "./services/guestCookie.server";
import type { JoinDesk, JoinError, OpenDoor } from "./services/joinDesk.server";

export interface GuestLocals {
  guest?: NonNullable<ReturnType<JoinDesk["guestOf"]>>;
}

/** This computer's addresses in its networks. */
const addressesHere = (): string[] => Object.values(networkInterfaces()).flatMap((list) => (list ?? []).filter((a) => a.family === "IPv4" && !a.internal).map((a) => a.address));

/** Opens a port for phones. @param p.host - "0.0.0.0" for every network, or one address of this computer */
export async function openDoorOn(app: Express, p: { host: string; firstPort: number; ports: number }): Promise<Result<OpenDoor, JoinError>> {
  const hosts = p.host === "0.0.0.0" ? addressesHere() : [p.host];
  if (hosts.length === 0) return fail({ code: "no-network" });
  const server = createServer(app);
  for (let port = p.firstPort; port < p.firstPort + p.ports; port += 1) {
    const isOpen = await new Promise<boolean>((resolve) => {
      const refused = () => resolve(false);
      server.once("error", refused);
      server.listen(port, p.host, () => { server.removeListener("error", refused); resolve(true); });
    });
    if (!isOpen) continue;
    const { port: taken } = server.address() as AddressInfo;
    return ok({
      addresses: hosts.map((h) => `http://${h}:${taken}`),
      close: () => new Promise((resolve) => { server.closeAllConnections(); server.close(() => resolve()); }),
    });
  }
  return fail({ code: "port-taken" });
}

/** What of a day stays at the cart. */
const CART_ONLY = /^\/day\/\d+\/phones(\.data)?$/;

/** A phone sees the one day that it was let into, and nothing before it was. Pages of other sites neither read nor change anything. */
export const onlyGuests = (desk: JoinDesk) => (request: Request, response: Response, next: NextFunction): void => {
  const { host = "", origin } = request.headers;
  const { door } = desk.view;
  const isForeign = !door?.addresses.includes(`http://${host}`) || (request.method !== "GET" && request.method !== "HEAD" && origin !== undefined && origin !== `http://${host}`);
  if (isForeign) return refuse(response, "This is for pages of Plain Channel only.");
  const { path } = request;
  if (/^\/(join(\.data)?$|assets\/|favicon\.svg$|__manifest$)/.test(path)) return next();
  const guest = desk.guestOf(cookieOf(request, GUEST_COOKIE));
  if (!guest) return request.method === "GET" && (request.headers.accept ?? "").includes("text/html") ? response.redirect(302, "/join") : refuse(response, "This phone is not let in (any more). Ask at the cart for the code.");
  const home = `/day/${guest.dayId}`;
  if (path === "/" || path === "/_root.data") return response.redirect(302, `${home}/sync`);
  if ((path !== home && path !== `${home}.data` && !path.startsWith(`${home}/`)) || CART_ONLY.test(path)) return refuse(response, "That is for the cart.");
  (response.locals as GuestLocals).guest = guest;
  next();
};

const refuse = (response: Response, words: string): void => void response.status(403).type("text/plain").send(words);

function cookieOf(request: Request, name: string): string | null {
  const found = (request.headers.cookie ?? "").split(/;\s*/).find((c) => c.startsWith(`${name}=`));
  return found ? found.slice(name.length + 1) : null;
}
