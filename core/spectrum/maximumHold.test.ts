import { seededRandom } from "~/core/units/random";
import { analyseSweep } from "./analyseSweep";
import { maximumAddsDb, passesOfMaximum, saysMaximum } from "./maximumHold";
import { estimateNoise } from "./noiseFloor";

// order statistics: the mean of the maximum of n exponential powers is H(n) (closed form)
test.each([
  [1, 0],
  [2, 1.7609],
  [4, 3.1876],
  [10, 4.6673],
  [1000, 8.7425],
])("the maximum of %d passes adds %d dB", (passes, db) => {
  expect(maximumAddsDb(passes)).toBeCloseTo(db, 3);
});

/** The highest of n passes of noise, one look each, floor −105 dBm, one steady carrier. */
function held(n: number, seed: number): Float64Array {
  const random = seededRandom(seed);
  return Float64Array.from({ length: 4000 }, (_, i) => {
    let most = 0;
    for (let k = 0; k < n; k += 1) most = Math.max(most, -Math.log(1 - random()));
    return -105 + 10 * Math.log10(most + (i >= 2000 && i < 2005 ? 10 ** 4 : 0));
  });
}

test.each([4, 20, 100])(
  "a maximum over %d passes is told by its scatter, and its floor put right",
  (n) => {
    const levels = held(n, n);
    const guessed = passesOfMaximum(estimateNoise(levels, 25_000).shape);
    expect(maximumAddsDb(guessed)).toBeCloseTo(maximumAddsDb(n), 0);
    const found = analyseSweep(
      {
        format: "columns",
        lowHz: 470e6,
        stepHz: 25_000,
        points: levels.length,
        passes: [levels],
        completePasses: 1,
        heading: "# Max hold, RBW auto",
        warnings: [],
      },
      null,
    );
    expect(found.noiseFloorDbm).toBeCloseTo(-105, 0);
    expect(found.warnings.map((w) => w.code)).toEqual(["maximum-only"]);
    // a carrier that stays is no stronger in a maximum: five steps of −65 dBm
    expect(found.carriers).toHaveLength(1);
    expect(Math.abs(found.carriers[0]!.levelDbm + 58)).toBeLessThan(1);
  },
);

test("only a heading that says so makes a file one", () => {
  expect(["# MaxHold", "Peak hold trace", "max_hold;dBm"].map(saysMaximum)).toEqual([
    true,
    true,
    true,
  ]);
  expect(["# peak off", "Maximum level -20", undefined].map(saysMaximum)).toEqual([
    false,
    false,
    false,
  ]);
});
