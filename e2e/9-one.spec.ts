import { expect, test } from "@playwright/test";
import { Mixer } from "./mixer";
import { ownServer } from "./ownServer";

const PORT = Number(process.env["PLAIN_CHANNEL_TEST_PORT"] ?? 4600) + 120;
/** More presses than anybody should need. */
const PATIENCE = 70;

test("led from the first scan to a checked plan, one channel after the other, each pack left on", async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const server = await ownServer(PORT);
  const context = await browser.newContext({
    baseURL: server.url,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
  });
  try {
    const mixer = new Mixer(await context.newPage());
    await mixer.ready("/day/1/guided-setup");
    const panel = mixer.page.getByRole("region", { name: "The next step" });
    const said: string[] = [];
    const isOver = () =>
      mixer.page
        .getByRole("heading", { name: "Five channels set one after another, and checked" })
        .isVisible();
    const next = panel.getByRole("button").first();
    for (let i = 0; i < PATIENCE; i += 1) {
      // a scan has no button until it is over, and neither has the end
      await expect
        .poll(
          async () =>
            (await isOver()) ||
            ((await next.isVisible()) &&
              (await next.isEnabled({ timeout: 500 }).catch(() => false))),
          { timeout: 40_000 },
        )
        .toBe(true);
      if (await isOver()) break;
      said.push((await panel.locator("b").first().textContent())!);
      await next.click();
      await mixer.page.waitForTimeout(200);
    }
    expect(
      `${await mixer.answer.textContent()} after ${said.length}: ${said.slice(-6).join(" / ")}; ${(await mixer.page.getByRole("alert").allTextContents()).join(" ")}`,
    ).toMatch(/^Five channels set one after another, and checked/);
    expect(said[0]).toBe("Switch Pack C off.");
    expect(
      new Set(said.filter((s) => s.startsWith("Scan again, with"))).size,
    ).toBeGreaterThanOrEqual(3);
    expect(said).toContain("Store it on Pack E.");
    await expect(mixer.page.getByText(/Plan \d+ is checked/)).toBeVisible();
    await mixer.open("Pick");
    await expect(mixer.answer).toContainText("Five channels stand clear");
    mixer.expectNoComplaints();
  } finally {
    await context.close();
    await server.stop();
  }
});
