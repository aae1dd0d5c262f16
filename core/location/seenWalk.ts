import { type MeterFigure, shareOfScale } from "~/core/devices/meterFigure";
import { fading } from "~/core/radio/fading";
import { dbuvToDbm } from "~/core/units/decibels";

/** What a person heard, or read off the receiver, somewhere along a walk. */
export type WalkSign = { sign: "dropped" } | { sign: "meter"; figure: MeterFigure };
export type SeenPoint = { atM: number } & WalkSign;

/** A walk as a person tells it. */
export interface SeenWalk {
  points: readonly SeenPoint[];
  /**
   * How far along it was listened to, and nothing but those points dropped; null where nobody said
   * so: then the rest of the walk says nothing.
   */
  heldToM: number | null;
}

/** What a level is known to be: equal ends were read, a missing end is open. */
export interface LevelLimits {
  lowDbm: number | null;
  highDbm: number | null;
}

/** A stretch of a walk that held is judged in pieces of so much. */
export const HELD_PIECE_M = 4;
/** So near to a dropout nothing is said to have held. */
const NEAR_DROPOUT_M = 3;
/** A shorter gap in a voice is not noticed (common practice, no published source). */
const HEARD_FROM_MS = 20;

/**
 * The mean margin at which somebody who walks a stretch hears a dropout on it every other time:
 * what "dropped here" says it was under, and what "held" says it was over. From this program's
 * fading model (Rice 1945; Clarke 1968), lengths of fades taken as exponential.
 * @param walked.kFactorDb - direct power over scattered; null where there is no direct ray
 */
export function heardDropoutMarginDb(walked: {
  isDiversity: boolean;
  kFactorDb: number | null;
  antennaSpacingM: number;
  frequencyHz: number;
  speedMps: number;
}): number {
  const minutes = HELD_PIECE_M / walked.speedMps / 60;
  const expected = (marginDb: number): number => {
    const { dropoutsPerMinute, meanDropoutMs, outage } = fading({
      ...walked,
      meanMarginDb: [marginDb, marginDb],
      combining: walked.isDiversity ? "selection" : "none",
    });
    // hardly ever there at all: that is one long dropout
    if (outage > 0.5 || meanDropoutMs === null) return Infinity;
    return dropoutsPerMinute * minutes * Math.exp(-HEARD_FROM_MS / meanDropoutMs);
  };
  let [low, high] = [-10, 40];
  for (let i = 0; i < 30; i += 1) {
    const middle = (low + high) / 2;
    if (expected(middle) > Math.LN2) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * What bars and percent are taken to span, from what the receiver needs to a full meter, and how
 * exact the eye is on them (common practice, no published source: makers do not say).
 */
export const METER_SPAN_DB = 40;
const PERCENT_EXACT = 0.15;

/**
 * What a figure of a receiver's own meter says of the level at its input.
 * @param needDbm - what the receiver needs there: where its meter begins
 * @param noiseDbm - the noise it hears: a level near to it is only an upper limit
 */
export function limitsOfFigure(
  figure: MeterFigure,
  needDbm: number,
  noiseDbm: number,
): LevelLimits {
  const share = shareOfScale(figure);
  if (share === null) {
    const dbm = figure.name === "dbuv" ? dbuvToDbm(figure.value) : figure.value;
    return dbm < noiseDbm + OVER_NOISE_DB
      ? { lowDbm: null, highDbm: noiseDbm + OVER_NOISE_DB }
      : { lowDbm: dbm, highDbm: dbm };
  }
  const by = figure.name === "bars" ? 1 / figure.of : PERCENT_EXACT;
  const [low, high] = [share - by, share + by];
  return {
    lowDbm: low <= 0 ? null : needDbm + low * METER_SPAN_DB,
    highDbm: high > 1 ? null : needDbm + high * METER_SPAN_DB,
  };
}

/** As near to the noise as this a level says little of the signal. */
export const OVER_NOISE_DB = 3;

/** The middles of the pieces of a walk that held: away from what dropped, up to where it was heard. */
export function heldPiecesM({ points, heldToM }: SeenWalk): number[] {
  if (heldToM === null) return [];
  const drops = points.filter((p) => p.sign === "dropped").map((p) => p.atM);
  const middles: number[] = [];
  for (let atM = HELD_PIECE_M / 2; atM <= heldToM; atM += HELD_PIECE_M)
    if (drops.every((d) => Math.abs(d - atM) > NEAR_DROPOUT_M)) middles.push(atM);
  return middles;
}

/** What was told while somebody walked, each with its time since they set off. */
export type TimedSign = { atS: number } & WalkSign;

/**
 * A walk told as it was walked: from its first point to its last, evenly in time. Who listened to
 * the end says that the rest held.
 */
export const seenInTime = (
  signs: readonly TimedSign[],
  tookS: number,
  lengthM: number,
): SeenWalk => ({
  points: signs.map(({ atS, ...sign }) => ({
    ...sign,
    atM: Math.min(lengthM, (atS / Math.max(1e-3, tookS)) * lengthM),
  })),
  heldToM: lengthM,
});
