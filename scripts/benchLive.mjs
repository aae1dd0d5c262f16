// How soon another page has what somebody ticked: sent, told by the day's line of events, and the
// day read again.
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuilt } from "./lib.mjs";

const TIMES = 20;

/**
 * @returns milliseconds from sending a tick until another page has read it: the middle and the
 *   longest
 */
export async function liveDelays() {
  await ensureBuilt();
  const { serve } = await import("./server.mjs");
  const running = await serve({
    practice: true,
    defaultPort: 4660,
    dataFolder: mkdtempSync(join(tmpdir(), "plain-channel-bench-live-")),
    speed: 300,
  });
  const cut = new AbortController();
  const lines = (await fetch(`${running.url}/day/1/live`, { signal: cut.signal })).body.getReader();
  const decoder = new TextDecoder();
  const revision = async () => {
    for (;;) {
      const told = /data: (\d+)/.exec(decoder.decode((await lines.read()).value));
      if (told) return Number(told[1]);
    }
  };
  await revision();
  const delays = [];
  for (let i = 0; i < TIMES; i += 1) {
    const started = performance.now();
    const item = {
      id: `bench-live-${i}`,
      channelId: 1,
      atMs: null,
      of: { frequencyHz: 0, packKey: "p", receiverKey: "r" },
      seen: { what: "cells" },
    };
    const sent = fetch(`${running.url}/day/1/observations`, {
      method: "POST",
      headers: { "content-type": "application/json", origin: running.url },
      body: JSON.stringify([item]),
    });
    await revision();
    const read = await fetch(`${running.url}/day/1/sync.data`);
    await read.text();
    delays.push(performance.now() - started);
    if (!(await sent).ok || !read.ok)
      throw new Error(
        `the tick or the reading was refused: ${(await sent).status}, ${read.status}`,
      );
  }
  cut.abort();
  delays.sort((a, b) => a - b);
  return { medianMs: delays[TIMES / 2], longestMs: delays.at(-1) };
}
