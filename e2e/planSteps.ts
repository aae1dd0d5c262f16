import type { Locator, Page } from "@playwright/test";

export const plan = (page: Page): Locator =>
  page.getByRole("img", { name: /^(Plan of|\w+ walls?,)/ });

/**
 * Presses at the first point, goes along the others and lets go; shares of the drawing from its
 * upper left.
 */
export async function drag(page: Page, ...shares: [number, number][]): Promise<void> {
  await plan(page).evaluate((e) => {
    e.scrollIntoView({ block: "center" });
  });
  const box = (await plan(page).boundingBox())!;
  const [first, ...rest] = shares.map(([x, y]): [number, number] => [
    box.x + x * box.width,
    box.y + y * box.height,
  ]);
  await page.mouse.move(...first!);
  await page.mouse.down();
  for (const p of rest) await page.mouse.move(...p, { steps: 4 });
  await page.mouse.up();
}
