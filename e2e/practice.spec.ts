import { readFileSync } from "node:fs";
import { type Page } from "@playwright/test";
import { Mixer } from "./mixer";
import { expect, test } from "./test";

const scored = (page: Page) =>
  expect(page.getByRole("heading", { level: 1 })).toHaveText(/^\d+ of 100/, { timeout: 60_000 });

test("an exercise is opened by its name, answered, judged with reasons, and kept; a name that is none is refused", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/shoots");
  await page.getByRole("link", { name: "Practise without gear" }).click();
  await expect(mixer.answer).toHaveText("Practise the job without gear");
  await page.getByLabel("Open by name").fill("holiday-3");
  await expect(page.getByText("For example air-12 or fault-4711.")).toBeVisible();
  await page.getByLabel("Open by name").fill("fault-4711");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Hit 4" })).toBeVisible();
  await page.getByRole("button", { name: /Hit 1: what was it/ }).click();
  await page.getByRole("option", { name: "one antenna receives nothing" }).click();
  await mixer.button("Submit").click();
  await scored(page);
  const lines = page.getByRole("list", { name: "How it went" }).getByRole("listitem");
  await expect(lines).toHaveCount(4);
  await expect(lines.first()).toContainText(
    /one antenna receives nothing: antenna B lies \d+ dB below the other/,
  );
  await page.getByRole("link", { name: "All exercises" }).first().click();
  await expect(mixer.answer).toHaveText("One exercise done");
  await expect(page.getByRole("region", { name: "How it went" })).toContainText("fault-4711");
  mixer.expectNoComplaints();
});

test("every part can be practised: read, chosen, set and placed by hand, each held against the best that is known", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/practice/air/12");
  await mixer.button("26").click();
  await mixer.button("Submit").click();
  await scored(page);
  await expect(page.getByText(/TV \d\d carries a station/).first()).toBeVisible();
  await mixer.ready("/practice/pick/7");
  await page.getByLabel("Channel 1, MHz").fill("512.5");
  await page.getByLabel("Channel 2, MHz").fill("512.6");
  await mixer.button("Submit").click();
  await scored(page);
  await expect(page.getByText(/^The search: /)).toBeVisible();
  await mixer.ready("/practice/voice/7");
  await mixer.button("Submit").click();
  await scored(page);
  await expect(page.getByText(/^Plain Channel would set pack/)).toBeVisible();
  await mixer.ready("/practice/antennas/7");
  await page.getByRole("textbox", { name: "A, across" }).fill("30");
  await page.keyboard.press("Tab");
  await mixer.button("Submit").click();
  await scored(page);
  await expect(page.getByText(/^The best pair found/)).toBeVisible();
  await mixer.ready("/practice/day/3");
  await expect(mixer.answer).toHaveText("Ten minutes of a day");
  mixer.expectNoComplaints();
});

test("a whole shoot goes out as one file; opened again it is looked at first; a broken one is refused in words", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/shoots");
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "whole shoot as an archive" }).first().click(),
  ]);
  expect(file.suggestedFilename()).toBe("slack-water.zip");
  const bytes = readFileSync(await file.path());
  const input = page.locator("input[type=file]");
  await input.setInputFiles({
    name: "slack-water.zip",
    mimeType: "application/zip",
    buffer: bytes,
  });
  const held = page.getByRole("region", { name: "What the archive holds" });
  await expect(held).toContainText("here already, the same");
  await expect(held).toContainText("Everything in it is here already.");
  await input.setInputFiles({
    name: "cut.zip",
    mimeType: "application/zip",
    buffer: bytes.subarray(0, bytes.length >> 1),
  });
  await expect(page.getByRole("alert")).toContainText("This is not an archive of a shoot");
  mixer.expectNoComplaints();
});
