import { type Locator, type Page } from "@playwright/test";
import { expect } from "./test";

export const rows = (page: Page): Locator =>
  page.getByRole("grid", { name: "Channels" }).locator("tr[data-channel]");
export const row = (page: Page, talker: string): Locator => rows(page).filter({ hasText: talker });
export const panel = (page: Page): Locator => page.getByRole("complementary", { name: /^Hit on/ });

/** Notes something by M. */
export async function note(page: Page, text: string): Promise<void> {
  await page.keyboard.press("m");
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Saved.", { exact: true })).toBeVisible();
}

/** Agnete's pack, muted in the practice day from its start: called, judged, unmuted, held. */
export async function mendTheMute(page: Page): Promise<void> {
  await expect(row(page, "Agnete")).toContainText("muted");
  await page.keyboard.press("h");
  await page.keyboard.press("4");
  await expect(panel(page)).toContainText("the pack is muted");
  await expect(panel(page).getByRole("button", { name: /^Unmute/ })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(panel(page).getByRole("button", { name: "OK again" })).toBeFocused();
  await expect(row(page, "Agnete")).not.toContainText("muted");
  await page.keyboard.press("Enter");
  await expect(panel(page)).toHaveCount(0);
}

/** Goes on to the new carrier of the first take, calls the hit, and takes the spare; tells its MHz. */
export async function takeTheSpare(page: Page): Promise<string> {
  // past the first place's beginning and the scenes that are planned, to shortly before it happens
  const victim = interference(page);
  const clock = page.getByRole("button", { name: /^Clock of the practice day/ });
  for (let i = 0; i < 8 && (await victim.count()) === 0; i += 1) {
    await page.keyboard.press(".");
    await victim.waitFor({ timeout: 12_000 }).catch(() => undefined);
  }
  await expect(clock).toContainText("08:");
  await expect(victim).toBeVisible();
  const number = (await victim.locator("td").first().innerText()).trim();
  await page.keyboard.press("h");
  await page.keyboard.press(number);
  await expect(panel(page)).toContainText("another transmitter on the frequency");
  const take = panel(page).getByRole("button", { name: /^Use the spare/ });
  await expect(take).toBeFocused();
  const spare = /(\d{3}\.\d{3}) MHz/.exec(await take.innerText())![1]!;
  await page.keyboard.press("Enter");
  await expect(panel(page).getByRole("button", { name: /follows$/ })).toBeFocused();
  return spare;
}

/** The pack follows to the spare, and the channel is verified there. */
export async function followAndVerify(page: Page, spare: string): Promise<void> {
  await page.keyboard.press("Enter");
  await expect(panel(page).getByRole("button", { name: "Verify" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Verified. Plan 2 is in use.")).toBeVisible();
  await expect(interference(page)).toHaveCount(0);
  await expect(page.getByRole("region", { name: /^Channel \d+/ })).toContainText(spare);
}

const interference = (page: Page) => rows(page).filter({ hasText: "interference" });
