import type { Page } from "@playwright/test";
import { wavFile } from "~/core/audio/wav";
import { Mixer } from "./mixer";
import { LINE_RATE_HZ, spokenLine } from "./spokenLine";
import { expect, test } from "./test";

/** An empty data file, nothing connected, a phone in one hand. */
test.use({ stands: "own", viewport: { width: 390, height: 844 }, hasTouch: true });

/** From the empty start to the card: a new set, and one that is remembered. */
const MAX_NEW = 30;
const MAX_REMEMBERED = 14;
/** What the page may load of scripts before it can be used, compressed. */
const MAX_SCRIPT_KB = 180;

class Hand {
  taps = 0;
  constructor(private readonly page: Page) {}

  async tap(name: string | RegExp): Promise<void> {
    await this.page
      .getByRole("button", { name, exact: typeof name === "string" })
      .first()
      .tap();
    this.taps += 1;
  }

  /** A number that is read off the receiver: one tap into its field, and the figures. */
  async type(label: string, text: string): Promise<void> {
    const field = this.page.getByLabel(label, { exact: true });
    await field.tap();
    this.taps += 1;
    await field.pressSequentially(text);
  }
}

const wav = (name: string, samples: Float64Array) => ({
  name,
  mimeType: "audio/wav",
  buffer: Buffer.from(wavFile([samples], { encoding: "pcm24", sampleRateHz: LINE_RATE_HZ })),
});
const verifyAndLevel = async (hand: Hand) => {
  await hand.tap(/^Yes, nothing/);
  await hand.tap(/^Yes, full/);
  await hand.tap(/^Set, and/);
  await hand.tap("New in both");
};

test("a receiver with banks, from nothing to go and hit; then as last time at another place; then a whole shoot", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  const hand = new Hand(page);
  await page.getByRole("link", { name: /^One system and a camera One/ }).tap();
  hand.taps += 1;
  await expect(mixer.answer).toHaveText("What do you have?");
  await hand.tap(/^Bank and channel/);
  await hand.tap(/^Next: where/);
  await expect(page.getByRole("alert")).toHaveText("Type the range as on the plate, in MHz.");
  await hand.type("Plate: from MHz", "520");
  await hand.type("to MHz", "562");
  await hand.tap(/^Next: where/);
  await expect(page.getByText("Allowed on the whole range: individual licence")).toBeVisible();
  await hand.tap("Outside");
  await hand.tap("Bank up");
  for (const free of ["3", "9", "12"]) await hand.tap(free);
  await expect(page.getByText("3 of 12 free.")).toBeVisible();
  await hand.tap(/^Next best: 2.9/);
  await expect(mixer.answer).toHaveText("Same number at both ends?");
  await hand.type("MHz on its screen", "531.425");
  await expect(
    page.getByText("allowed with individual licence, up to 50 mW · TV 28"),
  ).toBeVisible();
  await hand.tap("Both show 2.9");
  await verifyAndLevel(hand);
  await expect(mixer.answer).toHaveText("Camera A");
  await expect(page.getByText("531.425 MHz")).toBeVisible();
  await expect(page.getByText("pack matches, voice follows")).toBeVisible();
  expect(hand.taps).toBeLessThanOrEqual(MAX_NEW);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);

  // interference: the next free number, its steps, and back if it was none
  await hand.tap(/^Interference/);
  await expect(page.getByText("Choose number 3 in it.")).toBeVisible();
  await hand.tap("Both show 2.3");
  await hand.tap(/^Yes, nothing/);
  await hand.tap(/^Yes, full/);
  await expect(page.getByRole("button", { name: /^Interference go to 2\.12/ })).toBeVisible();
  await hand.tap(/^All off/);
  await expect(mixer.answer).toContainText("All off");

  // it stands on the cart: the page comes back as it was, and the day has it all
  await expect(page.getByText(/to send/)).toHaveCount(0);
  await mixer.ready("/quick");
  const again = new Hand(page);
  await again.tap(/^As last time: Camera A last on 2\.3/);
  await again.tap("Inside");
  await again.tap("9");
  await again.tap(/^Use 2.9/);
  await again.tap("Both show 2.9");
  for (const name of [/^Yes, nothing/, /^Yes, full/, /^Set, and/, /^The same as last time/])
    await again.tap(name);
  await expect(page.getByText("pack matches, voice follows")).toBeVisible();
  // one more than counted: the large choice on the first page
  expect(again.taps + 1).toBeLessThanOrEqual(MAX_REMEMBERED);

  await expect(page.getByText(/to send/)).toHaveCount(0);
  await page.getByRole("link", { name: "Make it a whole shoot" }).tap();
  await expect(page).toHaveURL(/\/day\/2$/);
  await expect(page.getByText("bank 2.9").first()).toBeVisible();
  await mixer.ready("/day/2/sync");
  await expect(mixer.answer).toHaveText("One channel verified");
  mixer.expectNoComplaints();
});

test("a given number by keys alone: what cannot be is told; someone on it leads to another; a second pack beside it", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/quick");
  const press = async (name: string | RegExp) => {
    const button = page.getByRole("button", { name, exact: typeof name === "string" }).first();
    await button.focus();
    await page.keyboard.press("Enter");
  };
  await press(/^Shows MHz/);
  await page.getByLabel("Plate: from MHz").focus();
  await page.keyboard.type("690");
  await page.getByLabel("to MHz").focus();
  await page.keyboard.type("650");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toHaveText("690.000 MHz is above 650.000 MHz: swap them.");
  await page.getByLabel("to MHz").fill("710");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Allowed on 4.00 MHz of 20.0 MHz")).toBeVisible();
  await press("Outside");
  await press("I was given a number");
  const number = page.getByLabel("Number or MHz");
  await number.fill("705.1");
  await expect(
    page.getByRole("button", { name: /all the same: 705.100 not allowed/ }),
  ).toBeVisible();
  await number.fill("800");
  await expect(page.getByRole("button", { name: /outside what this set tunes/ })).toBeVisible();
  await number.fill("abc");
  await expect(page.getByText('"abc" is no number of this set.')).toBeVisible();
  await number.fill("692.5");
  await press(/^Use 692.500/);
  await press(/^Both show 692.500/);
  await press("It shows a signal");
  await expect(page.getByText("Someone transmits on this number.", { exact: false })).toBeVisible();
  await press(/^Go to/);
  await press(/^Both show/);
  await press(/^Yes, nothing/);
  await press("No signal");
  await expect(page.getByRole("region", { name: /^Troubleshoot/ })).toBeVisible();
  await press(/^Yes, full/);
  await press(/^Set, and/);
  await press("New in both");
  await press(/^Second system/);
  await expect(mixer.answer).toHaveText("What does its search propose?");
  await expect(page.getByText("The first pack stays on", { exact: false })).toBeVisible();
  mixer.expectNoComplaints();
});

test("one that chooses for itself, a link with a set and its numbers, and a link that cannot be read; the page is light", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  let bytes = 0;
  page.on("requestfinished", (request) => {
    if (request.resourceType() !== "script" && !request.url().endsWith(".js")) return;
    // the page may be gone before the last of them is told
    void request.sizes().then(
      (s) => (bytes += s.responseBodySize),
      () => undefined,
    );
  });
  // a phone gets this compression from a cart that has no certificate
  await page.setExtraHTTPHeaders({ "accept-encoding": "gzip" });
  await mixer.ready("/quick");
  expect(bytes / 1000).toBeGreaterThan(100);
  expect(bytes / 1000).toBeLessThanOrEqual(MAX_SCRIPT_KB);
  await page.goto("about:blank");
  const hand = new Hand(page);
  await mixer.ready(
    "/quick#set=banks&name=Ferry%20B&tunes=520-562&use=7.9@531.425&backup=7.12@533.85",
  );
  await hand.tap(/^From this link: Ferry B 7\.9/);
  await hand.tap("Outside");
  await hand.tap(/^Use 7.9/);
  await expect(page.getByText("531.425").first()).toBeVisible();
  await hand.tap("Both show 7.9");
  await verifyAndLevel(hand);
  await expect(page.getByRole("button", { name: /^Interference go to 7\.12/ })).toBeVisible();
  await hand.tap(/^Show its link/);
  await expect(page.getByRole("textbox", { name: "Show its link" })).toHaveValue(
    /\/quick#set=banks&name=Ferry%20B&tunes=520\.000-562\.000&.*use=7\.9@531\.425&backup=7\.12@533\.850/,
  );
  await hand.tap(/^All off/);
  await hand.tap("Another set");
  await hand.tap(/^Chooses for itself/);
  await hand.tap(/^Next: where/);
  await hand.tap("Inside");
  await expect(mixer.answer).toHaveText("Pair both ends");
  await hand.tap("Link light is steady");
  await verifyAndLevel(hand);
  await expect(page.getByText("automatic", { exact: true })).toBeVisible();
  await page.goto("about:blank");
  await mixer.ready("/quick#set=banjo");
  await expect(page.getByRole("alert")).toHaveText(
    "This link is of a kind that this version does not know: banjo. Nothing was changed.",
  );
  mixer.expectNoComplaints();
});

test("once loaded it works without the cart: it opens again, goes on, and sends what was said when the cart is back", async ({
  page,
  context,
}) => {
  const mixer = new Mixer(page);
  const hand = new Hand(page);
  await mixer.ready("/quick");
  await expect(page.getByText("This page opens without the cart.")).toBeVisible();
  await hand.tap(/^Fixed presets/);
  await hand.type("Presets, MHz", "863.1 863.5 864.1");
  await hand.tap(/^Next: where/);
  await hand.tap("Outside");
  await expect(page.getByText(/to send/)).toHaveCount(0);
  await context.setOffline(true);
  await hand.tap(/^Use \d/);
  await expect(page.getByText("No connection to the cart.", { exact: false })).toBeVisible();
  await page.reload();
  await expect(mixer.answer).toHaveText("Same number at both ends?");
  await hand.tap(/^Both show/);
  await hand.tap(/^Yes, nothing/);
  await hand.tap("No signal");
  await expect(page.getByRole("region", { name: /^Troubleshoot/ })).toBeVisible();
  await hand.tap(/^Yes, full/);
  // a clip is measured on the phone; one without a voice changes nothing
  const clip = page.locator("input[type=file]");
  await clip.setInputFiles(wav("quiet.wav", new Float64Array(LINE_RATE_HZ)));
  await expect(page.getByText("quiet.wav has no voice in it. Nothing was changed.")).toBeVisible();
  await clip.setInputFiles(wav("loud.wav", spokenLine()));
  await expect(page.getByText(/^loud\.wav: peaks at −\d+ dBFS\.$/)).toBeVisible();
  await expect(page.getByLabel("The meter peaked at, dBFS")).toHaveValue(/^-\d/);
  for (const name of [/^Set, and/, "New in both"]) await hand.tap(name);
  await expect(page.getByText("pack matches, voice follows")).toBeVisible();
  await hand.tap(/^Show its link/);
  await expect(page.getByRole("img", { name: "The link as a code" })).toBeVisible();
  await expect(page.getByText(/to send/)).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/to send/)).toHaveCount(0);
  await page.getByRole("link", { name: "Make it a whole shoot" }).tap();
  await mixer.ready("/day/1/sync");
  await expect(mixer.answer).toHaveText("One channel verified");
});

test("several cameras: a list with a fault, then each crew's card; one opens its own, another is told by hand", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await page.setViewportSize({ width: 1280, height: 800 });
  await mixer.ready("/quick");
  await page.getByRole("link", { name: "Several cameras: a list of crews" }).click();
  await expect(mixer.answer).toHaveText("No crews yet");
  const list = page.getByLabel("List");
  await list.fill("crew,primary,backup,range\nFerry A,soon,533.85,520-562");
  await mixer.button("Add the crews").click();
  await expect(page.getByRole("alert")).toContainText('Row 2: "soon" is no number.');
  await list.fill(
    "crew,primary,backup,range\nFerry A,531.425,533.85,520-562\nQuay,7.9,7.12,520-562",
  );
  await mixer.button("Add the crews").click();
  await expect(mixer.answer).toHaveText("0 of 2 crews ready");
  await mixer.button("Quay is ready").click();
  await expect(mixer.answer).toHaveText("1 of 2 crews ready");
  await mixer.button("Quay had interference").click();
  await expect(page.getByRole("row", { name: /Quay 7\.12/ })).toContainText("interference");
  await mixer.button("Card of Ferry A").click();
  await expect(page.getByRole("img", { name: "Card of Ferry A" })).toBeVisible();
  const link = await page.getByText(/\/quick#set=mhz&name=Ferry%20A/).innerText();

  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto("about:blank");
  const hand = new Hand(page);
  await mixer.ready(new URL(link).pathname + new URL(link).hash);
  await hand.tap(/^From this link: Ferry A 531\.425/);
  await hand.tap("Outside");
  await hand.tap(/^Use 531\.425/);
  await hand.tap(/^Both show/);
  await verifyAndLevel(hand);
  await expect(page.getByRole("button", { name: /^Interference go to 533\.850/ })).toBeVisible();
  await expect(page.getByText(/to send/)).toHaveCount(0);
  await page.setViewportSize({ width: 1280, height: 800 });
  await mixer.ready("/quick/crews");
  await expect(page.getByRole("row", { name: /Ferry A 531\.425/ })).toContainText("ready");
  mixer.expectNoComplaints();
});
