import type { IncomingMessage, ServerResponse } from "node:http";
import { Transform, type Readable } from "node:stream";

const KB = 1024;
const MB = 1024 * KB;

/**
 * How much a request may send, by the screen it is for; what stands in no line takes a form's
 * worth. Checked before anything of it is read.
 */
const MAX_BODY_BYTES: Readonly<Record<string, number>> = {
  "routes/join/route": 4 * KB,
  "routes/range/route": 4 * MB,
  "routes/prep/route": 12 * MB,
  "routes/kit/route": 12 * MB,
  "routes/assigned/route": 12 * MB,
  "routes/regulations/route": 6 * MB,
  "routes/frequencies/route": 6 * MB,
  "routes/pictures/route": 9 * MB,
  "routes/scan/route": 65 * MB,
  "routes/sweepUpload/route": 1025 * MB,
  "routes/archive/route": 512 * MB,
};
const MAX_FORM_BYTES = 256 * KB;

/** @param routeIds - the screens an address goes through, innermost last */
export const maxBodyBytes = (routeIds: readonly string[]): number =>
  MAX_BODY_BYTES[routeIds.at(-1) ?? ""] ?? MAX_FORM_BYTES;

export class BodyTooLarge extends Error {
  constructor(readonly maxBytes: number) {
    super(`a body of more than ${maxBytes} bytes`);
  }
}

/** The body as far as it may go; more of it ends it with `BodyTooLarge`. */
export function limited(body: Readable, maxBytes: number): Readable {
  let bytes = 0;
  const gate = new Transform({
    transform(chunk: Buffer, _, done) {
      bytes += chunk.length;
      if (bytes > maxBytes) done(new BodyTooLarge(maxBytes));
      else done(null, chunk);
    },
  });
  body.on("error", (error) => gate.destroy(error));
  body.on("aborted", () => gate.destroy(new Error("the sender went away")));
  return body.pipe(gate);
}

/** All of a body.
 * @throws {BodyTooLarge} */
export async function wholeBody(body: Readable, maxBytes: number): Promise<Buffer> {
  const chunks: Buffer[] = [];
  for await (const chunk of limited(body, maxBytes)) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}

const DRAIN_MS = 5000;

/**
 * What an answer left unread of a body is read past, for a while: the next request comes over the
 * same connection, and would wait behind it.
 */
export function passUnread(request: IncomingMessage, response: ServerResponse): void {
  response.once("finish", () => {
    if (request.complete) return;
    request.unpipe();
    request.resume();
    const enough = setTimeout(() => request.socket.destroy(), DRAIN_MS);
    request.once("close", () => clearTimeout(enough));
    request.once("end", () => clearTimeout(enough));
  });
}
