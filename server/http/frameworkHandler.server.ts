import { createReadableStreamFromReadable } from "@react-router/node";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream as NodeReadableStream } from "node:stream/web";
import type { Request as ExpressRequest, Response as ExpressResponse } from "express";
import { inDisplayOf } from "./displaySettings.server";
import { type AppLoadContext, createRequestHandler, type ServerBuild } from "react-router";

/** What the framework is given of a request that the door let in. */
export interface Admitted {
  /** In its one spelling, query and all. */
  target: string;
  /** The body as the door reads it; null where the method has none. */
  body: Readable | null;
  context: AppLoadContext;
}

const handlers = new WeakMap<ServerBuild, ReturnType<typeof createRequestHandler>>();

/** One for each build: making it goes through every screen's address. */
function handlerOf(build: ServerBuild): ReturnType<typeof createRequestHandler> {
  const handler =
    handlers.get(build) ?? createRequestHandler(build, process.env["NODE_ENV"] ?? "production");
  handlers.set(build, handler);
  return handler;
}

/** Hands an admitted request to the framework, and its answer back. */
export async function answerByFramework(
  request: ExpressRequest,
  response: ExpressResponse,
  build: () => Promise<ServerBuild>,
  admitted: Admitted,
): Promise<void> {
  const handle = handlerOf(await build());
  const ended = new AbortController();
  response.on("close", () => ended.abort());
  const answer = await inDisplayOf(request.headers, () =>
    handle(toFetchRequest(request, admitted, ended.signal), admitted.context),
  );
  await sendAnswer(response, answer);
}

function toFetchRequest(
  request: ExpressRequest,
  { target, body }: Admitted,
  signal: AbortSignal,
): Request {
  const headers = new Headers();
  for (const [name, value] of Object.entries(request.headers))
    for (const v of Array.isArray(value) ? value : [value])
      if (v !== undefined) headers.append(name, v);
  // a body that is a stream must be named half-duplex (Fetch standard); the types do not know it
  // yet
  const streamed: (RequestInit & { duplex: "half" }) | null = body && {
    body: createReadableStreamFromReadable(body),
    duplex: "half",
  };
  // the host was checked at the door
  const url = new URL(`http://${request.headers.host ?? "localhost"}${target}`);
  return new Request(url, { method: request.method, headers, signal, ...streamed });
}

/** Hands an answer on piece by piece, at the pace of whoever takes it. */
export async function sendAnswer(response: ExpressResponse, answer: Response): Promise<void> {
  if (response.destroyed || response.headersSent) {
    await answer.body?.cancel();
    return;
  }
  response.status(answer.status);
  for (const [name, value] of answer.headers) response.append(name, value);
  // data of a day is nobody's to keep
  if (!answer.headers.has("cache-control")) response.setHeader("cache-control", "no-store");
  if (answer.headers.get("content-type")?.startsWith("text/event-stream")) response.flushHeaders();
  if (!answer.body || response.req.method === "HEAD") return void response.end();
  try {
    // not the framework's own writer: it races each piece against one promise that lasts as long as
    // the stream, which keeps every piece of a day's readings
    await pipeline(Readable.fromWeb(answer.body as NodeReadableStream), response);
  } catch (error) {
    // whoever left in the middle is no fault of ours
    const hasLeft = response.destroyed as boolean;
    if (!hasLeft && !response.writableEnded) throw error;
  }
}
