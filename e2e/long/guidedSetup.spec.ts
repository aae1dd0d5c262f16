import { Mixer } from "../mixer";
import { expect, test } from "../test";

/** More presses than anybody should need. */
const PATIENCE = 70;

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test("led from the first scan to a checked plan, one channel after the other, each pack left on", async ({
  page,
}) => {
  test.setTimeout(180_000);
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/guided-setup");
  const panel = page.getByRole("region", { name: "The next step" });
  const said: string[] = [];
  const isOver = () =>
    mixer.page
      .getByRole("heading", { name: "Five channels set one after another and checked" })
      .isVisible();
  const next = panel.getByRole("button").first();
  for (let i = 0; i < PATIENCE; i += 1) {
    // a scan has no button until it is over, and neither has the end
    await expect
      .poll(
        async () =>
          (await isOver()) ||
          ((await next.isVisible()) && (await next.isEnabled({ timeout: 500 }).catch(() => false))),
        { timeout: 40_000 },
      )
      .toBe(true);
    if (await isOver()) break;
    said.push((await panel.locator("b").first().textContent())!);
    await next.click();
    await page.waitForTimeout(200);
  }
  expect(
    `${await mixer.answer.textContent()} after ${said.length}: ${said.slice(-6).join(" / ")}; ${(await page.getByRole("alert").allTextContents()).join(" ")}`,
  ).toMatch(/^Five channels set one after another and checked/);
  expect(said[0]).toBe("Switch Pack C off.");
  expect(new Set(said.filter((s) => s.startsWith("Scan again, with"))).size).toBeGreaterThanOrEqual(
    3,
  );
  expect(said).toContain("Store it on Pack E.");
  await expect(page.getByText(/Plan \d+ is checked/)).toBeVisible();
  await mixer.open("Frequencies");
  await expect(mixer.answer).toContainText("Five channels clear");
  mixer.expectNoComplaints();
});
