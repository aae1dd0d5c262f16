import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import { Mixer } from "../mixer";
import { ownServer } from "./ownServer";

const PORT = Number(process.env["PLAIN_CHANNEL_TEST_PORT"] ?? 4600) + 170;

/**
 * Tab, until the thing of that name has the focus; then Enter. Nothing is clicked in this journey.
 */
async function pressOn(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 250; i += 1) {
    const words = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      // a part of the screen that holds the place of a button that is gone is no button
      return e?.hasAttribute("data-kept-focus") ||
        e?.getAttribute("aria-disabled") === "true" ||
        (e as HTMLButtonElement | null)?.disabled
        ? ""
        : (e?.getAttribute("aria-label") ?? e?.textContent ?? "");
    });
    if (name.test(words)) {
      await page.keyboard.press("Enter");
      return;
    }
    await page.keyboard.press("Tab");
  }
  throw new Error(`nothing called ${name.source} can be reached with Tab`);
}

interface DayEvent {
  id: string;
  kind: string;
  fromMs: number;
  packKey?: string;
  nearPack?: string;
  ontoPack?: string;
  aroundPack?: string;
  receiverKey?: string;
  leftHours?: number;
  offsetHz?: number;
}

const MINUTE_MS = 60_000;
const AT_ONCE = { timeout: 500 };
const PLACES: readonly { startMs: number; move: RegExp | null; isFresh?: boolean }[] = [
  { startMs: 480 * MINUTE_MS, move: null },
  { startMs: 660 * MINUTE_MS, move: /^Move to Quay/, isFresh: true },
  { startMs: 900 * MINUTE_MS, move: /^Move to Car deck/ },
  { startMs: 1050 * MINUTE_MS, move: /^Move to Lighthouse stair/, isFresh: true },
];
const PACKS = ["pack-a", "pack-b", "pack-c", "pack-d", "pack-e"];
const TALKERS = ["Marit", "Tobiah", "Irsa", "Agnete", "Nils"];
/** What each happening may be called in the report; null: it is told of and needs no hit. */
const CALLED: Record<string, RegExp | null> = {
  newcomer: /another transmitter on the frequency/,
  skin: /something in the way/,
  muted: /the pack is muted/,
  noise: /noise on the frequency/,
  product: /intermod of others/,
  near: /too strong/,
  behind: /something in the way|a fade/,
  antenna: /one antenna/,
  "switched-off": /switched off|batteries are empty/,
  "weak-cells": /batteries are empty|switched off/,
};

test("ten hours of the practice day with its twelve happenings, by keys alone and through three power cuts: the report tells what happened", async ({
  browser,
}) => {
  test.setTimeout(900_000);
  const data = mkdtempSync(join(tmpdir(), "plain-channel-ten-"));
  let server = await ownServer(PORT, data);
  const context = await browser.newContext({
    baseURL: server.url,
    viewport: { width: 1280, height: 800 },
  });
  context.setDefaultTimeout(20_000);
  const page = await context.newPage();
  const mixer = new Mixer(page);
  const script = (): (DayEvent & { state?: { frequencyHz: number | null; isOver?: boolean } })[] =>
    (
      JSON.parse(readFileSync(join(data, "practice-rig.json"), "utf8")) as {
        script?: (DayEvent & { state?: { frequencyHz: number | null; isOver?: boolean } })[];
      }
    ).script ?? [];
  const cut = async () => {
    await server.kill();
    server = await ownServer(PORT, data);
    await mixer.ready("/day/1/roll");
    await expect(page.getByText(/^Rolling since 07:3\d\./)).toBeVisible();
  };
  /** Scan, pick and sync where the unit is. */
  const prepare = async () => {
    await page.keyboard.type("gs");
    const off = mixer.button(/^Switch (it|them) off$/);
    await expect(mixer.button("Scan now")).toBeVisible();
    if (await off.count()) {
      await pressOn(page, /^Switch (it|them) off$/);
      await expect(off).toHaveCount(0);
    }
    await pressOn(page, /^Scan now$/);
    await expect(mixer.answer).toContainText("quiet and free", { timeout: 60_000 });
    await page.keyboard.type("gf");
    await expect(mixer.stage).toHaveText("Frequencies");
    await expect(mixer.button(/^(Find (frequencies|again)|Find all again)$/)).toBeVisible();
    await pressOn(page, /^(Find (frequencies|again)|Find all again)$/);
    await expect(mixer.button("Use this plan")).toBeVisible();
    await pressOn(page, /^Use this plan$/);
    await expect(page.getByText(/Plan \d+ is in use/)).toBeVisible();
    await page.keyboard.type("gy");
    await expect(mixer.button(/^Set \w+ receivers/)).toBeVisible();
    await pressOn(page, /^Set \w+ receivers/);
    await expect(mixer.button(/^Set \w+ receivers/)).toHaveCount(0);
    // what each row offers next, until there is nothing left but to verify it
    for (const talker of TALKERS) {
      await mixer.choose(talker);
      const next = page
        .getByRole("group", { name: `Next for ${talker}` })
        .getByRole("button")
        .first();
      for (let i = 0; i < 8; i += 1) {
        await expect(next).toBeEnabled();
        const words = (await next.textContent())!;
        if (/^Verify/.test(words)) break;
        await pressOn(page, new RegExp(`^${words}$`));
        await expect(next).not.toHaveText(words);
      }
      await expect(next).toHaveText(/^Verify/);
    }
    await page.keyboard.type("go");
    await expect(page.getByText(/^Rolling since/)).toBeVisible();
  };
  const rows = page.locator("tr[data-channel]");
  const panel = page.getByRole("complementary", { name: /^Hit on/ });
  const clockMs = async (): Promise<number> => {
    const [hours, minutes] = (
      (await page.getByRole("button", { name: /^Clock of the practice day/ }).textContent()) ?? ""
    )
      .match(/\d\d/g)!
      .map(Number) as [number, number];
    return (hours * 60 + minutes) * MINUTE_MS;
  };
  /**
   * Calls a hit on a channel and does what is offered first until it is closed. @param isCut - the
   * power goes on the way
   */
  const answer = async (number: number, isCut: boolean) => {
    await page.keyboard.press("h");
    await page.keyboard.press(String(number));
    await expect(panel).toBeVisible();
    if (isCut) await cut();
    for (let i = 0; i < 8 && (await panel.count()); i += 1) {
      const next = panel.locator("[data-next]");
      await expect(next).toBeFocused();
      const before = await next.textContent();
      await page.keyboard.press("Enter");
      // looked at at once: what closes between two looks must not be waited for
      await expect
        .poll(
          async () =>
            (await panel.count()) === 0
              ? "over"
              : (await next.isEnabled(AT_ONCE).catch(() => false))
                ? await next.textContent(AT_ONCE).catch(() => before)
                : before,
          { timeout: 20_000 },
        )
        .not.toBe(before);
    }
    await expect(panel).toHaveCount(0);
  };

  try {
    /** New batteries into everybody's pack. */
    const newBatteries = async (letters: string) => {
      await page.keyboard.type("gb");
      for (const letter of letters) {
        await mixer.choose(TALKERS["ABCDE".indexOf(letter)]!);
        await expect(mixer.button(`New batteries in: Pack ${letter}`)).toBeEnabled();
        await pressOn(page, new RegExp(`^New batteries in: Pack ${letter}$`));
        await expect(
          page.getByText(new RegExp(`^New \\w+ batteries in Pack ${letter}`)),
        ).toBeVisible();
      }
      await page.keyboard.type("go");
      await expect(page.getByText(/^Rolling since/)).toBeVisible();
    };

    await mixer.ready("/");
    await prepare();
    await newBatteries("E");
    // what came out of the case so: a mute and an antenna that is off
    await expect(rows.filter({ hasText: "Agnete" })).toContainText("muted");
    await answer(4, false);
    await expect(rows.filter({ hasText: "Nils" })).toContainText("antenna");
    await answer(5, false);

    let placesDone = 0;
    const handled: { happening: DayEvent; number: number | null }[] = [];
    for (let step = 0; step < 30 && script().some((h) => !h.state); step += 1) {
      // where the clock will stop: shortly before the next thing happens, or where the day comes to
      // a place
      const due = script()
        .filter((h) => !h.state)
        .map((h) => h.fromMs - 8000)
        .sort((a, b) => a - b)[0]!;
      // a place whose time came while a hit was seen to is gone to late, not left out
      const place = PLACES.slice(placesDone, placesDone + 1).find((p) => p.startMs < due);
      if (place) placesDone += 1;
      // it runs on meanwhile: that it moved is not enough; and it stops at every scene and change
      // of batteries that is planned on the way
      const goalMs = Math.floor((place?.startMs ?? due) / MINUTE_MS) * MINUTE_MS;
      for (let i = 0, nowMs = await clockMs(); i < 20 && nowMs < goalMs; i += 1) {
        await page.keyboard.press(".");
        await page.waitForTimeout(1500);
        // pressed again only once this press is seen: two at once would go past the goal
        const beforeMs = nowMs;
        await expect
          .poll(clockMs, { timeout: 10_000 })
          .toBeGreaterThan(beforeMs)
          .catch(() => undefined);
        nowMs = await clockMs();
      }
      await expect.poll(clockMs, { timeout: 40_000 }).toBeGreaterThanOrEqual(goalMs);
      if (place) {
        if (place.move === null) continue;
        await page.keyboard.type("gm");
        await expect(mixer.button(place.move)).toBeVisible();
        await pressOn(page, place.move);
        await expect(page.getByText(/^Moved\. Scans/)).toBeVisible();
        await prepare();
        if (place.isFresh) await newBatteries("ABCDE");
        continue;
      }
      const event = script()
        .filter((h) => !handled.some((x) => x.happening.id === h.id))
        .sort((a, b) => a.fromMs - b.fromMs)[0]!;
      const packKey = event.packKey ?? event.nearPack ?? event.ontoPack ?? event.aroundPack ?? null;
      const victim = packKey === null ? null : PACKS.indexOf(packKey) + 1;
      const isTold =
        CALLED[event.kind] === null ||
        (event.kind === "newcomer" && Math.abs(event.offsetHz!) > 500_000);
      const hasCome = () =>
        expect
          .poll(() => script().find((h) => h.id === event.id)?.state !== undefined, {
            timeout: 90_000,
          })
          .toBe(true);
      const isToldOf = async (hz: number) =>
        (await page.getByText(/^New carrier: /).allTextContents()).some(
          (t) => Math.abs(Number(/(\d{3}\.\d+) MHz/.exec(t)![1]) * 1e6 - hz) < 150_000,
        );
      if (isTold) {
        // who was new before is not who comes now
        await hasCome();
        const cameHz = script().find((h) => h.id === event.id)!.state!.frequencyHz!;
        await expect.poll(() => isToldOf(cameHz), { timeout: 60_000 }).toBe(true);
        handled.push({ happening: event, number: null });
        continue;
      }
      if (event.kind === "weak-cells" && event.leftHours! > 0.1) {
        // told before it hurts: fresh ones go in between takes
        await expect(rows.nth(victim! - 1)).toContainText(/battery/, { timeout: 40_000 });
        await page.keyboard.type("gb");
        await mixer.choose(TALKERS[victim! - 1]!);
        await expect(mixer.button(`New batteries in: Pack ${"ABCDE"[victim! - 1]!}`)).toBeVisible();
        await pressOn(page, new RegExp(`^New batteries in: Pack ${"ABCDE"[victim! - 1]!}$`));
        await expect(page.getByText(/^New \w+ batteries in Pack/)).toBeVisible();
        await page.keyboard.type("go");
        await expect(rows.nth(victim! - 1)).not.toContainText(/battery (soon|now)/, {
          timeout: 40_000,
        });
        handled.push({ happening: event, number: null });
        continue;
      }
      const troubled =
        victim === null ? rows.filter({ hasText: /antenna/ }).first() : rows.nth(victim - 1);
      // not before it has come
      await hasCome();
      await expect(troubled.locator("[data-level]")).toHaveAttribute("data-level", /bad|watch/, {
        timeout: 40_000,
      });
      // a product is known by its second source: what sweeps tells of it within half a minute
      if (event.kind === "product") {
        const sourceHz = script().find((h) => h.id === event.id)!.state!.frequencyHz!;
        await expect.poll(() => isToldOf(sourceHz), { timeout: 90_000 }).toBe(true);
      }
      // a set at its end is heard until it is
      if (event.kind === "weak-cells")
        await expect(troubled).toContainText("no RF", { timeout: 60_000 });
      await page.waitForTimeout(3000);
      const number = Number(await troubled.locator("td").first().innerText());
      await answer(number, handled.length === 1 || handled.length === 5 || handled.length === 9);
      handled.push({ happening: event, number });
    }
    expect(handled).toHaveLength(12);
    await pressOn(page, /^Report$/);
    await expect(mixer.answer).toHaveText(/^\w+ hits: /);
    const report = (await (await page.request.get("/day/1/papers/report.json")).json()) as {
      hits: { atMs: number; talker: string; cause: string; outcome: unknown }[];
      newCarriers: unknown[];
    };
    expect(report.hits).toHaveLength(handled.filter((h) => h.number !== null).length + 2);
    // and nothing is told of a time at which nothing was
    for (const h of report.hits.slice(2))
      expect(handled.some(({ happening: x }) => Math.abs(h.atMs - x.fromMs) < 120_000)).toBe(true);
    const table = page.getByRole("table").filter({ hasText: "What was done" });
    for (const { happening: event, number } of handled) {
      if (number === null) continue;
      const row = table
        .getByRole("row")
        .filter({ hasText: TALKERS[number - 1]! })
        .filter({ hasText: CALLED[event.kind]! });
      await expect(row.first()).toBeVisible();
    }
    // while the power is off nothing answers: that alone may be complained of
    expect(mixer.complaints.filter((c) => !/net::ERR_/.test(c))).toEqual([]);
  } catch (error) {
    console.log(
      "THE PAGE",
      page.url(),
      (await page.locator("body").innerText()).slice(0, 6000),
      mixer.complaints,
    );
    throw error;
  } finally {
    await context.close();
    await server.stop();
  }
});
