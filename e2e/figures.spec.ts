import type { Page } from "@playwright/test";
import { Mixer } from "./mixer";
import { SCREENS } from "./screens";
import { expect, test } from "./test";

const MAX_HEADLINE = 60;
const CHANNELS = ["Marit", "Tobiah", "Irsa", "Agnete", "Nils"];
const PACKS = ["Pack A", "Pack B", "Pack C", "Pack D", "Pack E"];

test.describe("one figure, one home", () => {
  test.use({ stands: "ready" });

  /** What a screen says, line by line. */
  const said = async (page: Page, screen: string): Promise<string> => {
    const mixer = new Mixer(page);
    await mixer.ready(`/day/1/${screen}`.replace(/\/$/, ""));
    return page.locator("main").innerText();
  };
  /** The first figure after a name, as it is written. */
  const after = (text: string, name: string, figure: RegExp): string =>
    figure.exec(text.slice(text.indexOf(name)))?.[0] ?? `no figure after ${name}`;
  /** "6 h 28" or "45 min" in minutes. */
  const minutesOf = (duration: string): number => {
    const [, h, m] = /(?:(\d+) h)? ?(?:(\d+)(?: min)?)?/.exec(duration) ?? [];
    return Number(h ?? 0) * 60 + Number(m ?? 0);
  };

  test("a headline is one line of at most sixty characters, on every screen", async ({ page }) => {
    const mixer = new Mixer(page);
    for (const screen of SCREENS) {
      await mixer.ready(`/day/1/${screen}`.replace(/\/$/, ""));
      const headline = await mixer.answer.innerText();
      expect
        .soft({ screen, headline, isShort: headline.length <= MAX_HEADLINE })
        .toEqual({ screen, headline, isShort: true });
    }
  });

  test("what bears one name on several screens is one figure", async ({ page }) => {
    // every frequency, wherever it is told
    const plan = await said(page, "frequencies");
    const mhz = CHANNELS.map((name) => after(plan, name, /\d{3}\.\d{3}/));
    for (const screen of ["", "sync", "labels", "report"]) {
      const text = await said(page, screen);
      expect
        .soft({ screen, mhz: CHANNELS.map((name) => after(text, name, /\d{3}\.\d{3}/)) })
        .toEqual({ screen, mhz });
    }

    // the smallest margin of the headline is that of its rows
    const margins = [...plan.matchAll(/MHz\s+(\d+) dB/g)].map((m) => Number(m[1]));
    expect(Number(/margin (\d+) dB/.exec(plan)?.[1])).toBe(Math.min(...margins));

    // stations and the noise limit: as scanned, as drawn, as picked around
    const scan = await said(page, "scan");
    const list = await said(page, "stations");
    for (const m of scan.matchAll(/^(\d\d)\ttaken\t\S+ dBm\t(.+)$/gm))
      expect.soft(list).toContain(`${m[1]}\t${m[2]}`);
    const limit = /noise limit is (−\d+) dBm/.exec(scan)?.[1];
    expect(limit).toBeDefined();
    expect(plan).toContain(`below ${limit} dBm`);
    for (const text of [scan, plan])
      expect.soft(text).toMatch(new RegExp(`${limit} dBm in 200 kHz`));

    // batteries: what the day uses, what is missing, what is left
    const packing = await said(page, "labels");
    const prep = await said(page, "prep");
    const [, uses, has] = /uses (\d+), (\d+) are in the kit/.exec(prep) ?? [];
    expect(packing).toMatch(new RegExp(`AA batteries[^\\t]*\\t${uses}\\t\\s*${has}, `));
    // rolling, the receivers read what is in the packs
    await said(page, "roll");
    await expect(new Mixer(page).row("Marit")).toContainText(/\d h \d\d/);
    const roll = await page.locator("main").innerText();
    const left = await said(page, "batteries");
    const atStart = Number(/Bring (\d+)/.exec(left)?.[1]) + 2 * PACKS.length;
    expect(atStart).toBe(Number(uses));
    const report = await said(page, "report");
    for (const pack of PACKS) {
      const here = after(left, pack, /\d+ h(?: \d+)?|\d+ min|not known/);
      const [onRoll, onPaper] = [roll, report].map((text) =>
        after(text.slice(text.lastIndexOf(pack)), pack, /\d+ h \d+|\d+ min|not known|–/),
      );
      expect.soft({ pack, isTold: here !== "not known" }).toEqual({
        pack,
        isTold: onRoll !== "–" && onRoll !== "not known",
      });
      if (here !== "not known")
        // the clock goes on from screen to screen
        expect.soft(Math.abs(minutesOf(here) - minutesOf(onRoll ?? ""))).toBeLessThanOrEqual(2);
      expect.soft({ pack, onPaper }).not.toEqual({ pack, onPaper: "" });
    }

    // the steps of a move add up to when one must begin
    const move = await said(page, "company-move");
    const [, begin, ready] = /start by (\d\d:\d\d) to be ready at (\d\d:\d\d)/.exec(move) ?? [];
    const clock = (text = "") => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));
    const steps = [...move.matchAll(/^(\d+) min$/gm)].reduce((sum, m) => sum + Number(m[1]), 0);
    expect(steps).toBe(clock(ready) - clock(begin));
  });
});
