// For tests from outside: an application of its own in a temporary folder, sweeping fast.
// PLAIN_CHANNEL_OWN=1: nothing connected, nothing in it.
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { serve } from "./server.mjs";

const running = await serve({
  practice: process.env.PLAIN_CHANNEL_OWN !== "1",
  defaultPort: 4600,
  morePorts: 0,
  dataFolder: process.env.PLAIN_CHANNEL_DATA ?? mkdtempSync(join(tmpdir(), "plain-channel-test-")),
  speed: Number(process.env.PLAIN_CHANNEL_SPEED ?? 300),
});
console.log(running.url);
