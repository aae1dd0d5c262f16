import { analyseSweep } from "./analyseSweep";
import { mergeMeasurements, mergeParallel } from "./mergeMeasurements";
import { channelNoise } from "./channelNoise";
import type { Measurement } from "./sweep";

const measurement = (
  lowHz: number,
  stepHz: number,
  levels: number[],
  change: Partial<Measurement> = {},
): Measurement => ({
  format: "columns",
  lowHz,
  stepHz,
  points: levels.length,
  passes: [Float64Array.from(levels)],
  completePasses: 1,
  warnings: [],
  ...change,
});
const flat = (n: number, level: number) => Array.from({ length: n }, () => level);
const powerMw = (levels: Float64Array) =>
  levels.reduce((sum, l) => sum + (Number.isNaN(l) ? 0 : 10 ** (l / 10)), 0);

test("one measurement stays as it is; none is a fault of the caller", () => {
  const one = measurement(470e6, 25_000, flat(5, -100));
  expect(mergeMeasurements([one])).toBe(one);
  expect(() => mergeMeasurements([])).toThrow(RangeError);
});

test("two neighbours make one grid; what one did not see stays unseen in its pass", () => {
  const merged = mergeMeasurements([
    measurement(470e6, 25_000, flat(40, -100)),
    measurement(471e6, 25_000, flat(40, -90)),
  ]);
  expect(merged).toMatchObject({
    lowHz: 470e6,
    stepHz: 25_000,
    points: 80,
    completePasses: 2,
    warnings: [],
  });
  expect([
    merged.passes[0]![0],
    merged.passes[0]![60],
    merged.passes[1]![0],
    merged.passes[1]![60],
  ]).toEqual([-100, NaN, NaN, -90].map((v) => (Number.isNaN(v) ? NaN : expect.closeTo(v, 6))));
});

test("a gap between two files stays a gap", () => {
  const merged = mergeMeasurements([
    measurement(470e6, 25_000, flat(10, -100)),
    measurement(480e6, 25_000, flat(10, -100)),
  ]);
  expect(merged.points).toBe(410);
  expect(merged.passes.every((p) => Number.isNaN(p[200]!))).toBe(true);
});

test("on the wider of two steps power is kept: a bin of twice the width holds the power of two", () => {
  const fine = measurement(470e6, 25_000, flat(80, -100));
  const coarse = measurement(470.0125e6, 50_000, flat(40, -97));
  const merged = mergeMeasurements([fine, coarse]);
  expect(merged.stepHz).toBe(50_000);
  expect(powerMw(merged.passes[0]!)).toBeCloseTo(powerMw(fine.passes[0]!), 12);
  expect(merged.passes[0]![3]).toBeCloseTo(-96.99, 2);
  expect(merged.warnings.map((w) => w.code)).toEqual(["steps-differ"]);
});

test("passes and warnings of all files come along", () => {
  const two = measurement(470e6, 25_000, flat(4, -100), {
    passes: [Float64Array.from(flat(4, -100)), Float64Array.from(flat(4, -90))],
    completePasses: 2,
    warnings: [{ code: "rows-out-of-order" }],
  });
  const merged = mergeMeasurements([two, measurement(470e6, 25_000, flat(4, -80))]);
  expect([merged.passes.length, merged.completePasses, merged.warnings.length]).toEqual([3, 3, 1]);
});

test("how often a bin was looked at: two receivers side by side look once", () => {
  const wobble = (n: number) => Array.from({ length: n }, (_, i) => -112 + ((i * 37) % 11) / 5);
  const side = mergeMeasurements([
    measurement(470e6, 25_000, wobble(400)),
    measurement(480e6, 25_000, wobble(400)),
  ]);
  expect(analyseSweep(side, null).looksPerBin).toBe(1);
  const twice = mergeMeasurements([
    measurement(470e6, 25_000, wobble(400)),
    measurement(470e6, 25_000, wobble(400)),
  ]);
  expect(analyseSweep(twice, null).looksPerBin).toBe(2);
});

test("a carrier that fills most of a block does not lift the floor under it", () => {
  const levels = Array.from({ length: 800 }, (_, i) =>
    i >= 400 && i < 414 ? -72 : -115 + ((i * 37) % 11) / 5,
  );
  const { floorDbm, carriers } = analyseSweep(measurement(470e6, 25_000, levels), null);
  expect(Math.max(...floorDbm)).toBeLessThan(-112);
  expect(carriers).toHaveLength(1);
});

test("the power of a channel is that of its bins: at the edge of a carrier half of it counts", () => {
  const levels = Float64Array.from({ length: 200 }, (_, i) => (i === 100 ? -60 : -130));
  const noise = channelNoise(levels, 470e6, 25_000, 200_000);
  expect(noise[100]!.levelDbm).toBeGreaterThan(-61);
  expect(noise[96]!.levelDbm).toBeGreaterThan(-61);
  expect(noise[90]!.levelDbm).toBeCloseTo(-130 + 9.03, 1);
});

test("instruments that swept at the same time are one: passes stand side by side, what both saw is the mean of power", () => {
  const one = (lowHz: number, levels: number[][]): Measurement => ({
    format: "rows",
    lowHz,
    stepHz: 100_000,
    points: levels[0]!.length,
    passes: levels.map((l) => Float64Array.from(l)),
    completePasses: levels.length,
    warnings: [],
  });
  const both = mergeParallel([
    one(470e6, [
      [-100, -100],
      [-90, -90],
    ]),
    one(470.1e6, [
      [-100, -80],
      [-80, -70],
    ]),
  ]);
  expect([both.points, both.passes.length, both.completePasses]).toEqual([3, 2, 2]);
  expect(both.passes[0]!.map((v) => Math.round(v * 10) / 10)).toEqual(
    Float64Array.of(-100, -100, -80),
  );
  expect(both.passes[1]![1]).toBeCloseTo(10 * Math.log10((10 ** -9 + 10 ** -8) / 2), 9);
  // of different lengths they cannot be one
  expect(
    mergeParallel([
      one(470e6, [[-100, -100]]),
      one(471e6, [
        [-100, -80],
        [-80, -70],
      ]),
    ]).passes,
  ).toHaveLength(3);
});
