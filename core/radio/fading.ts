import { itemAt } from "~/core/units/items";
import { assertFinite, assertNotNegative, assertPositive } from "~/core/units/guards";
import { normalCdf } from "~/core/units/normal";
import { wavelengthM } from "./propagation";

export interface FadingQuestion {
  /** Of each branch: its mean power over what the receiver needs. */
  meanMarginDb: readonly number[];
  /** Direct power over scattered; null: none, Rayleigh. */
  kFactorDb: number | null;
  antennaSpacingM: number;
  frequencyHz: number;
  /** Of the talker. */
  speedMps: number;
  /** "none" takes the first branch alone. */
  combining: "none" | "selection";
}

export interface FadingAnswer {
  /** Share of the time, or of places near by, in which it is not enough. */
  outage: number;
  envelopeCorrelation: number;
  dropoutsPerMinute: number;
  /** Null where nothing moves. */
  meanDropoutMs: number | null;
}

/** From here on J0 is taken from its expansion for large arguments. */
const J0_LARGE = 2000;

/**
 * Bessel function of the first kind and order 0: its integral (1/π)∫cos(x·sin t) by the midpoint
 * rule, which is exact to rounding for a periodic integrand; for large arguments √(2/πx)·(P·cos χ −
 * Q·sin χ), χ = x − π/4 (Abramowitz and Stegun, 9.2.5, 9.2.9 and 9.2.10), so that the work does not
 * grow with the argument.
 */
export function besselJ0(x: number): number {
  const size = Math.abs(x);
  if (size > J0_LARGE) {
    const chi = size - Math.PI / 4;
    const [p, q] = [1 - 9 / (128 * size * size), -1 / (8 * size)];
    return Math.sqrt(2 / (Math.PI * size)) * (p * Math.cos(chi) - q * Math.sin(chi));
  }
  const points = Math.ceil(Math.abs(x)) + 32;
  let sum = 0;
  for (let i = 0; i < points; i += 1) sum += Math.cos(x * Math.sin((Math.PI * (i + 0.5)) / points));
  return sum / points;
}

/**
 * Correlation of the envelopes of two antennas in scatter from all around: J0²(2πd/λ) (Clarke 1968;
 * Jakes). @example envelopeCorrelation(0.5 · λ) // 0.093
 */
export const envelopeCorrelation = (spacingM: number, frequencyHz: number): number =>
  besselJ0((2 * Math.PI * spacingM) / wavelengthM(frequencyHz)) ** 2;

/**
 * From a direct part so strong on, the envelope is normal about √(a² + 1), its spread the scatter's
 * (Rice 1945, the limit of a strong direct part).
 */
const NORMAL_FROM = 300;
/** e to the minus this is still a number of full precision. */
const LOG_FROM = 600;

/**
 * Distribution of a noncentral chi-square of two degrees, as a Poisson mixture of gammas: 1 − Q₁(a,
 * b) (Marcum's function; Simon and Alouini, Digital Communication over Fading Channels).
 * @returns the probability of an envelope below b with a direct part a, both in units of the
 *   scatter's standard deviation
 */
export function riceCdf(a: number, b: number): number {
  const [lambda, x] = [(a * a) / 2, (b * b) / 2];
  if (x <= 0) return 0;
  // far on either side of the mean there is nothing to add up
  if (b - a > 40) return 1;
  if (a - b > 40) return 0;
  if (a > NORMAL_FROM) return Math.min(1, Math.max(0, normalCdf(b - Math.sqrt(a * a + 1))));
  const last = Math.ceil(lambda + 12 * Math.sqrt(lambda + 1) + 40);
  // the gamma's tail terms one from the other: P(k+1, x) = P(k, x) − x^k e^{−x} / k!
  if (lambda < LOG_FROM && x < LOG_FROM) {
    let term = Math.exp(-x);
    let rest = 1 - term;
    let weight = Math.exp(-lambda);
    let total = 0;
    for (let k = 0; k <= last; k += 1) {
      total += weight * Math.max(0, rest);
      weight *= lambda / (k + 1);
      term *= x / (k + 1);
      rest -= term;
      if (lambda === 0 || rest < 1e-15 || (k > lambda && weight < 1e-15)) break;
    }
    return Math.min(1, Math.max(0, total));
  }
  // by their logarithms, where the first of them is too small for a number
  let logTerm = -x;
  let gamma = 1 - Math.exp(-x);
  let logWeight = -lambda;
  let sum = 0;
  for (let k = 0; k <= last; k += 1) {
    sum += Math.exp(logWeight) * Math.max(0, gamma);
    logWeight += Math.log(lambda || Number.MIN_VALUE) - Math.log(k + 1);
    logTerm += Math.log(x) - Math.log(k + 1);
    gamma -= Math.exp(logTerm);
    if (lambda === 0 || gamma < 1e-15 || (k > lambda && logWeight < -34)) break;
  }
  return Math.min(1, Math.max(0, sum));
}

/**
 * Outage, dropouts a minute and their mean length of a moving talker, from the mean margins.
 * Rayleigh: outage 1 − e^{−1/γ}; crossings √(2π)·fd·ρ·e^{−ρ²} (Rice; Clarke; Jakes). Rice: Marcum's
 * function, and crossings with the direct ray standing still. Selection of two Rayleigh branches:
 * their exact joint distribution with that power correlation; crossings as for motion across the
 * line between the antennas. Two branches of Rice: independent scatter.
 * @throws RangeError for a frequency not > 0, a negative spacing or speed, no margin, or fewer than
 *   two for a selection
 */
export function fading(q: FadingQuestion): FadingAnswer {
  assertPositive("frequencyHz", q.frequencyHz);
  assertNotNegative("antennaSpacingM", q.antennaSpacingM);
  assertNotNegative("speedMps", q.speedMps);
  q.meanMarginDb.forEach((db, i) => assertFinite(`meanMarginDb.${i}`, db));
  const wanted = q.combining === "selection" ? 2 : 1;
  if (q.meanMarginDb.length < wanted) throw new RangeError(`meanMarginDb needs at least ${wanted}`);
  const correlation = envelopeCorrelation(q.antennaSpacingM, q.frequencyHz);
  const dopplerHz = q.speedMps / wavelengthM(q.frequencyHz);
  const k = q.kFactorDb === null ? 0 : 10 ** (q.kFactorDb / 10);
  const branches = q.meanMarginDb.slice(0, wanted).map((db) => branch(10 ** (db / 10), k));
  const { outage, rate } =
    branches.length === 1
      ? { outage: itemAt(branches, 0).outage, rate: itemAt(branches, 0).rate }
      : k > 0
        ? independent(itemAt(branches, 0), itemAt(branches, 1))
        : correlated(itemAt(branches, 0), itemAt(branches, 1), correlation);
  const perSecond = rate * dopplerHz;
  return {
    outage,
    envelopeCorrelation: correlation,
    dropoutsPerMinute: perSecond * 60,
    meanDropoutMs: perSecond > 0 ? (outage / perSecond) * 1000 : null,
  };
}

export interface Branch {
  /** Mean power over the threshold. */
  mean: number;
  outage: number;
  /** Crossings downwards for each Doppler cycle. */
  rate: number;
}

/**
 * One antenna by itself. @param mean - power over what is needed, a ratio @param k - direct over
 * scattered, a ratio; 0: Rayleigh
 */
export function branch(mean: number, k: number): Branch {
  const rho = Math.sqrt(1 / mean);
  if (k === 0)
    return {
      mean,
      outage: -Math.expm1(-1 / mean),
      rate: Math.sqrt(2 * Math.PI) * rho * Math.exp(-rho * rho),
    };
  // I0 with its exponent taken out, so that a strong direct ray does not overflow
  const argument = 2 * rho * Math.sqrt(k * (k + 1));
  return {
    mean,
    outage: riceCdf(Math.sqrt(2 * k), Math.sqrt(2 * (1 + k)) * rho),
    rate:
      Math.sqrt(2 * Math.PI * (k + 1)) *
      rho *
      Math.exp(argument - k - (k + 1) * rho * rho) *
      scaledI0(argument),
  };
}

/** From here on I0 is taken from its expansion for large arguments. */
const I0_LARGE = 1000;

/**
 * e^{−x}·I0(x), by its integral; for large arguments (1 + 1/8x + 9/128x²)/√(2πx) (Abramowitz and
 * Stegun, 9.7.1).
 */
function scaledI0(x: number): number {
  if (x > I0_LARGE) return (1 + 1 / (8 * x) + 9 / (128 * x * x)) / Math.sqrt(2 * Math.PI * x);
  const points = 64 + Math.ceil(4 * Math.sqrt(x));
  let sum = 0;
  for (let i = 0; i < points; i += 1)
    sum += Math.exp(x * (Math.cos((Math.PI * (i + 0.5)) / points) - 1));
  return sum / points;
}

const independent = (a: Branch, b: Branch) => ({
  outage: a.outage * b.outage,
  rate: a.rate * b.outage + b.rate * a.outage,
});

/** From here on two branches are one. */
const SAME = 1 - 1e-6;
/** And up to here they have nothing in common. */
const NONE = 1e-6;
const PIECES = 200;

function correlated(a: Branch, b: Branch, correlation: number): { outage: number; rate: number } {
  if (correlation < NONE) return independent(a, b);
  if (correlation > SAME)
    return a.mean >= b.mean
      ? { outage: a.outage, rate: a.rate }
      : { outage: b.outage, rate: b.rate };
  // given the power of one, the other is Rice: what they share is its direct part
  const below = (other: Branch, power: number, mean: number) =>
    riceCdf(
      Math.sqrt((2 * correlation * power) / ((1 - correlation) * mean)),
      Math.sqrt(2 / ((1 - correlation) * other.mean)),
    );
  // over equal shares of the first one's chances of being out, so that a deep fade stays a share
  const chance = a.outage;
  let outage = 0;
  for (let i = 0; i <= PIECES; i += 1) {
    const x = -a.mean * Math.log1p((-chance * i) / PIECES);
    const weight = i === 0 || i === PIECES ? 1 : i % 2 === 1 ? 4 : 2;
    outage += weight * below(b, Math.min(1, x), a.mean);
  }
  return {
    outage: (chance * outage) / (3 * PIECES),
    rate: a.rate * below(b, 1, a.mean) + b.rate * below(a, 1, b.mean),
  };
}
