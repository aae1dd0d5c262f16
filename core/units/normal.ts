/**
 * The share of a normal distribution under x (Abramowitz & Stegun 26.2.17, error below 7.5e-8).
 * @example normalCdf(0) // 0.5
 */
export function normalCdf(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    Math.exp((-x * x) / 2) *
    0.3989422804014327 *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}
