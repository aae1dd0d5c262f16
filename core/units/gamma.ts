const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313,
  -176.61502916214059, 12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6,
  1.5056327351493116e-7,
] as const;

/**
 * Natural logarithm of the gamma function (Lanczos 1964, g = 7, nine terms; error below 1e-13).
 * @param x - > 0
 * @example lnGamma(5) // ln 24 = 3.17805
 */
export function lnGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - lnGamma(1 - x);
  const [first, ...rest] = LANCZOS;
  const series = rest.reduce<number>((sum, c, k) => sum + c / (x + k), first);
  const t = x + 6.5;
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(series);
}

/**
 * Natural logarithm of the share of a gamma distribution (scale 1) that lies above x: by its series
 * below the mean, by the continued fraction above it (Abramowitz & Stegun 6.5.29 and 6.5.31). Holds
 * far out in the tail, where the share itself is too small for a number.
 * @param shape - > 0; the mean is the shape
 * @param x - ≥ 0
 * @example lnGammaTail(1, 30) // -30: one look of a detector is exponential
 */
export function lnGammaTail(shape: number, x: number): number {
  if (x <= 0) return 0;
  const lnFront = shape * Math.log(x) - x - lnGamma(shape);
  if (x < shape + 1) {
    let term = 1 / shape;
    let sum = term;
    for (let n = 1; n < 10_000 && term > sum * 1e-16; n += 1) {
      term *= x / (shape + n);
      sum += term;
    }
    return Math.log1p(-Math.min(1, Math.exp(lnFront + Math.log(sum))));
  }
  // modified Lentz
  let b = x + 1 - shape;
  let c = 1e300;
  let d = 1 / b;
  let h = d;
  for (let n = 1; n < 10_000; n += 1) {
    const a = -n * (n - shape);
    b += 2;
    d = 1 / (a * d + b);
    c = b + a / c;
    const step = c * d;
    h *= step;
    if (Math.abs(step - 1) < 1e-14) break;
  }
  return lnFront + Math.log(h);
}

/**
 * What a gamma-distributed value of scale 1 exceeds with a given small probability.
 * @param shape - > 0
 * @param lnTail - natural logarithm of the probability, < ln ½
 * @returns the value; over `shape` it is how far noise reaches over its mean
 * @example gammaExceeded(1, Math.log(1e-6)) // 13.8155
 */
export function gammaExceeded(shape: number, lnTail: number): number {
  let low = 0;
  let high = shape + 10;
  while (lnGammaTail(shape, high) > lnTail) high *= 2;
  for (let n = 0; n < 80 && high - low > high * 1e-10; n += 1) {
    const middle = (low + high) / 2;
    if (lnGammaTail(shape, middle) > lnTail) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Natural logarithm of how many ways there are to take k of n.
 * @example lnChoose(5, 2) // ln 10
 */
export const lnChoose = (n: number, k: number): number =>
  lnGamma(n + 1) - lnGamma(k + 1) - lnGamma(n - k + 1);
