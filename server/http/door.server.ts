import { randomBytes, randomUUID } from "node:crypto";
import { Readable } from "node:stream";
import type { NextFunction, Request, RequestHandler, Response } from "express";
import type { ServerBuild } from "react-router";
import { DOOR_WORDS, failedWords } from "~/contract/messages/door";
import type { Asker } from "~/server/access/asker.server";
import { readTarget } from "~/server/access/canonicalPath.server";
import { judge, type Verdict } from "~/server/access/guard.server";
import { isByIntent } from "~/server/access/rights.server";
import { routeTable, type RouteTable } from "~/server/access/routeTable.server";
import type { Log } from "~/server/log/log.server";
import type { AppContext } from "~/server/services/appContext.server";
import { BodyTooLarge, limited, maxBodyBytes, passUnread, wholeBody } from "./bodyLimits.server";
import { answerByFramework } from "./frameworkHandler.server";
import { nonceOf } from "./headers.server";

/** One port: who may reach it, and who asks there. */
export interface Listener {
  /**
   * Whether the `host` of a request is this port's own name: pages of other names in the same
   * browser are other sites.
   */
  isOurHost: (host: string) => boolean;
  /** Who asks, and what tells that they were sent away. */
  askerOf: (request: Request) => Promise<{ asker: Asker; gone: AbortSignal | null }>;
}

interface Locals {
  requestId: string;
  nonce: string;
}
export const localsOf = (response: Response): Locals => response.locals as Locals;

const METHODS = ["GET", "HEAD", "POST"];
const isWrite = (request: Request): boolean => request.method === "POST";
const isPage = (request: Request): boolean =>
  request.method === "GET" && (request.headers.accept ?? "").includes("text/html");

/**
 * Answers with words and nothing else: the framework's page shows them in its own frame; a browser
 * that came here by itself gets them as a page, with the way back. Every text is ours.
 */
export function refuse(response: Response, status: number, words: string): void {
  response.status(status).set("cache-control", "no-store");
  if (isPage(response.req)) response.type("text/html").send(refusalPage(words));
  else response.type("text/plain").send(words);
}

const refusalPage = (
  words: string,
): string => `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Plain Channel</title>
<style>body{margin:0;padding:48px 28px;font:18px/1.5 system-ui,sans-serif;background:#f5f1e8;color:#18212c}a{color:inherit;display:inline-block;padding:10px 0}@media (prefers-color-scheme:dark){body{background:#120f0d;color:#e6dac8}}</style></head><body><main><p>${words}</p><p><a href="/">Back to the day</a></p></main></body></html>`;

/** Gives every request a number, by which it is found in the log, and every page its nonce. */
export const numbered: RequestHandler = (_, response, next) => {
  Object.assign(response.locals, {
    requestId: randomUUID().slice(0, 8),
    nonce: randomBytes(16).toString("base64"),
  } satisfies Locals);
  response.setHeader("x-request-id", localsOf(response).requestId);
  next();
};

/**
 * Only what a page of ours sends, spelled as ours spell it: other methods, other forms of an
 * address, other hosts and other sites go no further.
 */
export const wellFormed =
  ({ isOurHost }: Pick<Listener, "isOurHost">): RequestHandler =>
  (request, response, next) => {
    if (!METHODS.includes(request.method)) {
      response.setHeader("allow", METHODS.join(", "));
      refuse(response, 405, DOOR_WORDS["other-method"]);
      return;
    }
    const target = readTarget(request.originalUrl);
    if (!target.ok) {
      refuse(response, target.error.code === "too-long" ? 414 : 400, DOOR_WORDS.misspelled);
      return;
    }
    const { host = "", origin } = request.headers;
    const site = request.headers["sec-fetch-site"];
    const isForeign =
      !isOurHost(host) ||
      site === "cross-site" ||
      (isWrite(request) &&
        (site === "same-site" || (origin !== undefined && origin !== `http://${host}`)));
    if (isForeign) {
      refuse(response, 403, DOOR_WORDS.foreign);
      return;
    }
    next();
  };

const STATUS: Readonly<Record<Exclude<Verdict["code"], "allowed">, number>> = {
  "join-first": 403,
  "cart-only": 403,
  "other-day": 403,
  "no-page": 404,
};

/** A phone shows a page, follows the day and the readings, and sends: more at once is no phone. */
const MAX_AT_ONCE = 24;

export interface Application {
  context: AppContext;
  build: () => Promise<ServerBuild>;
  log: Log;
  /** How an admitted request is answered; by the framework where nothing else is given. */
  answer?: typeof answerByFramework;
}

/**
 * Judges each request by the one table of rights, and hands what is allowed to the framework with
 * who asks in its context.
 */
export function admitting(
  { askerOf }: Pick<Listener, "askerOf">,
  { context, build, answer = answerByFramework }: Application,
): RequestHandler {
  const tableOf = tableMemory();
  const open = new Map<number, number>();
  return async (request: Request, response: Response, next: NextFunction) => {
    passUnread(request, response);
    try {
      const target = readTarget(request.originalUrl);
      if (!target.ok) throw new Error("an address that was not looked at reached the application");
      const { path, search } = target.value;
      const table = tableOf(await build());
      const { asker, gone } = await askerOf(request);
      const asked = { asker, path, isWrite: isWrite(request) };
      // what a guest asks for is read here, and what was read is what is handed on
      const whole =
        asked.isWrite && asker.kind === "guest" ? await intentBody(request, path, table) : null;
      const verdict = judge({ ...asked, intent: whole?.intent ?? null }, table);
      if (verdict.code !== "allowed") {
        if (verdict.code === "join-first" && isPage(request)) {
          response.redirect(302, "/join");
          return;
        }
        refuse(response, STATUS[verdict.code], DOOR_WORDS[verdict.code]);
        return;
      }
      if (asker.kind === "guest") {
        const count = (open.get(asker.id) ?? 0) + 1;
        if (count > MAX_AT_ONCE) {
          refuse(response, 429, DOOR_WORDS["too-much-at-once"]);
          return;
        }
        open.set(asker.id, count);
        response.on("close", () => {
          const left = (open.get(asker.id) ?? 1) - 1;
          if (left > 0) open.set(asker.id, left);
          else open.delete(asker.id);
        });
      }
      const maxBytes = maxBodyBytes(verdict.routeIds);
      if (Number(request.headers["content-length"] ?? 0) > maxBytes) {
        refuse(response, 413, tooLargeWords(maxBytes));
        return;
      }
      // whoever is sent away in the middle of something is cut off
      if (gone?.aborted) return void response.destroy();
      const cutOff = () => request.socket.destroy();
      gone?.addEventListener("abort", cutOff);
      response.on("close", () => gone?.removeEventListener("abort", cutOff));
      const body = !asked.isWrite
        ? null
        : whole
          ? Readable.from([whole.bytes])
          : limited(request, maxBytes);
      let isTooLarge = false as boolean;
      body?.on("error", (error) => {
        isTooLarge ||= error instanceof BodyTooLarge;
      });
      const admitted = {
        target: path + search,
        body,
        context: {
          app: asker.kind === "cart" ? context : { ...context, asker },
          nonce: nonceOf(response),
          requestId: localsOf(response).requestId,
        },
      };
      await answer(request, response, build, admitted);
      if (isTooLarge && !response.headersSent) refuse(response, 413, tooLargeWords(maxBytes));
    } catch (error) {
      if (error instanceof BodyTooLarge) {
        refuse(response, 413, tooLargeWords(error.maxBytes));
        return;
      }
      next(error);
    }
  };
}

const tooLargeWords = (maxBytes: number): string =>
  `That is larger than ${maxBytes >= 1024 * 1024 ? `${Math.round(maxBytes / 1024 / 1024)} MB` : `${Math.round(maxBytes / 1024)} kB`}, the most that is read here. Nothing was changed.`;

/** The table of a build, made once for each: in development a build is made on demand. */
function tableMemory(): (build: ServerBuild) => RouteTable {
  let known: { build: ServerBuild; table: RouteTable } | null = null;
  return (build) => {
    if (known?.build !== build)
      known = {
        build,
        table: routeTable(
          Object.values(build.routes).flatMap((r) =>
            r ? [{ id: r.id, parentId: r.parentId, path: r.path, index: r.index }] : [],
          ),
        ),
      };
    return known.table;
  };
}

/** What a request asks for, where that decides who may ask it; else its body is left alone. */
async function intentBody(
  request: Request,
  path: string,
  table: RouteTable,
): Promise<{ bytes: Buffer; intent: string | null } | null> {
  const routeIds =
    table.match(path.endsWith(".data") ? path.slice(0, -".data".length) : path)?.ids ?? [];
  if (!isByIntent(routeIds.at(-1) ?? "")) return null;
  const bytes = await wholeBody(request, maxBodyBytes(routeIds));
  if (!(request.headers["content-type"] ?? "").startsWith("application/json"))
    return { bytes, intent: null };
  try {
    const { intent } = JSON.parse(bytes.toString("utf8")) as { intent?: unknown };
    return { bytes, intent: typeof intent === "string" ? intent : null };
  } catch {
    // what cannot be read asks for nothing
    return { bytes, intent: null };
  }
}

/** The last resort: words with the request's number, never a stack. */
export const failed =
  (log: Log) =>
  (error: unknown, request: Request, response: Response, next: NextFunction): void => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const { requestId } = localsOf(response);
    log.error("request-failed", { requestId, method: request.method, path: request.path }, error);
    refuse(response, 500, failedWords(requestId));
  };
