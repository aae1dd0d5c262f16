import { bigDay } from "../scripts/bigDay.mjs";
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
    await expect(mixer.answer).toHaveText("Five channels to set up at Net loft");
    await expect(mixer.next).toContainText("Switch off Pack C");
    await expect(
      page.getByRole("button", { name: /^Clock of the practice day, 07:3\d/ }),
    ).toBeVisible();

    // a scan that is stopped leaves nothing
    await mixer.open("Scan");
    await expect(mixer.answer).toHaveText("Net loft: nothing scanned yet");
    await page.getByRole("button", { name: /How many passes/ }).click();
    await page.getByRole("option", { name: /^ten times/ }).click();
    await mixer.button("Scan now").click();
    await expect(page.getByRole("progressbar")).toBeVisible();
    await mixer.button("Stop").click();
    await expect(page.getByText(/^Stopped\. /)).toBeVisible();
    await expect(mixer.answer).toHaveText("Net loft: nothing scanned yet");

    await mixer.ready(page.url());
    await mixer.scan();
    await expect(page.getByRole("row", { name: /487\.150/ })).toContainText("not ours");
    await expect(page.getByRole("row", { name: /^22 taken/ })).toContainText("Ellery Head One");

    await mixer.pick();
    await expect(mixer.answer).toContainText("Five channels clear, smallest margin");
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
    await expect(mixer.row("Agnete")).toContainText("RF, no audio");
    await mixer.choose("Agnete");
    await mixer.channel("Agnete").getByRole("button", { name: "Unmute Pack D" }).click();
    await mixer.channel("Agnete").getByRole("button", { name: "Verify again" }).click();
    await expect(mixer.row("Nils")).toContainText("only antenna A receives");
    await mixer.choose("Nils");
    await mixer.channel("Nils").getByRole("button", { name: "Troubleshoot" }).click();
    const fault = page.getByRole("region", { name: /^Troubleshoot Nils/ });
    await expect(fault.getByRole("listitem").first()).toContainText(/antenna/i);
    await fault.getByRole("button", { name: "one missing or loose" }).click();
    await expect(fault).toContainText("Screw it on by hand until it is tight");
    await fault.getByRole("button", { name: "Close" }).click();
    await mixer.channel("Nils").getByRole("button", { name: "Screw on antenna B" }).click();
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
      await mixer.button(/^Save for/).click();
      await expect(page.getByText(/^Level saved for /)).toBeVisible();
      await expect(mixer.answer).not.toHaveText(title!);
    }
    await mixer.open("Range");
    await page.getByRole("link", { name: "Link budget", exact: true }).click();
    await expect(mixer.answer).toHaveText(/to spare|out of range|too strong/);
    for (let i = 0; i < 5; i += 1) {
      const title = await mixer.answer.textContent();
      await mixer.button(/^Save for/).click();
      if (i < 4) await expect(mixer.answer).not.toHaveText(title!);
    }
    await mixer.open("Day");
    await expect(mixer.answer).toHaveText("All five channels are ready at Net loft");
    await page.keyboard.press("n");
    await expect(mixer.next.getByRole("listitem")).toHaveText([
      /Move to Quay/,
      /Finish the prep.*the first scene affected starts/,
    ]);
    mixer.expectNoComplaints();
  });
});

test.describe(() => {
  test.use({ stands: "fresh", keepsAs: "many" });
  test("sixteen channels: units added, talent joined, scanned, found, set", async ({
    page,
    server,
  }) => {
    test.setTimeout(240_000);
    expect(await bigDay({ url: server.url, page, talkers: 16 })).toBe(16);
  });
});
