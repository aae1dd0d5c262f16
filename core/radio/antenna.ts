import { dbToPowerRatio, powerRatioToDb } from "~/core/units/decibels";

/** What stands at either end of the air. */
export type TxAntenna = "whip-quarter" | "dipole" | { gainDbi: number };
export type RxAntenna =
  | "whip-quarter"
  | "dipole"
  | "butterfly"
  | "fin"
  | { gainDbi: number; beamwidthDeg?: number; frontToBackDb?: number };

/** A whip works on what it is screwed on; bare on a stand it lacks the other half of itself. */
export const mayStand = (kind: RxAntenna): boolean => kind !== "whip-quarter";

/** Half-wave dipole, 2.15 dBi (Balanis, Antenna Theory). */
export const DIPOLE_GAIN_DBI = 2.15;
/**
 * A quarter-wave whip on a pocket-sized case works as a lopsided dipole whose other half is the
 * case; the 5.16 dBi of the textbook needs a large plane.
 */
export const WHIP_ON_CASE_GAIN_DBI = 2.15;
/** Wideband antennas of the trade (common practice, no published source). */
const BUTTERFLY_GAIN_DBI = 2;
export const FIN = { gainDbi: 6, beamwidthDeg: 100, frontToBackDb: 15 };

/**
 * Pattern of a half-wave dipole relative to broadside: cos(½π·cosθ)/sinθ (Balanis). Along the wire
 * it is kept at −30 dB: no real one has a perfect null.
 * @param offAxisDeg - from broadside, in the plane of the wire
 */
export function dipolePatternDb(offAxisDeg: number): number {
  const theta = Math.PI / 2 - (offAxisDeg * Math.PI) / 180;
  const sin = Math.abs(Math.sin(theta));
  const field = sin < 1e-9 ? 0 : Math.abs(Math.cos((Math.PI / 2) * Math.cos(theta))) / sin;
  return Math.max(-30, 20 * Math.log10(Math.max(field, 1e-9)));
}

/**
 * Beam of a directional antenna: −12·(φ/beamwidth)² dB (3 dB down at half the beamwidth), never
 * below the front-to-back ratio (textbook approximation).
 */
export function beamPatternDb(
  offAxisDeg: number,
  beamwidthDeg: number,
  frontToBackDb: number,
): number {
  return -Math.min(frontToBackDb, 12 * (offAxisDeg / beamwidthDeg) ** 2);
}

/** Gain of a receiving antenna towards the talker, as its own gain and what turning away costs. */
export function rxGain(
  antenna: RxAntenna,
  offAxisDeg: number,
): { gainDbi: number; patternDb: number } {
  if (antenna === "dipole")
    return { gainDbi: DIPOLE_GAIN_DBI, patternDb: dipolePatternDb(offAxisDeg) };
  if (antenna === "whip-quarter")
    return { gainDbi: WHIP_ON_CASE_GAIN_DBI, patternDb: dipolePatternDb(offAxisDeg) };
  if (antenna === "butterfly") return { gainDbi: BUTTERFLY_GAIN_DBI, patternDb: 0 };
  const beam = antenna === "fin" ? FIN : antenna;
  const patternDb =
    beam.beamwidthDeg === undefined
      ? 0
      : beamPatternDb(offAxisDeg, beam.beamwidthDeg, beam.frontToBackDb ?? 20);
  return { gainDbi: beam.gainDbi, patternDb };
}

/** Degrees between two looks of a mean over all sides. */
const LOOK_DEG = 2;

/**
 * How much of what comes from all around a directional antenna takes in, against the dipole that
 * such levels are told for: its gain, averaged as power over the horizon, dB. Zero for those that
 * hear all sides alike.
 * @param antenna - what receives
 */
export function fromAroundDb(antenna: RxAntenna): number {
  if (typeof antenna === "string" ? antenna !== "fin" : antenna.beamwidthDeg === undefined)
    return 0;
  let sum = 0;
  let looks = 0;
  for (let offDeg = -180; offDeg < 180; offDeg += LOOK_DEG, looks += 1)
    sum += dbToPowerRatio(rxGain(antenna, Math.abs(offDeg)).patternDb);
  return rxGain(antenna, 0).gainDbi + powerRatioToDb(sum / looks) - DIPOLE_GAIN_DBI;
}

export function txGainDbi(antenna: TxAntenna): number {
  if (antenna === "dipole") return DIPOLE_GAIN_DBI;
  return antenna === "whip-quarter" ? WHIP_ON_CASE_GAIN_DBI : antenna.gainDbi;
}

/** Reflections always bring some of the crossed field back: no worse than this. */
const MAX_POLARISATION_LOSS_DB = 25;

/**
 * Loss between straight antennas tilted against each other: −20·log10|cos ψ|, at most 25 dB (IEEE
 * Std 145; Balanis).
 * @example polarisationLossDb(45) // 3.01
 */
export function polarisationLossDb(angleDeg: number): number {
  const cos = Math.abs(Math.cos((angleDeg * Math.PI) / 180));
  return Math.min(MAX_POLARISATION_LOSS_DB, Math.max(0, -20 * Math.log10(Math.max(cos, 1e-9))));
}

export type Wear = "free" | "hand" | "chest" | "waist-front" | "waist-back" | "thigh" | "ankle";

/**
 * What the body takes, by where the pack is worn, towards a receiver that its wearer looks at
 * (common practice, no published source): the table that the headless `link` states.
 */
const BODY_LOSS_DB: Readonly<Record<Wear, number>> = {
  free: 0,
  hand: 6,
  chest: 9,
  "waist-front": 10,
  "waist-back": 18,
  thigh: 9,
  ankle: 7,
};
/**
 * An antenna on bare skin loses much of its power; a thin plastic sleeve brings most of it back
 * (common practice, no published source).
 */
const SKIN_LOSS_DB = 9;
const SKIN_LOSS_WITH_SLEEVE_DB = 2;

export const packSideDeg = (wear: Wear): number => PACK_SIDE_DEG[wear];

/** What a pack loses by where it is worn, towards a receiver that its wearer looks at. */
export const bodyLossDb = (wear: Wear): number => BODY_LOSS_DB[wear];

/**
 * A worn pack over a turn of its wearer: mean power over all directions, and how much weaker it is
 * across the body than on its own side. Means: common practice, no published source. Front to back:
 * the exact series of a line source 3 cm off a lossy cylinder (Harrington, Time-Harmonic
 * Electromagnetic Fields: 18 dB for a trunk, 11 dB for a leg at 500 MHz) and NEC2's whip on a box
 * beside one, less what arms and a moving body fill.
 */
const BODY_TURN: Readonly<Record<Wear, { meanDb: number; frontToBackDb: number }>> = {
  free: { meanDb: 0, frontToBackDb: 0 },
  hand: { meanDb: 6, frontToBackDb: 8 },
  chest: { meanDb: 9, frontToBackDb: 16 },
  "waist-front": { meanDb: 10, frontToBackDb: 16 },
  "waist-back": { meanDb: 10, frontToBackDb: 16 },
  thigh: { meanDb: 9, frontToBackDb: 11 },
  ankle: { meanDb: 7, frontToBackDb: 8 },
};
const PACK_SIDE_DEG: Readonly<Record<Wear, number>> = {
  free: 0,
  hand: 0,
  chest: 0,
  "waist-front": 0,
  "waist-back": 180,
  thigh: 90,
  ankle: 90,
};

/** How the loss grows from the pack's own side (0) to across the body (1), as the series has it. */
const acrossBody = (offOwnSideDeg: number): number =>
  ((1 - Math.cos((offOwnSideDeg * Math.PI) / 180)) / 2) ** 1.5;

/** What a pack's own side lies over its mean, so that the mean over a turn is what it is said to be. */
const OVER_MEAN_DB = Object.fromEntries(
  Object.entries(BODY_TURN).map(([wear, { frontToBackDb }]) => [
    wear,
    -10 *
      Math.log10(
        Array.from(
          { length: 360 },
          (_, deg) => 10 ** (-(frontToBackDb * acrossBody(deg)) / 10),
        ).reduce((sum, share) => sum + share, 0) / 360,
      ),
  ]),
) as Record<Wear, number>;

/** What a worn pack loses in the mean of all directions: what reaches its surroundings. */
export const bodyMeanLossDb = (wear: Wear): number => BODY_TURN[wear].meanDb;

/**
 * What the straight ray towards an antenna loses at the body: least where the pack's own side faces
 * it, most across the body; the mean of its power over a turn is {@link bodyMeanLossDb}.
 * @param offDeg - from where the wearer looks to the antenna; null: the worst
 */
export function directBodyLossDb(wear: Wear, offDeg: number | null): number {
  const { meanDb, frontToBackDb } = BODY_TURN[wear];
  const across = offDeg === null ? 1 : acrossBody(offDeg - PACK_SIDE_DEG[wear]);
  return meanDb - OVER_MEAN_DB[wear] + frontToBackDb * across;
}

/**
 * Whether the body stands between its pack and an antenna. @param offDeg - as in {@link
 * directBodyLossDb}
 */
export const isBehindBody = (wear: Wear, offDeg: number | null): boolean =>
  wear !== "free" &&
  (offDeg === null || Math.cos(((offDeg - PACK_SIDE_DEG[wear]) * Math.PI) / 180) < 0);

export const skinLossDb = (hasSleeve: boolean): number =>
  hasSleeve ? SKIN_LOSS_WITH_SLEEVE_DB : SKIN_LOSS_DB;
