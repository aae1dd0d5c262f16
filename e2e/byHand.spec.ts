import { Mixer } from "./mixer";
import { expect, test } from "./test";

/** Nothing is connected and no file is read: receivers that only show things on their screens. */
test.use({ stands: "arrived" });

/** So many keys from the arrival to four verified channels. */
const MAX_KEYS = 60;

test("arrived to four channels verified, by keys alone, nothing connected: what the receivers show, frequencies, packs", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  let keys = 0;
  const press = async (...pressed: string[]) => {
    for (const key of pressed) {
      await page.keyboard.press(key);
      keys += 1;
    }
  };
  await mixer.ready("/");
  await expect(mixer.next).toContainText("Scan on the receivers’ own screens");
  await press("g", "s");
  await expect(mixer.answer).toContainText("nothing scanned");
  // how many of each bank the bag's screen calls free
  await press("5", "Enter", "9", "Enter", "7", "Enter");
  await expect(mixer.answer).toHaveText("Bank 2 has most free: 9 of 12");
  await expect(mixer.next).not.toContainText("Scan on the receivers’ own screens");
  await press("g", "f");
  await expect(page.getByText(/own scan \d\d:\d\d .*bank 2 9 of 12/)).toBeVisible();
  await press("Enter");
  await expect(mixer.answer).toContainText("Four channels clear");
  // a second Enter at once would take a set that nobody saw
  await page.waitForTimeout(700);
  await press("Enter");
  await expect(page.getByText(/Plan 1 is in use/)).toBeVisible();
  await press("g", "y");
  await expect(mixer.answer).toHaveText("None of four channels verified");
  await press("f");
  await expect(page.getByText("silent with the pack off, RF, voice, recorder")).toBeVisible();
  for (const talker of ["Marit", "Tobiah", "Irsa", "Agnete"]) {
    await expect(mixer.row(talker)).toHaveAttribute("aria-selected", "true");
    for (let i = 0; i < 6; i += 1) await press("y");
  }
  await expect(mixer.answer).toHaveText("Four channels verified");
  expect(keys).toBeLessThanOrEqual(MAX_KEYS);
  mixer.expectNoComplaints();
});

test("by hand, what goes wrong: somebody there moves the channel, a meter beyond its scale is told, an answer is taken back", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await page.keyboard.type("gs");
  await expect(mixer.answer).toContainText("nothing scanned");
  await page.keyboard.type("5");
  await page.keyboard.press("Enter");
  await page.keyboard.type("13");
  await expect(page.getByText("it has 12")).toBeVisible();
  await page.keyboard.press("Backspace");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await expect(mixer.answer).toContainText("Bank 1 has most free: 5 of 12");
  await mixer.pick();
  await mixer.open("Sync");
  const setTo = await mixer.row("Marit").locator("td").nth(1).innerText();
  const row = mixer.channel("Marit");
  await page.keyboard.type("yn2");
  await expect(row).toContainText("Another transmitter is on it");
  await page.keyboard.press("m");
  await expect(page.getByText(/Marit moves to/)).toBeVisible();
  await expect(row).toContainText(`It shows ${setTo} MHz. Set Bag 1 half 1 to`);
  await page.keyboard.type("yyyy");
  await expect(row).toContainText("RF full?");
  await page.keyboard.type("9");
  await page.keyboard.press("Enter");
  await expect(row).toContainText("The meter has 5 bars");
  await page.keyboard.type("/10");
  await page.keyboard.press("Enter");
  await expect(mixer.row("Marit")).toContainText("9 of 10");
  await page.keyboard.press("u");
  await expect(mixer.row("Marit")).not.toContainText("9 of 10");
  mixer.expectNoComplaints();
});

test("a walk by hand: dropouts pressed while walking and tapped on the plan, kept after the page was loaded again, and the day says it until it is walked again", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await page.keyboard.type("gw");
  await expect(mixer.answer).toHaveText("No walk test of Net loft yet");
  await page.keyboard.press("w");
  await expect(page.getByText("no dropout so far")).toBeVisible();
  await page.waitForTimeout(1200);
  await page.keyboard.press("d");
  await expect(page.getByText("1 dropout so far")).toBeVisible();
  await page.getByLabel(/reads$/).fill("9");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The meter has 5 bars")).toBeVisible();
  await page.getByLabel(/reads$/).fill("1");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: /At the end/ }).click();
  const told = page.getByRole("list", { name: "Marked so far" }).getByRole("listitem");
  await expect(told).toHaveCount(2);
  await expect(mixer.answer).toContainText("less than the model");
  await expect(page.getByText("No level was measured")).toBeVisible();
  const plan = page.getByRole("img", { name: /tap where Marit dropped/ });
  const box = (await plan.boundingBox())!;
  // in the middle of the plan her walk is near; at its corner nothing is
  await plan.click({ position: { x: 4, y: 4 } });
  await expect(page.getByText(/Nothing was added/)).toBeVisible();
  await plan.click({ position: { x: box.width * 0.4, y: box.height * 0.2 } });
  await expect(told).toHaveCount(3);
  await page.reload();
  await expect(told).toHaveCount(3);
  await page.getByRole("button", { name: "Save for Net loft" }).click();
  await expect(page.getByText("Walk test saved")).toBeVisible();
  await page.keyboard.type("gd");
  await expect(page.getByText("dropped 2 times on the walk test").first()).toBeVisible();
  await expect(mixer.next).toContainText("Check range for Marit");
  await page.goBack();
  await page.getByRole("button", { name: "Remove the walk test here" }).click();
  await page.keyboard.type("gd");
  await expect(page.getByText("dropped 2 times on the walk test")).toHaveCount(0);
  mixer.expectNoComplaints();
});

test("a level by hand: a meter's figure counts as measured, the ear is asked what was seen and heard, a camera's clip is listened to", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/day/1/level?channel=1");
  const measure = page.getByRole("region", { name: "Measure" });
  await expect(measure).not.toContainText("your loudest line");
  const meter = measure.getByLabel(/^the meter of .* peaked at, dBFS$/);
  await meter.fill("-200");
  await page.keyboard.press("Enter");
  await expect(measure).toContainText("type a figure such as −12");
  await meter.fill("1");
  await page.keyboard.press("Enter");
  await expect(measure).toContainText("−1 was read");
  await expect(measure.getByRole("button", { name: /^Turn / })).toBeVisible();
  const ear = page.getByRole("region", { name: "By ear" });
  await ear.getByRole("button", { name: "Start from minimum" }).click();
  await expect(ear).toContainText("say the loudest line, then answer both");
  await expect(ear).not.toContainText("Distant and dull");
  await ear.getByRole("radio", { name: "stays dark" }).click();
  await ear.getByRole("radio", { name: "distant and noisy" }).click();
  await expect(ear).toContainText("Distant and dull: raise it.");
  await ear.getByRole("button", { name: "One step up" }).click();
  await expect(ear).toContainText("then answer both");
  await ear.getByRole("radio", { name: "blinks on the loudest" }).click();
  await ear.getByRole("radio", { name: "full and clean" }).click();
  await expect(ear).toContainText("stop here");
  // what a camera writes: sound that only a browser decodes
  const clip = await page.evaluate(async () => {
    const context = new AudioContext();
    const [tone, gain, out] = [
      context.createOscillator(),
      context.createGain(),
      context.createMediaStreamDestination(),
    ];
    gain.gain.value = 0.5;
    tone.connect(gain).connect(out);
    tone.start();
    const recorder = new MediaRecorder(out.stream, { mimeType: "audio/webm" });
    const parts: Blob[] = [];
    recorder.ondataavailable = ({ data }) => parts.push(data);
    recorder.start();
    await new Promise((done) => setTimeout(done, 2000));
    const ended = new Promise((done) => (recorder.onstop = done));
    recorder.stop();
    await ended;
    return [...new Uint8Array(await new Blob(parts).arrayBuffer())];
  });
  const file = measure.locator("input[type=file]");
  await file.setInputFiles({
    name: "A001.webm",
    mimeType: "video/webm",
    buffer: Buffer.from(clip),
  });
  await expect(
    measure.getByRole("img", { name: /^A001.webm: peaks at −[5-7] dBFS/ }),
  ).toBeVisible();
  await expect(measure).toContainText("peaks may be a decibel off");
  await file.setInputFiles({
    name: "A002.mov",
    mimeType: "video/quicktime",
    buffer: Buffer.from([1, 2, 3]),
  });
  await expect(measure.getByRole("alert")).toContainText("cannot read the sound of “A002.mov”");
  await page.getByRole("button", { name: /^Save (as it is|for Marit)/ }).click();
  await expect(page.getByText("Level saved for Marit.")).toBeVisible();
  mixer.expectNoComplaints();
});
