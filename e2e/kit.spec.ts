import { Mixer } from "./mixer";
import { expect, test } from "./test";

const csv = (name: string, text: string) => ({
  name,
  mimeType: "text/csv",
  buffer: Buffer.from(text),
});

test("the case in a grid: keys go from cell to cell, change, sort and filter; every change can be taken back", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/kit");
  const grid = page.getByRole("grid", { name: "Units" });
  const rows = grid.locator("tbody tr");
  await expect(rows).toHaveCount(10);
  await grid.getByRole("gridcell", { name: "Pack F", exact: true }).click();
  await page.keyboard.press("ArrowDown");
  await expect(grid.getByRole("gridcell", { name: "Pack G", exact: true })).toBeFocused();
  await page.keyboard.press("F2");
  await page.keyboard.type(" old");
  await page.keyboard.press("Enter");
  await expect(grid.getByRole("gridcell", { name: "Pack G old", exact: true })).toBeVisible();
  await grid.getByRole("gridcell", { name: "Pack A", exact: true }).click();
  await page.keyboard.type("Pack B");
  await page.keyboard.press("Escape");
  await expect(grid.getByRole("gridcell", { name: "Pack A", exact: true })).toBeFocused();
  await page.keyboard.type("Pack B");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText(
    "Two units would be called Pack B. The case is as it was.",
  );
  await mixer.button("Undo the last change").click();
  await expect(grid.getByRole("gridcell", { name: "Pack G", exact: true })).toBeVisible();

  await grid.getByRole("button", { name: "Unit" }).click();
  await grid.getByRole("button", { name: "Unit" }).click();
  await expect(rows.first()).toContainText("Pack G");
  await expect(grid.getByRole("columnheader", { name: "Unit" })).toHaveAttribute(
    "aria-sort",
    "descending",
  );
  await page.getByLabel("Filter units").fill("block 51");
  await expect(rows).toHaveCount(2);
  await page.getByLabel("Filter units").fill("nothing such");
  await expect(page.getByText('Nothing has "nothing such" in it.')).toBeVisible();
  await page.getByLabel("Filter units").fill("");

  await rows.filter({ hasText: "Pack A" }).getByRole("button", { name: "take out" }).click();
  await expect(page.getByRole("alert")).toContainText(
    "Pack A is with Marit: give them another first.",
  );
  mixer.expectNoComplaints();
});

test("a list of units with every fault, a kit file that is none, and a whole case out and in", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/kit");
  const [list, kit] = [
    page.locator("input[type=file]").first(),
    page.locator("input[type=file]").last(),
  ];
  await list.setInputFiles(
    csv(
      "units.csv",
      "unit;type;model;serial;power;low;high\nPack X;tx;Tarnfell P, block 47;TP-33101;25;;\nPack Y;tx;New Q;Y1;10;614,5;606.25\nPack Z 🎚;tx;New Q;Z1;10;606,25;614.5\n;tx;New Q;;;;\n",
    ),
  );
  const preview = page.getByRole("region", { name: "Preview of the list" });
  await expect(preview.getByRole("heading")).toContainText(
    "one unit can be taken over, three rows cannot",
  );
  await expect(preview.getByRole("row", { name: /^2 / })).toContainText(
    "serial number TP-33101 is Pack A’s",
  );
  await expect(preview.getByRole("row", { name: /^3 / })).toContainText(
    "its lowest, 614.500 MHz, lies above its highest, 606.250 MHz",
  );
  await preview.getByRole("button", { name: "Leave three rows out, take over one unit" }).click();
  await expect(page.getByRole("gridcell", { name: "Pack Z 🎚" })).toBeVisible();

  await kit.setInputFiles({
    name: "broken.json",
    mimeType: "application/json",
    buffer: Buffer.from('{\n "format": "plain-channel-kit",\n}'),
  });
  await expect(page.getByRole("alert")).toContainText(
    "That kit file was not taken over. Line 3: not JSON here",
  );
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save the case as a kit file" }).click();
  const path = await (await download).path();
  await mixer.button("Undo the last change").click();
  await expect(page.getByRole("gridcell", { name: "Pack Z 🎚" })).toHaveCount(0);
  await kit.setInputFiles(path);
  await mixer.button("Use it instead of this case").click();
  await expect(page.getByRole("gridcell", { name: "Pack Z 🎚" })).toBeVisible();
  await mixer.button("Undo the last change").click();
  mixer.expectNoComplaints();
});

test("a model: switch codes both ways; what is wrong is told at its field; one of one's own", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/models?model=skerrick-k-53");
  await page.getByLabel("Switches stand at").fill("A3");
  await expect(page.getByLabel("which is, MHz")).toHaveValue("553.900");
  await page.getByLabel("which is, MHz").fill("540.05");
  await expect(page.getByText("between two positions: 540.100 is nearest")).toBeVisible();
  await page.getByLabel("Tunes, MHz").fill("563–538");
  await expect(page.getByText("563 lies above 538")).toBeVisible();
  await expect(mixer.button("Keep as a new model")).toBeDisabled();
  await page.getByLabel("Tunes, MHz").fill("538–563 in 100 kHz");
  await page.getByRole("textbox", { name: "Model", exact: true }).fill("K, ours");
  await mixer.button("Keep as a new model").click();
  await expect(page.getByText("Skerrick K, ours is kept.")).toBeVisible();
  await expect(mixer.answer).toContainText("of them yours");
  await mixer.button("Undo the last change to models").click();
  await expect(page.getByText("The models before are back.")).toBeVisible();
  mixer.expectNoComplaints();
});

test("a shoot of one's own: begun, filled, proved ready for its talkers, put away and back", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/shoots");
  await mixer.button("Begin another shoot").click();
  await page.getByLabel("Name", { exact: true }).fill("Tin Roof");
  await page.getByLabel("First place").fill("Kitchen");
  await mixer.button("Begin it").click();
  await expect(mixer.answer).toHaveText("One place, nobody wired yet");
  await expect(mixer.next).toContainText("Put your units into the case");

  await mixer.button("Add a place").click();
  const form = page.getByRole("region", { name: "A new place" });
  await form.getByLabel("Name").fill("Yard");
  await form.getByLabel("From").fill("half nine");
  await expect(form.getByText("a time such as 8:30")).toBeVisible();
  await form.getByLabel("From").fill("19.30");
  await form.getByRole("textbox", { name: "To", exact: true }).fill("1:00");
  await form.getByRole("button", { name: "Add the place" }).click();
  await expect(page.getByRole("row", { name: /^Yard/ })).toContainText("19:30–01:00");
  await mixer.button("Undo: back to the places before").click();
  await expect(page.getByRole("row", { name: /^Yard/ })).toHaveCount(0);

  await page.getByRole("link", { name: "Case", exact: true }).click();
  await expect(mixer.answer).toHaveText("The case is empty");
  await page
    .locator("input[type=file]")
    .first()
    .setInputFiles(
      csv("units.csv", "label,model,power\nBag,R2,\nP1,tarnfell-p-47,10\nP2,tarnfell-p-47,10\n"),
    );
  await mixer.button("Take over three units").click();
  await expect(mixer.answer).toHaveText(
    "One receiver with two channels, two packs, all fit to work here",
  );

  await page.getByRole("link", { name: "Scenes", exact: true }).click();
  await mixer.button("Add a scene").click();
  await page.getByLabel("Scene number").fill("1");
  await page.getByLabel("Who speaks").fill("Ada, Bea & Cy");
  await mixer.button("Add the scene").click();
  await expect(mixer.answer).toContainText("one pack with a receiver channel for scene 1");
  await page.getByRole("link", { name: "Places and talkers", exact: true }).click();
  await mixer.button("Give Ada, Bea and Cy channels").click();
  await expect(
    page.getByText("Ada and Bea have channels. Nothing that fits is left for Cy."),
  ).toBeVisible();
  await page.getByRole("button", { name: "Change Bea" }).click();
  await page.getByRole("button", { name: "Bea leaves" }).click();
  await expect(page.getByRole("row", { name: /Bea/ })).toHaveCount(0);
  await mixer.button("Undo").click();
  await expect(page.getByRole("row", { name: /Bea/ })).toBeVisible();

  await page.getByRole("link", { name: /all shoots and days/ }).click();
  await page
    .getByRole("region", { name: "Tin Roof" })
    .getByRole("button", { name: /^Copy/ })
    .click();
  await mixer.button("Make the day").click();
  await expect(mixer.answer).toHaveText("One place, two talkers");
  await page.getByRole("link", { name: /all shoots and days/ }).click();
  const shoot = page.getByRole("region", { name: "Tin Roof" });
  await expect(shoot.locator("tbody tr")).toHaveCount(2);
  await shoot
    .getByRole("button", { name: /^put away/ })
    .first()
    .click();
  await expect(shoot.locator("tbody tr")).toHaveCount(1);
  await mixer.button("Undo").click();
  await expect(shoot.locator("tbody tr")).toHaveCount(2);
  for (const left of [1, 0]) {
    await shoot
      .getByRole("button", { name: /^put away/ })
      .first()
      .click();
    await expect(shoot.locator("tbody tr")).toHaveCount(left);
  }
  mixer.expectNoComplaints();
});
