// From a press to the next picture, as the browser itself tells it (Event Timing: from the event to
// the paint after it, in steps of 8 ms), for ten usual actions with sixteen channels; then once more
// with the processor four times slower.
import { onDay, withBrowser } from "./benchPages.mjs";

const TIMES = 5;
const SLOWER = 4;

/** Where each begins, and what is pressed; every press of it counts, the slowest is told. */
const ACTIONS = [
  ["next channel", "", ["ArrowDown"]],
  ["channel by number", "", ["1", "2"]],
  ["channel by name", "", ["Shift+U", "n"]],
  ["next stage", "/sync", ["g", "l"]],
  ["command box", "", ["Control+k", "s", "y"]],
  ["help", "/range", ["?"]],
  ["all that comes next", "/scan", ["n"]],
  ["spectrum to the whole window", "/frequencies", ["f"]],
  ["sort by noise", "/frequencies", { click: "th:has-text('Noise') button, th:has-text('Noise')" }],
  ["choose a row on Roll", "/roll", { click: "tr[data-channel]:nth-child(9)" }],
];

/**
 * The longest from a press to the paint after it, while something is pressed, milliseconds: as the
 * browser's own Event Timing has it. What is not told was painted within the first step.
 */
export async function slowestMs(page, press) {
  await page.evaluate(() => {
    globalThis.presses = [];
    globalThis.watch?.disconnect();
    globalThis.watch = new PerformanceObserver((list) => {
      for (const e of list.getEntries()) if (e.interactionId) globalThis.presses.push(e.duration);
    });
    globalThis.watch.observe({ type: "event", durationThreshold: 16 });
  });
  await press();
  await page.waitForTimeout(400);
  return page.evaluate(() => Math.max(16, ...globalThis.presses));
}

const pressed = (page, press) => async () => {
  if (Array.isArray(press)) for (const key of press) await page.keyboard.press(key);
  else await page.locator(press.click).first().click();
};

/** @returns for each action the median of several, at full speed and slowed down */
export async function pressToPaint({ talkers }) {
  return onDay({ talkers }, (url) =>
    withBrowser(async (browser) => {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      const cdp = await page.context().newCDPSession(page);
      const told = [];
      for (const [name, screen, press] of ACTIONS) {
        const ms = [];
        for (const rate of [1, SLOWER]) {
          const all = [];
          for (let i = 0; i < TIMES; i += 1) {
            // what the last press began does not get in the way
            await page.goto("about:blank");
            await page.goto(`${url}/day/1${screen}`);
            await page.waitForFunction(() => document.documentElement.dataset.ready === "true");
            await page.waitForTimeout(300);
            await cdp.send("Emulation.setCPUThrottlingRate", { rate });
            all.push(await slowestMs(page, pressed(page, press)));
            await cdp.send("Emulation.setCPUThrottlingRate", { rate: 1 });
          }
          ms.push(all.sort((a, b) => a - b)[TIMES >> 1]);
        }
        told.push([name, ...ms]);
      }
      return told;
    }),
  );
}

export const tellPresses = (told) =>
  [
    `press to paint, sixteen channels: at full speed, ${SLOWER} times slower (target: at most 100 ms each)`,
    ...told.map(([name, ms, slowMs]) => `  ${name.padEnd(30)} ${ms} ms, ${slowMs} ms`),
  ].join("\n");

if (process.argv[1]?.endsWith("benchPress.mjs")) {
  console.log(tellPresses(await pressToPaint({ talkers: 16 })));
  process.exit(0);
}
