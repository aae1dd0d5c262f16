import { SPEED_OF_LIGHT_M_PER_S } from "~/core/units/constants";
import { assertFinite, assertPositive } from "~/core/units/guards";

/** Wavelength in metres of a frequency in hertz. @example wavelengthM(500e6) // 0.5996 */
export const wavelengthM = (frequencyHz: number): number => SPEED_OF_LIGHT_M_PER_S / frequencyHz;

/**
 * Free-space loss between isotropic antennas: 20·log10(4π·d·f / c) (ITU-R P.525). Far field only;
 * negative below λ/4π.
 * @param distanceM - straight line, finite and > 0; @param frequencyHz - finite and > 0
 * @returns loss in dB, positive means attenuation
 * @throws RangeError naming the argument
 * @example freeSpaceLossDb({ distanceM: 30, frequencyHz: 600e6 }) // 57.553
 */
export function freeSpaceLossDb({
  distanceM,
  frequencyHz,
}: {
  distanceM: number;
  frequencyHz: number;
}): number {
  assertPositive("distanceM", distanceM);
  assertPositive("frequencyHz", frequencyHz);
  return 20 * Math.log10((4 * Math.PI * distanceM) / wavelengthM(frequencyHz));
}

/**
 * Relative permittivity and conductivity of medium dry ground at UHF (ITU-R P.527, from memory).
 */
const GROUND_PERMITTIVITY = 15;
const GROUND_CONDUCTIVITY_S_PER_M = 0.03;

/**
 * Loss over flat ground between upright antennas: the direct ray and the ray off the ground, with
 * Fresnel's coefficient for a field in the plane of incidence (textbook two-ray sum; Rappaport,
 * Wireless Communications). Far out it tends to 40·log10 d − 20·log10 h1·h2.
 * @param distanceM - straight line between the antennas, at least their difference in height
 * @param txHeightM, rxHeightM - over ground, > 0
 * @throws RangeError when the heights do not fit the distance
 */
export function planeEarthLossDb(p: {
  distanceM: number;
  frequencyHz: number;
  txHeightM: number;
  rxHeightM: number;
}): number {
  assertPositive("txHeightM", p.txHeightM);
  assertPositive("rxHeightM", p.rxHeightM);
  const free = freeSpaceLossDb(p);
  const groundSquared = p.distanceM ** 2 - (p.txHeightM - p.rxHeightM) ** 2;
  if (groundSquared < 0)
    throw new RangeError(`distanceM ${p.distanceM} is shorter than the difference of the heights`);
  const reflectedM = Math.sqrt(groundSquared + (p.txHeightM + p.rxHeightM) ** 2);
  const sin = (p.txHeightM + p.rxHeightM) / reflectedM;
  const cosSquared = 1 - sin * sin;
  // η = ε − j·σ/(ωε0) = ε − j·17.98·σ/f(GHz)
  const eta = complex(
    GROUND_PERMITTIVITY,
    (-17.98 * GROUND_CONDUCTIVITY_S_PER_M) / (p.frequencyHz / 1e9),
  );
  const root = complexSqrt(complex(eta.re - cosSquared, eta.im));
  const etaSin = complex(eta.re * sin, eta.im * sin);
  const reflection = divide(subtract(etaSin, root), add(etaSin, root));
  const phase = (-2 * Math.PI * (reflectedM - p.distanceM)) / wavelengthM(p.frequencyHz);
  const ray = multiply(
    reflection,
    complex(
      Math.cos(phase) * (p.distanceM / reflectedM),
      Math.sin(phase) * (p.distanceM / reflectedM),
    ),
  );
  return free - 20 * Math.log10(Math.max(1e-6, Math.hypot(1 + ray.re, ray.im)));
}

export type Room = "office" | "commercial" | "residential";
/** A room of a kind, its walls within its coefficient; or one whose walls are counted one by one. */
export type IndoorSite = Room | "walls-drawn";
/**
 * Distance power loss coefficients (ITU-R P.1238, from memory): office and commercial by the row of
 * 900 MHz, residential by that of 1.8 to 2 GHz, for the recommendation has none lower. They hold a
 * usual building's walls.
 */
const INDOOR_COEFFICIENT: Readonly<Record<Room, number>> = {
  office: 33,
  commercial: 20,
  residential: 28,
};
/** Where each coefficient comes from, as a link's terms say it. */
export const INDOOR_SOURCE: Readonly<Record<Room, string>> = {
  office: "ITU-R P.1238, row of 900 MHz",
  commercial: "ITU-R P.1238, row of 900 MHz",
  residential: "ITU-R P.1238, row of 1.8 to 2 GHz",
};
/**
 * Scatter of local means about the coefficients' line, dB (ITU-R P.1238, from memory: office and
 * commercial 10, residential 8).
 */
export const INDOOR_SIGMA_DB: Readonly<Record<Room, number>> = {
  office: 10,
  commercial: 10,
  residential: 8,
};

/**
 * Indoor loss of the general site: 20·log10 f(MHz) + N·log10 d − 28 (ITU-R P.1238, from memory; N
 * as at 900 MHz, an extrapolation below it). Within one metre free space holds, and wherever walls are
 * counted one by one (COST 231 multi-wall model: free space and the walls, from memory).
 * @example indoorLossDb({ distanceM: 20, frequencyHz: 900e6, room: "office" }) // 74.02
 */
export function indoorLossDb({
  distanceM,
  frequencyHz,
  room,
}: {
  distanceM: number;
  frequencyHz: number;
  room: IndoorSite;
}): number {
  const free = freeSpaceLossDb({ distanceM, frequencyHz });
  if (distanceM <= 1 || room === "walls-drawn") return free;
  return 20 * Math.log10(frequencyHz / 1e6) + INDOOR_COEFFICIENT[room] * Math.log10(distanceM) - 28;
}

/**
 * Single knife-edge loss J(ν) (ITU-R P.526, from memory), 0 at or below ν = −0.78. @example
 * knifeEdgeLossDb(0) // 6.03
 */
export function knifeEdgeLossDb(nu: number): number {
  assertFinite("nu", nu);
  if (nu <= -0.78) return 0;
  return 6.9 + 20 * Math.log10(Math.sqrt((nu - 0.1) ** 2 + 1) + nu - 0.1);
}

/** The diffraction parameter ν = h·√(2(d1+d2)/(λ·d1·d2)) (ITU-R P.526).
 * @param heightAboveRayM - of the edge over the straight line, negative below it; d1M, d2M > 0 */
export function diffractionParameter(p: {
  heightAboveRayM: number;
  d1M: number;
  d2M: number;
  frequencyHz: number;
}): number {
  assertPositive("d1M", p.d1M);
  assertPositive("d2M", p.d2M);
  return (
    p.heightAboveRayM *
    Math.sqrt((2 * (p.d1M + p.d2M)) / (wavelengthM(p.frequencyHz) * p.d1M * p.d2M))
  );
}

export interface Complex {
  re: number;
  im: number;
}
export const complex = (re: number, im: number): Complex => ({ re, im });
export const add = (a: Complex, b: Complex): Complex => complex(a.re + b.re, a.im + b.im);
export const subtract = (a: Complex, b: Complex): Complex => complex(a.re - b.re, a.im - b.im);
export const multiply = (a: Complex, b: Complex): Complex =>
  complex(a.re * b.re - a.im * b.im, a.re * b.im + a.im * b.re);
export function divide(a: Complex, b: Complex): Complex {
  const size = b.re * b.re + b.im * b.im;
  return complex((a.re * b.re + a.im * b.im) / size, (a.im * b.re - a.re * b.im) / size);
}
/** Principal square root (real part not negative). */
export function complexSqrt(z: Complex): Complex {
  const size = Math.hypot(z.re, z.im);
  const re = Math.sqrt((size + z.re) / 2);
  const im = Math.sqrt((size - z.re) / 2);
  return complex(re, z.im < 0 ? -im : im);
}
