import { Mixer } from "../mixer";
import { expect, test } from "../test";

const TALKERS = ["Marit", "Tobiah", "Irsa", "Agnete", "Nils"];
/** More presses than anybody should need. */
const PATIENCE = 40;

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test("five hidden faults (wrong block, not stored, a neighbour, a missing antenna, muted) are cleared on a phone by pressing what each row offers", async ({
  page,
}) => {
  test.setTimeout(180_000);
  const phone = new Mixer(page);
  await phone.ready("/");
  await phone.scan();
  await phone.pick();
  await phone.sync();
  await phone.button("Practise: hide five faults").click();
  const practice = phone.page.getByRole("region", { name: "Practice" });
  await expect(practice).toContainText("five faults are hidden, five are left");
  const pressed: string[] = [];
  for (const talker of TALKERS) {
    const row = await phone.choose(talker);
    const state = phone.row(talker).getByText(/^verified \d\d:\d\d$/);
    for (let i = 0; i < PATIENCE && !(await state.isVisible()); i += 1) {
      const next = row
        .getByRole("group", { name: `Next for ${talker}` })
        .getByRole("button")
        .first();
      // while it is at work a button says so and is disabled
      await expect(next).toBeEnabled();
      const label = (await next.textContent())!;
      pressed.push(`${talker}: ${label}`);
      await next.click();
      await phone.page.waitForTimeout(150);
    }
    await expect(state).toBeVisible();
  }
  await expect(practice).toContainText(
    "All five hidden faults are fixed, and every channel is verified",
  );
  // each of the five was met by what cures it
  for (const cure of [
    /Give \w+ Pack/,
    /Store on Pack/,
    /to a spare/,
    /Screw on antenna [AB]/,
    /Unmute Pack/,
  ])
    expect(pressed.join("; ")).toMatch(cure);
  expect(await phone.page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
    390,
  );
  phone.expectNoComplaints();
});
