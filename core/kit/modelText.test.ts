import { formatNumberList, formatTuning, parseNumberList, parseTuning } from "./modelText";
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
    expect(parseNumberList(formatNumberList(m.output.stepsDb))).toEqual({
      ok: true,
      value: m.output.stepsDb,
    });
  for (const m of SHIPPED_KIT.packs)
    expect(parseNumberList(formatNumberList(m.gainStepsDb))).toEqual({
      ok: true,
      value: m.gainStepsDb,
    });
});
