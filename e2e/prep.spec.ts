import { Mixer } from "./mixer";
import { expect, test } from "./test";

const file = (name: string, text: string) => ({
  name,
  mimeType: "text/csv",
  buffer: Buffer.from(text),
});

test("the preparation names what is missing, and a setting can be mended there", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Prep");
  await expect(mixer.answer).toHaveText(/^Not ready for today: six things to fix$/);
  const missing = page.getByRole("list", { name: "What is missing" });
  const before = await missing.getByRole("listitem").count();
  // by keys: what was pressed goes, and the focus stays in its part of the screen
  await page.keyboard.press("Tab");
  await missing.getByRole("button", { name: "Set to 50 mW" }).focus();
  await page.keyboard.press("Enter");
  await expect(missing.getByRole("listitem")).toHaveCount(before - 1);
  await expect(page.locator("main [data-kept-focus]")).toBeFocused();
  await expect(page.getByRole("row", { name: /Pack F/ })).not.toContainText("allowed here");
});

test("a scene list: previewed with what is wrong, columns mapped by hand, taken over, taken back", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Prep");
  const choose = page.locator("input[type=file]");
  await choose.setInputFiles(file("photo.csv", "\u0000\u0001\u0002,\n,"));
  await expect(page.getByRole("alert")).toContainText("it is not text");

  await choose.setInputFiles(
    file(
      "tuesday.csv",
      "Nr;Was;Von;Bis;Wer\n1;Auftakt;8:00;9:00;Marit, Tobiah\n2;Brief;spät;10:00;Irsa\n",
    ),
  );
  const preview = page.getByRole("region", { name: "Preview of the list" });
  await expect(preview.getByRole("heading")).toContainText("two rows cannot");
  for (const [field, column] of [
    ["From", "Von"],
    ["To", "Bis"],
    ["Who speaks", "Wer"],
    ["Title", "Was"],
  ] as const) {
    await preview.getByRole("button", { name: new RegExp(`${field}$`) }).click();
    await page.getByRole("option", { name: column, exact: true }).click();
    await expect(preview.getByRole("button", { name: new RegExp(`${field}$`) })).toContainText(
      column,
    );
  }
  await expect(preview.getByRole("heading")).toContainText(
    "one scene can be imported, one row cannot",
  );
  await expect(preview.getByRole("row", { name: /^3 / })).toContainText('"spät" is not a time');
  await preview.getByRole("button", { name: "Skip one row, import one scene" }).click();
  await expect(
    page
      .getByRole("status")
      .filter({ hasText: /^One scene imported; \w+ others stay; one row skipped\.$/ }),
  ).toBeVisible();
  await expect(page.getByRole("row", { name: /^1 Auftakt/ })).toContainText("Marit, Tobiah");
  await mixer.button("Undo: previous list").click();
  await expect(page.getByRole("row", { name: /^14 Everybody on the quay/ })).toBeVisible();
  await expect(page.getByRole("row", { name: /^1 Auftakt/ })).toHaveCount(0);
  mixer.expectNoComplaints();
});

test("a coordinator's list: faults named, written back, clean ones fixed in the pick", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Prep");
  await mixer.sheet("Assigned");
  await expect(mixer.answer).toHaveText("No assigned frequencies yet");
  await page
    .locator("input[type=file]")
    .setInputFiles(
      file(
        "ellery.csv",
        "position,primary,backup\nMarit,482.000,500\nTobiah,499.300,\nSecond crew,540.1,\n",
      ),
    );
  await mixer.button("Import three lines").click();
  await expect(mixer.answer).toHaveText("One of two frequencies assigned to us cannot be used");
  await expect(page.getByRole("row", { name: /^Marit/ })).toContainText("TV 22, Ellery Head One");
  await expect(page.getByRole("heading", { name: "To reply" })).toBeVisible();
  await page.getByRole("link", { name: "Find frequencies with one frequency locked" }).click();
  await mixer.choose("Tobiah");
  await expect(page.getByRole("textbox", { name: "Lock Tobiah at, MHz" })).toHaveValue("499.300");
  await expect(page.getByText(/540\.100 \(Second crew, assigned\)/)).toBeVisible();
  mixer.expectNoComplaints();
});

test("labels and the packing list, on screen and printed without the frame", async ({ page }) => {
  const mixer = new Mixer(page);
  await mixer.open("Prep");
  await mixer.sheet("Labels & packing");
  await expect(mixer.answer).toHaveText("Ten labels for five pairs");
  const labels = page.getByRole("list", { name: "Labels" });
  await expect(labels.getByRole("listitem").first()).toContainText("block 47, ochre tape");
  await expect(page.getByRole("row", { name: /^Wired recorders/ })).toContainText("0, 2 short");
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(mixer.next).toBeHidden();
  await expect(labels).toBeVisible();
  mixer.expectNoComplaints();
});

test("the law: a broken region file is refused with its line, another region can be chosen and left again", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.open("Prep");
  await mixer.sheet("Regulations");
  await expect(mixer.answer).toHaveText(/transmit here as/);
  await expect(page.getByText(/check with your regulator/).first()).toBeVisible();
  await page
    .locator("input[type=file]")
    .setInputFiles(file("eu.json", '{\n  "name": "EU",\n  "title" "x"\n}'));
  await expect(page.getByRole("alert")).toContainText("Line 3");
  await page.getByRole("button", { name: /Region of this day/ }).click();
  await page.getByRole("option", { name: /Australia/ }).click();
  await expect(page.getByText(/Australia, ships with Plain Channel/)).toBeVisible();
  await page.getByRole("button", { name: /Region of this day/ }).click();
  await page.getByRole("option", { name: /European Union/ }).click();
  await expect(page.getByText(/European Union, general, ships with Plain Channel/)).toBeVisible();
  mixer.expectNoComplaints();
});

test("the register: asked for a place, a station put on by hand, taken back", async ({ page }) => {
  const mixer = new Mixer(page);
  await mixer.open("Prep");
  await mixer.sheet("TV stations");
  await expect(mixer.answer).toHaveText(/^Most room: TV/);
  await mixer.button("Ask the station list").click();
  await expect(page.getByRole("status")).toContainText("The station list answered");
  await expect(page.getByRole("row", { name: /Ellery Head One/ })).toContainText("predicted");
  await page.getByRole("textbox", { name: "Station" }).fill("Harbour relay");
  await mixer.button("Add to the list").click();
  await expect(page.getByRole("row", { name: /^21 Harbour relay/ })).toBeVisible();
  await mixer.button("Undo: previous list").click();
  await expect(page.getByRole("row", { name: /^21 Harbour relay/ })).toHaveCount(0);
  mixer.expectNoComplaints();
});
