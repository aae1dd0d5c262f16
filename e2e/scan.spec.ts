import { Mixer } from "./mixer";
import { expect, test } from "./test";

test("a scan looked at: nearer and back, kept in the address; passes over time; two places compared; saved and read again", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Scan");
  const off = mixer.button(/^Switch (it|them) off$/);
  if (await off.count()) await off.click();
  await mixer.button(/How many passes/).click();
  await page.getByRole("option", { name: /^three times/ }).click();
  await mixer.button("Scan now").click();
  await expect(page.getByRole("img", { name: /^three passes/ })).toBeVisible({
    timeout: 40_000,
  });
  const picture = page.getByRole("img", { name: /^Spectrum/ });
  const box = (await picture.boundingBox())!;
  await page.mouse.move(box.x + 300, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 420, box.y + 60, { steps: 4 });
  await page.mouse.up();
  await expect(page).toHaveURL(/from=\d+\.\d{3}&to=\d+\.\d{3}/);
  const url = page.url();
  await page.reload();
  await expect(page.getByText(/\d to \d.*MHz$/)).toBeVisible();
  expect(page.url()).toBe(url);
  await picture.focus();
  await page.keyboard.press("0");
  await expect(page).not.toHaveURL(/from=/);
  await expect(mixer.button("Whole range")).toBeDisabled();
  await page.keyboard.press("+");
  await expect(page).toHaveURL(/from=/);

  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "JSON", exact: true }).click();
  const path = await (await download).path();
  await page.locator("input[type=file]").setInputFiles(path);
  await expect(page.getByText(/^Read \d+ points from/)).toBeVisible();
  await mixer.button(/Compare with/).click();
  await page
    .getByRole("option", { name: /by Bag 1 and Camera B/ })
    .first()
    .click();
  await expect(page.getByText("No difference that matters.")).toBeVisible();
  await expect(page).toHaveURL(/with=\d+/);
  await expect(page.getByRole("heading", { name: "Free frequencies" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^block 47/ })).toContainText(
    /bank \d: \d+ of 12 free/,
  );
  mixer.expectNoComplaints();
});

test("a long rows file is sent piece by piece and put together, with the page alive", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/scan");
  const levels = Array.from({ length: 400 }, (_, i) => (-108 + (i % 9) / 10).toFixed(2)).join(", ");
  const row = (k: number) =>
    `2027-05-04, 10:00:00, ${470e6 + (k % 10) * 10e6}, ${480e6 + (k % 10) * 10e6}, 25000, 1, ${levels}\n`;
  await page.locator("input[type=file]").setInputFiles({
    name: "night.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(Array.from({ length: 3000 }, (_, k) => row(k)).join("")),
  });
  await expect(page.getByText(/^Read 4000 points from "night.csv"/)).toBeVisible({
    timeout: 30_000,
  });
  await expect(page.getByText(/by file night.csv/).first()).toBeVisible();
  await expect(mixer.answer).toContainText("quiet and free");
  mixer.expectNoComplaints();
});

test("a scanner beside the receivers: its own lines told, its reading brought to theirs; a part of the band until it is enough", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.scan();
  await mixer.button(/Instrument/).click();
  await page.getByRole("option", { name: /^Leadline scanner/ }).click();
  await mixer.scanNow();
  await expect(page.getByText(/by Leadline scanner\. Floor/)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText(/lines 8\.000 MHz apart.*instrument lines/)).toBeVisible();
  await mixer.button(/Compare with/).click();
  await page
    .getByRole("option", { name: /by Bag 1 and Camera B/ })
    .first()
    .click();
  await expect(
    page.getByText(/^Bag 1 and Camera B reads .* dB lower where they overlap/),
  ).toBeVisible();

  await mixer.button(/What to sweep/).click();
  await page.getByRole("option", { name: /^block 51/ }).click();
  await mixer.button(/How many passes/).click();
  await page.getByRole("option", { name: /^until I stop it/ }).click();
  await mixer.button("Scan now").click();
  await expect(page.getByText("pass 3")).toBeVisible({ timeout: 30_000 });
  await mixer.button("That is enough").click();
  await expect(page.getByRole("img", { name: /passes, oldest first/ })).toBeVisible({
    timeout: 30_000,
  });
  mixer.expectNoComplaints();
});

test("what a scan was taken with is corrected, and its levels follow; taken back; levels without a unit are asked about", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.scan();
  const floor = page.getByText(/Floor −\d+ dBm/);
  const before = await floor.textContent();
  await mixer.button("Correct").click();
  await page.getByLabel("Antenna", { exact: true }).fill("paddle on the roof");
  await page.getByRole("textbox", { name: "Add to all levels" }).fill("-10");
  await mixer.button("Keep").click();
  await expect(page.getByText(/on paddle on the roof; .*levels corrected by −10 dB/)).toBeVisible();
  await expect(floor).not.toHaveText(before!);
  await mixer.button("Undo").click();
  await expect(floor).toHaveText(before!);

  const lines = Array.from(
    { length: 3841 },
    (_, i) => `${(470 + i * 0.025).toFixed(3)},${(4 + (i % 5) / 4).toFixed(2)}`,
  ).join("\n");
  await page
    .locator("input[type=file]")
    .setInputFiles({ name: "unnamed.csv", mimeType: "text/csv", buffer: Buffer.from(lines) });
  await expect(page.getByText(/The file names no unit/)).toBeVisible();
  await expect(page.getByText(/Floor −10\d dBm/)).toBeVisible();
  await mixer.button("They are dBµV").click();
  await expect(page.getByText(/The file names no unit/)).toHaveCount(0);
  mixer.expectNoComplaints();
});

test("where not all fit: the least that makes room, found by solving", async ({ page }) => {
  const mixer = new Mixer(page);
  await mixer.open("Scan");
  // loud where our units tune, quiet beyond: the instrument sees far down, and what it sees there
  // is too much by a little
  const lines = Array.from(
    { length: 13_201 },
    (_, i) =>
      `${(470 + i * 0.025).toFixed(3)},${((i < 5761 ? -102.5 : -113) + (i % 5) / 4).toFixed(2)}`,
  ).join("\n");
  await page
    .locator("input[type=file]")
    .setInputFiles({ name: "loud.csv", mimeType: "text/csv", buffer: Buffer.from(lines) });
  await expect(page.getByText(/^Read 13201 points from "loud.csv"/)).toBeVisible();
  await mixer.open("Frequencies");
  await mixer.button(/^(Find (frequencies|again)|Find all again)$/).click();
  await mixer.button("What would make room").click({ timeout: 30_000 });
  await expect(page.getByText("3 dB more noise than the day allows: then all fit.")).toBeVisible({
    timeout: 30_000,
  });
  await mixer.scan();
  mixer.expectNoComplaints();
});
