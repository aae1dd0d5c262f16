import type { Page } from "@playwright/test";
import { Mixer } from "./mixer";
import { expect, test } from "./test";

test.use({ stands: "ready", looksOnly: true });

const expectItFits = async (page: Page, screen: string) => {
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect.soft({ screen, width }).toEqual({ screen, width: 390 });
};

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("every stage fits in 390 px and its buttons can be hit", async ({ page }) => {
    const mixer = new Mixer(page);
    for (const stage of ["Day", "Sync", "Prep", "Scan", "Frequencies", "Level", "Range"] as const) {
      await mixer.open(stage);
      await expect(mixer.answer).toBeVisible();
      await expectItFits(page, stage);
      // read at once: the list may change under the test while the screen settles
      const low = await page.evaluate(() =>
        [...document.querySelectorAll("main button, main [role=button]")]
          // a drop zone keeps a hidden button for the keyboard: nobody aims at that
          .filter((b) => b.checkVisibility() && b.closest("[style*=clip]") === null)
          .filter((b) => Math.round(b.getBoundingClientRect().height) < 44)
          .map((b) => b.textContent),
      );
      expect.soft({ stage, low }).toEqual({ stage, low: [] });
    }
  });
});

test("keys open the stages, ? shows them, the spectrum reads out by arrow", async ({ page }) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await page.keyboard.type("gs");
  await expect(page).toHaveURL(/\/scan$/);
  await page.getByRole("img", { name: /^(Spectrum|Nothing measured)/ }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/^518\.025 MHz · (−\d+ dBm|not measured)/)).toBeVisible();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Help" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.type("gd");
  await expect(page).toHaveURL(/\/day\/1$/);
});

test("night stays night after a reload", async ({ page }) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await page.getByRole("button", { name: "Night colours: off" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
  await mixer.ready(page.url());
  await expect(page.locator("html")).toHaveAttribute("data-theme", "night");
  const light = await page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  expect(light).toBe("rgb(18, 15, 13)");
});

test("settings: by keys from any screen; clock, dates and levels follow on every one", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/scan");
  await page.keyboard.type("g,");
  await expect(page).toHaveURL(/\/settings\?day=1$/);
  const choose = async (label: string, choice: string) => {
    await page.getByRole("button", { name: new RegExp(`${label}$`) }).click();
    await page.getByRole("option", { name: choice }).click();
  };
  await choose("Time", "am and pm");
  await choose("RF levels in", "dBµV");
  await choose("Date", "year-month-day");
  await expect(page.getByText("Tue 2027-05-04 · 7:35 pm · 35 dBµV")).toBeVisible();
  await page.getByRole("link", { name: "Back to the day" }).click();
  await expect(
    page.getByRole("button", { name: /^Clock of the practice day, 7:\d\d am/ }),
  ).toBeVisible();
  await mixer.ready("/day/1/scan");
  await expect(page.getByText(/^noise limit \d+ dBµV in \d+ kHz$/).first()).toBeVisible();
  mixer.expectNoComplaints();
});

test.describe(() => {
  test.use({ stands: "set", looksOnly: false });
  test("a pack of another block is shown as not matching, and why", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.open("Sync");
    const tobiah = await mixer.choose("Tobiah");
    await tobiah.getByRole("button", { name: "Packs and batteries" }).click();
    await tobiah.getByRole("button", { name: /Pack of Tobiah/ }).click();
    await expect(page.getByRole("option", { name: /Pack G/ })).toContainText("never meets Bag 1");
    await expect(page.getByRole("option", { name: /Pack A/ })).toContainText("with Marit");
    await page.getByRole("option", { name: /Pack G/ }).click();
    await expect(mixer.row("Tobiah")).toContainText("Pack G tunes 566–614");
    await expect(mixer.next).toContainText("Change Tobiah’s pack");
    await tobiah.getByRole("button", { name: /Pack of Tobiah/ }).click();
    await page.getByRole("option", { name: /Pack B/ }).click();
    await expect(mixer.row("Tobiah")).not.toContainText("Pack G tunes");
  });
});
