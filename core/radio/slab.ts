import { assertFinite, assertPositive } from "~/core/units/guards";
import {
  add,
  complex,
  complexSqrt,
  divide,
  multiply,
  subtract,
  wavelengthM,
  type Complex,
} from "./propagation";

/**
 * Electrical constants ε' = a·f^b, σ = c·f^d with f in GHz (ITU-R P.2040, from memory). Most rows
 * are stated from 1 GHz up: at UHF they are an extrapolation. "steel" is metal under the name the
 * trade uses.
 */
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

/** One sheet of a wall that is built of several; "air" is a gap between them. */
export interface Layer {
  material: Material | "air";
  thicknessM: number;
}

/**
 * Through a closed metal sheet nothing measurable comes; what arrives goes round it. Kept finite so
 * that sums stay sums.
 */
const MAX_LOSS_DB = 60;

export interface SlabQuestion {
  material: Material;
  thicknessM: number;
  frequencyHz: number;
  /** From the normal, 0 … < 90. */
  incidenceDeg: number;
  /** TE: field along the wall (upright antennas, upright wall); TM: in the plane of incidence. */
  polarisation: "TE" | "TM";
}

/**
 * Transmission loss of one homogeneous slab with its inner reflections: T = (1−R²)e^{−jq} /
 * (1−R²e^{−2jq}), R Fresnel's coefficient, q = (2πd/λ)·√(η−sin²θ), η = ε' − j·17.98·σ/f (ITU-R
 * P.2040, method; constants from memory). Mesh, pipes and damp are not in it.
 * @returns loss in dB, not negative in practice, at most 60 for metal
 * @throws RangeError for a thickness or frequency not > 0, an incidence outside 0 … < 90
 * @example slabLossDb({ material: "concrete", thicknessM: 0.2, frequencyHz: 600e6, incidenceDeg: 0,
 *   polarisation: "TE" }) // 5.54
 */
export function slabLossDb({
  material,
  thicknessM,
  frequencyHz,
  incidenceDeg,
  polarisation,
}: SlabQuestion): number {
  assertPositive("thicknessM", thicknessM);
  assertPositive("frequencyHz", frequencyHz);
  assertFinite("incidenceDeg", incidenceDeg);
  if (incidenceDeg < 0 || incidenceDeg >= 90)
    throw new RangeError(`incidenceDeg must be 0 … < 90, got ${incidenceDeg}`);
  const eta = etaOf(material, frequencyHz);
  const theta = (incidenceDeg * Math.PI) / 180;
  const cos = Math.cos(theta);
  const root = complexSqrt(complex(eta.re - Math.sin(theta) ** 2, eta.im));
  const reflection =
    polarisation === "TE"
      ? divide(subtract(complex(cos, 0), root), add(complex(cos, 0), root))
      : divide(subtract(scale(eta, cos), root), add(scale(eta, cos), root));
  const k = (2 * Math.PI * thicknessM) / wavelengthM(frequencyHz);
  const through = expMinusJ(scale(root, k));
  const r2 = multiply(reflection, reflection);
  const transmitted = divide(
    multiply(subtract(complex(1, 0), r2), through),
    subtract(complex(1, 0), multiply(r2, multiply(through, through))),
  );
  const size = Math.hypot(transmitted.re, transmitted.im);
  const lossDb = size > 0 ? -20 * Math.log10(size) : Infinity;
  return material === "metal" || material === "steel"
    ? Math.max(40, Math.min(MAX_LOSS_DB, lossDb))
    : Math.min(lossDb, 300);
}

const scale = (z: Complex, by: number): Complex => complex(z.re * by, z.im * by);

/** e^{−jz} for complex z. */
function expMinusJ(z: Complex): Complex {
  const size = Math.exp(z.im);
  return complex(size * Math.cos(z.re), -size * Math.sin(z.re));
}

const etaOf = (material: Layer["material"], frequencyHz: number): Complex => {
  if (material === "air") return complex(1, 0);
  const fGhz = frequencyHz / 1e9;
  const [a, b, c, d] = MATERIALS[material];
  return complex(a * fGhz ** b, (-17.98 * c * fGhz ** d) / fGhz);
};

/**
 * What a wall of several sheets lets through and throws back: the product of the sheets'
 * characteristic matrices, so that every reflection between them counts (ITU-R P.2040 multilayer
 * method; Born and Wolf, Principles of Optics). One sheet alone gives {@link slabLossDb}.
 * @param layers - in their order, at least one; metal anywhere lets nothing through
 * @returns loss and return loss in dB, and the share of the power that stays in the wall, 0…1
 * @throws RangeError for no layer, a thickness or frequency not > 0, an incidence outside 0 … < 90
 * @example layeredSlab({ layers: [{ material: "glass", thicknessM: 0.004 }, { material: "air",
 *   thicknessM: 0.012 }, { material: "glass", thicknessM: 0.004 }], frequencyHz: 600e6,
 *   incidenceDeg: 0, polarisation: "TE" }).lossDb // 0.6
 */
export function layeredSlab({
  layers,
  frequencyHz,
  incidenceDeg,
  polarisation,
}: Pick<SlabQuestion, "frequencyHz" | "incidenceDeg" | "polarisation"> & {
  layers: readonly Layer[];
}): { lossDb: number; returnLossDb: number; absorbed: number } {
  if (layers.length === 0) throw new RangeError("layers must not be empty");
  assertPositive("frequencyHz", frequencyHz);
  assertFinite("incidenceDeg", incidenceDeg);
  if (incidenceDeg < 0 || incidenceDeg >= 90)
    throw new RangeError(`incidenceDeg must be 0 … < 90, got ${incidenceDeg}`);
  layers.forEach((l) => assertPositive("thicknessM", l.thicknessM));
  if (layers.some((l) => l.material === "metal" || l.material === "steel"))
    return { lossDb: MAX_LOSS_DB, returnLossDb: 0, absorbed: 0 };
  const theta = (incidenceDeg * Math.PI) / 180;
  const air = complex(polarisation === "TE" ? Math.cos(theta) : 1 / Math.cos(theta), 0);
  let [b, c] = [complex(1, 0), air];
  for (const { material, thicknessM } of [...layers].reverse()) {
    const eta = etaOf(material, frequencyHz);
    const root = complexSqrt(complex(eta.re - Math.sin(theta) ** 2, eta.im));
    const admittance = polarisation === "TE" ? root : divide(eta, root);
    const forth = expMinusJ(scale(root, (2 * Math.PI * thicknessM) / wavelengthM(frequencyHz)));
    const back = divide(complex(1, 0), forth);
    const cos = scale(add(forth, back), 0.5);
    // j·sin
    const jSin = scale(subtract(back, forth), 0.5);
    [b, c] = [
      add(multiply(cos, b), divide(multiply(jSin, c), admittance)),
      add(multiply(multiply(jSin, admittance), b), multiply(cos, c)),
    ];
  }
  const sum = add(multiply(air, b), c);
  const through = divide(scale(air, 2), sum);
  const thrown = divide(subtract(multiply(air, b), c), sum);
  const [t, r] = [Math.hypot(through.re, through.im), Math.hypot(thrown.re, thrown.im)];
  return {
    lossDb: Math.min(300, -20 * Math.log10(Math.max(1e-15, t))),
    returnLossDb: -20 * Math.log10(Math.max(1e-15, r)),
    absorbed: Math.max(0, 1 - t * t - r * r),
  };
}
