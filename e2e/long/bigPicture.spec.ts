import { Mixer } from "../mixer";
import { drag } from "../planSteps";
import { expect, test } from "../test";

test("a picture of forty megapixels lies below the plan, made small, and its scale is set over a length that is known", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/draw");
  const large = await page.evaluate(async () => {
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [8000, 5000];
    canvas.getContext("2d")!.fillRect(100, 100, 4000, 40);
    const blob = await new Promise<Blob>((resolve) => {
      canvas.toBlob((b) => {
        resolve(b!);
      }, "image/png");
    });
    return [...new Uint8Array(await blob.arrayBuffer())];
  });
  const sheet = page.getByRole("group", { name: "The sheet" });
  await sheet
    .locator("input[type=file]")
    .setInputFiles({ name: "recce.txt", mimeType: "image/png", buffer: Buffer.from("no picture") });
  await expect(
    page.getByText("“recce.txt” cannot be read as a picture. The plan is unchanged."),
  ).toBeVisible();
  await sheet
    .locator("input[type=file]")
    .setInputFiles({ name: "recce.png", mimeType: "image/png", buffer: Buffer.from(large) });
  await expect(page.getByText(/^Made smaller, from 40 to \d megapixels/)).toBeVisible({
    timeout: 40_000,
  });
  await expect(page.getByText(/Its scale is not known yet/)).toBeVisible();
  await mixer.button("Measure").click();
  await drag(page, [0.1, 0.5], [0.6, 0.5]);
  await sheet.getByRole("textbox", { name: "The measured length is" }).fill("30");
  await page.keyboard.press("Tab");
  const wide = Number(await sheet.getByRole("textbox", { name: "Width" }).inputValue());
  await mixer.button("Set the picture’s scale").click();
  await expect
    .poll(async () => Number(await sheet.getByRole("textbox", { name: "Width" }).inputValue()))
    .toBeGreaterThan(wide);
  await expect(page.getByText("saved", { exact: true })).toBeVisible();
});
