// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { branch, envelopeCorrelation, type FadingAnswer } from "./fading";
import { wavelengthM } from "./propagation";

/** What one antenna hears at one place: mean margin, and direct power over scattered there. */
export interface ShadowedBranch {
  marginDb: number;
  kFactorDb: number;
}

export interface ShadowedFadingQuestion {
  /** One antenna, or the two of a diversity receiver. */
  branches: readonly [ShadowedBranch] | readonly [ShadowedBranch, ShadowedBranch];
  /** How much local means scatter about what is reckoned, dB. */
  sigmaDb: number;
  antennaSpacingM: number;
  frequencyHz: number;
  speedMps: number;
}

/**
 * Shadows of things and people keep for some metres: their correlation falls with distance as
 * e^{−d/5 m} (Gudmundson 1991 has the form; 5 m indoors and among vehicles: common practice).
 */
export const SHADOW_KEEPS_M = 5;

const [MIN_K_DB, MAX_K_DB, K_STEP_DB] = [-20, 20, 1];
const [MIN_DB, MAX_DB, STEP_DB] = [-60, 80, 0.5];
const CELLS = Math.round((MAX_DB - MIN_DB) / STEP_DB) + 1;
/** So small a share is none: logarithms stay finite. */
const NOTHING = 1e-300;
/** Shadows are summed from −4 to 4 standard deviations. */
const NODES = 25;
const SPAN_SIGMAS = 4;

const nodes = Array.from({ length: NODES }, (_, i) => {
  const at = -SPAN_SIGMAS + (2 * SPAN_SIGMAS * i) / (NODES - 1);
  return { at, weight: Math.exp((-at * at) / 2) };
});
const total = nodes.reduce((sum, n) => sum + n.weight, 0);
const NORMAL = nodes.map(({ at, weight }) => ({ at, weight: weight / total }));

/** Outage and crossings of one antenna by its margin, logarithms on an even grid. */
interface Row {
  lnOutage: Float64Array;
  lnRate: Float64Array;
}

const plainRows = new Map<number, Row>();
const smoothRows = new Map<string, Row>();

function rowFrom(of: (marginDb: number) => { outage: number; rate: number }): Row {
  const row = { lnOutage: new Float64Array(CELLS), lnRate: new Float64Array(CELLS) };
  for (let i = 0; i < CELLS; i += 1) {
    const { outage, rate } = of(MIN_DB + i * STEP_DB);
    row.lnOutage[i] = Math.log(Math.max(NOTHING, outage));
    row.lnRate[i] = Math.log(Math.max(NOTHING, rate));
  }
  return row;
}

function plainRow(kIndex: number): Row {
  const known = plainRows.get(kIndex);
  if (known) return known;
  const k = 10 ** ((MIN_K_DB + kIndex * K_STEP_DB) / 10);
  const row = rowFrom((marginDb) => branch(10 ** (marginDb / 10), k));
  plainRows.set(kIndex, row);
  return row;
}

/** A row with the part of the shadow in it that this antenna has for itself. */
function smoothRow(kIndex: number, sigmaDb: number): Row {
  if (sigmaDb === 0) return plainRow(kIndex);
  const key = `${kIndex} ${sigmaDb}`;
  const known = smoothRows.get(key);
  if (known) return known;
  const plain = plainRow(kIndex);
  const row = rowFrom((marginDb) => {
    let [outage, rate] = [0, 0];
    for (const { at, weight } of NORMAL) {
      outage += weight * read(plain.lnOutage, marginDb + at * sigmaDb);
      rate += weight * read(plain.lnRate, marginDb + at * sigmaDb);
    }
    return { outage, rate };
  });
  smoothRows.set(key, row);
  return row;
}

function read(ln: Float64Array, marginDb: number): number {
  const where = Math.min(CELLS - 1, Math.max(0, (marginDb - MIN_DB) / STEP_DB));
  const below = Math.min(CELLS - 2, Math.floor(where));
  return Math.exp(ln[below]! + (ln[below + 1]! - ln[below]!) * (where - below));
}

/** Shadow widths of tables are so coarse: there are few of them. */
const SIGMA_STEP_DB = 0.25;
const coarse = (sigmaDb: number): number => Math.round(sigmaDb / SIGMA_STEP_DB) * SIGMA_STEP_DB;

/**
 * Outage, dropouts a minute and their mean length of a moving talker, where margins scatter with a
 * log-normal shadow: {@link branch} (Rayleigh to Rice) averaged over it. Two antennas share of the
 * shadow what their spacing leaves alike, and are out together as independent ones are, divided by
 * one less the correlation of their envelopes (Schwartz, Bennett and Stein 1966, for small outage),
 * never more than the better one. Shadows change slowly: they add no crossings of their own.
 * Interpolated in tables of 0.5 dB of margin and 1 dB of K.
 */
export function shadowedFading(q: ShadowedFadingQuestion): FadingAnswer {
  const correlation = envelopeCorrelation(q.antennaSpacingM, q.frequencyHz);
  const [a, b] = q.branches;
  const shared = b ? Math.exp(-q.antennaSpacingM / SHADOW_KEEPS_M) : 1;
  const ownDb = coarse(q.sigmaDb * Math.sqrt(1 - shared));
  const commonDb = q.sigmaDb * Math.sqrt(shared);
  const [ofA, ofB] = [curvesOf(a, ownDb), b ? curvesOf(b, ownDb) : null];
  let [outage, rate] = [0, 0];
  for (const { at, weight } of commonDb > 0 ? NORMAL : JUST_AS_IT_IS) {
    const [outA, rateA] = ofA(at * commonDb);
    if (!ofB) {
      outage += weight * outA;
      rate += weight * rateA;
      continue;
    }
    const [outB, rateB] = ofB(at * commonDb);
    const apart = Math.max(1e-9, 1 - correlation);
    outage += weight * Math.min(outA, outB, (outA * outB) / apart);
    rate += weight * Math.min(Math.max(rateA, rateB), (rateA * outB + rateB * outA) / apart);
  }
  const perSecond = (rate * q.speedMps) / wavelengthM(q.frequencyHz);
  return {
    outage,
    envelopeCorrelation: correlation,
    dropoutsPerMinute: perSecond * 60,
    meanDropoutMs: perSecond > 0 ? (outage / perSecond) * 1000 : null,
  };
}

const JUST_AS_IT_IS = [{ at: 0, weight: 1 }];

/** Outage and crossings of one antenna with its margin shifted. */
function curvesOf(
  { marginDb, kFactorDb }: ShadowedBranch,
  ownDb: number,
): (shiftDb: number) => readonly [number, number] {
  const where = (Math.min(MAX_K_DB, Math.max(MIN_K_DB, kFactorDb)) - MIN_K_DB) / K_STEP_DB;
  const below = Math.min((MAX_K_DB - MIN_K_DB) / K_STEP_DB - 1, Math.floor(where));
  const share = where - below;
  const [low, high] = [smoothRow(below, ownDb), smoothRow(below + 1, ownDb)];
  return (shiftDb) => {
    const m = marginDb + shiftDb;
    return [
      read(low.lnOutage, m) ** (1 - share) * read(high.lnOutage, m) ** share,
      read(low.lnRate, m) ** (1 - share) * read(high.lnRate, m) ** share,
    ];
  };
}
