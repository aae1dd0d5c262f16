import { lnGammaTail } from "./gamma";

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

/**
 * Quantile of the standard normal distribution: Acklam's rational approximation (relative error
 * below 1.2e-9).
 * @param p - probability, 0 < p < 1
 */
export function normalQuantile(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716,
    2.506628277459239,
  ];
  const b = [
    -54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972,
    -13.28068155288572,
  ];
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734,
    4.374664141464968, 2.938163982698783,
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const poly = (k: readonly number[], x: number) =>
    k.reduce((sum, coefficient) => sum * x + coefficient, 0);
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p));
    return poly(c, q) / (poly(d, q) * q + 1);
  }
  if (p > 1 - 0.02425) return -normalQuantile(1 - p);
  const q = p - 0.5;
  const r = q * q;
  return (poly(a, r) * q) / (poly(b, r) * r + 1);
}

/**
 * Natural logarithm of the share of a normal distribution under x, as half of a gamma's tail: holds
 * where the share itself is too small for a number (Abramowitz & Stegun 26.2.29 by 6.5.17).
 * @example lnNormalCdf(-40) // -804.6
 */
export function lnNormalCdf(x: number): number {
  const lnTail = Math.log(0.5) + lnGammaTail(0.5, (x * x) / 2);
  return x <= 0 ? lnTail : Math.log1p(-Math.exp(lnTail));
}
