// For the browser tests: a practice day of its own in a temporary folder, sweeping fast.
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { serve } from "./server.mjs";

const running = await serve({ practice: true, defaultPort: 4600, morePorts: 0, dataFolder: process.env.PLAIN_CHANNEL_DATA ?? mkdtempSync(join(tmpdir(), "plain-channel-test-")), speed: 300 });
console.log(running.url);
