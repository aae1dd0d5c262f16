import { Mixer } from "./mixer";
import { expect, test } from "./test";

test.use({ stands: "picked" });

test("a typed frequency that breaks a rule is told which; a good one is kept and the rest is solved around it", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Pick");
  const field = page.getByRole("textbox", { name: "Fix Marit at, MHz" });
  await field.fill("five hundred");
  await expect(page.getByText('"five hundred" is not a frequency.')).toBeVisible();
  await expect(mixer.button("Find again")).toBeDisabled();
  await field.fill("482");
  await expect(page.getByText(/482\.000 is TV 22, Ellery Head One/)).toBeVisible();
  await field.fill("495,5");
  await mixer.button("Find again").click();
  await expect(mixer.button(/^Accept as plan 2/)).toBeVisible();
  await expect(page.getByRole("row", { name: /^Ma Marit/ })).toContainText("495.500");
  await expect(page.getByRole("row", { name: /^Ma Marit/ })).toContainText("fixed by you");
  await mixer.button(/^Accept as plan 2/).click();
  await expect(page.getByText(/Plan 2 stands/)).toBeVisible();
  await mixer.button("Undo: back to plan 1").click();
  await expect(page.getByText("Plan 3 takes plan 1 back.")).toBeVisible();
});

test("a place is asked about, a carrier taken there by keys and by hand, and taken back", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Pick");
  const spine = page.getByRole("img", { name: /carriers of ours on the spine/ });
  const marit = page.getByRole("row", { name: /^Ma Marit/ });
  const stood = await marit.locator("td").first().textContent();
  await spine.focus();
  for (let i = 0; i < 2; i += 1) await page.keyboard.press("PageDown");
  await expect(page.getByText(/Marit at \d{3}\.\d{3}: (fine here|.+)\./)).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(mixer.button("Drop these")).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Fix Marit at, MHz" })).toHaveValue(
    /^\d{3}\.\d{3}$/,
  );
  await expect(marit).toContainText(/was \d{3}/);
  // into a television station by hand: it says so while it is held there, and the set cannot be
  // accepted
  const flag = page.locator("[data-moves]").nth(1);
  const [box, picture] = [(await flag.boundingBox())!, (await spine.boundingBox())!];
  await page.mouse.move(box.x + 16, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(picture.x + picture.width * 0.12, box.y + 12, { steps: 8 });
  await expect(page.getByText(/at \d{3}\.\d{3}: TV 22, Ellery Head One/)).toBeVisible();
  await page.mouse.up();
  await expect(mixer.answer).toContainText(/not stand clear/);
  await expect(mixer.button(/^Accept as plan/)).toBeDisabled();
  await mixer.button("Undo the last step").click();
  await expect(page.getByText(/at \d{3}\.\d{3}: TV 22/)).toHaveCount(0);
  await mixer.button("Drop these").click();
  await expect(marit.locator("td").first()).toHaveText(stood!);
  await mixer.button("In hand").click();
  await expect(page.getByRole("columnheader", { name: "In hand" })).toHaveAttribute(
    "aria-sort",
    "ascending",
  );
  mixer.expectNoComplaints();
});

test("inside the makers' banks, and one after another", async ({ page }) => {
  const mixer = new Mixer(page);
  await mixer.open("Pick");
  await mixer.button(/all at once/).click();
  await page.getByRole("option", { name: /inside one bank/ }).click();
  await mixer.button("Find again").click();
  await expect(page.getByRole("row", { name: /bank \d .*4 of 4.*taken/ })).toBeVisible({
    timeout: 20_000,
  });
  await mixer.button("Drop these").click();
  await mixer.button(/inside one bank/).click();
  await page.getByRole("option", { name: /one after another/ }).click();
  await expect(page.getByText("One after another: all stand.")).toBeVisible();
});

test.describe(() => {
  test.use({ stands: "ready" });
  test("moving on makes the plan stale, and the day says what to do", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.open("Day");
    await page.getByRole("button", { name: /day's clock/ }).click();
    await page.getByRole("menuitem", { name: "To 11:00, quay" }).click();
    await expect(page.getByRole("button", { name: /day's clock, 11:00/ })).toBeVisible();
    await expect(mixer.next.getByRole("listitem").first()).toContainText("Move to the quay");
    await mixer.button("We are here: the quay").click();
    await expect(mixer.answer).toHaveText("Five channels to make ready at the quay");
    await expect(page.getByRole("row", { name: /Marit/ })).toContainText("picked at the net loft");
    await mixer.scan();
    await mixer.open("Pick");
    await mixer.button("Keep what can stay").click();
    await expect(page.getByText(/Nobody retunes|packs? to retune/)).toBeVisible({
      timeout: 30_000,
    });
    await expect(page.getByRole("row", { name: /^Ma Marit/ })).toContainText(/stays|was \d{3}/);
    await mixer.button(/^Accept as plan/).click();
    await expect(page.getByText(/Plan \d+ stands/)).toBeVisible();
    await page.getByRole("textbox", { name: "Fix Tobiah at, MHz" }).fill("535.5");
    await mixer.button("Change as little as possible").click();
    await expect(page.getByText(/packs? to retune \(.*Tobiah/)).toBeVisible({ timeout: 30_000 });
    mixer.expectNoComplaints();
  });
});
