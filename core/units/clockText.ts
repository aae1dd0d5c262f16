import { fail, ok, type Result } from "./result";

export type ClockTextError = { code: "clock-empty" } | { code: "clock-not-a-time"; text: string };

/** Reads a time of day as people write it: "08:30", "8.30", "0830", "8h30", "8", "8:30 pm".
 * @returns milliseconds since midnight, 0 … 24 h
 * @example parseClockText("8.30") // { ok: true, value: 30600000 } */
export function parseClockText(text: string): Result<number, ClockTextError> {
  const trimmed = text.trim().toLowerCase();
  if (trimmed === "") return fail({ code: "clock-empty" });
  const match =
    /^(\d{1,2})(?:\s*[:.h]\s*(\d{2})(?::\d{2})?|(\d{2}))?\s*(am|pm)?h?$/.exec(trimmed) ?? null;
  if (!match) return fail({ code: "clock-not-a-time", text: text.trim() });
  let hours = Number(match[1]);
  const minutes = Number(match[2] ?? match[3] ?? 0);
  const half = match[4];
  const isTwelveHour = half !== undefined;
  if (
    minutes > 59 ||
    hours > 24 ||
    (hours === 24 && minutes > 0) ||
    (isTwelveHour && (hours < 1 || hours > 12))
  )
    return fail({ code: "clock-not-a-time", text: text.trim() });
  if (isTwelveHour) hours = (hours % 12) + (half === "pm" ? 12 : 0);
  return ok((hours * 60 + minutes) * 60_000);
}
