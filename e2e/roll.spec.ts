import { type Page } from "@playwright/test";
import { Mixer } from "./mixer";
import { followAndVerify, mendTheMute, note, panel, row, takeTheSpare } from "./rollSteps";
import { expect, test } from "./test";

/** Tab, until the thing of that name has the focus: from the keyboard alone. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 150; i += 1) {
    await page.keyboard.press("Tab");
    const words = await page.evaluate(() => {
      const e = document.activeElement;
      return e?.getAttribute("aria-label") ?? e?.textContent ?? "";
    });
    if (name.test(words)) return;
  }
  throw new Error(`nothing called ${name.source} can be reached with Tab`);
}
const pressOn = async (page: Page, name: RegExp) => {
  await tabTo(page, name);
  await page.keyboard.press("Enter");
};

test("scan, pick and sync from the keyboard; it rolls as soon as the screen is opened, and everybody holds", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await page.keyboard.type("gs");
  await pressOn(page, /^Switch it off$/);
  await expect(mixer.button("Switch it off")).toHaveCount(0);
  await pressOn(page, /^Scan now$/);
  await expect(mixer.answer).toContainText("quiet and free", { timeout: 40_000 });
  await page.keyboard.type("gf");
  // Scan has a step of that name too, as long as it is in sight
  await expect(mixer.stage).toHaveText("Frequencies");
  await pressOn(page, /^Find frequencies$/);
  await expect(mixer.button("Use this plan")).toBeVisible();
  await pressOn(page, /^Use this plan$/);
  await expect(page.getByText(/Plan \d+ is in use/)).toBeVisible();
  await mixer.sync();
  await page.keyboard.type("go");
  await expect(row(page, "Marit")).toContainText("OK");
  await expect(page.getByText(/^Rolling since 07:3\d\./)).toBeVisible();
  await expect(row(page, "Marit").getByRole("img")).toHaveAccessibleName(
    /RF over the last 60 seconds, \d+ dB to spare/,
  );
  mixer.expectNoComplaints();
});

test.describe(() => {
  test.use({ stands: "set" });
  test("a hit is called with H and its number, and can be given up", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1/roll");
    await expect(row(page, "Agnete")).toContainText("muted");
    await page.keyboard.press("h");
    await expect(page.getByRole("dialog", { name: "Interference on which channel" })).toBeVisible();
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog", { name: "Interference on which channel" })).toHaveCount(
      0,
    );
    await page.keyboard.press("h");
    await page.keyboard.press("4");
    await expect(panel(page)).toContainText("the pack is muted");
    mixer.expectNoComplaints();
  });

  test("a mute removed and somebody on a frequency, by keys: the spare is taken, one pack follows, it is verified, the plan has a new version; log and report tell it", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1/roll");
    await mendTheMute(page);
    await followAndVerify(page, await takeTheSpare(page));

    await mixer.open("Roll");
    await page.getByRole("link", { name: "Log", exact: true }).click();
    const log = page.getByRole("list", { name: "The log, newest first" });
    await expect(log).toContainText(`retuned after a hit: another transmitter on the frequency: `);
    await page.getByLabel("Search").fill("another transmitter on the frequency");
    await log
      .getByRole("button", { name: /^Readings: .*hit/ })
      .first()
      .click();
    await expect(
      log
        .getByRole("img", { name: /RF over a minute around/ })
        .or(log.getByText("Nothing was read then")),
    ).toBeVisible();

    await mixer.ready("/day/1/report");
    await expect(mixer.answer).toHaveText(/^Two hits: /);
    const table = page.getByRole("table").filter({ hasText: "What was done" });
    await expect(
      table.getByRole("row").filter({ hasText: "another transmitter on the frequency" }),
    ).toContainText(/Retuned to \d{3}\.\d{3} MHz, plan 2/);
    await expect(table.getByRole("row").filter({ hasText: "the pack is muted" })).toContainText(
      "then OK",
    );
    const pdf = await page.request.get("/day/1/papers/report.pdf");
    expect([pdf.headers()["content-type"], (await pdf.body()).subarray(0, 5).toString()]).toEqual([
      "application/pdf",
      "%PDF-",
    ]);
    mixer.expectNoComplaints();
  });

  test("a note is found again and corrected; what was written stays", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1/roll");
    await note(page, "gulls over take 3");
    await page.getByRole("link", { name: "Log", exact: true }).click();
    const log = page.getByRole("list", { name: "The log, newest first" });
    await page.getByLabel("Search").fill("gulls");
    await expect(log.getByRole("listitem")).toHaveCount(1);
    await expect(page).toHaveURL(/search=gulls/);
    await log.getByRole("button", { name: /^Correct/ }).click();
    await page.keyboard.type("take 4");
    await page.keyboard.press("Enter");
    await expect(log.getByText(/^Correct(ed)? \d\d:\d\d:\d\d: take 4$/)).toBeVisible();
    await expect(log).toContainText("gulls over take 3");
    mixer.expectNoComplaints();
  });

  test("cells: fresh ones in, the plan of changes follows; moving says what is lost and how long it takes", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1/batteries");
    await expect(mixer.row("Nils")).toContainText("not known");
    const nils = await mixer.choose("Nils");
    await nils.getByRole("button", { name: "New batteries in: Pack E" }).click();
    await expect(mixer.row("Nils")).toContainText("lasts");
    await expect(page.getByText(/^New alkaline batteries in Pack E/)).toBeVisible();
    await page.getByRole("link", { name: "Company move", exact: true }).click();
    await expect(mixer.answer).toHaveText(/^Quay: start by 10:\d\d to be ready at 11:15$/);
    await expect(page.getByRole("list", { name: "Before the first take" })).toContainText(
      "Find frequencies for five channels",
    );
    await mixer.button(/^Move to Quay/).click();
    await expect(
      page.getByText("Moved. Scans and verifications from elsewhere are marked old."),
    ).toBeVisible();
    mixer.expectNoComplaints();
  });

  test("the day is wrapped: what reports that it is on is named, what is put away is ticked, the roll ends and can go on", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1/roll");
    await expect(page.getByText(/^Rolling since 07:3\d\./)).toBeVisible();
    await page.getByRole("link", { name: "Wrap", exact: true }).click();
    await expect(mixer.answer).toHaveText(/^Five units are still on$/);
    await mixer.button("Switch them off").click();
    await expect(mixer.answer).toHaveText(/things? left to do$/);
    await page.getByText("Bag 1 off", { exact: true }).click();
    await expect(page.getByRole("checkbox", { name: "Bag 1 off" })).toBeChecked();
    await mixer.button("End the day").click();
    await expect(page.getByText(/^Rolling is over; all readings are saved\./)).toBeVisible();
    await mixer.button("Undo").click();
    await expect(page.getByText("Rolling again.")).toBeVisible();
    mixer.expectNoComplaints();
  });
});
