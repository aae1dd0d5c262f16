import { type Locator, type Page } from "@playwright/test";
import { expect } from "./test";

export const rows = (page: Page): Locator =>
  page.getByRole("list", { name: "Channels" }).getByRole("listitem");
export const row = (page: Page, talker: string): Locator => rows(page).filter({ hasText: talker });
export const panel = (page: Page): Locator => page.getByRole("complementary", { name: /^Hit on/ });

/** Notes something by N. */
export async function note(page: Page, text: string): Promise<void> {
  await page.keyboard.press("n");
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
  await expect(page.getByText("Noted.")).toBeVisible();
}

/** Agnete's pack, muted in the practice day from its start: called, judged, unmuted, held. */
export async function mendTheMute(page: Page): Promise<void> {
  await expect(row(page, "Agnete")).toContainText("muted");
  await page.keyboard.press("h");
  await page.keyboard.press("4");
  await expect(panel(page)).toContainText("the pack is muted");
  await expect(panel(page).getByRole("button", { name: /^Take the mute off/ })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(panel(page).getByRole("button", { name: "It holds" })).toBeFocused();
  await expect(row(page, "Agnete")).not.toContainText("muted");
  await page.keyboard.press("Enter");
  await expect(panel(page)).toHaveCount(0);
}

/** Goes on to the newcomer of the first take, calls the hit, and takes the spare; tells its MHz. */
export async function takeTheSpare(page: Page): Promise<string> {
  // past the first place's beginning and the scenes that are planned, to shortly before it happens
  const victim = spoiled(page);
  const clock = page.getByRole("button", { name: /^The day's clock/ });
  for (let i = 0; i < 8 && (await victim.count()) === 0; i += 1) {
    await page.keyboard.press(".");
    await victim.waitFor({ timeout: 12_000 }).catch(() => undefined);
  }
  await expect(clock).toContainText("08:");
  await expect(victim).toBeVisible();
  const number = (await victim.getAttribute("aria-label"))!.split(" ")[0]!;
  await page.keyboard.press("h");
  await page.keyboard.press(number);
  await expect(panel(page)).toContainText("somebody on the frequency");
  const take = panel(page).getByRole("button", { name: /^Take the spare/ });
  await expect(take).toBeFocused();
  const spare = /(\d{3}\.\d{3}) MHz/.exec(await take.innerText())![1]!;
  await page.keyboard.press("Enter");
  await expect(panel(page).getByRole("button", { name: /follows$/ })).toBeFocused();
  return spare;
}

/** The pack follows to the spare, and the channel is proved there. */
export async function followAndProve(page: Page, spare: string): Promise<void> {
  await page.keyboard.press("Enter");
  await expect(panel(page).getByRole("button", { name: "Prove it" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Proved. Plan 2 stands.")).toBeVisible();
  await expect(spoiled(page)).toHaveCount(0);
  await expect(rows(page).filter({ hasText: spare })).toHaveCount(1);
}

const spoiled = (page: Page) => rows(page).filter({ hasText: "spoiled" });
