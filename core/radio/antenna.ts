/** What stands at either end of the air. */
export type TxAntenna = "whip-quarter" | "dipole" | { gainDbi: number };
export type RxAntenna =
  | "whip-quarter"
  | "dipole"
  | "butterfly"
  | "fin"
  | { gainDbi: number; beamwidthDeg?: number; frontToBackDb?: number };

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
 * What the body takes, by where the pack is worn, in the direction of the receiver (common
 * practice, no published source).
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

export const bodyLossDb = (wear: Wear): number => BODY_LOSS_DB[wear];
/**
 * How much more of the body stands in the way from the far side than from the pack's own (common
 * practice, no published source).
 */
const BODY_SWING = 0.6;
const PACK_SIDE_DEG: Readonly<Record<Wear, number>> = {
  free: 0,
  hand: 0,
  chest: 0,
  "waist-front": 0,
  "waist-back": 180,
  thigh: 90,
  ankle: 90,
};

/**
 * What the body takes towards an antenna: least where the pack's own side faces it, most from the
 * far side; over a whole turn it is {@link bodyLossDb}.
 * @param offDeg - from where the wearer looks to the antenna; null: the worst
 */
export function bodyLossTowardsDb(wear: Wear, offDeg: number | null): number {
  const base = BODY_LOSS_DB[wear];
  return (
    base *
    (1 -
      BODY_SWING *
        (offDeg === null ? -1 : Math.cos(((offDeg - PACK_SIDE_DEG[wear]) * Math.PI) / 180)))
  );
}

/**
 * Whether the body stands between its pack and an antenna. @param offDeg - as in {@link
 * bodyLossTowardsDb}
 */
export const isBehindBody = (wear: Wear, offDeg: number | null): boolean =>
  wear !== "free" &&
  (offDeg === null || Math.cos(((offDeg - PACK_SIDE_DEG[wear]) * Math.PI) / 180) < 0);

export const skinLossDb = (hasSleeve: boolean): number =>
  hasSleeve ? SKIN_LOSS_WITH_SLEEVE_DB : SKIN_LOSS_DB;
