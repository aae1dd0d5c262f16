import { invert } from "~/core/units/matrix";
import { itemAt, numberAt } from "~/core/units/items";
import { lnNormalCdf } from "~/core/units/normal";

/**
 * One value that a straight model is to explain. Equal ends: it was measured. A missing end: all
 * that is known is that it was at most, or at least, so much.
 */
export interface CensoredRow {
  terms: readonly number[];
  lowDb: number | null;
  highDb: number | null;
}

export interface CensoredFitQuestion {
  rows: readonly CensoredRow[];
  /** How far each coefficient is likely to be from nothing, one standard deviation; null: any. */
  likelyDb: readonly (number | null)[];
  /** Scatter of single values about the model; null: found from the values. */
  sigmaDb: number | null;
  /** So many values tell as much as one that shares nothing with its neighbours; absent: 1. */
  shared?: number;
}

export interface CensoredFit {
  coefficients: number[];
  /** Of the coefficients, from the curvature at the best of them. */
  covariance: number[][];
  sigmaDb: number;
}

const MAX_STEPS = 60;
const SIGMA_FROM_DB = 0.5;
const SIGMA_TO_DB = 20;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

const lnDensity = (z: number): number => -0.5 * z * z - 0.5 * Math.log(2 * Math.PI);

/** Logarithm of what lies between two ends, without loss far out on either side. */
function lnBetween(low: number, high: number): number {
  if (low > 0) return lnBetween(-high, -low);
  const [lnLow, lnHigh] = [lnNormalCdf(low), lnNormalCdf(high)];
  return lnHigh + Math.log1p(-Math.exp(lnLow - lnHigh));
}

interface RowLikelihood {
  ln: number;
  /** Its first and second derivative by the model's value. */
  slope: number;
  bend: number;
}

function likelihoodOf(row: CensoredRow, value: number, sigmaDb: number): RowLikelihood {
  const { lowDb, highDb } = row;
  if (lowDb !== null && lowDb === highDb) {
    const z = (lowDb - value) / sigmaDb;
    return {
      ln: lnDensity(z) - Math.log(sigmaDb),
      slope: z / sigmaDb,
      bend: -1 / sigmaDb ** 2,
    };
  }
  const low = lowDb === null ? -Infinity : (lowDb - value) / sigmaDb;
  const high = highDb === null ? Infinity : (highDb - value) / sigmaDb;
  if (low === -Infinity && high === Infinity) return { ln: 0, slope: 0, bend: 0 };
  const ln =
    low === -Infinity
      ? lnNormalCdf(high)
      : high === Infinity
        ? lnNormalCdf(-low)
        : lnBetween(low, high);
  const at = (z: number) => (Number.isFinite(z) ? Math.exp(lnDensity(z) - ln) : 0);
  const [atLow, atHigh] = [at(low), at(high)];
  const slope = (atLow - atHigh) / sigmaDb;
  const turn =
    (Number.isFinite(low) ? low * atLow : 0) - (Number.isFinite(high) ? high * atHigh : 0);
  return { ln, slope, bend: turn / sigmaDb ** 2 - slope * slope };
}

/**
 * A straight model through values of which some are known only as limits, by maximum likelihood with
 * normal scatter (Tobin 1958; interval regression), each coefficient held to what is likely by a
 * Gaussian prior. Newton's method with halved steps: for a given scatter the logarithm of the
 * likelihood is concave.
 * @returns null where the values leave a coefficient open: only limits on one side, and no prior
 * @throws RangeError where an end lies above the other, or rows differ in their number of terms
 */
export function censoredFit(question: CensoredFitQuestion): CensoredFit | null {
  const { rows, likelyDb } = question;
  rows.forEach(({ terms, lowDb, highDb }, i) => {
    if (terms.length !== likelyDb.length) throw new RangeError(`rows.${i} has other terms`);
    if (lowDb !== null && highDb !== null && lowDb > highDb)
      throw new RangeError(`rows.${i} is at least ${lowDb} and at most ${highDb}`);
  });
  if (question.sigmaDb !== null) return atSigma(question, question.sigmaDb);
  // the profile of the likelihood over the scatter has one top
  let [from, to] = [Math.log(SIGMA_FROM_DB), Math.log(SIGMA_TO_DB)];
  const height = (lnSigma: number) => atSigma(question, Math.exp(lnSigma))?.ln ?? -Infinity;
  let [a, b] = [to - GOLDEN * (to - from), from + GOLDEN * (to - from)];
  let [atA, atB] = [height(a), height(b)];
  while (to - from > 1e-6) {
    if (atA < atB) {
      [from, a, atA] = [a, b, atB];
      b = from + GOLDEN * (to - from);
      atB = height(b);
    } else {
      [to, b, atB] = [b, a, atA];
      a = to - GOLDEN * (to - from);
      atA = height(a);
    }
  }
  return atSigma(question, Math.exp((from + to) / 2));
}

function atSigma(
  { rows, likelyDb, shared = 1 }: CensoredFitQuestion,
  sigmaDb: number,
): (CensoredFit & { ln: number }) | null {
  const size = likelyDb.length;
  const heldDb2 = likelyDb.map((db) => (db === null ? 0 : 1 / db ** 2));
  const told = (c: readonly number[]) => {
    const slope = c.map((v, j) => -v * numberAt(heldDb2, j));
    const bend = Array.from({ length: size }, (_, j) =>
      Array.from({ length: size }, (__, k) => (j === k ? numberAt(heldDb2, j) : 0)),
    );
    let ln = -0.5 * c.reduce((sum, v, j) => sum + v * v * numberAt(heldDb2, j), 0);
    for (const row of rows) {
      const value = row.terms.reduce((sum, t, j) => sum + t * numberAt(c, j), 0);
      const told = likelihoodOf(row, value, sigmaDb);
      ln += told.ln / shared;
      row.terms.forEach((t, j) => {
        slope[j] = numberAt(slope, j) + (t * told.slope) / shared;
        row.terms.forEach((u, k) => {
          itemAt(bend, j)[k] = numberAt(itemAt(bend, j), k) - (t * u * told.bend) / shared;
        });
      });
    }
    return { ln, slope, bend };
  };
  let coefficients = Array.from({ length: size }, () => 0);
  let now = told(coefficients);
  for (let step = 0; step < MAX_STEPS; step += 1) {
    const inverse = invert(now.bend);
    if (!inverse) return null;
    const by = inverse.map((row) => row.reduce((sum, v, k) => sum + v * numberAt(now.slope, k), 0));
    let scale = 1;
    let next = coefficients;
    let found = now;
    do {
      next = coefficients.map((v, j) => v + scale * numberAt(by, j));
      found = told(next);
      scale /= 2;
    } while (!(found.ln >= now.ln) && scale > 1e-9);
    if (!(found.ln >= now.ln)) break;
    const movedDb = Math.max(...next.map((v, j) => Math.abs(v - numberAt(coefficients, j))));
    [coefficients, now] = [next, found];
    if (movedDb < 1e-9) break;
  }
  const covariance = invert(now.bend);
  return covariance && { coefficients, covariance, sigmaDb, ln: now.ln };
}
