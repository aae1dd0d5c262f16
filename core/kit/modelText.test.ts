import { packModel, receiverModel } from "./models";
import {
  formatBanks,
  fromTv,
  formatNumberList,
  formatTuning,
  parseBanks,
  parseNumberList,
  parseTuning,
  shownAs,
} from "./modelText";
import { SHIPPED_KIT } from "./shipped";

test.each([
  ["10, 25, 50", [10, 25, 50]],
  ["10,25,50", [10, 25, 50]],
  ["0;-10;-20", [0, -10, -20]],
  ["0 −6 −12", [0, -6, -12]],
  ["0,5; 1,5", [0.5, 1.5]],
  ["0 to -9 by 3", [0, -3, -6, -9]],
  ["2 to 3 by 0.5", [2, 2.5, 3]],
])("numbers: %s", (text, numbers) =>
  expect(parseNumberList(text)).toEqual({ ok: true, value: numbers }),
);
test.each(["", "ten", "0 to -9", "0 to 900 by 0", "0 to 1e9 by 1", "1, x"])(
  "no numbers: %p",
  (text) => expect(parseNumberList(text).ok).toBe(false),
);

test("ranges and presets as people write them", () => {
  const range = (low: number, high: number, stepHz = 25_000) => ({
    lowHz: low * 1e6,
    highHz: high * 1e6,
    stepHz,
  });
  expect(parseTuning("470–542 in 25 kHz")).toEqual({ ok: true, value: [range(470, 542)] });
  expect(parseTuning("470-542; 566 to 614 MHz in 12.5")).toEqual({
    ok: true,
    value: [range(470, 542), range(566, 614, 12_500)],
  });
  expect(parseTuning("863.5; 863.1")).toEqual({
    ok: true,
    value: [range(863.1, 863.1, 1), range(863.5, 863.5, 1)],
  });
  for (const text of ["x", "470–", "470–542 in nothing", "470–542 in 0"])
    expect(parseTuning(text)).toMatchObject({ ok: false });
});

test("what ships reads back as it was written", () => {
  for (const m of [...SHIPPED_KIT.receivers, ...SHIPPED_KIT.packs])
    expect(parseTuning(formatTuning(m.tuning))).toEqual({ ok: true, value: m.tuning });
  for (const m of SHIPPED_KIT.receivers)
    expect([
      parseBanks(formatBanks(m.banks)),
      parseNumberList(formatNumberList(m.output.stepsDb)),
    ]).toEqual([
      { ok: true, value: m.banks },
      { ok: true, value: m.output.stepsDb },
    ]);
  for (const m of SHIPPED_KIT.packs)
    expect(parseNumberList(formatNumberList(m.gainStepsDb))).toEqual({
      ok: true,
      value: m.gainStepsDb,
    });
  expect(parseBanks("1 470.1")).toMatchObject({ ok: false });
});

test("how a unit shows a frequency", () => {
  const of = (id: string) => receiverModel(SHIPPED_KIT, id);
  expect(shownAs(of("skerrick-s-53"), 553_900_000)).toEqual({ kind: "code", text: "A3" });
  expect(shownAs(of("skerrick-s-53"), 553_950_000)).toBeNull();
  expect(shownAs(of("brae-v4"), 864_100_000)).toEqual({ kind: "preset", text: "3" });
  expect(shownAs({ ...of("tarnfell-r2-47"), readout: "bank-and-number" }, 477_950_000)).toEqual({
    kind: "bank",
    text: "1.5",
  });
  expect(shownAs(of("tarnfell-r2-47"), 477_950_000)).toBeNull();
  expect(shownAs(of("hollin-d2"), 2.41e9)).toBeNull();
});

test("a display that goes by television channels: every step there and back; the last step of one channel and the first of the next", () => {
  const model = { ...packModel(SHIPPED_KIT, "tarnfell-p-47"), readout: "tv-and-number" as const };
  for (let hz = 470e6; hz <= 542e6; hz += 25_000) {
    const [channel, number] = shownAs(model, hz)!.text.split(".").map(Number);
    expect(fromTv(model, channel!, number!)).toBe(hz);
  }
  // by hand: EU channel 24 begins at 494 MHz, and 497.2 lies 128 steps of 25 kHz above it
  expect([
    shownAs(model, 497.2e6),
    shownAs(model, 477.975e6)!.text,
    shownAs(model, 478e6)!.text,
  ]).toEqual([{ kind: "TV", text: "24.128" }, "21.319", "22.0"]);
  expect(shownAs({ ...model, readout: "tv-and-mhz", raster: "US-6" }, 497.2e6)).toEqual({
    kind: "TV",
    text: "18 497.200",
  });
  expect([fromTv(model, 21, 320), fromTv(model, 60, 0), fromTv(model, 24, 1.5)]).toEqual([
    null,
    null,
    null,
  ]);
});
