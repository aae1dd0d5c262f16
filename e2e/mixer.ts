import { expect, type Locator, type Page } from "@playwright/test";

/** What a mixer does with the application, in the words of the screen. */
export class Mixer {
  readonly complaints: string[] = [];

  constructor(readonly page: Page) {
    page.on("pageerror", (error) => this.complaints.push(error.message));
    page.on(
      "console",
      (message) =>
        message.type() === "error" &&
        !message.text().includes("status of 4") &&
        this.complaints.push(message.text()),
    );
  }

  get answer(): Locator {
    return this.page.getByRole("heading", { level: 1 });
  }

  get next(): Locator {
    return this.page.getByRole("complementary", { name: "Next" });
  }

  /** The stage whose screen is in sight. */
  get stage(): Locator {
    return this.page.getByRole("navigation", { name: "Stages" }).locator("[aria-current=page]");
  }

  button(name: string | RegExp): Locator {
    return this.page.getByRole("button", { name, exact: typeof name === "string" });
  }

  /** The row of a channel, on whatever stage. */
  row(talker: string): Locator {
    return this.page.getByRole("row", { name: new RegExp(`^\\d+ \\S+ ${talker}\\b`) });
  }

  /** What stands beside the table of the channel that is chosen. */
  channel(talker: string): Locator {
    return this.page.getByRole("region", { name: new RegExp(`^Channel \\d+, ${talker}$`) });
  }

  /** Chooses a channel in the table. @returns its detail */
  async choose(talker: string): Promise<Locator> {
    const detail = this.channel(talker);
    if (!(await detail.isVisible())) await this.row(talker).locator("b").first().click();
    await expect(detail).toBeVisible();
    return detail;
  }

  async open(
    stage: "Day" | "Prep" | "Scan" | "Frequencies" | "Sync" | "Level" | "Range" | "Roll",
  ): Promise<void> {
    if (this.page.url() === "about:blank") await this.ready("/");
    await this.page
      .getByRole("navigation", { name: "Stages" })
      .getByRole("link", { name: stage, exact: true })
      .click();
    await expect(this.stage).toHaveText(stage);
  }

  /** Opens a sheet of the open stage: from the line, or from the menu where the line is short. */
  async sheet(name: string): Promise<void> {
    const link = this.page.getByRole("link", { name, exact: true });
    if (await link.isVisible()) {
      await link.click();
      return;
    }
    await this.button(/^(More, )?Prep: /).click();
    await this.page.getByRole("menuitem", { name, exact: true }).click();
  }

  /** Goes to an address and waits until the page answers to hands. */
  async ready(path: string): Promise<void> {
    await this.page.goto(path);
    await this.page.waitForFunction(() => document.documentElement.dataset["ready"] === "true");
  }

  async scan(): Promise<void> {
    await this.open("Scan");
    const off = this.button(/^Switch (it|them) off$/);
    if (await off.count()) {
      await off.click();
      await expect(off).toHaveCount(0);
    }
    await this.scanNow();
  }

  /** Presses, and waits until another scan than before is there. */
  async scanNow(): Promise<void> {
    const saved = this.page.getByRole("link", { name: "columns", exact: true });
    const before = (await saved.count()) > 0 ? await saved.getAttribute("href") : null;
    await this.button("Scan now").click();
    await expect
      .poll(async () => ((await saved.count()) > 0 ? saved.getAttribute("href") : before), {
        timeout: 40_000,
      })
      .not.toBe(before);
    await expect(this.answer).toContainText("quiet and free");
  }

  async pick(): Promise<void> {
    await this.open("Frequencies");
    await this.button(/^(Find (frequencies|again)|Find all again)$/).click();
    await this.button("Use this plan").click();
    await expect(this.page.getByText(/Plan \d+ is in use/)).toBeVisible();
  }

  async sync(): Promise<void> {
    await this.open("Sync");
    await this.button(/^Set \w+ receivers/).click();
    await expect(this.button(/^Set \w+ receivers/)).toHaveCount(0);
    for (const [letter, talker] of [
      ["A", "Marit"],
      ["B", "Tobiah"],
      ["C", "Irsa"],
      ["D", "Agnete"],
      ["E", "Nils"],
    ] as const) {
      await this.choose(talker);
      const on = this.button(`Switch Pack ${letter} on`);
      // one kind of pack has its window behind its door
      const door = this.button(`Open Pack ${letter}’s door`);
      await expect(on.or(door).or(this.button(`Sync Pack ${letter}`))).toBeVisible();
      if (await on.count()) await on.click();
      if (letter === "E") await door.click();
      await this.button(`Sync Pack ${letter}`).click();
      await expect(this.button(`Sync Pack ${letter}`)).toHaveCount(0);
      // one kind of pack keeps its number only when told to
      if (letter === "E") await this.button("Store on Pack E").click();
    }
    await expect(this.button("Store on Pack E")).toHaveCount(0);
  }

  async prove(talker: string): Promise<void> {
    const detail = await this.choose(talker);
    await detail.getByRole("button", { name: /^Verify/ }).click();
    await expect(detail.getByText(/^silence: /)).toBeVisible();
  }

  expectNoComplaints(): void {
    expect(this.complaints).toEqual([]);
  }
}
