import { Mixer } from "./mixer";
import { expect, test } from "./test";

/** An empty data file, and nothing connected. */
test.use({ stands: "own" });

test("a list of four numbers for five people: sets by hand, cameras and cables, another pair with one press, what to bring, packs on", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await mixer.button(/^A whole shoot/).click();
  await page.keyboard.type("Two blocks");
  await page.keyboard.press("Enter");
  await expect(mixer.answer).toHaveText("One location, no channel yet");
  await mixer.ready("/day/1/kit");

  // sets of typical kinds: the plate, where they tune, how many
  const set = page.getByRole("region", { name: "Add a set" });
  const add = async (kind: string, model: string, where: string, count: number, then: string) => {
    await set.getByRole("button", { name: /Kind of set/ }).click();
    await page.getByRole("option", { name: kind }).click();
    await set.getByLabel("Maker").fill("Kelp");
    await set.getByLabel("Model, as on the plate").fill(model);
    await set.getByLabel(/^(Presets|Range)/).fill(where);
    await set.getByRole("textbox", { name: "Receivers" }).fill(String(count));
    await page.keyboard.press("Tab");
    await set.getByRole("button", { name: /^Add / }).click();
    await expect(page.getByRole("grid").first()).toContainText(then);
  };
  await add("Fixed presets", "P4", "863.1 863.5 864.1 864.9", 5, "Receiver 5");

  // five people on it
  await mixer.ready("/day/1/setup");
  await mixer.button("Add talent").click();
  for (const name of ["Marit", "Nils", "Irsa", "Bren", "Oswin"]) {
    await page.keyboard.type(name);
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("Name")).toHaveValue("");
  }
  await mixer.ready("/day/1/kit");
  await add("Camera receiver, one pack", "C1", "470-542", 1, "Receiver 6");
  // the open sockets say what antennas are missing
  await expect(page.getByLabel("Covers, MHz")).toHaveValue("470–542");
  await mixer.button("Add two antennas").click();
  await expect(page.getByText("Every antenna socket has one that fits.")).toBeVisible();

  // one too many for four numbers: the spare chain makes room
  await mixer.ready("/day/1/prep");
  await expect(page.getByRole("row", { name: /Receiver 6 Pack F 470–542 MHz/ })).toBeVisible();
  await mixer.ready("/day/1/frequencies");
  await mixer.button(/^Find frequencies/).click();
  await expect(mixer.answer).toHaveText("Four of five channels clear; one without a frequency");
  await mixer.button("What would make room").click();
  await expect(page.getByText(/on Pack F and Receiver 6: then all fit/).first()).toBeVisible();
  await mixer.button("Change units").first().click();
  await expect(mixer.answer).toHaveText("Five channels clear");
  await mixer.button("Use this plan").click();
  await expect(page.getByText("Plan 1", { exact: false }).first()).toBeVisible();

  // which version does it, blocks on offer among them
  await mixer.ready("/day/1/bring");
  await page.getByLabel("Other blocks on offer").fill("K9: 606-630");
  await mixer.button("Compare").click();
  const row = (name: RegExp) => page.getByRole("row", { name });
  await expect(row(/Kelp P4/)).toContainText("room for four channels only");
  await expect(row(/Block K9, as Kelp C1|Block K9, as Kelp P4/)).toContainText("rent or buy five");

  // cameras and recorders, by keys
  await mixer.ready("/day/1/patch");
  await mixer.button(/^Add it with two sockets/).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("grid", { name: "Cameras and recorders" })).toContainText("Camera A");

  // packs on and off by hand, one and all
  await mixer.ready("/day/1/batteries");
  const on = mixer.button(/is on: mark it off$/);
  await page.keyboard.press("o");
  await expect(on).toHaveCount(1);
  await page.keyboard.press("x");
  await expect(on).toHaveCount(0);
  await page.keyboard.press("x");
  await expect(on).toHaveCount(5);
});

test("a system that chooses for itself: no frequency is asked, labels say so, and its own causes are looked for", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await mixer.button(/^A whole shoot/).click();
  await page.keyboard.type("On the ferry");
  await page.keyboard.press("Enter");
  await expect(mixer.answer).toHaveText("One location, no channel yet");
  await mixer.ready("/day/1/kit");
  const set = page.getByRole("region", { name: "Add a set" });
  await set.getByRole("button", { name: /Kind of set/ }).click();
  await page.getByRole("option", { name: "Chooses its own frequency" }).click();
  await set.getByLabel("Maker").fill("Ferry");
  await set.getByLabel("Model, as on the plate").fill("Auto");
  await set.getByRole("button", { name: /^Add / }).click();
  await expect(page.getByRole("grid").first()).toContainText("Receiver 1");
  await mixer.ready("/day/1/setup");
  await mixer.button("Add talent").click();
  await page.keyboard.type("Marit");
  await page.keyboard.press("Enter");

  await mixer.ready("/day/1/labels");
  await expect(page.getByText("automatic")).toHaveCount(2);
  await mixer.ready("/day/1/sync");
  await expect(page.getByText("not linked").first()).toBeVisible();
  await mixer.button("Troubleshoot").click();
  const finder = page.getByRole("region", { name: /Marit/ }).last();
  await finder.getByRole("button", { name: "nothing" }).click();
  await expect(finder).toContainText("What does the receiver’s link light do?");
  await finder.getByRole("button", { name: "dark" }).click();
  await expect(finder).toContainText(/sleeps|gets no power/);
});
