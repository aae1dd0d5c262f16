/**
 * Where a microphone sits on the chest, from the point that the chin touches when the head is
 * lowered: down is positive.
 */
export interface MicPlace {
  belowChinPointM: number;
  /** The head turned to the side. */
  turnDeg: number;
  pattern: "omni" | "cardioid";
  /** How far a directional one points past the mouth. */
  aimOffDeg: number;
}

export interface MicPlaceEffect {
  /** Mouth to microphone. */
  distanceM: number;
  /** Against the right place, straight ahead. */
  levelDb: number;
  /** What is lost above 2 kHz besides. */
  trebleDb: number;
  verdict: "chin-shadow" | "right" | "low" | "far-down";
}

/**
 * From the mouth to the point that the chin touches: down, and forward of it to the cloth (a
 * grown-up's measure, rounded; common practice, no published source).
 */
const MOUTH_TO_POINT_M = 0.13;
const MOUTH_TO_CLOTH_M = 0.07;
const RIGHT_BELOW_M = 0.03;

const distanceOf = (belowChinPointM: number): number =>
  Math.hypot(MOUTH_TO_POINT_M + belowChinPointM, MOUTH_TO_CLOTH_M);

/**
 * The chin rule, reckoned: distance by its geometry and 1/r; the chin's shadow above the point;
 * treble that a turned head throws elsewhere; a cardioid's loss off its axis, ½(1 + cos). Shadow
 * and turn are allowances (common practice, no published source): 1/r and the cardioid are physics.
 */
export function micPlaceEffect({
  belowChinPointM,
  turnDeg,
  pattern,
  aimOffDeg,
}: MicPlace): MicPlaceEffect {
  const distanceM = distanceOf(belowChinPointM);
  const shadowDb = Math.min(12, Math.max(0, (0.015 - belowChinPointM) * 250));
  // straight ahead a chest hears the mouth from below; to the side most of its treble goes past it
  const turnDb = 8 * Math.sin((Math.min(90, Math.abs(turnDeg)) * Math.PI) / 180) ** 2;
  const aimDb =
    pattern === "cardioid"
      ? -20 * Math.log10(Math.max(0.05, 0.5 * (1 + Math.cos((aimOffDeg * Math.PI) / 180))))
      : 0;
  const levelDb = -20 * Math.log10(distanceM / distanceOf(RIGHT_BELOW_M)) - aimDb - turnDb / 4;
  return {
    distanceM,
    levelDb,
    trebleDb: shadowDb + turnDb + aimDb / 2,
    verdict:
      belowChinPointM < 0.01
        ? "chin-shadow"
        : belowChinPointM <= 0.07
          ? "right"
          : belowChinPointM <= 0.16
            ? "low"
            : "far-down",
  };
}
