import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Page } from "@playwright/test";
import { Mixer } from "./mixer";
import { BESIDE, SCREENS } from "./screens";
import { expect, test } from "./test";

test.use({ stands: "ready", looksOnly: true });

const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

interface Found {
  id: string;
  impact: string | null;
  nodes: { target: string[]; failureSummary?: string }[];
}

/** What axe finds on the page as it stands that is serious or worse, a line each. */
async function seriousOf(page: Page, rules: readonly string[] | null): Promise<string[]> {
  // a screen that is just fading in has other colours; what turns for ever is not waited for
  await page.evaluate(() =>
    Promise.race([
      Promise.allSettled(document.getAnimations().map((a) => a.finished)),
      new Promise((resolve) => setTimeout(resolve, 1000)),
    ]),
  );
  const found = await page.evaluate(async (runOnly) => {
    const { axe } = window as unknown as {
      axe: { run: (options: object) => Promise<{ violations: Found[] }> };
    };
    const options = { resultTypes: ["violations"], ...(runOnly ? { runOnly } : {}) };
    return (await axe.run(options)).violations;
  }, rules);
  return found
    .filter((v) => v.impact === "serious" || v.impact === "critical")
    .flatMap((v) => v.nodes.map((n) => `${v.id} ${n.target.join(" ")}: ${n.failureSummary ?? ""}`));
}

const addresses = [
  ...SCREENS.map((s) => `/day/1/${s}`.replace(/\/$/, "")),
  ...BESIDE.map((s) => `/${s}`),
];
const PARTS = 4;
/** What another theme may change; the rest is the same page. */
const OF_COLOUR = ["color-contrast", "link-in-text-block"];

for (let part = 0; part < PARTS; part += 1)
  test(`every screen: axe finds nothing serious by day and by night, and it fits in 390 px (${part + 1} of ${PARTS})`, async ({
    page,
  }) => {
    test.setTimeout(180_000);
    const mixer = new Mixer(page);
    for (const address of addresses.filter((_, i) => i % PARTS === part)) {
      await mixer.ready(address);
      await expect(mixer.answer).toBeVisible();
      await page.evaluate(AXE);
      for (const theme of ["day", "night"]) {
        await page.evaluate((t) => {
          document.documentElement.dataset["theme"] = t;
        }, theme);
        const serious = await seriousOf(page, theme === "day" ? null : OF_COLOUR);
        expect.soft({ address, theme, serious }).toEqual({ address, theme, serious: [] });
      }
      const { width, height } = page.viewportSize() ?? { width: 1280, height: 800 };
      await page.setViewportSize({ width: 390, height: 844 });
      await expect
        .soft(page.locator("html"), `${address} at 390 px`)
        .toHaveJSProperty("scrollWidth", 390);
      await page.setViewportSize({ width, height });
    }
  });
