import { readFileSync } from "node:fs";
import { Mixer } from "./mixer";
import { drag, plan } from "./planSteps";
import { expect, test } from "./test";

test("the first line tells who drops out and what helps most; made so, it holds, and can be taken back; kept, it stands under Next", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/range");
  await expect(mixer.answer).toHaveText(/^Agnete: voice lost [\d.]+ % of this walk$/);
  const before = await mixer.answer.innerText();
  await expect(
    page.getByText(/ helps most: then (no voice lost|voice lost .* of this walk)\./),
  ).toBeVisible({
    timeout: 40_000,
  });
  await page
    .getByRole("row", { name: /helps most/ })
    .getByRole("button", { name: /^Apply: / })
    .click();
  await expect(mixer.answer).toHaveText(/^All walks OK|voice lost (under )?0\.\d+ %/);
  await mixer.button("Undo").click();
  await expect(mixer.answer).toHaveText(before);
  await mixer.button("Find two positions").click();
  await expect(page.getByText(/at least \d+ dB to spare on every walk instead of/)).toBeVisible({
    timeout: 60_000,
  });
  // each figure tells what it is made of
  await page
    .getByText(/^How this is calculated/)
    .first()
    .click();
  await expect(page.getByText(/^To antenna [AB]\. It needs −\d+ dBm: /)).toBeVisible();
  await mixer.button("Use these positions").click();
  await expect(mixer.answer).not.toHaveText(before);
  await mixer.button("Save the range check").click();
  await expect(page.getByText(/^Range check saved for three channels/)).toBeVisible();
  // nobody drew where they go: that comes before their range, and leads there with the tool in hand
  await page.keyboard.press("n");
  await mixer.next.getByRole("link", { name: "Draw a walk for Irsa and Nils" }).click();
  await expect(page.getByRole("button", { name: /Who walks$/ })).toContainText("Irsa");
  mixer.expectNoComplaints();
});

test("an antenna is moved by keys, and its cable goes along; in feet where somebody reads a tape so", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/draw");
  await page.getByRole("button", { name: /Lengths in$/ }).click();
  await page.getByRole("option", { name: "feet" }).click();
  await mixer.open("Range");
  const antennas = page.getByRole("region", { name: "Antennas", exact: true });
  await expect(antennas).toContainText("ft");
  await antennas
    .getByRole("button", { name: /^less: Height/ })
    .first()
    .scrollIntoViewIfNeeded();
  const fed = antennas.getByText(/of RG-58/).first();
  const was = (await fed.count()) > 0 ? await fed.innerText() : "";
  await antennas.getByRole("button", { name: "Move A by arrow keys" }).focus();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press("ArrowLeft");
  await expect(fed).toBeVisible();
  await expect(fed).not.toHaveText(was === "" ? "never" : was);
  await mixer.button("Undo").click();
  await page.getByRole("link", { name: "Floor plan", exact: true }).first().click();
  await page.getByRole("button", { name: /Lengths in$/ }).click();
  await page.getByRole("option", { name: "metres" }).click();
  mixer.expectNoComplaints();
});

test("drawn by hand: wall, door, a box, moved by keys, taken back; kept over a reload; what is no plan is refused, ours comes back whole", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/draw");
  const walls = async () =>
    ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"].indexOf(
      (await plan(page).getAttribute("aria-label"))!.split(" ")[0]!,
    );
  const start = await walls();
  await mixer.button("Wall").click();
  await drag(page, [0.75, 0.1], [0.75, 0.4]);
  const wall = page.getByRole("group", { name: "Wall" });
  await expect(wall.getByText(/^From its material/)).toBeVisible();
  // somebody measured it: that counts, until it is taken back
  await wall.getByRole("textbox", { name: /straight through$/ }).fill("12");
  await page.keyboard.press("Enter");
  await wall.getByRole("button", { name: "Use its material again" }).click();
  await expect(wall.getByText(/^From its material/)).toBeVisible();
  expect(await walls()).toBe(start + 1);
  await mixer.button("Door").click();
  await drag(page, [0.75, 0.25]);
  await expect(page.getByRole("group", { name: "Door or window" })).toBeVisible();
  await mixer.button("Obstacle").click();
  await drag(page, [0.01, 0.9], [0.04, 0.97]);
  const box = page.getByRole("group", { name: "Obstacle" });
  await expect(box).toBeVisible();
  await box.getByText(/^Its 4 points/).click();
  const across = box.getByRole("textbox", { name: "1: across" });
  const was = Number(await across.inputValue());
  await page.getByRole("group", { name: /^Drawing of/ }).focus();
  await page.keyboard.press("ArrowLeft");
  await expect(across).toHaveValue(String(was - 0.25));
  await page.keyboard.press("Control+z");
  await expect(across).toHaveValue(String(was));
  await expect(page.getByText("saved", { exact: true })).toBeVisible();
  await page.reload();
  await expect.poll(walls).toBe(start + 1);
  const file = page.locator("section[aria-label=Files] input[type=file]");
  await file.setInputFiles({
    name: "town.geojson",
    mimeType: "application/json",
    buffer: Buffer.from('{"type":"Feature'),
  });
  await expect(
    page.getByText(/^“town.geojson” is neither GeoJSON nor SVG .*The plan is unchanged\.$/),
  ).toBeVisible();
  await file.setInputFiles({
    name: "hall.svg",
    mimeType: "image/svg+xml",
    buffer: Buffer.from(
      "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 50'><script>window.hurt = 1</script><g transform='translate(10 10)'><line x1='0' y1='0' x2='40' y2='0'/></g><rect x='60' y='10' width='20' height='10'/></svg>",
    ),
  });
  await mixer.button("Import").click();
  await expect(page.getByText(/^two shapes of “hall.svg” added to the plan/i)).toBeVisible();
  expect(await walls()).toBe(start + 2);
  expect(await page.evaluate(() => "hurt" in window)).toBe(false);
  const [saved] = await Promise.all([
    page.waitForEvent("download"),
    mixer.button("Save as SVG").click(),
  ]);
  const ours = readFileSync(await saved.path());
  await mixer.button("Undo").click();
  expect(await walls()).toBe(start + 1);
  await file.setInputFiles({ name: "ours.svg", mimeType: "image/svg+xml", buffer: ours });
  await expect(page.getByText(/^“ours.svg” is now the whole plan/)).toBeVisible();
  expect(await walls()).toBe(start + 2);
  mixer.expectNoComplaints();
});

test("a walk is walked, typed readings are laid over it, and what they say of the place is kept and used", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/walk-test");
  await page.getByText("Type or paste levels").click();
  await page.getByRole("textbox", { name: /^Time, level/ }).fill("0 -60 -61\n10 quiet");
  await mixer.button("Use these levels").click();
  await expect(
    page.getByText("Line 2 of what was typed cannot be read: “10 quiet”. Nothing was imported."),
  ).toBeVisible();
  await mixer.button(/^Switch Pack \w on$/).click();
  await mixer.button(/ walk it$/).click();
  await expect(mixer.answer).toHaveText(/than the model$|as the model says/);
  await mixer.button("Save for Net loft").click();
  await expect(page.getByText(/^Walk test saved/)).toBeVisible();
  await mixer.open("Range");
  await expect(page.getByText(/Corrected by the walk test here: everywhere −?\d/)).toBeVisible();
  mixer.expectNoComplaints();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true });
  test("a rig card: what is changed is kept at once, and what was to mend goes from the list", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1/cards");
    const card = page.getByRole("article", { name: "Rig card of Marit" }).first();
    await expect(card.getByText(/^Ask before you touch/)).toBeVisible();
    await page.getByText("they were asked").tap();
    await expect(card.getByText(/^Ask before you touch/)).toHaveCount(0);
    await page.getByText("antenna lies on skin").tap();
    await expect(
      card.getByText(/^A thin plastic sleeve over the antenna.*about 7 dB/),
    ).toBeVisible();
    await page.getByText("falls, fights, stunts").tap();
    await expect(card.getByText(/^Ask the stunt or safety lead/)).toBeVisible();
    expect(
      await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      ),
    ).toBeLessThanOrEqual(0);
    mixer.expectNoComplaints();
  });
});
