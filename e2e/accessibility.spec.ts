import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { Page } from "@playwright/test";
import { Mixer } from "./mixer";
import { BESIDE, SCREENS } from "./screens";
import { expect, test } from "./test";

test.use({ stands: "ready", looksOnly: true });

const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** Off unless asked for: WCAG 2.2's targets of 24 px, and names that say what is seen. */
const ALSO = ["target-size", "label-content-name-mismatch"];

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
  const found = await page.evaluate(
    async ({ runOnly, alsoRun }) => {
      const { axe } = window as unknown as {
        axe: { run: (options: object) => Promise<{ violations: Found[] }> };
      };
      const options = {
        resultTypes: ["violations"],
        ...(runOnly
          ? { runOnly }
          : { rules: Object.fromEntries(alsoRun.map((r) => [r, { enabled: true }])) }),
      };
      return (await axe.run(options)).violations;
    },
    { runOnly: rules, alsoRun: ALSO },
  );
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

test("whatever has the focus shows it, on every stage (WCAG 2.2, 2.4.7 and 2.4.11)", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  for (const screen of [
    "",
    "/prep",
    "/scan",
    "/frequencies",
    "/sync",
    "/level",
    "/range",
    "/roll",
  ]) {
    await mixer.ready(`/day/1${screen}`);
    for (let i = 0; i < 25; i += 1) {
      await page.keyboard.press("Tab");
      const unseen = await page.evaluate(() => {
        const now = document.activeElement;
        // a handle in a picture is drawn thicker instead
        if (!now || now === document.body || now.closest("svg")) return null;
        // a hidden one lets the area around it show the focus
        if (now.closest('[style*="clip"]')) return null;
        // a switch or a box is drawn by what stands around it
        const drawn = [now, now.closest("label"), now.parentElement].filter((e) => e !== null);
        const isShown = drawn.some((e) => {
          const { outlineStyle, outlineWidth } = getComputedStyle(e);
          return outlineStyle !== "none" && parseFloat(outlineWidth) >= 2;
        });
        const box = now.getBoundingClientRect();
        // nothing that stays on top of the page may hide it
        const [x, y] = [box.left + box.width / 2, box.top + Math.min(box.height / 2, 20)];
        const top = document.elementFromPoint(x, y);
        const isHidden =
          y >= 0 && y < innerHeight && x >= 0 && x < innerWidth && top !== null
            ? !(now.contains(top) || top.contains(now) || now.closest("label")?.contains(top))
            : false;
        return isShown && !isHidden
          ? null
          : `${now.outerHTML.slice(0, 120)} ${isHidden ? "hidden" : "no outline"}`;
      });
      expect.soft({ screen, unseen }).toEqual({ screen, unseen: null });
    }
  }
});
