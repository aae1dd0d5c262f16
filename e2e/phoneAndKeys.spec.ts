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
    for (const stage of ["Day", "Sync", "Prepare", "Scan", "Pick", "Level", "Place"] as const) {
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
  await page.keyboard.press("3");
  await expect(page).toHaveURL(/\/scan$/);
  await page.getByRole("img", { name: /^(Spectrum|Nothing measured)/ }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/^518\.025 MHz · (−\d+ dBm|not measured)/)).toBeVisible();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("1");
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

test.describe(() => {
  test.use({ stands: "set", looksOnly: false });
  test("a pack of another block is shown as not matching, and why", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.open("Sync");
    await mixer.channel("Tobiah").getByRole("button", { name: "Packs and cells" }).click();
    await mixer
      .channel("Tobiah")
      .getByRole("button", { name: /Pack of Tobiah/ })
      .click();
    await expect(page.getByRole("option", { name: /Pack G/ })).toContainText("never meets Bag 1");
    await expect(page.getByRole("option", { name: /Pack A/ })).toContainText("with Marit");
    await page.getByRole("option", { name: /Pack G/ }).click();
    await expect(mixer.channel("Tobiah")).toContainText("Pack G tunes 566–614");
    await expect(mixer.next).toContainText("Give Tobiah another pack");
    await mixer
      .channel("Tobiah")
      .getByRole("button", { name: /Pack of Tobiah/ })
      .click();
    await page.getByRole("option", { name: /Pack B/ }).click();
    await expect(mixer.channel("Tobiah")).not.toContainText("Pack G tunes");
  });
});
