// The pictures of the README, from the practice day: each main view once, in the state that the
// day's work leaves it in.
import { mkdirSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import { ensureBuilt, ensureInstalled, root } from "./lib.mjs";

await ensureInstalled();
await ensureBuilt();
// phones come in on this computer only
process.env.PLAIN_CHANNEL_JOIN_HOST = "127.0.0.1";
const { serve } = await import("./server.mjs");
const { bigDay } = await import("./bigDay.mjs");
const running = await serve({
  practice: true,
  defaultPort: 4640,
  dataFolder: mkdtempSync(join(tmpdir(), "plain-channel-shots-")),
  speed: 60,
});
const out = process.env.PLAIN_CHANNEL_SHOTS ?? join(root, "docs", "screenshots");
mkdirSync(out, { recursive: true });
const browser = await chromium.launch({
  executablePath: process.env.PLAIN_CHANNEL_CHROMIUM ?? "/usr/bin/chromium-headless-shell",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
});
const cart = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await cart.newPage();
const ready = () => page.waitForFunction(() => document.documentElement.dataset.ready === "true");
const stage = async (name) => {
  await page
    .getByRole("navigation", { name: "Stages" })
    .getByRole("link", { name, exact: true })
    .click();
  await page.waitForTimeout(900);
};
/** A sheet of Prep, from the line or from the menu where the line is short. */
const prepSheet = async (name) => {
  const link = page.getByRole("link", { name, exact: true });
  if (await link.isVisible()) return link.click();
  await page.getByRole("button", { name: /^(More, )?Prep: / }).click();
  await page.getByRole("menuitem", { name, exact: true }).click();
};
const press = async (name) => {
  await page.getByRole("button", { name }).first().click();
  await page.waitForTimeout(700);
};
/** Chooses a channel in the table. */
const choose = async (talker) => {
  await page.locator("tr[data-channel]", { hasText: talker }).locator("b").first().click();
  await page.waitForTimeout(400);
};
const shoot = async (name) => {
  await page.evaluate(() => window.scrollTo(0, 0));
  await page.mouse.move(5, 795);
  await page.waitForTimeout(300);
  await page.screenshot({ path: join(out, `${name}.png`) });
};
const night = async (isNight) => {
  await page.getByRole("button", { name: `Night colours: ${isNight ? "off" : "on"}` }).click();
};

await page.goto(running.url);
await ready();
await stage("Prep");
await shoot("prep-daylight");
await prepSheet("Assigned");
await page.getByRole("heading", { level: 1, name: "No assigned frequencies yet" }).waitFor();
await page.locator("input[type=file]").setInputFiles({
  name: "port-ellery.csv",
  mimeType: "text/csv",
  buffer: Buffer.from(
    "position,primary,backup\nMarit,482.000,496.500\nTobiah,499.300,TV 24+6.2\nSecond crew,490.000,\nHarbour film,491.000,\nIrsa,492.000,520.000\n",
  ),
});
await press(/^Import five lines/);
for (const [link, name, title] of [
  ["Locations & talent", "locations", /^Four locations/],
  ["Kit", "kit", /cannot work here/],
  ["Regulations", "regulations", /transmit here/],
]) {
  await stage("Prep");
  await prepSheet(link);
  await page.getByRole("heading", { level: 1, name: title }).waitFor();
  await shoot(`${name}-daylight`);
}
await stage("Scan");
await press("Switch it off");
await press("Scan now");
await page.getByRole("heading", { level: 1, name: /quiet and free/ }).waitFor();
await shoot("scan-daylight");
await stage("Frequencies");
await press("Find frequencies");
await page.getByRole("button", { name: "Use this plan" }).waitFor();
await press("Use this plan");
await stage("Sync");
await press(/^Set five receivers/);
const [first, second, third, fourth] = ["Marit", "Tobiah", "Irsa", "Agnete"];
for (const [letter, talker] of [
  ["A", first],
  ["B", second],
  ["C", third],
]) {
  await choose(talker);
  const on = page.getByRole("button", { name: `Switch Pack ${letter} on` });
  if (await on.count()) await on.click();
  await press(`Sync Pack ${letter}`);
  await press(/^Verify$/);
  await page.waitForTimeout(2800);
}
await choose(fourth);
await press("Switch Pack D on");
await press("Sync Pack D");
await press(/^Verify$/);
await page.waitForTimeout(2800);
await stage("Level");
for (let i = 0; i < 3; i += 1) await press(/^Save for/);
await shoot("level-daylight");
await stage("Range");
await page
  .getByText(/helps most/)
  .first()
  .waitFor({ timeout: 60_000 });
await shoot("range-daylight");
const sheet = async (name, heading) => {
  await page
    .getByRole("navigation", { name: "Range" })
    .getByRole("link", { name, exact: true })
    .click();
  await page.getByRole("heading", { level: 1, name: heading }).waitFor();
};
await sheet("Floor plan", /walls?, .* antennas?$/);
const drawing = await page.getByRole("img", { name: /walls,/ }).boundingBox();
await page.mouse.click(drawing.x + drawing.width * (26 / 36), drawing.y + drawing.height * 0.4);
await page.getByRole("group", { name: "Wall" }).waitFor();
await shoot("floor-plan-daylight");
await sheet("Walk test", /walked|walk test/);
if (await page.getByRole("button", { name: /^Switch Pack . on$/ }).count())
  await press(/^Switch Pack . on$/);
for (let i = 0; i < 2; i += 1) await press(/ walk it$/);
await page
  .getByText(/ parts?/)
  .last()
  .waitFor();
await shoot("walk-test-daylight");
await sheet("Antennas", /^Whips of/);
await shoot("antennas-daylight");
await sheet("Rig cards", /to fix|rigs are OK/);
await shoot("rig-cards-daylight");
await stage("Roll");
await page.waitForTimeout(6000);
// past what is planned, and on to the first thing that happens
const hurt = page.locator("tr[data-channel]", { has: page.locator("[data-level=bad]") }).first();
for (let i = 0; i < 12 && (await hurt.count()) === 0; i += 1) {
  await page.keyboard.press(".");
  await hurt.waitFor({ timeout: 15_000 }).catch(() => undefined);
}
await hurt.waitFor({ timeout: 60_000 });
await page.waitForTimeout(6000);
await page.keyboard.press("h");
await page.keyboard.press((await hurt.locator("td").first().innerText()).trim());
await page.getByRole("complementary", { name: /^Hit on/ }).waitFor();
await page.waitForTimeout(1500);
await shoot("hit-daylight");
for (let i = 0; i < 3; i += 1) {
  await page.keyboard.press("Enter");
  await page.waitForTimeout(2500);
}
await page
  .getByRole("navigation", { name: "Roll" })
  .getByRole("link", { name: "Batteries", exact: true })
  .click();
await page.waitForTimeout(900);
await shoot("batteries-daylight");
await stage("Day");
await shoot("day-daylight");
const dayAddress = page.url();
await page.goto(new URL("/practice/fault/4711", dayAddress).href);
await page.getByRole("region", { name: "Hit 4" }).waitFor({ timeout: 30_000 });
await page.waitForTimeout(800);
await shoot("practice-daylight");
await running.stop();
// sixteen channels, where a bag is full
const many = await serve({
  practice: true,
  defaultPort: 4660,
  dataFolder: mkdtempSync(join(tmpdir(), "plain-channel-shots-")),
  speed: 300,
});
await bigDay({ url: many.url, page, talkers: 16 });
await page.goto(`${many.url}/day/1/frequencies`);
await ready();
await choose("Una");
await shoot("frequencies-daylight");
await stage("Sync");
await press("Verify all");
await page.waitForTimeout(45_000);
await shoot("sync-daylight");
await stage("Roll");
await page.waitForTimeout(25_000);
await night(true);
await page.waitForTimeout(5000);
await shoot("roll-night");
await page.setViewportSize({ width: 390, height: 844 });
await page.goto(`${many.url}/quick`);
await ready();
await press(/^Bank and channel/);
await page.getByLabel("Plate: from MHz").fill("520");
await page.getByLabel("to MHz").fill("562");
await press(/^Next: where/);
await page.getByLabel("Place (not needed)").fill("Quay");
await press("Outside");
for (const name of ["3", "9", "12"]) await page.getByRole("button", { name, exact: true }).click();
await press(/^Next best: 1.9/);
await page.getByLabel("MHz on its screen").fill("531.425");
for (const name of [/^Both show/, /^Yes, nothing/, /^Yes, full/, /^Set, and/, "New in both"])
  await press(name);
await page.getByText("pack matches, voice follows").waitFor();
await shoot("quick-phone-night");
await browser.close();
await many.stop();
process.exit(0);
