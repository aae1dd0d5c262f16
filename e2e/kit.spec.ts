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
    "Two units would be called Pack B. The kit is unchanged.",
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

  await rows.filter({ hasText: "Pack A" }).getByRole("button", { name: "Remove" }).click();
  await expect(page.getByRole("alert")).toContainText(
    "Pack A is with Marit: assign them another first.",
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
    "one unit can be imported, three rows cannot",
  );
  await expect(preview.getByRole("row", { name: /^2 / })).toContainText(
    "serial number TP-33101 is Pack A’s",
  );
  await expect(preview.getByRole("row", { name: /^3 / })).toContainText(
    "its lowest, 614.500 MHz, lies above its highest, 606.250 MHz",
  );
  await preview.getByRole("button", { name: "Skip three rows, import one unit" }).click();
  await expect(page.getByRole("gridcell", { name: "Pack Z 🎚" })).toBeVisible();

  await kit.setInputFiles({
    name: "broken.json",
    mimeType: "application/json",
    buffer: Buffer.from('{\n "format": "plain-channel-kit",\n}'),
  });
  await expect(page.getByRole("alert")).toContainText(
    "The kit file was not imported. Line 3: not JSON here",
  );
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save the kit as a file" }).click();
  const path = await (await download).path();
  await mixer.button("Undo the last change").click();
  await expect(page.getByRole("gridcell", { name: "Pack Z 🎚" })).toHaveCount(0);
  await kit.setInputFiles(path);
  await mixer.button("Replace this kit").click();
  await expect(page.getByRole("gridcell", { name: "Pack Z 🎚" })).toBeVisible();
  await mixer.button("Undo the last change").click();
  mixer.expectNoComplaints();
});

test("a model: switch codes both ways; what is wrong is told at its field; one of one's own", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/models?model=skerrick-k-53");
  await page.getByLabel("Switches show").fill("A3");
  await expect(page.getByLabel("Frequency, MHz")).toHaveValue("553.900");
  await page.getByLabel("Frequency, MHz").fill("540.05");
  await expect(page.getByText("between two positions: 540.100 is nearest")).toBeVisible();
  await page.getByLabel("Tunes, MHz").fill("563–538");
  await expect(page.getByText("563 lies above 538")).toBeVisible();
  await expect(mixer.button("Save as a new model")).toBeDisabled();
  await page.getByLabel("Tunes, MHz").fill("538–563 in 100 kHz");
  await page.getByRole("textbox", { name: "Model", exact: true }).fill("K, ours");
  await mixer.button("Save as a new model").click();
  await expect(page.getByText("Skerrick K, ours is saved.")).toBeVisible();
  await expect(mixer.answer).toContainText("of them yours");
  await mixer.button("Undo the last change to models").click();
  await expect(page.getByText("The previous models are back.")).toBeVisible();
  mixer.expectNoComplaints();
});

test("a shoot of one's own: begun, filled, proved ready for its talkers, put away and back", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/shoots");
  await mixer.button("Start another shoot").click();
  await page.getByLabel("Name", { exact: true }).fill("Tin Roof");
  await page.getByLabel("First location").fill("Kitchen");
  await mixer.button("Start").click();
  await expect(mixer.answer).toHaveText("One location, no channel yet");
  await expect(mixer.next).toContainText("Add your units to the kit");

  await mixer.button("Add a location").click();
  const form = page.getByRole("region", { name: "New location" });
  await form.getByLabel("Name").fill("Yard");
  await form.getByLabel("From").fill("half nine");
  await expect(form.getByText("a time such as 8:30")).toBeVisible();
  await form.getByLabel("From").fill("19.30");
  await form.getByRole("textbox", { name: "To", exact: true }).fill("1:00");
  await form.getByRole("button", { name: "Add the location" }).click();
  await expect(page.getByRole("row", { name: /^Yard/ })).toContainText("19:30–01:00");
  await mixer.button("Undo: previous locations").click();
  await expect(page.getByRole("row", { name: /^Yard/ })).toHaveCount(0);

  await page.getByRole("link", { name: "Kit", exact: true }).click();
  await expect(mixer.answer).toHaveText("The kit is empty");
  await page
    .locator("input[type=file]")
    .first()
    .setInputFiles(
      csv("units.csv", "label,model,power\nBag,R2,\nP1,tarnfell-p-47,10\nP2,tarnfell-p-47,10\n"),
    );
  await mixer.button("Import three units").click();
  await expect(mixer.answer).toHaveText("One receiver, two packs: all fit for here");

  await page.getByRole("link", { name: "Scenes", exact: true }).click();
  await mixer.button("Add a scene").click();
  await page.getByLabel("Scene number").fill("1");
  await page.getByLabel("Who speaks").fill("Ada, Bea & Cy");
  await mixer.button("Add the scene").click();
  await expect(mixer.answer).toContainText("Not ready for today: nine things to fix");
  await expect(page.locator("main")).toContainText("One pack with a receiver channel for scene 1");
  await page.getByRole("link", { name: "Locations & talent", exact: true }).click();
  await mixer.button("Give Ada, Bea and Cy channels").click();
  await expect(
    page.getByText("Ada and Bea have channels. Nothing that fits is left for Cy."),
  ).toBeVisible();
  await page.getByRole("button", { name: "Change Bea" }).click();
  await page.getByRole("button", { name: "Remove Bea" }).click();
  await expect(page.getByRole("row", { name: /Bea/ })).toHaveCount(0);
  await mixer.button("Undo").click();
  await expect(page.getByRole("row", { name: /Bea/ })).toBeVisible();

  await page.getByRole("link", { name: /all shoots and days/ }).click();
  await page
    .getByRole("region", { name: "Tin Roof" })
    .getByRole("button", { name: /^Copy/ })
    .click();
  await mixer.button("Add the day").click();
  await expect(mixer.answer).toHaveText("One location, two channels");
  await page.getByRole("link", { name: /all shoots and days/ }).click();
  const shoot = page.getByRole("region", { name: "Tin Roof" });
  await expect(shoot.locator("tbody tr")).toHaveCount(2);
  await shoot
    .getByRole("button", { name: /^Archive/ })
    .first()
    .click();
  await expect(shoot.locator("tbody tr")).toHaveCount(1);
  await mixer.button("Undo").click();
  await expect(shoot.locator("tbody tr")).toHaveCount(2);
  for (const left of [1, 0]) {
    await shoot
      .getByRole("button", { name: /^Archive/ })
      .first()
      .click();
    await expect(shoot.locator("tbody tr")).toHaveCount(left);
  }
  mixer.expectNoComplaints();
});
