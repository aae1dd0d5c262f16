import { Mixer } from "../mixer";
import { expect, test } from "../test";

const UNITS = "label,model,power\nBag Q,kelda-q2-49,\nPack K,kelda-m1-49,10\n";

test("a pack that is paired by name, group and key: its record made, paired in the base, set and proved; a changed key is named, and mended", async ({
  page,
}) => {
  test.setTimeout(120_000);
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/kit");
  await page
    .locator("input[type=file]")
    .first()
    .setInputFiles({ name: "units.csv", mimeType: "text/csv", buffer: Buffer.from(UNITS) });
  await mixer.button("Import two units").click();
  await expect(page.getByRole("gridcell", { name: "Pack K", exact: true })).toBeVisible();
  await page.getByRole("link", { name: "Locations & talent", exact: true }).click();
  await mixer.button("Change Nils").click();
  for (const [field, unit] of [
    ["Receiver channel", /^Bag Q, half 1/],
    ["Pack", /^Pack K/],
  ] as const) {
    await page.getByRole("button", { name: new RegExp(`${field}$`) }).click();
    await page.getByRole("option", { name: unit }).click();
  }
  await mixer.button("Save").click();
  await expect(page.getByRole("row", { name: /Nils/ })).toContainText("Pack K, Bag Q half 1");
  await mixer.scan();
  await mixer.pick();
  await mixer.open("Sync");
  await mixer.button(/^Set \w+ receivers/).click();
  await expect(mixer.button(/^Set \w+ receivers/)).toHaveCount(0);
  const row = await mixer.choose("Nils");
  const next = row.getByRole("group", { name: "Next for Nils" });
  await expect(mixer.row("Nils")).toContainText("not paired: no name or key");
  for (const press of ["Pair Pack K with Bag Q", "Switch Pack K on", "Sync Pack K"])
    await next.getByRole("button", { name: press }).click();
  await expect(row).toContainText("receiving NILS");
  await next.getByRole("button", { name: "Verify" }).click();
  await expect(row.getByText("pack shown: its own")).toBeVisible();
  await expect(mixer.row("Nils").getByText(/^verified \d\d:\d\d$/)).toBeVisible();

  await mixer.open("Prep");
  await mixer.sheet("Pairing");
  await expect(mixer.answer).toHaveText("Every receiver knows every pack");
  await mixer.button("New key").click();
  await expect(mixer.answer).toHaveText("Bag Q does not know every pack");
  await mixer.open("Sync");
  await mixer.choose("Nils");
  await expect(mixer.row("Nils")).toContainText("the receiver holds another key");
  // there is somebody of that name, and nothing of what is said
  await expect(row.getByText("silent", { exact: true })).toBeVisible();
  await expect(next.getByRole("link", { name: "Names and keys" })).toBeVisible();
  await next.getByRole("button", { name: "Pair Pack K with Bag Q" }).click();
  await expect(row.getByText("audio", { exact: true })).toBeVisible();
  await expect(row).toContainText("the pack’s new pairing");
  mixer.expectNoComplaints();
});
