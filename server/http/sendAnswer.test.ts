import { createServer, get } from "node:http";
import type { AddressInfo } from "node:net";
import { setFlagsFromString } from "node:v8";
import { runInNewContext } from "node:vm";
import type { Response as ExpressResponse } from "express";
import { sendAnswer } from "./frameworkHandler.server";

test("a line that stays open for a day keeps nothing of what went over it", async () => {
  setFlagsFromString("--expose-gc");
  const collect = runInNewContext("gc") as () => void;
  let put: (piece: Uint8Array) => void = () => undefined;
  const body = new ReadableStream<Uint8Array>({
    start: (controller) => {
      put = (piece) => controller.enqueue(piece);
    },
  });
  const server = createServer((_, response) => {
    const asExpress = Object.assign(response, {
      req: { method: "GET" },
      status: () => undefined,
      append: () => undefined,
    }) as unknown as ExpressResponse;
    void sendAnswer(
      asExpress,
      new Response(body, { headers: { "content-type": "text/event-stream" } }),
    );
  });
  await new Promise<void>((up) => server.listen(0, "127.0.0.1", up));
  let came = 0;
  const request = get({ host: "127.0.0.1", port: (server.address() as AddressInfo).port }, (r) =>
    r.on("data", (d: Buffer) => {
      came += d.length;
    }),
  );
  request.on("error", () => undefined);
  const send = async (pieces: number) => {
    const until = came + pieces * 10_000;
    for (let i = 0; i < pieces; i += 1) {
      put(new Uint8Array(10_000));
      if (i % 20 === 0) await new Promise((next) => setImmediate(next));
    }
    for (let i = 0; i < 500 && came < until; i += 1)
      await new Promise((next) => setTimeout(next, 10));
  };
  /** What is held once the collector, which gives buffers back beside the run, has had its time. */
  const held = async (enough: number, rounds: number) => {
    let bytes = Infinity;
    for (let i = 0; i < rounds && bytes > enough; i += 1) {
      collect();
      await new Promise((next) => setTimeout(next, 20));
      bytes = process.memoryUsage().arrayBuffers;
    }
    return bytes;
  };
  await new Promise((next) => setTimeout(next, 50));
  try {
    await send(100);
    const before = await held(0, 10);
    await send(3000);
    expect(came).toBe(31_000_000);
    expect((await held(before + 5_000_000, 250)) - before).toBeLessThan(5_000_000);
  } finally {
    request.destroy();
    server.closeAllConnections();
    await new Promise((closed) => server.close(closed));
  }
});
