// How long the server takes to the first byte of each screen, on the demo day and with sixteen
// channels: the median of several, one after another, beside that of a page with next to nothing.
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { get } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { bigDay } from "./bigDay.mjs";
import { ensureBuilt, root } from "./lib.mjs";

const PORT = 4690;
const TIMES = 15;
const EMPTY = "/join";
const SCREENS =
  "setup prep assigned kit models arrival labels regulations stations scan frequencies sync level range draw walk-test antennas cards link-budget roll company-move batteries log report wrap-up phones guided-setup pairing".split(
    " ",
  );

/** Milliseconds from the request to the first byte of its answer. */
const firstByteMs = (url) =>
  new Promise((resolve, reject) => {
    const start = performance.now();
    get(url, (answer) => {
      const took = performance.now() - start;
      if (answer.statusCode !== 200) reject(new Error(`${url}: ${answer.statusCode}`));
      answer.resume().on("end", () => resolve(took));
    }).on("error", reject);
  });

async function medianMs(url) {
  await firstByteMs(url);
  const all = [];
  for (let i = 0; i < TIMES; i += 1) all.push(await firstByteMs(url));
  return all.sort((a, b) => a - b)[TIMES >> 1];
}

/**
 * A server that stands while something is measured on it.
 * @param p.isOwn - nothing connected, nothing in it; otherwise the practice day
 */
async function started({ isOwn = false }, work) {
  const child = spawn("node", ["scripts/testServer.mjs"], {
    cwd: root,
    stdio: "ignore",
    env: {
      ...process.env,
      ...(isOwn ? { PLAIN_CHANNEL_OWN: "1" } : {}),
      PLAIN_CHANNEL_PORT: String(PORT),
      PLAIN_CHANNEL_DATA: mkdtempSync(join(tmpdir(), "plain-channel-bench-pages-")),
    },
  });
  const url = `http://127.0.0.1:${PORT}`;
  try {
    for (let i = 0; i < 300; i += 1) {
      const isUp = await fetch(`${url}/healthy`).then(
        (r) => r.ok,
        () => false,
      );
      if (isUp) return await work(url);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error("the server did not start");
  } finally {
    child.kill("SIGTERM");
    await new Promise((resolve) => child.once("exit", resolve));
  }
}

async function all(url) {
  const emptyMs = await medianMs(url + EMPTY);
  const screens = [];
  for (const name of ["", ...SCREENS])
    screens.push([name || "day", await medianMs(`${url}/day/1/${name}`.replace(/\/$/, ""))]);
  return { emptyMs, screens: screens.sort((a, b) => b[1] - a[1]) };
}

/** Starts a browser for as long as something is done with it. */
export async function withBrowser(work) {
  const browser = await chromium.launch({
    executablePath: process.env.PLAIN_CHANNEL_CHROMIUM ?? "/usr/bin/chromium-headless-shell",
    args: ["--no-sandbox", "--disable-gpu"],
  });
  try {
    return await work(browser);
  } finally {
    await browser.close();
  }
}

/**
 * A practice day that is served while something is measured on it.
 * @param p.talkers - five as the demo day has them, or more
 */
export async function onDay({ talkers }, work) {
  await ensureBuilt();
  return started({}, async (url) => {
    if (talkers > 5)
      await withBrowser(async (browser) => bigDay({ url, page: await browser.newPage(), talkers }));
    return work(url);
  });
}

/** The application as it first stands: nothing connected, nothing in it. */
export async function onNothing(work) {
  await ensureBuilt();
  return started({ isOwn: true }, work);
}

/** @param p.talkers - five as the demo day has them, or more */
export const firstBytes = (p) => onDay(p, all);

export const tellFirstBytes = (title, { emptyMs, screens }) =>
  [
    `${title}: a page with next to nothing ${emptyMs.toFixed(0)} ms`,
    ...screens.map(
      ([name, ms]) =>
        `  ${name.padEnd(14)} ${ms.toFixed(0)} ms, ${(ms / emptyMs).toFixed(1)} times`,
    ),
  ].join("\n");
