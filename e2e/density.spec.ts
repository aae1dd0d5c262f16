import type { Page } from "@playwright/test";
import { Mixer } from "./mixer";
import { expect, test } from "./test";

test.use({ looksOnly: true });

/** The screens that share the table of channels. */
const TABLES = ["", "/frequencies", "/sync", "/level", "/batteries", "/roll"] as const;
/** The frame's goals in pixels: its two lines, with a mouse and on a phone. */
const MAX_FRAME_PX = 96;
const MAX_PHONE_FRAME_PX = 88;
const MAX_HEADLINE = 60;
const MIN_PHONE_ROWS = 9;
const MAX_PHONE_ROW_PX = 64;

/** How the page stands: rows wholly in sight, the frame's height, the first line. */
const measure = (page: Page) =>
  page.evaluate(() => {
    const stages = document.querySelector("nav[aria-label=Stages]")?.parentElement;
    const rows = [...document.querySelectorAll("tr[data-channel]")].map((r) =>
      r.getBoundingClientRect(),
    );
    return {
      framePx: Math.round(stages?.getBoundingClientRect().bottom ?? 0),
      rowsInSight: rows.filter((r) => r.top >= 0 && r.bottom <= innerHeight).length,
      rowPx: Math.max(...rows.map((r) => Math.round(r.height))),
      headline: document.querySelector("h1")?.textContent ?? "",
      headlineLines: Math.round(
        (document.querySelector("h1")?.getBoundingClientRect().height ?? 0) / 24,
      ),
      isTooWide: document.documentElement.scrollWidth > innerWidth,
    };
  });

const heightOf = (page: Page, selector: string): Promise<number> =>
  page
    .locator(selector)
    .first()
    .evaluate((e) => Math.round(e.getBoundingClientRect().height));

/** How many labels are in sight, and how many of them cover another. */
const labelsOf = (page: Page, selector: string) =>
  page.evaluate((labels) => {
    const boxes = [...document.querySelectorAll(labels)]
      .filter((label) => getComputedStyle(label).visibility === "visible")
      .map((label) => label.getBoundingClientRect());
    const covered = boxes.filter((a, i) =>
      boxes.some(
        (b, j) =>
          j > i &&
          a.left < b.right - 1 &&
          b.left < a.right - 1 &&
          a.top < b.bottom - 1 &&
          b.top < a.bottom - 1,
      ),
    ).length;
    return { inSight: boxes.length, covered };
  }, selector);

/** How far what is in sight moved by itself (Layout Instability: share of the window times way). */
const movedOf = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        let moved = 0;
        new PerformanceObserver((list) => {
          for (const e of list.getEntries()) moved += (e as unknown as { value: number }).value;
        }).observe({ type: "layout-shift", buffered: true });
        setTimeout(() => {
          resolve(moved);
        }, 1000);
      }),
  );
/** A tenth is "good" (Web Vitals, Cumulative Layout Shift). */
const MAX_MOVED = 0.05;

test.describe("sixteen channels", () => {
  test.use({ stands: "many" });

  test("what arrives later moves nothing that is in sight", async ({ page }) => {
    const mixer = new Mixer(page);
    for (const screen of [...TABLES, "/prep", "/scan", "/range", "/walk-test", "/log"]) {
      await mixer.ready(`/day/1${screen}`);
      if (screen === "/range") await expect(mixer.answer).not.toHaveText(/^Calculating/);
      expect.soft(await movedOf(page), screen).toBeLessThan(MAX_MOVED);
    }
  });

  test("all sixteen rows stand in sight at 1280 × 800, under two lines of frame", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    for (const screen of TABLES) {
      await mixer.ready(`/day/1${screen}`);
      await expect(page.locator("tr[data-channel]")).toHaveCount(16);
      const now = await measure(page);
      expect.soft({ screen, rows: now.rowsInSight }).toEqual({ screen, rows: 16 });
      expect.soft(now.framePx).toBeLessThanOrEqual(MAX_FRAME_PX);
      expect.soft(now.headline.length).toBeLessThanOrEqual(MAX_HEADLINE);
      expect.soft({ screen, lines: now.headlineLines }).toEqual({ screen, lines: 1 });
      expect.soft(now.isTooWide).toBe(false);
    }
  });

  test("the spectrum and the floor plan take the room that is left", async ({ page }) => {
    const mixer = new Mixer(page);
    for (const [width, height, leastPx] of [
      [1280, 800, 300],
      [1920, 1080, 520],
      [2560, 1440, 520],
    ] as const) {
      await page.setViewportSize({ width, height });
      for (const screen of ["/frequencies", "/scan"]) {
        await mixer.ready(`/day/1${screen}`);
        const spectrumPx = await heightOf(page, "figure svg[role=img]");
        expect.soft({ screen, width, isHigh: spectrumPx >= leastPx }).toEqual({
          screen,
          width,
          isHigh: true,
        });
        const used = await page.evaluate(
          () => (document.querySelector("main")?.getBoundingClientRect().width ?? 0) / innerWidth,
        );
        expect.soft(used).toBeGreaterThan(0.94);
      }
    }
    await page.setViewportSize({ width: 1280, height: 800 });
    await mixer.ready("/day/1/range");
    const plan = await page
      .getByRole("img", { name: /^Plan of/ })
      .evaluate((e) => e.getBoundingClientRect().bottom);
    expect(plan).toBeLessThanOrEqual(800);
    for (const screen of ["/range", "/draw", "/walk-test"]) {
      await mixer.ready(`/day/1${screen}`);
      const { inSight, covered } = await labelsOf(page, "svg text[data-halo]");
      expect
        .soft({ screen, areThere: inSight >= 5, covered })
        .toEqual({ screen, areThere: true, covered: 0 });
    }
  });

  test("labels in the spectrum never cover each other; f gives it the whole window", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    for (const width of [390, 1280, 1920, 2560]) {
      await page.setViewportSize({ width, height: 900 });
      await mixer.ready("/day/1/frequencies");
      if (width === 390) await mixer.button("Spectrum").click();
      const { covered } = await labelsOf(page, "figure svg [data-flag]");
      expect.soft({ width, covered }).toEqual({ width, covered: 0 });
    }
    await page.setViewportSize({ width: 1280, height: 800 });
    await mixer.ready("/day/1/frequencies");
    await page.keyboard.press("f");
    expect(await heightOf(page, "figure")).toBe(800);
    await page.keyboard.press("Escape");
    await expect.poll(async () => heightOf(page, "figure")).toBeLessThan(600);
  });

  test("the choice goes along from stage to stage, by arrows, number and name", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1");
    const isChosen = async (talker: string) =>
      expect(mixer.row(talker)).toHaveAttribute("aria-selected", "true");
    await page.keyboard.press("ArrowDown");
    await isChosen("Tobiah");
    await page.keyboard.type("12");
    await isChosen("Una");
    await page.keyboard.type("gf");
    await expect(page).toHaveURL(/frequencies$/);
    await isChosen("Una");
    await page.keyboard.type("Ze");
    await isChosen("Zeb");
    await expect(mixer.row("Zeb")).toBeFocused();
    await page.keyboard.press("Enter");
    await expect(mixer.channel("Zeb")).toBeFocused();
    await page.keyboard.press("Escape");
    await expect(mixer.row("Zeb")).toBeFocused();
  });

  test.describe("on a phone", () => {
    test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
    test("nine rows and more, each a thumb high", async ({ page }) => {
      const mixer = new Mixer(page);
      for (const screen of TABLES) {
        await mixer.ready(`/day/1${screen}`);
        await expect(page.locator("tr[data-channel]")).toHaveCount(16);
        const now = await measure(page);
        expect
          .soft({ screen, isEnough: now.rowsInSight >= MIN_PHONE_ROWS, rows: now.rowsInSight })
          .toEqual({ screen, isEnough: true, rows: now.rowsInSight });
        expect.soft(now.framePx).toBeLessThanOrEqual(MAX_PHONE_FRAME_PX);
        expect.soft(now.rowPx).toBeLessThanOrEqual(MAX_PHONE_ROW_PX);
        expect.soft(now.rowPx).toBeGreaterThanOrEqual(48);
        expect.soft(now.isTooWide).toBe(false);
      }
    });
  });
});

test.describe("the command box", () => {
  test.use({ stands: "ready" });
  test("finds a screen, a channel and an action by words", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1");
    await page.keyboard.press("Control+k");
    await page.keyboard.type("walk te");
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/walk-test$/);
    await page.keyboard.press("Control+k");
    await page.keyboard.type("irs");
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/\/day\/1$/);
    await expect(mixer.row("Irsa")).toHaveAttribute("aria-selected", "true");
    await page.keyboard.press("Control+k");
    await page.keyboard.type("zzz");
    await expect(page.getByText(/^Nothing by that name/)).toBeVisible();
    await page.keyboard.press("Escape");
    await page.keyboard.press("?");
    const help = page.getByRole("dialog", { name: "Help" });
    await expect(help.getByRole("article", { name: "Day" })).toBeVisible();
    await help.getByRole("tab", { name: "Words" }).click();
    await help.getByLabel("Find a word").fill("squel");
    await expect(help).toContainText("Mutes a receiver");
    await help.getByRole("tab", { name: "Keys" }).click();
    await expect(help).toContainText("Next channel");
    await expect(help).toContainText("Show everything that comes next");
    mixer.expectNoComplaints();
  });
});
