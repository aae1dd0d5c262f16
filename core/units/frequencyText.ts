import { defined } from "./items";
import { plainText } from "./plainText";
import { fail, ok, type Result } from "./result";

export type FrequencyTextError =
  | { code: "frequency-empty" }
  | { code: "frequency-not-a-number"; text: string }
  | { code: "frequency-out-of-range"; text: string; frequencyHz: number };

const LOWEST_HZ = 1e6;
const HIGHEST_HZ = 100e9;

/**
 * Reads a frequency as people say it: "512.375", "512,375", "512375", "512 375 kHz", "512.375 MHz",
 * "512375000". Without a unit it is told from the size: up to 6,000 means MHz, up to 6,000,000 kHz,
 * above that Hz.
 * @returns whole hertz, or why not (nothing typed, not a number, outside 1 MHz … 100 GHz)
 * @example parseFrequencyText("512,375") // { ok: true, value: 512375000 }
 */
export function parseFrequencyText(text: string): Result<number, FrequencyTextError> {
  const trimmed = text.trim();
  if (trimmed === "") return fail({ code: "frequency-empty" });
  const match = /^(\d[\d _]*(?:[.,]\d+ ?)?)(ghz|mhz|khz|hz)?$/i.exec(plainText(trimmed));
  if (!match) return fail({ code: "frequency-not-a-number", text: trimmed });
  const value = Number(defined(match[1]).replace(/[ _]/g, "").replace(",", "."));
  const unit = (match[2] ?? "").toLowerCase();
  const scale =
    { ghz: 1e9, mhz: 1e6, khz: 1e3, hz: 1 }[unit] ?? (value <= 6000 ? 1e6 : value <= 6e6 ? 1e3 : 1);
  const frequencyHz = Math.round(value * scale);
  if (!Number.isFinite(frequencyHz) || frequencyHz < LOWEST_HZ || frequencyHz > HIGHEST_HZ) {
    return fail({ code: "frequency-out-of-range", text: trimmed, frequencyHz });
  }
  return ok(frequencyHz);
}

/** Megahertz with three decimals, more only where the value needs them: "512.375", "518.0125". */
export function formatMhz(frequencyHz: number): string {
  const fixed = (frequencyHz / 1e6).toFixed(6);
  return fixed.replace(/0{1,3}$/, "");
}
