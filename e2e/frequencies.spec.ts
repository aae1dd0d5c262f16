import { Mixer } from "./mixer";
import { expect, test } from "./test";

test.use({ stands: "picked" });

test("a typed frequency that breaks a rule is told which; a good one is kept and the rest is solved around it", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Frequencies");
  const field = page.getByRole("textbox", { name: "Lock Marit at, MHz" });
  await field.fill("five hundred");
  await expect(
    page.getByText('"five hundred" is not a frequency or one of its numbers.'),
  ).toBeVisible();
  await expect(mixer.button("Find again")).toBeDisabled();
  await field.fill("482");
  await expect(page.getByText(/482\.000 is TV 22, Ellery Head One/)).toBeVisible();
  await field.fill("495,5");
  await mixer.button("Find again").click();
  await expect(mixer.button("Use this plan")).toBeVisible();
  await expect(mixer.row("Marit")).toContainText("495.500");
  await expect(mixer.row("Marit")).toContainText("locked");
  await mixer.button("Use this plan").click();
  await expect(page.getByText(/Plan 2 is in use/)).toBeVisible();
  await mixer.button("Undo: back to plan 1").click();
  await expect(page.getByText("Plan 3 restores plan 1.")).toBeVisible();
});

test("a place is asked about, a carrier taken there by keys and by hand, and taken back", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Frequencies");
  const spectrum = page.getByRole("img", { name: /carriers? of ours/ });
  const marit = mixer.row("Marit");
  const figure = marit.locator("td").nth(1);
  const stood = await figure.textContent();
  await spectrum.focus();
  for (let i = 0; i < 2; i += 1) await page.keyboard.press("PageDown");
  await expect(page.getByText(/Marit at \d{3}\.\d{3}: (fine here|.+)\./)).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(mixer.button("Discard")).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Lock Marit at, MHz" })).toHaveValue(
    /^\d{3}\.\d{3}$/,
  );
  await expect(mixer.channel("Marit")).toContainText(/was \d{3}/);
  // into a television station by hand: it says so while it is held there, and the set cannot be
  // accepted
  const flag = page.locator("[data-moves]").nth(1);
  const [box, picture] = [(await flag.boundingBox())!, (await spectrum.boundingBox())!];
  await page.mouse.move(box.x + 16, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(picture.x + picture.width * 0.12, box.y + 12, { steps: 8 });
  await expect(page.getByText(/at \d{3}\.\d{3}: TV 22, Ellery Head One/)).toBeVisible();
  await page.mouse.up();
  await expect(mixer.answer).toContainText(/breaks? a rule/);
  await expect(mixer.button("Use this plan")).toBeDisabled();
  await mixer.button("Undo").click();
  await expect(page.getByText(/at \d{3}\.\d{3}: TV 22/)).toHaveCount(0);
  await mixer.button("Discard").click();
  await expect(figure).toHaveText(stood!);
  await mixer.button("Noise").click();
  await expect(page.getByRole("columnheader", { name: "Noise" })).toHaveAttribute(
    "aria-sort",
    "ascending",
  );
  mixer.expectNoComplaints();
});

test("inside the makers' banks, and one after another", async ({ page }) => {
  const mixer = new Mixer(page);
  await mixer.open("Frequencies");
  await mixer.button(/all at once/).click();
  await page.getByRole("option", { name: /inside one bank/ }).click();
  await mixer.button("Find again").click();
  await expect(page.getByRole("row", { name: /bank \d .*4 of 4.*used/ })).toBeVisible({
    timeout: 20_000,
  });
  await mixer.button("Discard").click();
  await mixer.button(/inside one bank/).click();
  await page.getByRole("option", { name: /one after another/ }).click();
  await expect(page.getByText("One after another: every channel has a frequency.")).toBeVisible();
});

test.describe(() => {
  test.use({ stands: "ready" });
  test("moving on makes the plan stale, and the day says what to do", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.open("Day");
    await page.getByRole("button", { name: /Clock of the practice day/ }).click();
    await page.getByRole("menuitem", { name: "Skip to 11:00, Quay" }).click();
    await expect(
      page.getByRole("button", { name: /Clock of the practice day, 11:00/ }),
    ).toBeVisible();
    await expect(mixer.next).toContainText("Move to Quay");
    await mixer.button("Move here: Quay").click();
    await expect(mixer.answer).toHaveText("Five channels to set up at Quay");
    await expect(mixer.row("Marit")).toContainText("found at Net loft");
    await mixer.scan();
    await mixer.open("Frequencies");
    await mixer.button("Keep what still works").click();
    await expect(page.getByText(/No pack to retune|packs? to retune/)).toBeVisible({
      timeout: 30_000,
    });
    await expect(mixer.channel("Marit")).toContainText(/unchanged|was \d{3}/);
    await mixer.button("Use this plan").click();
    await expect(page.getByText(/Plan \d+ is in use/)).toBeVisible();
    await mixer.choose("Tobiah");
    await page.getByRole("textbox", { name: "Lock Tobiah at, MHz" }).fill("535.5");
    await mixer.button("Change the fewest").click();
    await expect(page.getByText(/packs? to retune \(.*Tobiah/)).toBeVisible({ timeout: 30_000 });
    mixer.expectNoComplaints();
  });
});
