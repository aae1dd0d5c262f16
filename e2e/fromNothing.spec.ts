import { Mixer } from "./mixer";
import { expect, test } from "./test";

/** An empty data file, and nothing connected. */
test.use({ stands: "own" });

/** Keys and presses from the empty file to four verified channels: two seconds for each are three minutes. */
const MAX_ACTIONS = 90;

/** As a general tool writes it: a floor of −105 dBm in 25 kHz, two carriers, a station. */
const sweep = (): string => {
  let seed = 7;
  const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  return Array.from({ length: 3841 }, (_, i) => {
    const mhz = 470 + i * 0.025;
    const noise = -105 + 10 * Math.log10(-Math.log(1 - random()) + 1e-6);
    const carrier = [488.1, 521.7].some((c) => Math.abs(c - mhz) < 0.02) ? -62 : -300;
    const station = mhz > 502.2 && mhz < 509.8 ? -78 + noise / 60 : -300;
    return `${mhz.toFixed(3)},${Math.max(noise, carrier, station).toFixed(1)}`;
  }).join("\n");
};

test("from an empty data file, with a sweep file and three receivers that only show things, to four verified channels", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  let actions = 0;
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      await page.keyboard.press(key);
      actions += 1;
    }
  };
  const type = async (text: string) => {
    await page.keyboard.type(text);
    actions += text.length;
  };
  const click = async (name: string | RegExp) => {
    await mixer.button(name).first().click();
    actions += 1;
  };
  await mixer.ready("/");
  await click(/^A whole shoot/);
  await type("Quick job");
  await press("Enter");
  await expect(mixer.answer).toHaveText("One location, no channel yet");
  await mixer.next.getByRole("link").first().click();
  actions += 1;
  await expect(mixer.answer).toHaveText("The kit is empty");
  const put = async (model: RegExp, times: number) => {
    await click(/Model to add$/);
    await page.getByRole("option", { name: model }).first().click();
    actions += 1;
    for (let i = 0; i < times; i += 1) {
      const [label] = /(Bag|Pack|Camera|Receiver) \S+$/.exec(
        await mixer.button(/^Add (Bag|Camera|Pack|Receiver) /).innerText(),
      ) ?? [""];
      await click(/^Add (Bag|Camera|Pack|Receiver) /);
      await expect(page.getByRole("grid").getByText(label, { exact: true }).first()).toBeVisible();
    }
  };
  await put(/receiver · Tarnfell R2/, 1);
  await put(/receiver · Oystercatch C1/, 2);
  await put(/pack · Tarnfell P, block 47/, 2);
  await put(/pack · Oystercatch T, block 51/, 2);
  await mixer.next.getByRole("link", { name: "Add talent" }).click();
  await click("Add talent");
  actions += 1;
  for (const name of ["Ada", "Bo", "Cy", "Dot"]) {
    await type(name);
    await press("Enter");
    await expect(page.getByLabel("Name")).toHaveValue("");
  }
  await click("Cancel");
  await press("g", "s");
  await expect(mixer.answer).toContainText("nothing scanned");
  const chooser = page.waitForEvent("filechooser");
  await click("Import a scan");
  await (
    await chooser
  ).setFiles({ name: "sweep.csv", mimeType: "text/csv", buffer: Buffer.from(sweep()) });
  // a file is found and opened in about so many
  actions += 3;
  await expect(mixer.answer).toContainText(/free|quiet/);
  await press("g", "f");
  await expect(mixer.answer).toHaveText("Four channels need a frequency");
  await press("Enter");
  await expect(mixer.answer).toContainText("Four channels clear");
  await page.waitForTimeout(700);
  await press("Enter");
  await expect(page.getByText(/Plan 1 is in use/)).toBeVisible();
  await press("g", "y");
  await expect(mixer.answer).toHaveText("None of four channels verified");
  await press("f");
  await expect(page.getByText("silent with the pack off, RF, voice, recorder")).toBeVisible();
  for (let i = 0; i < 24; i += 1) await press("y");
  await expect(mixer.answer).toHaveText("Four channels verified");
  expect(actions).toBeLessThanOrEqual(MAX_ACTIONS);
  mixer.expectNoComplaints();
});

test("the first page says what this is, and one press leads into each of three ways", async ({
  page,
}) => {
  const mixer = new Mixer(page);
  await mixer.ready("/");
  await expect(mixer.answer).toHaveText(
    "Plain Channel finds clean frequencies and keeps them clean",
  );
  await page.getByRole("link", { name: /^Practise Exercises/ }).click();
  await expect(page).toHaveURL(/\/practice$/);
  await mixer.ready("/");
  await page.getByRole("link", { name: /^One system and a camera One/ }).click();
  await expect(page).toHaveURL(/\/quick$/);
  await expect(mixer.answer).toHaveText("What do you have?");
  mixer.expectNoComplaints();
});
