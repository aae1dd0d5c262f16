import { seededRandom } from "../units/random";
import { SlidingMedian, slidingMax } from "./sliding";

test("a sliding median against sorting each window (seed 4)", () => {
  const random = seededRandom(4);
  const levels = Array.from({ length: 400 }, (_, i) => (i % 37 === 0 ? NaN : -120 + 60 * random()));
  const median = new SlidingMedian();
  for (let i = 0; i < levels.length; i += 1) {
    median.add(levels[i]!);
    if (i >= 31) median.remove(levels[i - 31]!);
    const window = levels.slice(Math.max(0, i - 30), i + 1).filter((v) => !Number.isNaN(v)).sort((a, b) => a - b);
    if (window.length === 0) expect(median.median()).toBeNull();
    else expect(Math.abs(median.median()! - window[(window.length - 1) >> 1]!)).toBeLessThanOrEqual(0.026);
  }
});

test("a sliding maximum against looking at each neighbourhood (seed 5)", () => {
  const random = seededRandom(5);
  const values = Float64Array.from({ length: 300 }, random);
  for (const reach of [0, 1, 7, 400]) expect([...slidingMax(values, reach)]).toEqual([...values].map((_, i) => Math.max(...values.slice(Math.max(0, i - reach), i + reach + 1))));
  expect(slidingMax(new Float64Array(0), 3)).toHaveLength(0);
});
