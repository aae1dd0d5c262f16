// A day of sixteen channels: ten hours of readings, ten a second, in the data file; windows of it,
// the open day, its size; frames of the roll screen.
import { mkdtempSync, statSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { bigDay } from "./bigDay.mjs";
import { ensureBuilt } from "./lib.mjs";

export const ROLL_MODULES = ["monitor/timeline", "monitor/reading"];
const HOURS = 10;
const FRAMES_MS = 10_000;

/** @returns milliseconds and bytes of a long day */
export async function rolledDay(core) {
  await ensureBuilt();
  const { serve } = await import("./server.mjs");
  const dataFolder = mkdtempSync(join(tmpdir(), "plain-channel-bench-roll-"));
  const { url } = await serve({ practice: true, defaultPort: 4670, dataFolder, speed: 60 });
  const browser = await chromium.launch({
    executablePath: process.env.PLAIN_CHANNEL_CHROMIUM ?? "/usr/bin/chromium-headless-shell",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const channels = await bigDay({ url, page, talkers: 16 });
    await fill(core, join(dataFolder, "practice.sqlite"), channels);
    const bytes = statSync(join(dataFolder, "practice.sqlite")).size;
    const opened = await leastOf(3, async () => (await fetch(`${url}/day/1/roll.data`)).text());
    const windows = {};
    for (const [name, minutes] of [
      ["a minute", 1],
      ["ten minutes", 10],
      ["an hour", 60],
      ["ten hours", 600],
    ]) {
      const [fromMs, toMs] = [8 * 3_600_000, 8 * 3_600_000 + minutes * 60_000];
      windows[name] = await leastOf(5, async () =>
        (await fetch(`${url}/day/1/roll/rf-history?from=${fromMs}&to=${toMs}&columns=1000`)).text(),
      );
    }
    await page.goto(`${url}/day/1/roll`);
    await page.getByText(/^Rolling since/).waitFor();
    const frames = await framesOf(page);
    await page.close();
    return { channels, bytes, openedMs: opened, windowsMs: windows, frames };
  } finally {
    await browser.close();
  }
}

async function leastOf(times, work) {
  let least = Infinity;
  for (let i = 0; i < times; i += 1) {
    const started = performance.now();
    await work();
    least = Math.min(least, performance.now() - started);
  }
  return least;
}

/** Pieces of ten seconds as the roll desk writes them, levels that wander. */
async function fill(core, file, channels) {
  const sqlite3 = createRequire(import.meta.url)("sqlite3");
  const db = await new Promise((resolve, reject) => {
    const d = new sqlite3.Database(file, (e) => (e ? reject(e) : resolve(d)));
  });
  const run = (sql, values = []) =>
    new Promise((resolve, reject) => db.run(sql, values, (e) => (e ? reject(e) : resolve())));
  await run("BEGIN IMMEDIATE");
  const ids = Array.from({ length: channels }, (_, i) => i + 1);
  const pieces = (HOURS * 3_600_000) / core.PIECE_MS;
  let x = 1;
  for (let p = 0; p < pieces; p += 1) {
    const piece = core.emptyPiece(8 * 3_600_000 + p * core.PIECE_MS, ids);
    for (let i = 0; i < channels * core.PIECE_SLOTS; i += 1) {
      x = (x * 1103515245 + 12345) % 2147483648;
      core.writeReading(piece.readings, i, {
        rfADbm: -60 + (x % 23),
        rfBDbm: -64 + ((x >> 5) % 23),
        audioDbfs: -40 + ((x >> 9) % 30),
        hasAudio: x % 3 > 0,
        isOverloaded: false,
        isMuted: false,
        isPartner: true,
        quality: 0.9,
      });
    }
    await run(
      "INSERT INTO readings (dayId, startMs, channelsJson, extremes, bytes) VALUES (1, ?, ?, ?, ?)",
      [
        piece.startMs,
        JSON.stringify(ids),
        Buffer.from(core.summaryOf(piece).extremes),
        Buffer.from(piece.readings),
      ],
    );
  }
  await run("COMMIT");
  await new Promise((resolve) => db.close(resolve));
}

/** Frames of the roll screen: how many came later than two of sixty a second. */
const framesOf = (page) =>
  page.evaluate(
    (ms) =>
      new Promise((resolve) => {
        const gaps = [];
        const started = performance.now();
        let last = started;
        const next = (now) => {
          gaps.push(now - last);
          last = now;
          if (now - started < ms) requestAnimationFrame(next);
          else {
            gaps.sort((a, b) => a - b);
            resolve({
              frames: gaps.length,
              medianMs: gaps[gaps.length >> 1],
              nineInTenMs: gaps[Math.floor(gaps.length * 0.9)],
              lateShare: gaps.filter((g) => g > 34).length / gaps.length,
            });
          }
        };
        requestAnimationFrame(next);
      }),
    FRAMES_MS,
  );
