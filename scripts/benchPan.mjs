// How long a frame takes while the spectrum is dragged along, with three traces of 50,000 points each,
// in headless Chromium without a frame limit.
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { ensureBuilt } from "./lib.mjs";

const POINTS = 50_000;

/** @returns milliseconds a frame: median and nine in ten */
export async function panFrames() {
  await ensureBuilt();
  const { serve } = await import("./server.mjs");
  const running = await serve({
    practice: true,
    defaultPort: 4660,
    dataFolder: mkdtempSync(join(tmpdir(), "plain-channel-pan-")),
    speed: 60,
  });
  const browser = await chromium.launch({
    executablePath: process.env.PLAIN_CHANNEL_CHROMIUM ?? "/usr/bin/chromium-headless-shell",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      "--disable-frame-rate-limit",
      "--disable-gpu-vsync",
    ],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(running.url);
    const scan = new URL("/day/1/scan", running.url).href;
    for (const k of [1, 2]) {
      await page.goto(scan);
      await page.waitForFunction(() => document.documentElement.dataset.ready === "true");
      const lines = Array.from(
        { length: POINTS },
        (_, i) =>
          `${(470 + (i * 96) / POINTS).toFixed(5)},${(-110 + ((i * 7919 * k) % 97) / 12 + (Math.floor(i / 4000) % 3 === k ? 30 : 0)).toFixed(2)}`,
      );
      await page.locator("input[type=file]").setInputFiles({
        name: `pan${k}.csv`,
        mimeType: "text/csv",
        buffer: Buffer.from(lines.join("\n")),
      });
      await page.getByText(`Read ${POINTS} points`).waitFor({ timeout: 60_000 });
    }
    await page.goto(`${scan}?with=1&from=490&to=530`);
    await page.waitForFunction(() => document.documentElement.dataset.ready === "true");
    await page.getByText("the older one is the thin line").waitFor();
    const frames = await page.evaluate(async () => {
      const svg = document.querySelector("figure svg");
      const box = svg.getBoundingClientRect();
      const at = (type, x) =>
        svg.dispatchEvent(
          new PointerEvent(type, {
            bubbles: true,
            pointerId: 1,
            pointerType: "touch",
            isPrimary: true,
            clientX: box.left + x,
            clientY: box.top + 60,
          }),
        );
      svg.setPointerCapture = () => undefined;
      const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
      at("pointerdown", 450);
      const times = [];
      for (let i = 0; i < 240; i += 1) {
        const from = performance.now();
        at("pointermove", 450 + 220 * Math.sin(i / 12));
        await frame();
        await frame();
        times.push((performance.now() - from) / 2);
      }
      at("pointerup", 450);
      return times.slice(20).sort((a, b) => a - b);
    });
    const view = new URL(page.url()).searchParams.get("from");
    return {
      medianMs: frames[frames.length >> 1],
      ninthMs: frames[Math.floor(frames.length * 0.9)],
      view,
    };
  } finally {
    await browser.close();
    await running.stop();
  }
}
if (process.argv[1]?.endsWith("benchPan.mjs")) {
  console.log(await panFrames());
  process.exit(0);
}
