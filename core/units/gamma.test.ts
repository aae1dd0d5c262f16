import { gammaExceeded, lnChoose, lnGamma, lnGammaTail } from "./gamma";

test("factorials, and the ways to take some of many", () => {
  expect(lnGamma(5)).toBeCloseTo(Math.log(24), 12);
  expect(lnGamma(0.5)).toBeCloseTo(Math.log(Math.sqrt(Math.PI)), 12);
  expect(lnChoose(300, 3)).toBeCloseTo(Math.log(4_455_100), 9);
  expect(lnChoose(5, 2)).toBeCloseTo(Math.log(10), 12);
});

test("the tail of one look is exponential; that of whole shapes the sum of Poisson (closed forms)", () => {
  expect(lnGammaTail(1, 30)).toBeCloseTo(-30, 10);
  for (const shape of [2, 4, 24])
    for (const x of [0.5, shape, shape * 3, shape * 20]) {
      let term = 1;
      let sum = 0;
      for (let k = 0; k < shape; k += 1) {
        sum += term;
        term *= x / (k + 1);
      }
      expect(lnGammaTail(shape, x)).toBeCloseTo(Math.log(sum) - x, 7);
    }
});

// scipy.stats.chi2.isf(p, 2 * shape) / 2, SciPy 1.17.1
test.each([
  [8, 1e-4, 22.9624495255568],
  [0.8, 1e-6, 13.134280906362],
  [36, 1e-9, 84.3227580777767],
])("a value of shape %d is exceeded with probability %d at %d", (shape, probability, value) => {
  expect(lnGammaTail(shape, gammaExceeded(shape, Math.log(probability)))).toBeCloseTo(
    Math.log(probability),
    6,
  );
  expect(gammaExceeded(shape, Math.log(probability))).toBeCloseTo(value, 7);
});
