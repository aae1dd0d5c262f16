import { defined, lastOf } from "~/core/units/items";
import { dbuvToDbm } from "~/core/units/decibels";
import { fail, ok, type Result } from "~/core/units/result";

/** What a receiver read at a moment of a walk. */
export interface TimedReading {
  atS: number;
  aDbm: number;
  bDbm: number | null;
}

export type ReadingsError =
  | { code: "empty" }
  | { code: "line"; line: number; text: string }
  | { code: "order"; line: number }
  | { code: "range"; line: number; dbm: number }
  | { code: "many"; most: number };

const MOST = 20_000;

/**
 * Reads levels along a walk as people note them or receivers log them: time, level of antenna A,
 * and of B where there is one. Times in seconds or as 1:05; separated by commas, semicolons, tabs
 * or spaces; decimal comma where commas do not separate; headings and empty lines are passed over;
 * dBµV where a heading says so.
 */
export function readWalkReadings(text: string): Result<TimedReading[], ReadingsError> {
  const lines = text.replace(/^\uFEFF/, "").split(/\r\n?|\n/);
  const isDbuv = /dB[µu]V/i.test(lines.slice(0, 5).join(" "));
  const readings: TimedReading[] = [];
  for (const [i, raw] of lines.entries()) {
    const line = raw.trim();
    if (line === "" || line.startsWith("#")) continue;
    const fields = fieldsOf(line);
    const [time, a, b] = [
      timeOf(fields[0]),
      numberOf(fields[1]),
      fields[2] === undefined ? null : numberOf(fields[2]),
    ];
    if (time === null || a === null || (fields[2] !== undefined && b === null)) {
      // words before the first figures are headings
      if (readings.length === 0 && !/^[\d.,:+-]/.test(line)) continue;
      return fail({ code: "line", line: i + 1, text: line.slice(0, 60) });
    }
    const reading: TimedReading = {
      atS: time,
      aDbm: isDbuv ? dbuvToDbm(a) : a,
      bDbm: b === null ? null : isDbuv ? dbuvToDbm(b) : b,
    };
    for (const dbm of [reading.aDbm, reading.bDbm])
      if (dbm !== null && (dbm > 30 || dbm < -160))
        return fail({ code: "range", line: i + 1, dbm });
    if (readings.length > 0 && time < lastOf(readings).atS)
      return fail({ code: "order", line: i + 1 });
    if (readings.length >= MOST) return fail({ code: "many", most: MOST });
    readings.push(reading);
  }
  return readings.length < 2 ? fail({ code: "empty" }) : ok(readings);
}

function fieldsOf(line: string): string[] {
  const by = line.includes(";")
    ? /\s*;\s*/
    : line.includes("\t")
      ? /\t+/
      : /,\s/.test(line) || (line.includes(",") && !/\s/.test(line))
        ? /\s*,\s*/
        : /\s+/;
  return line.split(by).filter((f) => f !== "");
}

function numberOf(field: string | undefined): number | null {
  const n = Number(
    (field ?? "x")
      .replace(/[−–]/g, "-")
      .replace(",", ".")
      .replace(/\s*dBm?$/i, ""),
  );
  return Number.isFinite(n) ? n : null;
}

function timeOf(field: string | undefined): number | null {
  const parts = (field ?? "x").split(":").map((p) => numberOf(p));
  return parts.some((p) => p === null) || parts.length > 3
    ? null
    : parts.reduce<number>((sum, p) => sum * 60 + defined(p), 0);
}
