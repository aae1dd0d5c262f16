// What takes minutes: ten thousand spoiled files and requests against the built application.
import { ensureBuilt, ensureInstalled, run, step } from "./lib.mjs";

await ensureInstalled();
await ensureBuilt();
await step("long tests", () =>
  run("npx", ["jest", "--config", "jest.long.config.mjs", "--runInBand", ...process.argv.slice(2)]),
);
