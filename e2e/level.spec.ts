import { wavFile } from "~/core/audio/wav";
import { Mixer } from "./mixer";
import { LINE_RATE_HZ, spokenLine } from "./spokenLine";
import { expect, test } from "./test";

const wav = (name: string, bytes: Uint8Array) => ({
  name,
  mimeType: "audio/wav",
  buffer: Buffer.from(bytes),
});

test("a voice is measured, one knob is turned, and the next line stands where it was said; it is kept with what was measured", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/level?channel=2");
  await expect(mixer.channel("Tobiah").getByRole("heading", { level: 2 }).first()).toHaveText(
    /^Tobiah: pack at −\d+ dB, loudest peaks expected at −\d+ dBFS$/,
  );
  const measure = page.getByRole("region", { name: "Measure" });
  const pack = page.getByRole("slider", { name: /^Gain of Pack/ });
  // far too hot, by the arrow keys on the staircase
  await pack.focus();
  for (let i = 0; i < 5; i += 1) await page.keyboard.press("ArrowUp");
  await expect(page.getByText(/clips by/).first()).toBeVisible();
  await mixer.button("Tobiah, your loudest line").click();
  await expect(measure.getByText(/Pack B from −/)).toBeVisible();
  for (let i = 0; i < 5 && !(await measure.getByText(/^Leave everything/).isVisible()); i += 1) {
    await measure.getByRole("button", { name: /^Turn / }).click();
    await expect(measure.getByText(/Say the line again to see it/)).toBeVisible();
    await mixer.button("Tobiah, your loudest line").click();
    await expect(measure.getByText(/^(Leave everything|.* from −.* to −)/)).toBeVisible();
  }
  await expect(measure.getByText(/^Leave everything as it is: peaks at −\d+ dBFS/)).toBeVisible();
  await mixer.button("Save for Tobiah").click();
  await expect(page.getByText("Level saved for Tobiah.")).toBeVisible();
  await mixer.choose("Tobiah");
  await expect(page.getByRole("region", { name: "Saved today" })).toContainText(
    /measured −\d+ dBFS/,
  );
  mixer.expectNoComplaints();
});

test("a recording of two tracks is measured track by track; a broken one is refused in words", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/level?channel=1");
  const measure = page.getByRole("region", { name: "Measure" });
  const line = spokenLine();
  const file = measure.locator("input[type=file]");
  await file.setInputFiles(
    wav(
      "take 3.wav",
      wavFile([line, line.map((v) => Math.max(-1, Math.min(1, v * 8)))], {
        encoding: "pcm24",
        sampleRateHz: LINE_RATE_HZ,
      }),
    ),
  );
  await expect(measure.getByRole("img", { name: /^take 3.wav: peaks at −\d+ dBFS/ })).toBeVisible();
  await measure.getByRole("button", { name: /Track$/ }).click();
  await page.getByRole("option", { name: /^track 2/ }).click();
  await expect(measure.getByText(/samples reach full scale/)).toBeVisible();
  await file.setInputFiles(wav("broken.wav", new Uint8Array([1, 2, 3, 4])));
  await expect(measure.getByRole("alert")).toContainText("This is not a WAV file");
  mixer.expectNoComplaints();
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test("by ear on the phone: up from nothing until it tells to stop, held against what was reckoned", async ({
    page,
  }) => {
    const mixer = new Mixer(page);
    await mixer.ready("/day/1/level?channel=3");
    const ear = page.getByRole("region", { name: "By ear" });
    await mixer.button("Start from minimum").click();
    await expect(ear).toContainText("Distant and dull");
    for (let i = 0; i < 30 && !(await ear.getByText(/stop here/).isVisible()); i += 1)
      await mixer.button("One step up").click();
    await expect(ear).toContainText("stop here");
    await mixer.button("Sounds right here").click();
    await expect(ear.getByRole("status")).toContainText(/calculated for Irsa/i);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
      390,
    );
    mixer.expectNoComplaints();
  });
});
