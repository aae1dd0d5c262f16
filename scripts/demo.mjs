// The practice day, from a fresh clone to an address: install, build, migrate, seed, start.
import { rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { ensureBuilt, ensureInstalled, root, step } from "./lib.mjs";

const from = Date.now();
await ensureInstalled();
await ensureBuilt();
if (process.argv.includes("--fresh")) {
  // only the practice day's own files: the user's data file has another name
  const folder = resolve(root, process.env.PLAIN_CHANNEL_DATA ?? "data");
  for (const name of [
    "practice.sqlite",
    "practice.sqlite-wal",
    "practice.sqlite-shm",
    "practice-rig.json",
  ])
    rmSync(join(folder, name), { force: true });
}
const { serve } = await import("./server.mjs");
let running;
await step("opening the practice day", async () => {
  running = await serve({ practice: true, defaultPort: 4520 });
});
console.log(
  `\nThe practice day "Slack Water" is ready after ${Math.round((Date.now() - from) / 1000)} s:\n\n  ${running.url}\n\nCtrl-C stops it. "npm run demo -- --fresh" begins the day again at 07:30.`,
);
