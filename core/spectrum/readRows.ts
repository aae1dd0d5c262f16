// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined, itemAt, lastOf } from "~/core/units/items";
import { fail, ok, type Result } from "~/core/units/result";
import { gridError, type Measurement, type SweepFileError } from "./sweep";
import type { SweepWarning } from "./sweepWarning";

const DATE = /^\d{4}[-/.]\d{1,2}[-/.]\d{1,2}$/;
const FIELDS_BEFORE_LEVELS = 6;

/** Whether the first lines are `date, time, lowHz, highHz, stepHz, samples, level, …`. */
export function looksLikeRows(lines: readonly string[]): boolean {
  const first = lines.find(
    (l) => l.trim() !== "" && !l.startsWith("#") && DATE.test(itemAt(l.split(/[,;]/), 0).trim()),
  );
  if (!first || lines.indexOf(first) > 20) return false;
  return /^\d{1,2}:\d{2}/.test(first.split(/[,;]/)[1]?.trim() ?? "");
}

interface Segment {
  lowHz: number;
  stepHz: number;
  levels: Float32Array;
}

/** A longer line is no row: a million levels of eight characters. */
const MAX_LINE_BYTES = 8_000_000;
const LINE_FEED = 10;
const RETURN = 13;
const COMMA = 44;
const SEMICOLON = 59;
const SPACE = 32;
const TAB = 9;
const POINT = 46;
const MINUS = 45;
const PLUS = 43;
const ZERO = 48;

/**
 * Reads rows of many sweeps, piece by piece as a file comes in: bytes are looked at once, and
 * nothing but levels is kept. Each row is one range of one pass; a pass ends when a range comes
 * again. A level belongs to lowHz + (i+½)·stepHz. Rows may come in any order; cut or odd rows are
 * left out with a warning.
 */
export class RowReader {
  private passes: Map<number, Segment>[] = [];
  /**
   * How many sweeps of the file stand in each pass that is kept; more than one once it grew too
   * long.
   */
  private group = 1;
  private inGroup = 0;
  private sweeps = 1;
  private kept = 0;
  private current = new Map<number, Segment>();
  private readonly peaks = new Map<number, Float32Array>();
  private rest: Uint8Array | null = null;
  private line = 0;
  private cut = 0;
  private firstCut = 0;
  private missing = 0;
  private lowest = Infinity;
  private highest = -Infinity;
  private stray: { line: number; text: string } | null = null;
  private firstLine = "";

  /**
   * @param mostLevels - when more levels than this would be kept, neighbouring sweeps are put
   *   together: their mean power is kept, and the highest of each bin ever seen
   */
  constructor(private readonly mostLevels = 2_000_000) {}

  /** Takes the next bytes of the file. */
  push(chunk: Uint8Array): void {
    let bytes = chunk;
    if (this.stray) return;
    if (this.rest && this.rest.length > MAX_LINE_BYTES) {
      this.stray = { line: this.line + 1, text: textOf(this.rest, 0, 60) };
      this.rest = null;
      return;
    }
    if (this.rest) {
      bytes = new Uint8Array(this.rest.length + chunk.length);
      bytes.set(this.rest);
      bytes.set(chunk, this.rest.length);
    }
    let from = 0;
    for (;;) {
      const end = bytes.indexOf(LINE_FEED, from);
      if (end < 0) break;
      this.takeLine(bytes, from, end);
      from = end + 1;
    }
    this.rest = from < bytes.length ? bytes.slice(from) : null;
  }

  /** Ends the file. @returns its passes on one grid, or why there are none */
  finish(): Result<Measurement, SweepFileError> {
    if (this.rest) this.takeLine(this.rest, 0, this.rest.length);
    this.rest = null;
    if (this.current.size > 0) this.closeSweep();
    const { cut, firstCut, missing, lowest, highest, passes } = this;
    if (this.stray) return fail({ code: "file-not-a-sweep", ...this.stray });
    const segments = passes.flatMap((p) => [...p.values()]);
    if (segments.length === 0)
      return fail(
        cut > 0
          ? { code: "file-nothing-usable", line: firstCut }
          : { code: "file-not-a-sweep", line: 1, text: this.firstLine.slice(0, 60) },
      );
    if (lowest < 1e6 || highest > 100e9)
      return fail({ code: "file-wrong-unit", what: "frequency", lowest, highest });
    if (segments.every((s) => s.levels.every((l) => Number.isNaN(l))))
      return fail({ code: "file-nothing-usable", line: 1 });
    const extremes = { lowest: Infinity, highest: -Infinity };
    for (const s of segments) {
      for (const l of s.levels) {
        if (l < extremes.lowest && l > -Infinity) extremes.lowest = l;
        if (l > extremes.highest) extremes.highest = l;
      }
    }
    if (extremes.lowest < -250 || extremes.highest > 200)
      return fail({ code: "file-wrong-unit", what: "level", ...extremes });
    const warnings: SweepWarning[] = [];
    if (cut > 0)
      warnings.push({
        code: "rows-cut",
        count: cut,
        firstLine: firstCut,
      });
    if (missing > 0)
      warnings.push({
        code: "levels-missing",
        count: missing,
        firstLine: null,
      });
    const measured = passes.reduce(
      (most, p) =>
        Math.max(
          most,
          [...p.values()].reduce((n, segment) => n + segment.levels.length, 0),
        ),
      0,
    );
    const tooLarge = gridError({
      points: pointsOf(passes, lowest, highest),
      passes: passes.length,
      measured,
    });
    if (tooLarge) return fail(tooLarge);
    const grid = onOneGrid(passes, lowest, highest, warnings);
    if (this.group === 1) return ok({ format: "rows", ...grid, warnings });
    warnings.push({
      code: "sweeps-put-together",
      sweeps: this.sweeps,
      each: this.group,
    });
    const peaks = [...this.peaks].map(([lowHz, levels]): [number, Segment] => [
      lowHz,
      {
        lowHz,
        stepHz:
          [...itemAt(passes, 0).values()].find((s) => s.lowHz === lowHz)?.stepHz ?? grid.stepHz,
        levels,
      },
    ]);
    const peak = onOneGrid([new Map(peaks)], lowest, highest, [], grid.stepHz);
    return ok({
      format: "rows",
      ...grid,
      completePasses: Math.min(this.sweeps, grid.completePasses * this.group),
      peakDbm: itemAt(peak.passes, 0),
      warnings,
    });
  }

  private takeLine(bytes: Uint8Array, start: number, end: number): void {
    this.line += 1;
    let from = start;
    let to = end;
    // a byte-order mark before the first line
    if (this.line === 1 && bytes[from] === 0xef && bytes[from + 1] === 0xbb) from += 3;
    while (from < to && isBlank(bytes[from]!)) from += 1;
    while (to > from && isBlank(bytes[to - 1]!)) to -= 1;
    if (this.line === 1) this.firstLine = textOf(bytes, from, Math.min(to, from + 120));
    if (from === to || bytes[from] === 35 || this.stray) return;
    const row = parseRow(bytes, from, to);
    if (row === "heading") {
      if (this.passes.length > 0 || this.current.size > 0)
        this.stray = { line: this.line, text: textOf(bytes, from, Math.min(to, from + 60)) };
      return;
    }
    if (row === "cut") {
      this.cut += 1;
      this.firstCut ||= this.line;
      return;
    }
    this.missing += row.missing;
    this.lowest = Math.min(this.lowest, row.lowHz);
    this.highest = Math.max(this.highest, row.lowHz + row.levels.length * row.stepHz);
    if (this.current.has(row.lowHz)) {
      this.closeSweep();
      this.sweeps += 1;
    }
    this.current.set(row.lowHz, row);
    const peak = this.peaks.get(row.lowHz);
    if (!peak || peak.length !== row.levels.length) this.peaks.set(row.lowHz, row.levels.slice());
    else
      for (let i = 0; i < peak.length; i += 1)
        if (row.levels[i]! > peak[i]! || Number.isNaN(peak[i]!)) peak[i] = row.levels[i]!;
  }

  /** Puts the sweep that just ended to the others. */
  private closeSweep(): void {
    if (this.inGroup === 0 || this.inGroup >= this.group) {
      this.passes.push(this.current);
      this.inGroup = 1;
      for (const s of this.current.values()) this.kept += s.levels.length;
    } else {
      addSweep(lastOf(this.passes), this.current, this.inGroup);
      this.inGroup += 1;
    }
    this.current = new Map();
    if (this.kept > this.mostLevels) this.halve();
  }

  /** Two and two passes become one. */
  private halve(): void {
    const halved: Map<number, Segment>[] = [];
    for (let k = 0; k < this.passes.length; k += 2) {
      const [a, b] = [this.passes[k]!, this.passes[k + 1]];
      if (b) addSweep(a, b, 1);
      halved.push(a);
    }
    this.inGroup = this.passes.length % 2 === 0 ? this.group + this.inGroup : this.inGroup;
    this.passes = halved;
    this.group *= 2;
    this.kept = halved.reduce(
      (n, p) => n + [...p.values()].reduce((m, s) => m + s.levels.length, 0),
      0,
    );
  }
}

/** Adds a sweep's power to the mean of `count` others. */
function addSweep(
  into: Map<number, Segment>,
  sweep: ReadonlyMap<number, Segment>,
  count: number,
): void {
  for (const [lowHz, segment] of sweep) {
    const known = into.get(lowHz);
    if (!known || known.levels.length !== segment.levels.length) {
      if (!known) into.set(lowHz, segment);
      continue;
    }
    for (let i = 0; i < known.levels.length; i += 1) {
      const [a, b] = [known.levels[i]!, segment.levels[i]!];
      if (Number.isNaN(b)) continue;
      known.levels[i] = Number.isNaN(a)
        ? b
        : 10 *
          Math.log10(
            (Math.exp(a * NEPER_PER_DB) * count + Math.exp(b * NEPER_PER_DB)) / (count + 1),
          );
    }
  }
}

const NEPER_PER_DB = Math.LN10 / 10;
const isBlank = (b: number): boolean => b === SPACE || b === TAB || b === RETURN;
const isSeparator = (b: number): boolean => b === COMMA || b === SEMICOLON;
const textOf = (bytes: Uint8Array, from: number, to: number): string =>
  String.fromCharCode(...bytes.subarray(from, to));

function parseRow(
  bytes: Uint8Array,
  from: number,
  to: number,
): (Segment & { missing: number }) | "heading" | "cut" {
  let at = from;
  const field = (): [number, number] | null => {
    if (at > to) return null;
    let a = at;
    let b = at;
    while (b < to && !isSeparator(bytes[b]!)) b += 1;
    at = b + 1;
    while (a < b && isBlank(bytes[a]!)) a += 1;
    while (b > a && isBlank(bytes[b - 1]!)) b -= 1;
    return [a, b];
  };
  const date = defined(field());
  if (!DATE.test(textOf(bytes, date[0], Math.min(date[1], date[0] + 12))))
    return bytes[from]! >= ZERO && bytes[from]! <= ZERO + 9 ? "cut" : "heading";
  field();
  const number = (): number => {
    const f = field();
    return f && f[1] > f[0] ? parseNumber(bytes, f[0], f[1]) : NaN;
  };
  const [lowHz, highHz, stepHz] = [number(), number(), number()];
  if (!(highHz > lowHz) || !(stepHz > 0) || !(lowHz >= 0) || !Number.isFinite(highHz)) return "cut";
  for (let k = 5; k < FIELDS_BEFORE_LEVELS; k += 1) field();
  const count = Math.round((highHz - lowHz) / stepHz);
  // no more levels than there are characters left for them
  if (count < 1 || count > (to - at + 2) / 2) return "cut";
  const levels = new Float32Array(count);
  let missing = 0;
  for (let i = 0; i < count; i += 1) {
    const f = field();
    if (!f || f[0] === f[1]) return "cut";
    const value = parseNumber(bytes, f[0], f[1]);
    if (Number.isNaN(value)) missing += 1;
    levels[i] = value === Infinity ? NaN : value;
    if (value === Infinity) missing += 1;
  }
  return { lowHz, stepHz, levels, missing };
}

/**
 * A decimal number of plain digits, read without making a string; anything else as JavaScript reads
 * it. NaN when it is none, −Infinity for "-inf".
 */
function parseNumber(bytes: Uint8Array, from: number, to: number): number {
  let at = from;
  const isNegative = bytes[at] === MINUS;
  if (isNegative || bytes[at] === PLUS) at += 1;
  let value = 0;
  let scale = 0;
  let digits = 0;
  for (; at < to; at += 1) {
    const b = bytes[at]!;
    if (b >= ZERO && b <= ZERO + 9) {
      value = value * 10 + (b - ZERO);
      digits += 1;
      if (scale > 0) scale *= 10;
    } else if (b === POINT && scale === 0) scale = 1;
    else break;
  }
  if (at === to && digits > 0 && digits < 16) return (isNegative ? -value : value) / (scale || 1);
  const text = textOf(bytes, from, Math.min(to, from + 40));
  if (/^-inf/i.test(text)) return -Infinity;
  return Number(text);
}

/** Reads rows of a whole file. */
export function readRows(bytes: Uint8Array): Result<Measurement, SweepFileError> {
  const reader = new RowReader();
  // lines that end in a carriage return alone
  const isOld = bytes.indexOf(LINE_FEED) < 0 && bytes.indexOf(RETURN) >= 0;
  reader.push(isOld ? bytes.map((b) => (b === RETURN ? LINE_FEED : b)) : bytes);
  return reader.finish();
}

/** The step that most rows have. */
function middleStepHz(passes: readonly ReadonlyMap<number, Segment>[]): number {
  const steps = Float64Array.from(
    passes.flatMap((p) => [...p.values()].map((s) => s.stepHz)),
  ).sort();
  return steps[steps.length >> 1]!;
}

const pointsOf = (
  passes: readonly ReadonlyMap<number, Segment>[],
  lowestHz: number,
  highestHz: number,
): number => Math.max(1, Math.round((highestHz - lowestHz) / middleStepHz(passes)));

function onOneGrid(
  passes: Map<number, Segment>[],
  lowestHz: number,
  highestHz: number,
  warnings: SweepWarning[],
  ofStepHz: number | null = null,
) {
  const stepHz = ofStepHz ?? middleStepHz(passes);
  const lowHz = lowestHz + stepHz / 2;
  const points = Math.max(1, Math.round((highestHz - lowestHz) / stepHz));
  const hits = new Uint16Array(points);
  const grids = passes.map((pass) => {
    const grid = new Float64Array(points).fill(NaN);
    hits.fill(0);
    for (const segment of pass.values()) {
      for (let i = 0; i < segment.levels.length; i += 1) {
        const level = segment.levels[i]!;
        const at = Math.round((segment.lowHz + (i + 0.5) * segment.stepHz - lowHz) / stepHz);
        if (Number.isNaN(level) || at < 0 || at >= points) continue;
        // a bin that is measured once keeps its level as it is; else the mean of power
        const n = hits[at]!;
        grid[at] =
          n === 0
            ? level
            : 10 * Math.log10((10 ** (grid[at]! / 10) * n + 10 ** (level / 10)) / (n + 1));
        hits[at] = n + 1;
      }
    }
    return grid;
  });
  const filled = grids.map((g) => g.reduce((n, v) => n + (Number.isNaN(v) ? 0 : 1), 0));
  const most = filled.reduce((a, b) => Math.max(a, b), 0);
  const completePasses = filled.filter((n) => n >= most * 0.98).length;
  if (completePasses < passes.length) {
    warnings.push({
      code: "pass-incomplete",
      count: passes.length - completePasses,
      passes: passes.length,
    });
  }
  if (most < points * 0.98)
    warnings.push({
      code: "gaps",
      count: points - most,
      points,
      range: null,
    });
  return { lowHz, stepHz, points, passes: grids, completePasses };
}
