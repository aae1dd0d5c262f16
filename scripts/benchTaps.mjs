// From a tap to the next picture on the page of one system, for every tap from nothing to the card, on
// a screen of a phone's size: at full speed, and with the processor four times slower.
import { onNothing, withBrowser } from "./benchPages.mjs";
import { slowestMs } from "./benchPress.mjs";

const TIMES = 3;
const SLOWER = 4;

/** What is tapped in order; a field takes what is typed into it. */
const JOURNEY = [
  [/^Bank and channel/],
  ["Plate: from MHz", "520"],
  ["to MHz", "562"],
  [/^Next: where/],
  ["Outside"],
  ["Bank up"],
  ["3"],
  ["9"],
  [/^Next best: 2.9/],
  ["MHz on its screen", "531.425"],
  ["Both show 2.9"],
  [/^Yes, nothing/],
  [/^Yes, full/],
  [/^Set, and/],
  ["New in both"],
  [/^Interference/],
  ["Both show 2.3"],
];

const words = (name) => (typeof name === "string" ? name : name.source.replace("^", ""));

async function tapped(page, name, text) {
  if (text === undefined) {
    await page
      .getByRole("button", { name, exact: typeof name === "string" })
      .first()
      .tap();
    return;
  }
  const field = page.getByLabel(name, { exact: true });
  await field.tap();
  await field.pressSequentially(text);
}

/** The whole journey on a phone and a cart that were never used: milliseconds of each tap. */
const journeyMs = (rate) =>
  onNothing((url) =>
    withBrowser(async (browser) => {
      const context = await browser.newContext({
        viewport: { width: 390, height: 844 },
        hasTouch: true,
        isMobile: true,
      });
      const page = await context.newPage();
      const cdp = await context.newCDPSession(page);
      await page.goto(`${url}/quick`);
      await page.waitForFunction(() => document.documentElement.dataset.ready === "true");
      // what comes later has loaded by the time a plate is read
      await page.waitForTimeout(2500);
      const all = [];
      for (const [name, text] of JOURNEY) {
        const what = { name, exact: typeof name === "string" };
        await page
          .getByRole(text === undefined ? "button" : "textbox", what)
          .first()
          .waitFor();
        await cdp.send("Emulation.setCPUThrottlingRate", { rate });
        all.push(await slowestMs(page, () => tapped(page, name, text)));
        await cdp.send("Emulation.setCPUThrottlingRate", { rate: 1 });
      }
      return all;
    }),
  );

/** @returns for each tap the median of several, at full speed and slowed down */
export async function tapToPaint() {
  const medians = [];
  for (const rate of [1, SLOWER]) {
    const runs = [];
    for (let i = 0; i < TIMES; i += 1) runs.push(await journeyMs(rate));
    medians.push(JOURNEY.map((_, n) => runs.map((r) => r[n]).sort((a, b) => a - b)[TIMES >> 1]));
  }
  return JOURNEY.map(([name], n) => [words(name), ...medians.map((m) => m[n])]);
}

export const tellTaps = (told) =>
  [
    `tap to paint, one system from nothing to its card and one interference: at full speed, ${SLOWER} times slower (target: at most 100 ms each)`,
    ...told.map(([name, ms, slowMs]) => `  ${name.padEnd(30)} ${ms} ms, ${slowMs} ms`),
  ].join("\n");

if (process.argv[1]?.endsWith("benchTaps.mjs")) {
  console.log(tellTaps(await tapToPaint()));
  process.exit(0);
}
