import { assertFinite, assertPositive } from "../units/guards";
import { add, complex, complexSqrt, divide, multiply, subtract, wavelengthM, type Complex } from "./propagation";

/** Electrical constants ε' = a·f^b, σ = c·f^d with f in GHz (ITU-R P.2040, from memory). Most rows are stated from 1 GHz up: at UHF they are
 *  an extrapolation. "steel" is metal under the name the trade uses. */
export const MATERIALS = {
  concrete: [5.24, 0, 0.0462, 0.7822],
  brick: [3.91, 0, 0.0238, 0.16],
  plasterboard: [2.73, 0, 0.0085, 0.9395],
  wood: [1.99, 0, 0.0047, 1.0718],
  glass: [6.31, 0, 0.0036, 1.3394],
  "ceiling-board": [1.48, 0, 0.0011, 1.075],
  chipboard: [2.58, 0, 0.0217, 0.78],
  floorboard: [3.66, 0, 0.0044, 1.3515],
  metal: [1, 0, 1e7, 0],
  steel: [1, 0, 1e7, 0],
} as const satisfies Record<string, readonly [number, number, number, number]>;

export type Material = keyof typeof MATERIALS;

/** Through a closed metal sheet nothing measurable comes; what arrives goes round it. Kept finite so that sums stay sums. */
const MOST_LOSS_DB = 60;

export interface SlabQuestion {
  material: Material;
  thicknessM: number;
  frequencyHz: number;
  /** From the normal, 0 … < 90. */
  incidenceDeg: number;
  /** TE: field along the wall (upright antennas, upright wall); TM: in the plane of incidence. */
  polarisation: "TE" | "TM";
}

/** Transmission loss of one homogeneous slab with its inner reflections: T = (1−R²)e^{−jq} / (1−R²e^{−2jq}), R Fresnel's coefficient,
 *  q = (2πd/λ)·√(η−sin²θ), η = ε' − j·17.98·σ/f (ITU-R P.2040, method; constants from memory). Mesh, pipes and damp are not in it.
 * @returns loss in dB, not negative in practice, at most 60 for metal
 * @throws RangeError for a thickness or frequency not > 0, an incidence outside 0 … < 90
 * @example slabLossDb({ material: "concrete", thicknessM: 0.2, frequencyHz: 600e6, incidenceDeg: 0, polarisation: "TE" }) // 5.54 */
export function slabLossDb({ material, thicknessM, frequencyHz, incidenceDeg, polarisation }: SlabQuestion): number {
  assertPositive("thicknessM", thicknessM);
  assertPositive("frequencyHz", frequencyHz);
  assertFinite("incidenceDeg", incidenceDeg);
  if (incidenceDeg < 0 || incidenceDeg >= 90) throw new RangeError(`incidenceDeg must be 0 … < 90, got ${incidenceDeg}`);
  const fGhz = frequencyHz / 1e9;
  const [a, b, c, d] = MATERIALS[material];
  const eta = complex(a * fGhz ** b, (-17.98 * c * fGhz ** d) / fGhz);
  const theta = (incidenceDeg * Math.PI) / 180;
  const cos = Math.cos(theta);
  const root = complexSqrt(complex(eta.re - Math.sin(theta) ** 2, eta.im));
  const reflection = polarisation === "TE"
    ? divide(subtract(complex(cos, 0), root), add(complex(cos, 0), root))
    : divide(subtract(scale(eta, cos), root), add(scale(eta, cos), root));
  const k = (2 * Math.PI * thicknessM) / wavelengthM(frequencyHz);
  const through = expMinusJ(scale(root, k));
  const r2 = multiply(reflection, reflection);
  const transmitted = divide(multiply(subtract(complex(1, 0), r2), through), subtract(complex(1, 0), multiply(r2, multiply(through, through))));
  const size = Math.hypot(transmitted.re, transmitted.im);
  const lossDb = size > 0 ? -20 * Math.log10(size) : Infinity;
  return material === "metal" || material === "steel" ? Math.max(40, Math.min(MOST_LOSS_DB, lossDb)) : Math.min(lossDb, 300);
}

const scale = (z: Complex, by: number): Complex => complex(z.re * by, z.im * by);

/** e^{−jz} for complex z. */
function expMinusJ(z: Complex): Complex {
  const size = Math.exp(z.im);
  return complex(size * Math.cos(z.re), -size * Math.sin(z.re));
}
