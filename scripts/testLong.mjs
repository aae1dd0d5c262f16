// What takes long: many seeds, whole airs, ten thousand spoiled files and requests, power cuts, and
// the ten hours of a day, against the built application.
import { ensureBrowser, ensureBuilt, ensureInstalled, run, step } from "./lib.mjs";

await ensureInstalled();
await ensureBrowser();
await ensureBuilt();
await step("long unit tests", () =>
  run("npx", ["jest", "--config", "jest.long.config.mjs", ...process.argv.slice(2)]),
);
await step("long browser tests", () =>
  run("npx", ["playwright", "test", "--config", "playwright.long.config.ts"]),
);
