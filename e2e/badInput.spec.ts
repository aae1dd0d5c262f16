import { Mixer } from "./mixer";
import { expect, test } from "./test";

const columns = (n: number, line: (i: number) => string) =>
  Array.from({ length: n }, (_, i) => line(i)).join("\n");

test.describe("a sweep file", () => {
  test("empty, binary, a letter, in watts: refused with what is wrong, and the day is as it was", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    await mixer.open("Scan");
    const before = await mixer.answer.textContent();
    for (const [name, body, words] of [
      ["empty.csv", "", /"empty\.csv" was not read\. The file is empty.*are unchanged/],
      [
        "photo.csv",
        "\u0089PNG\u0000\u0001\u0002",
        /"photo\.csv" was not read\. The file is not text/,
      ],
      [
        "letter.txt",
        "Dear all,\nplease find the scan attached\n",
        /Line 1 is not a frequency and a level/,
      ],
      ["watts.csv", columns(50, (i) => `${470 + i / 10},0.00000001`), /neither dBm nor dBµV/],
    ] as const) {
      await page
        .locator("input[type=file]")
        .setInputFiles({ name, mimeType: "text/csv", buffer: Buffer.from(body, "latin1") });
      await expect(page.getByRole("alert")).toHaveText(words);
      await expect(mixer.answer).toHaveText(before!);
    }
  });

  test("cut in mid-line, out of order and with NaN is read, and each is said", async ({ page }) => {
    const mixer = new Mixer(page);
    await mixer.open("Scan");
    const lines = columns(
      3841,
      (i) => `${(470 + i * 0.025).toFixed(3)},${i === 5 ? "NaN" : (-113 + (i % 9) / 5).toFixed(1)}`,
    ).split("\n");
    await page.locator("input[type=file]").setInputFiles({
      name: "mixed.csv",
      mimeType: "text/csv",
      buffer: Buffer.from([...lines.slice(900), ...lines.slice(0, 900), "566.1"].join("\n")),
    });
    const said = page.getByRole("status").filter({ hasText: "mixed.csv" });
    await expect(said).toContainText("sorted");
    await expect(said).toContainText("not a number");
    await expect(said).toContainText("cut off");
    await expect(mixer.answer).toContainText("quiet and free");
  });
});

test.describe(() => {
  test.use({ stands: "verified" });
  test("two windows on one channel: the other is told at once, and sees what stands; its own next change counts", async ({
    page,
    context,
  }) => {
    const first = new Mixer(page);
    const second = new Mixer(await context.newPage());
    await first.open("Level");
    await first.choose("Irsa");
    await second.ready(`${first.page.url()}?channel=3`);
    const seen = second.channel("Irsa");
    await expect(seen).toContainText("Irsa: pack at");
    await first.page.getByRole("button", { name: /Gain of Pack C/ }).click();
    await first.page.getByRole("option", { name: "−33 dB", exact: true }).click();
    await first.button("Save for Irsa").click();
    await expect(first.page.getByText(/^Level saved for Irsa/)).toBeVisible();

    await expect(second.page.getByText(/Irsa was changed elsewhere/)).toBeVisible();
    await expect(seen).toContainText("Irsa: pack at −33 dB");
    await second.button("Save for Irsa").click();
    await expect(second.page.getByText(/^Level saved for Irsa/)).toBeVisible();
    await expect(second.page.getByText(/changed elsewhere/)).toHaveCount(0);
  });
});

test.describe(() => {
  test.use({ looksOnly: true });
  test("an address that does not exist says so and leads back", async ({ page }) => {
    await page.goto("/day/99");
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("Page not found");
    await page.getByRole("link", { name: "Back to the day" }).click();
    await expect(page).toHaveURL(/\/day\/1$/);
  });
});

test("what breaks in a page is heard of: it stands under Keep, and in the report for support", async ({
  page,
}) => {
  await new Mixer(page).open("Scan");
  const told = page.waitForResponse((r) => r.url().endsWith("/page-trouble"));
  await page.evaluate(
    () =>
      void setTimeout(() => {
        throw new Error("a made-up fault of the page");
      }),
  );
  expect((await told).status()).toBe(204);
  await page.goto("/backups");
  await expect(page.getByRole("list", { name: "Problems" })).toContainText(
    "a made-up fault of the page",
  );
  expect(await (await page.request.get("/support.json")).text()).toContain(
    "a made-up fault of the page",
  );
});
