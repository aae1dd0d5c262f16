import { defineConfig } from "@playwright/test";

/** The built application on a practice day of its own, in Debian's Chromium. */
const port = Number(process.env["PLAIN_CHANNEL_TEST_PORT"] ?? 4600);

export default defineConfig({
  testDir: "e2e",
  outputDir: "test-results",
  workers: 1,
  fullyParallel: false,
  timeout: 90_000,
  expect: { timeout: 15_000 },
  reporter: [["list"]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env["PLAIN_CHANNEL_CHROMIUM"] ?? "/usr/bin/chromium",
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
  webServer: {
    command: "node scripts/testServer.mjs",
    url: `http://127.0.0.1:${port}/healthy`,
    timeout: 60_000,
    reuseExistingServer: false,
    // phones come in on this computer only
    env: { PLAIN_CHANNEL_PORT: String(port), PLAIN_CHANNEL_JOIN_HOST: "127.0.0.1" },
  },
});
