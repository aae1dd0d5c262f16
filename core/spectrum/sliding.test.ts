import { seededRandom } from "~/core/units/random";
import { SlidingQuantile, slidingMax } from "./sliding";

test("a sliding quantile against sorting each window (seed 4)", () => {
  const random = seededRandom(4);
  const levels = Float64Array.from({ length: 400 }, (_, i) =>
    i % 37 === 0 ? NaN : -120 + 60 * random(),
  );
  for (const share of [0.2, 0.5]) {
    const sliding = new SlidingQuantile(levels, share);
    for (let i = 0; i < levels.length; i += 1) {
      const window = levels
        .slice(Math.max(0, i - 30), i + 1)
        .filter((v) => !Number.isNaN(v))
        .sort();
      const value = sliding.over(Math.max(0, i - 30), i + 1);
      if (window.length === 0) expect(value).toBeNull();
      else
        expect(
          Math.abs(value! - window[Math.floor((window.length - 1) * share)]!),
        ).toBeLessThanOrEqual(0.026);
    }
  }
});

test("a sliding maximum against looking at each neighbourhood (seed 5)", () => {
  const random = seededRandom(5);
  const values = Float64Array.from({ length: 300 }, random);
  for (const reach of [0, 1, 7, 400])
    expect([...slidingMax(values, reach)]).toEqual(
      [...values].map((_, i) => Math.max(...values.slice(Math.max(0, i - reach), i + reach + 1))),
    );
  expect(slidingMax(new Float64Array(0), 3)).toHaveLength(0);
});
