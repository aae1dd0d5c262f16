// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined, itemAt, lastOf, numberAt } from "~/core/units/items";
import { dbuvToDbm } from "~/core/units/decibels";
import { fail, ok, type Result } from "~/core/units/result";
import { perStepDb } from "./scale";
import { gridError, type Measurement, type SweepFileError } from "./sweep";
import type { SweepWarning } from "./sweepWarning";

interface Row {
  frequency: number;
  level: number;
}

interface Header {
  frequencyScale: number | null;
  /** Named in a comment, not over a column: holds only where it fits. */
  hintedScale: number | null;
  resolutionHz: number | null;
  isDbuv: boolean | null;
  /** The first line that is no figure. */
  first: string | null;
}

const MAX_HEADING_LENGTH = 120;

const NUMBER = /^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?$/i;
const NOT_A_NUMBER = /^[+-]?(?:nan|inf|infinity|null|n\/a|---?)$/i;
const COMMENT = /^\s*(?:#|\/\/|;|!|%|\*)/;

/**
 * Reads two columns, frequency and level. Separator, decimal sign and frequency unit are told from
 * the lines; a heading may name MHz, kHz, Hz, dBm, dBµV or the resolution bandwidth. Rows out of
 * order are sorted, levels that are not numbers are left out, both with a warning.
 */
export function readColumns(lines: readonly string[]): Result<Measurement, SweepFileError> {
  const warnings: SweepWarning[] = [];
  const header: Header = {
    frequencyScale: null,
    hintedScale: null,
    resolutionHz: null,
    isDbuv: null,
    first: null,
  };
  const rows: Row[] = [];
  let missing = 0;
  let firstMissing = 0;
  const lastLine = lastNotEmpty(lines);

  for (let i = 0; i <= lastLine; i += 1) {
    const line = lines[i]!.trim();
    if (line === "") continue;
    const fields = COMMENT.test(line) ? null : splitColumns(line);
    const frequency = fields ? numberOf(fields[0]) : null;
    if (fields === null || frequency === null) {
      if (rows.length === 0) {
        header.first ??= line.slice(0, MAX_HEADING_LENGTH);
        readHeading(line, header);
        continue;
      }
      if (COMMENT.test(line)) continue;
      if (i === lastLine) {
        warnings.push(cutWarning(i));
        continue;
      }
      return fail({ code: "file-not-a-sweep", line: i + 1, text: line.slice(0, 60) });
    }
    const level = numberOf(fields[1]);
    if (level !== null) rows.push({ frequency, level });
    else if (fields[1] !== undefined && NOT_A_NUMBER.test(fields[1])) {
      missing += 1;
      firstMissing ||= i + 1;
    } else if (i === lastLine) warnings.push(cutWarning(i));
    else if (rows.length > 0 || fields.length > 1 || !isHeadingLike(line))
      return fail({ code: "file-not-a-sweep", line: i + 1, text: line.slice(0, 60) });
  }
  if (missing > 0) {
    if (rows.length === 0) return fail({ code: "file-nothing-usable", line: firstMissing });
    warnings.push({
      code: "levels-missing",
      count: missing,
      firstLine: firstMissing,
    });
  }
  if (rows.length === 0)
    return fail({
      code: "file-not-a-sweep",
      line: 1,
      text: (lines.find((l) => l.trim()) ?? "").trim().slice(0, 60),
    });
  if (rows.length < 3) return fail({ code: "file-too-few-points", points: rows.length });
  return toGrid(rows, header, warnings);
}

function toGrid(
  rows: Row[],
  header: Header,
  warnings: SweepWarning[],
): Result<Measurement, SweepFileError> {
  let lowest = Infinity;
  let highest = -Infinity;
  for (const r of rows) {
    lowest = Math.min(lowest, r.frequency);
    highest = Math.max(highest, r.frequency);
  }
  const hinted =
    header.hintedScale !== null &&
    lowest * header.hintedScale >= 20e6 &&
    highest * header.hintedScale <= 10e9
      ? header.hintedScale
      : null;
  const scale = header.frequencyScale ?? hinted ?? scaleFromRange(lowest, highest);
  if (scale === null || lowest * scale < 1e6 || highest * scale > 100e9)
    return fail({ code: "file-wrong-unit", what: "frequency", lowest, highest });
  const levels = rows.map((r) => r.level).sort((a, b) => a - b);
  const isDbuv = header.isDbuv ?? levels[levels.length >> 1]! > 0;
  if (header.isDbuv === null && isDbuv) {
    warnings.push({
      code: "unit-assumed-dbuv",
    });
  }
  const lowestLevel = numberAt(levels, 0);
  const highestLevel = lastOf(levels);
  // all next to 0: watts or milliwatts, not decibels
  const isLinear = Math.abs(lowestLevel) < 1e-3 && Math.abs(highestLevel) < 1e-3;
  if (isLinear || lowestLevel < -250 || highestLevel > 200) {
    return fail({
      code: "file-wrong-unit",
      what: "level",
      lowest: lowestLevel,
      highest: highestLevel,
    });
  }

  const points = rows.map((r) => ({
    hz: r.frequency * scale,
    dbm: isDbuv ? dbuvToDbm(r.level) : r.level,
  }));
  const isInOrder = !points.some((p, i) => i > 0 && p.hz < points[i - 1]!.hz);
  if (!isInOrder) {
    points.sort((a, b) => a.hz - b.hz);
    warnings.push({
      code: "rows-out-of-order",
    });
  }
  const gaps: number[] = [];
  for (let i = 1; i < points.length; i += 1)
    if (points[i]!.hz > points[i - 1]!.hz) gaps.push(points[i]!.hz - points[i - 1]!.hz);
  if (gaps.length < 2) return fail({ code: "file-too-few-points", points: gaps.length + 1 });
  gaps.sort((a, b) => a - b);
  const lowHz = itemAt(points, 0).hz;
  const spanHz = lastOf(points).hz - lowHz;
  const roughHz = gaps[gaps.length >> 1]!;
  // frequencies written with few decimals jitter by what the last one is worth: such a grid is even,
  // and has a step a line
  const meanHz = spanHz / (points.length - 1);
  const writtenHz = lastDecimal(rows.map((r) => r.frequency)) * scale * 1.01;
  const isEven =
    isInOrder &&
    points.every((p, i) => i === 0 || Math.abs(p.hz - points[i - 1]!.hz - meanHz) <= writtenHz);
  const stepHz = isEven ? meanHz : roughHz;
  const size = Math.round(spanHz / stepHz) + 1;
  const tooLarge = gridError({ points: size, passes: 1, measured: points.length });
  if (tooLarge) return fail(tooLarge);
  const power = new Float64Array(size);
  const hits = new Uint16Array(size);
  let doubles = 0;
  points.forEach((p, line) => {
    const i = isEven ? line : Math.min(size - 1, Math.round((p.hz - lowHz) / stepHz));
    if (hits[i]! > 0) doubles += 1;
    power[i]! += 10 ** (p.dbm / 10);
    hits[i]! += 1;
  });
  if (doubles > 0)
    warnings.push({
      code: "points-doubled",
      count: doubles,
    });
  const pass = Float64Array.from(power, (p, i) =>
    hits[i]! > 0 ? 10 * Math.log10(p / hits[i]!) : NaN,
  );
  const empty = hits.reduce((n, h) => n + (h === 0 ? 1 : 0), 0);
  if (empty > 0)
    warnings.push({
      code: "gaps",
      count: empty,
      points: size,
      range: { lowHz, highHz: lowHz + spanHz },
    });
  const { resolutionHz } = header;
  if (resolutionHz !== null)
    warnings.push({
      code: "resolution-known",
      resolutionHz,
      stepHz,
      byDb: perStepDb(resolutionHz, stepHz),
    });
  return ok({
    format: "columns",
    lowHz,
    stepHz,
    points: size,
    passes: [pass],
    completePasses: 1,
    warnings,
    ...(resolutionHz === null ? {} : { resolutionHz }),
    ...(header.first === null ? {} : { heading: header.first }),
  });
}

/** What the last decimal is worth in which all of these are written: 0.01 for 470.00, 470.03. */
function lastDecimal(values: readonly number[]): number {
  for (let decimals = 0; decimals < 9; decimals += 1) {
    const by = 10 ** decimals;
    if (values.every((v) => Math.abs(v * by - Math.round(v * by)) < 1e-4)) return 1 / by;
  }
  return 0;
}

const cutWarning = (index: number): SweepWarning => ({
  code: "last-line-cut",
  line: index + 1,
});

function lastNotEmpty(lines: readonly string[]): number {
  let i = lines.length - 1;
  while (i > 0 && lines[i]!.trim() === "") i -= 1;
  return i;
}

/**
 * Splits a line at the separator it uses. A comma is a decimal sign when another separator is there
 * too.
 */
function splitColumns(line: string): string[] {
  const unquoted = line.replace(/"/g, "");
  if (/[;\t]/.test(unquoted))
    return unquoted
      .split(/[;\t]/)
      .map((f) => f.trim())
      .filter((f, i) => i < 2 || f !== "");
  if (unquoted.includes(",")) {
    const byComma = unquoted.split(",").map((f) => f.trim());
    const bySpace = unquoted.trim().split(/\s+/);
    // "470,025 -98,5": decimal commas with a blank between the columns
    if (
      bySpace.length >= 2 &&
      !/,\s/.test(unquoted) &&
      bySpace.slice(0, 2).every((f) => NUMBER.test(f))
    )
      return bySpace;
    // "470,025,-98,5": four parts of digits are two numbers with decimal commas
    if (byComma.length === 4 && byComma.every((f) => /^[+-]?\d+$/.test(f)))
      return [`${byComma[0]}.${byComma[1]}`, `${byComma[2]}.${byComma[3]}`];
    return byComma;
  }
  return unquoted.trim().split(/\s+/);
}

function numberOf(field: string | undefined): number | null {
  if (field === undefined || !NUMBER.test(field)) return null;
  const value = Number(field.replace(",", "."));
  return Number.isFinite(value) ? value : null;
}

const isHeadingLike = (line: string): boolean => /[a-z]{2}/i.test(line.replace(/e[+-]?\d+/gi, ""));

const SCALES: Record<string, number> = { ghz: 1e9, mhz: 1e6, khz: 1e3, hz: 1 };
const RESOLUTION = /\b(?:rbw|resolution[ _-]?bandwidth)\b[^\d]{0,20}([\d.,]+)\s*(ghz|mhz|khz|hz)?/i;

function readHeading(line: string, header: Header): void {
  const resolution = RESOLUTION.exec(line);
  if (resolution) {
    const hz =
      Number(defined(resolution[1]).replace(",", ".")) *
      (SCALES[resolution[2]?.toLowerCase() ?? ""] ??
        SCALES[/\((ghz|mhz|khz|hz)\)/i.exec(line)?.[1]?.toLowerCase() ?? "hz"]!);
    if (hz >= 1 && hz <= 10e6) header.resolutionHz = hz;
    return;
  }
  const unit = /\b(ghz|mhz|khz|hz)\b/i.exec(line)?.[1]?.toLowerCase();
  if (unit && COMMENT.test(line)) header.hintedScale = SCALES[unit]!;
  else if (unit) header.frequencyScale = SCALES[unit]!;
  if (/db\s*(?:u|µ|\(u|\(µ|\W?μ)v?/i.test(line) || /dbuv|dbµv/i.test(line)) header.isDbuv = true;
  else if (/dbm/i.test(line)) header.isDbuv = false;
}

/** MHz, kHz or Hz from the size of the numbers: audio gear lives between 30 MHz and 10 GHz. */
function scaleFromRange(lowest: number, highest: number): number | null {
  for (const scale of [1e6, 1e3, 1])
    if (lowest * scale >= 20e6 && highest * scale <= 10e9) return scale;
  return null;
}
