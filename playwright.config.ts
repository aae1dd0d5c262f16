import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { defineConfig } from "@playwright/test";

// said once, for all workers
process.env["PLAIN_CHANNEL_KEPT_DAYS"] ??= mkdtempSync(join(tmpdir(), "plain-channel-days-"));

/** The built application in Debian's Chromium, each test on a practice day of its own. */
export default defineConfig({
  testDir: "e2e",
  testIgnore: "long/**",
  outputDir: "test-results",
  workers: Number(process.env["PLAIN_CHANNEL_TEST_WORKERS"] ?? 2),
  fullyParallel: true,
  // a machine that is shared stands still for many seconds at times; none of these is a measure
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [["list"]],
  use: {
    viewport: { width: 1280, height: 800 },
    // a shoot begins with the rules of the reader's own country
    locale: "en-IE",
    launchOptions: {
      executablePath: process.env["PLAIN_CHANNEL_CHROMIUM"] ?? "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
  projects: [
    { name: "days", testMatch: "days.setup.ts" },
    // begin with nothing done, and need not wait for the first journey
    {
      name: "from the start",
      testMatch: /(fromNothing|matching|quick|scan|prep|kit|level|range|practice)\.spec\.ts/,
    },
    {
      name: "later in the day",
      testMatch:
        /(accessibility|badInput|byHand|density|figures|frequencies|phones|phoneAndKeys|roll)\.spec\.ts/,
      dependencies: ["days"],
    },
  ],
});
