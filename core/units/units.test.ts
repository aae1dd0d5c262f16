import { dbuvToDbm, powerSumDb } from "./decibels";
import { formatMhz, parseFrequencyText } from "./frequencyText";
import { assertPositive } from "./guards";
import { seededRandom, shuffled } from "./random";

describe("levels", () => {
  test("two equal powers are 3.01 dB more than one, none is no power", () => {
    expect(powerSumDb([-90, -90])).toBeCloseTo(-86.9897, 3);
    expect(powerSumDb([])).toBe(-Infinity);
  });
  // "dBm = dBµV − 106.99 at 50 Ω" (physics)
  test("dBµV to dBm at 50 ohm", () => expect(dbuvToDbm(0)).toBeCloseTo(-106.99, 2));
  test("guards name the argument and the value", () => {
    expect(() => assertPositive("distanceM", -2)).toThrow(/distanceM.*-2/);
    expect(() => assertPositive("distanceM", NaN)).toThrow(RangeError);
  });
});

describe("frequencies as people say them", () => {
  test.each([
    ["512.375", 512_375_000],
    ["512,375", 512_375_000],
    ["512375", 512_375_000],
    ["512 375 kHz", 512_375_000],
    ["512375000", 512_375_000],
    ["0.512375 GHz", 512_375_000],
    [" 470 ", 470_000_000],
  ])("%s", (text, hz) => expect(parseFrequencyText(text)).toEqual({ ok: true, value: hz }));
  test.each([
    ["", "frequency-empty"],
    ["five hundred", "frequency-not-a-number"],
    ["-512", "frequency-not-a-number"],
    ["512.375.1", "frequency-not-a-number"],
    ["1e9", "frequency-not-a-number"],
    ["0", "frequency-out-of-range"],
  ])("%p is refused as %s", (text, code) =>
    expect(parseFrequencyText(text)).toMatchObject({ ok: false, error: { code } }),
  );
  test("three decimals unless more are needed", () => {
    expect(formatMhz(512_300_000)).toBe("512.300");
    expect(formatMhz(518_012_500)).toBe("518.0125");
  });
});

test("a seed gives one stream; shuffling keeps every member", () => {
  const a = seededRandom(7);
  const b = seededRandom(7);
  expect([a(), a(), a()]).toEqual([b(), b(), b()]);
  expect(shuffled([1, 2, 3, 4], seededRandom(1)).sort()).toEqual([1, 2, 3, 4]);
});
