import helmet from "helmet";
import type { RequestHandler, Response } from "express";

/** The number by which a page's own inline scripts are known (Content Security Policy, level 3). */
export const nonceOf = (response: Response): string =>
  (response.locals as { nonce?: string }).nonce ?? "";

const nonceSource = (_: unknown, response: unknown): string =>
  `'nonce-${nonceOf(response as Response)}'`;

/**
 * Headers that keep a page to itself: no script but ours, no frame around it, no guess at a file's
 * kind, no address handed to other sites. While modules are made on demand, in development, scripts
 * are not held to that. Styles are set by script in places (menus, charts), so they may stand
 * inline. Plain http: nothing is told to upgrade.
 */
export const pageHeaders = ({ isBuilt }: { isBuilt: boolean }): RequestHandler =>
  helmet({
    contentSecurityPolicy: isBuilt && {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", nonceSource],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", "data:", "blob:"],
        fontSrc: ["'self'"],
        mediaSrc: ["'self'", "blob:"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
        baseUri: ["'none'"],
        objectSrc: ["'none'"],
      },
    },
    referrerPolicy: { policy: "no-referrer" },
    xFrameOptions: { action: "deny" },
    // both speak of https, which a local network has not
    strictTransportSecurity: false,
    originAgentCluster: false,
    crossOriginOpenerPolicy: false,
  });
