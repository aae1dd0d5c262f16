import { Mixer } from "./mixer";
import { expect, test } from "./test";

// the first journey of a day; every other begins where one of its parts ended
test.describe.configure({ mode: "serial" });

test.describe(() => {
  test.use({ stands: "fresh", keepsAs: "picked" });
  test("from the empty plan to five frequencies that stand clear", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/");
    await expect(page).toHaveTitle(/Slack Water/);
    await expect(mixer.answer).toHaveText("Five channels to make ready at the net loft");
    await expect(mixer.next).toContainText("Switch off Pack C");
    await expect(page.getByRole("button", { name: /day's clock, 07:3\d/ })).toBeVisible();

    // a scan that is stopped leaves nothing
    await mixer.open("Scan");
    await expect(mixer.answer).toHaveText("Nothing scanned at the net loft yet");
    await page.getByRole("button", { name: /How many passes/ }).click();
    await page.getByRole("option", { name: /^ten times/ }).click();
    await mixer.button("Scan now").click();
    await expect(page.getByRole("progressbar")).toBeVisible();
    await mixer.button("Stop").click();
    await expect(page.getByText(/^Stopped\. /)).toBeVisible();
    await expect(mixer.answer).toHaveText("Nothing scanned at the net loft yet");

    await mixer.ready(page.url());
    await mixer.scan();
    await expect(page.getByRole("row", { name: /487\.150/ })).toContainText("not ours");
    await expect(page.getByRole("row", { name: /^22 taken/ })).toContainText("Ellery Head One");

    await mixer.pick();
    await expect(mixer.answer).toContainText("Five channels stand clear; the tightest has");
    mixer.expectNoComplaints();
  });
});

test.describe(() => {
  test.use({ stands: "picked", keepsAs: "set" });
  test("every pack set", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.sync();
    await expect(mixer.answer).toHaveText("None of five channels verified");
    mixer.expectNoComplaints();
  });
});

test.describe(() => {
  test.use({ stands: "set", keepsAs: "verified" });
  test("every channel proved, a mute and a missing antenna found on the way", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.open("Sync");
    for (const talker of ["Marit", "Tobiah", "Irsa", "Agnete", "Nils"]) await mixer.prove(talker);
    await expect(mixer.channel("Agnete")).toContainText("RF, no audio");
    await mixer.channel("Agnete").getByRole("button", { name: "Unmute Pack D" }).click();
    await mixer.channel("Agnete").getByRole("button", { name: "Prove again" }).click();
    await expect(mixer.channel("Nils")).toContainText("only antenna A hears");
    await mixer.channel("Nils").getByRole("button", { name: "What is wrong?" }).click();
    const fault = page.getByRole("region", { name: /What is wrong with Nils/ });
    await expect(fault.getByRole("listitem").first()).toContainText(/antenna/i);
    await fault.getByRole("button", { name: "one missing or loose" }).click();
    await expect(fault).toContainText("Screw it on by hand until it is tight");
    await fault.getByRole("button", { name: "Close" }).click();
    await mixer.channel("Nils").getByRole("button", { name: "Screw antenna B on" }).click();
    await expect(mixer.answer).toHaveText("Five channels verified");
    mixer.expectNoComplaints();
  });
});

test.describe(() => {
  test.use({ stands: "verified", keepsAs: "ready" });
  test("every voice set, every walk in range: the day is ready", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.open("Level");
    for (let i = 0; i < 5; i += 1) {
      const title = await mixer.answer.textContent();
      await mixer.button(/^Keep for/).click();
      await expect(page.getByText(/^Kept for /)).toBeVisible();
      if (i < 4) await expect(mixer.answer).not.toHaveText(title!);
    }
    await mixer.open("Place");
    await page.getByRole("link", { name: "One link", exact: true }).click();
    await expect(mixer.answer).toHaveText(/in hand|out of range|too strong/);
    for (let i = 0; i < 5; i += 1) {
      const title = await mixer.answer.textContent();
      await mixer.button(/^Keep for/).click();
      if (i < 4) await expect(mixer.answer).not.toHaveText(title!);
    }
    await mixer.open("Day");
    await expect(mixer.answer).toHaveText("All five channels are ready at the net loft");
    await expect(mixer.next.getByRole("listitem")).toHaveText([
      /Move to the quay/,
      /Fix the preparation.*the first scene concerned begins/,
    ]);
    mixer.expectNoComplaints();
  });
});
