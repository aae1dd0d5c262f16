import { noiseFloorDbm } from "~/core/radio/feed";
import { dbuvToDbm } from "~/core/units/decibels";
import { fail, ok, type Result } from "~/core/units/result";
import type { ReceiverModel } from "./models";

export type SensitivityError = { code: "unreadable"; text: string };

/**
 * A sensitivity as a data sheet words it: a level in dBm or dBµV, or microvolts at 50 Ω; what it is
 * told for ("for 20 dB SINAD") may stand after it.
 * @example parseSensitivity("2.2 µV for 20 dB SINAD") // { ok: true, value: −100.1 }, dBm
 */
export function parseSensitivity(text: string): Result<number, SensitivityError> {
  const read = /^([+\-−]?\d+(?:[.,]\d+)?) ?(dbm|db[µμu]v|[µμu]v)?(?:,? ?(?:for|at|\().*)?$/i.exec(
    text.trim(),
  );
  const value = Number((read?.[1] ?? "").replace("−", "-").replace(",", "."));
  const unit = (read?.[2] ?? "dbm").toLowerCase();
  const isLevel = unit.startsWith("db");
  if (!read || !Number.isFinite(value) || (!isLevel && value <= 0))
    return fail({ code: "unreadable", text: text.trim().slice(0, 40) });
  return ok(
    unit === "dbm" ? value : isLevel ? dbuvToDbm(value) : dbuvToDbm(20 * Math.log10(value)),
  );
}

/**
 * What a receiver needs over its noise, from its sensitivity: S − (−174 dBm + 10·log10 B + NF), the
 * noise floor of its bandwidth by kTB (Friis). What the data sheet counts as good enough (SINAD,
 * S/N) is in it; that is why two sheets may differ.
 */
export const requiredSnrFromDb = (
  sensitivityDbm: number,
  receiver: Pick<ReceiverModel, "bandwidthHz" | "noiseFigureDb">,
): number => Math.round((sensitivityDbm - noiseFloorDbm(receiver)) * 10) / 10;
