import { INTERCEPT_OVER_COMPRESSION_DB, productOfDbm } from "./intercept";

// IIP3 of x − x³/3 …: amplitude 2
const IIP3 = 20 * Math.log10(2);
const SAMPLES = 4096;

/** Level of a product of two equal tones in a stage, dB of amplitude, by summing over one period. */
function made(stage: (x: number) => number, toneDb: number, cycles: number): number {
  const size = 10 ** (toneDb / 20);
  let [re, im] = [0, 0];
  for (let i = 0; i < SAMPLES; i += 1) {
    const t = (2 * Math.PI * i) / SAMPLES;
    const y = stage(size * (Math.cos(401 * t) + Math.cos(418 * t)));
    re += y * Math.cos(cycles * t);
    im += y * Math.sin(cycles * t);
  }
  return 20 * Math.log10((2 * Math.hypot(re, im)) / SAMPLES);
}

describe.each([
  ["tanh", Math.tanh],
  ["arctan", Math.atan],
])("%s, summed sample by sample", (_, stage) => {
  test("small tones make what the formulas say: third order to a tenth, fifth order no more than it", () => {
    const toneDb = IIP3 - 35;
    expect(productOfDbm(3, 3 * toneDb, IIP3)).toBeCloseTo(made(stage, toneDb, 384), 1);
    const fifth = productOfDbm(5, 5 * toneDb, IIP3) - made(stage, toneDb, 367);
    expect(fifth).toBeGreaterThan(-0.1);
    expect(fifth).toBeLessThan(4);
  });
  test("however hard it is driven, no more comes out than is said, and not ten decibels less in full compression", () => {
    for (const overDb of [-10, 0, 5, 10, 20, 30]) {
      const toneDb = IIP3 - INTERCEPT_OVER_COMPRESSION_DB + overDb;
      for (const [order, cycles, factor] of [
        [3, 384, 3],
        [5, 367, 5],
      ] as const) {
        const said = productOfDbm(order, factor * toneDb, IIP3);
        expect(said).toBeGreaterThan(made(stage, toneDb, cycles) - 0.3);
        if (overDb === 30) expect(said).toBeLessThan(made(stage, toneDb, cycles) + 10);
      }
    }
  });
});
test("two carriers of −10 dBm at an overload of −25 dBm make no +0.8 dBm", () => {
  expect(productOfDbm(3, -30, -25 + INTERCEPT_OVER_COMPRESSION_DB)).toBeCloseTo(-30, 6);
});
