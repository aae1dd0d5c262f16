import type { TuningRange } from "~/core/devices/tuning";
import { defined } from "~/core/units/items";
import { plainText } from "~/core/units/plainText";
import { fail, ok, type Result } from "~/core/units/result";

/**
 * Packs that are set with two 16-position switches: 256 steps of 0.1 MHz above the block's start
 * (common practice, no published source).
 */
export const SWITCH_STEP_HZ = 100_000;
export const SWITCH_POSITIONS = 256;

/** Everything that two switches reach from a block's start. */
export const switchRange = (startHz: number): TuningRange => ({
  lowHz: startHz,
  highHz: startHz + (SWITCH_POSITIONS - 1) * SWITCH_STEP_HZ,
  stepHz: SWITCH_STEP_HZ,
});

export type SwitchCodeError =
  | { code: "switch-code-unreadable"; text: string }
  | { code: "switch-out-of-block"; frequencyHz: number; lowHz: number; highHz: number }
  | { code: "switch-off-grid"; frequencyHz: number; nearestHz: number };

/**
 * The frequency that two switches stand for. The first digit is the coarse switch (1.6 MHz a step),
 * the second the fine one.
 * @param code - two hexadecimal digits, as they are engraved: "A3"
 * @param blockStartHz - where position 00 is
 * @example switchCodeToHz("A3", 537.6e6) // { ok: true, value: 553900000 }
 */
export function switchCodeToHz(
  code: string,
  blockStartHz: number,
): Result<number, SwitchCodeError> {
  const match = /^([0-9a-f]) ?[-,/]? ?([0-9a-f])$/i.exec(plainText(code));
  if (!match) return fail({ code: "switch-code-unreadable", text: code.trim() });
  return ok(blockStartHz + parseInt(defined(match[1]) + defined(match[2]), 16) * SWITCH_STEP_HZ);
}

/**
 * How the two switches must stand for a frequency.
 * @returns two hexadecimal digits, or why there are none: outside the block's 25.6 MHz, or between
 *   two positions
 */
export function hzToSwitchCode(
  frequencyHz: number,
  blockStartHz: number,
): Result<string, SwitchCodeError> {
  const highHz = blockStartHz + (SWITCH_POSITIONS - 1) * SWITCH_STEP_HZ;
  const position = Math.round((frequencyHz - blockStartHz) / SWITCH_STEP_HZ);
  if (position < 0 || position >= SWITCH_POSITIONS)
    return fail({ code: "switch-out-of-block", frequencyHz, lowHz: blockStartHz, highHz });
  const nearestHz = blockStartHz + position * SWITCH_STEP_HZ;
  if (Math.abs(nearestHz - frequencyHz) >= 1)
    return fail({ code: "switch-off-grid", frequencyHz, nearestHz });
  return ok(position.toString(16).toUpperCase().padStart(2, "0"));
}
