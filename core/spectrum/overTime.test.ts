import { seededRandom } from "~/core/units/random";
import { historyOf, occupancyOfPasses, percentileOfPasses } from "./overTime";
import { meanOfPasses } from "./sweep";

test("the median of single looks at noise lies 10·log10(ln 2) under its mean power", () => {
  // exponential-distributed power: median = ln 2 times the mean
  const random = seededRandom(9);
  const passes = Array.from({ length: 20_001 }, () =>
    Float64Array.of(10 * Math.log10(-Math.log(1 - random()))),
  );
  expect(
    Math.abs(
      percentileOfPasses(passes, 0.5)[0]! - meanOfPasses(passes)[0]! - 10 * Math.log10(Math.LN2),
    ),
  ).toBeLessThan(0.12);
  // nine in ten: −ln(0.1) times the mean
  expect(
    Math.abs(
      percentileOfPasses(passes, 0.9)[0]! -
        meanOfPasses(passes)[0]! -
        10 * Math.log10(Math.log(10)),
    ),
  ).toBeLessThan(0.12);
});

const passes = [
  [-100, -60, NaN],
  [-100, -100, NaN],
  [-99, -61, NaN],
  [-101, -100, NaN],
].map((p) => Float64Array.from(p));
const floor = Float64Array.of(-101, -101, -101);

test("percentiles and occupancy, gaps kept", () => {
  expect([...percentileOfPasses(passes, 0.5)]).toEqual([-100, -80.5, NaN]);
  expect([...occupancyOfPasses(passes, floor)]).toEqual([0, 0.5, NaN]);
  expect([...percentileOfPasses([], 0.5)]).toEqual([]);
});

test("a history keeps what is narrow and what was short, and leaves out what saw nothing", () => {
  const wide = Array.from({ length: 5 }, (_, k) =>
    Float64Array.from({ length: 1000 }, (_, i) =>
      k === 4 ? NaN : k === 2 && i === 777 ? -50 : -100,
    ),
  );
  const floors = new Float64Array(1000).fill(-101);
  const m = {
    format: "rows" as const,
    lowHz: 470e6,
    stepHz: 25_000,
    points: 1000,
    passes: wide,
    completePasses: 4,
    warnings: [],
  };
  const all = historyOf(m, floors, { lowHz: 470e6, highHz: 494.975e6 }, 100, 50);
  expect([all.columns, all.rows.length, all.rows[2]![77], all.rows[1]![77]]).toEqual([
    100, 4, 51, 1,
  ]);
  const part = historyOf(m, floors, { lowHz: 489e6, highHz: 490e6 }, 100, 2);
  expect([part.columns, part.rows.length, Math.max(...part.rows[0]!)]).toEqual([41, 2, 51]);
});
