import {
  bestOfTwoDb,
  clearHeightM,
  fresnelRadiusM,
  splayVerdict,
  whipFor,
  whipMismatchDb,
} from "./antennaDesk";
import nec from "~/testkit/bodyFixture.json";

// physics: c/4f at 500 MHz is 149.9 mm
test("a whip for its frequencies, cut a little shorter than a quarter wave", () => {
  const whip = whipFor([500e6]);
  expect(whip.quarterWaveM * 1000).toBeCloseTo(149.9, 1);
  expect(whip.cutM / whip.quarterWaveM).toBeCloseTo(0.95, 9);
  expect(whip.worstMismatchDb).toBe(0);
  // for a whole block it is as far off at either end: longer than for the middle
  const block = whipFor([470e6, 542e6]);
  expect(block.worstMismatchDb).toBeLessThan(1.5);
  expect(block.quarterWaveM).toBeGreaterThan(299_792_458 / 506e6 / 4);
  expect(whipMismatchDb(470e6, 299_792_458 / (4 * block.quarterWaveM))).toBeCloseTo(
    block.worstMismatchDb,
    3,
  );
  expect(() => whipFor([])).toThrow(RangeError);
});
test.each(nec.whip)(
  "a worn whip at $ofCut of the frequency that it is cut for loses what NEC2 finds, within 1 dB",
  ({ ofCut, lossDb }) => {
    expect(Math.abs(whipMismatchDb(500e6 * ofCut, 500e6) - lossDb)).toBeLessThan(1);
  },
);

// textbook: √(λ d1 d2 / d): 600 MHz, middle of 20 m → 1.58 m
test("the first Fresnel zone, and the height that clears it", () => {
  expect(fresnelRadiusM({ frequencyHz: 600e6, d1M: 10, d2M: 10 })).toBeCloseTo(1.58, 2);
  const heightM = clearHeightM({
    frequencyHz: 600e6,
    packHeightM: 1,
    obstacle: { heightM: 2, d1M: 10, d2M: 10 },
  });
  const rayAtObstacleM = 1 + ((heightM - 1) * 10) / 20;
  expect(rayAtObstacleM - 2).toBeCloseTo(0.6 * 1.58, 2);
});
test("splayed by 90° never loses more than 3 dB on its better branch; parallel is best for an upright pack", () => {
  for (let tilt = -180; tilt <= 180; tilt += 5)
    expect(bestOfTwoDb([-45, 45], tilt)).toBeLessThanOrEqual(3.0103 + 1e-9);
  expect(splayVerdict([0, 5, -5, 10]).better).toBe("parallel");
  expect(splayVerdict([0, 45, 80, -80, 90]).better).toBe("splayed");
});
