import { fail, ok, type Result } from "../units/result";
import type { Measurement, SweepFileError, SweepWarning } from "./sweep";

const DATE = /^\d{4}[-/.]\d{1,2}[-/.]\d{1,2}$/;
const FIELDS_BEFORE_LEVELS = 6;

/** Whether the first lines are `date, time, lowHz, highHz, stepHz, samples, level, …`. */
export function looksLikeRows(lines: readonly string[]): boolean {
  const first = lines.find((l) => l.trim() !== "" && !l.startsWith("#") && DATE.test(l.split(/[,;]/)[0]!.trim()));
  if (!first || lines.indexOf(first) > 20) return false;
  return /^\d{1,2}:\d{2}/.test(first.split(/[,;]/)[1]?.trim() ?? "");
}

interface Segment {
  lowHz: number;
  stepHz: number;
  levels: number[];
}

/** Reads rows of many sweeps. Each row is one stretch of one pass; a pass ends when a stretch comes again. A level belongs to
 *  lowHz + (i+½)·stepHz. Rows may come in any order; cut or odd rows are left out with a warning. */
export function readRows(lines: readonly string[]): Result<Measurement, SweepFileError> {
  const warnings: SweepWarning[] = [];
  const passes: Map<number, Segment>[] = [new Map()];
  let cut = 0;
  let firstCut = 0;
  let missing = 0;
  let lowest = Infinity;
  let highest = -Infinity;
  for (let i = 0; i < lines.length; i += 1) {
    const line = lines[i]!.trim();
    if (line === "" || line.startsWith("#")) continue;
    const row = parseRow(line);
    if (row === "heading") {
      if (passes[0]!.size === 0) continue;
      return fail({ code: "file-not-a-sweep", line: i + 1, text: line.slice(0, 60) });
    }
    if (row === "cut") {
      cut += 1;
      firstCut ||= i + 1;
      continue;
    }
    missing += row.missing;
    lowest = Math.min(lowest, row.lowHz);
    highest = Math.max(highest, row.lowHz + row.levels.length * row.stepHz);
    let pass = passes.at(-1)!;
    if (pass.has(row.lowHz)) passes.push((pass = new Map()));
    pass.set(row.lowHz, row);
  }
  const segments = passes.flatMap((p) => [...p.values()]);
  if (segments.length === 0) return fail(cut > 0 ? { code: "file-nothing-usable", line: firstCut } : { code: "file-not-a-sweep", line: 1, text: lines[0]!.slice(0, 60) });
  if (lowest < 1e6 || highest > 100e9) return fail({ code: "file-wrong-unit", what: "frequency", lowest, highest });
  if (segments.every((s) => s.levels.every((l) => Number.isNaN(l)))) return fail({ code: "file-nothing-usable", line: 1 });
  const flat = segments.flatMap((s) => s.levels.slice(0, 64)).filter((l) => !Number.isNaN(l));
  const extremes = { lowest: Math.min(...flat.slice(0, 50_000)), highest: Math.max(...flat.slice(0, 50_000)) };
  if (extremes.lowest < -250 || extremes.highest > 200) return fail({ code: "file-wrong-unit", what: "level", ...extremes });
  if (cut > 0) warnings.push({ code: "rows-cut", message: `${cut} row${cut === 1 ? " is" : "s are"} cut short or damaged (first in line ${firstCut}) and ${cut === 1 ? "was" : "were"} left out.` });
  if (missing > 0) warnings.push({ code: "levels-missing", message: `${missing} level${missing === 1 ? " is" : "s are"} not a number: those points count as not measured.` });
  return ok({ format: "rows", ...onOneGrid(passes, lowest, highest, warnings), warnings });
}

function parseRow(line: string): (Segment & { missing: number }) | "heading" | "cut" {
  const fields = line.split(/[,;]/).map((f) => f.trim());
  if (!DATE.test(fields[0]!)) return /^\d/.test(fields[0]!) ? "cut" : "heading";
  const [lowHz, highHz, stepHz] = [2, 3, 4].map((k) => (fields[k] ? Number(fields[k]) : NaN)) as [number, number, number];
  if (!(highHz > lowHz) || !(stepHz > 0) || !(lowHz >= 0) || !Number.isFinite(highHz)) return "cut";
  const count = Math.round((highHz - lowHz) / stepHz);
  const raw = fields.slice(FIELDS_BEFORE_LEVELS, FIELDS_BEFORE_LEVELS + count);
  if (count < 1 || raw.length < count || raw.some((f) => f === "")) return "cut";
  let missing = 0;
  const levels = raw.map((f) => {
    const value = Number(f);
    if (Number.isFinite(value) || /^-inf/i.test(f)) return /^-inf/i.test(f) ? -Infinity : value;
    missing += 1;
    return NaN;
  });
  return { lowHz, stepHz, levels, missing };
}

function onOneGrid(passes: Map<number, Segment>[], lowestHz: number, highestHz: number, warnings: SweepWarning[]) {
  const steps = passes.flatMap((p) => [...p.values()].map((s) => s.stepHz)).sort((a, b) => a - b);
  const stepHz = steps[steps.length >> 1]!;
  const lowHz = lowestHz + stepHz / 2;
  const points = Math.max(1, Math.round((highestHz - lowestHz) / stepHz));
  const grids = passes.map((pass) => {
    const power = new Float64Array(points);
    const hits = new Uint16Array(points);
    for (const segment of pass.values()) {
      segment.levels.forEach((level, i) => {
        const centreHz = segment.lowHz + (i + 0.5) * segment.stepHz;
        const at = Math.round((centreHz - lowHz) / stepHz);
        if (Number.isNaN(level) || at < 0 || at >= points) return;
        power[at]! += 10 ** (level / 10);
        hits[at]! += 1;
      });
    }
    return Float64Array.from(power, (p, i) => (hits[i]! > 0 ? 10 * Math.log10(p / hits[i]!) : NaN));
  });
  const filled = grids.map((g) => g.reduce((n, v) => n + (Number.isNaN(v) ? 0 : 1), 0));
  const most = Math.max(...filled);
  const completePasses = filled.filter((n) => n >= most * 0.98).length;
  if (completePasses < passes.length) {
    warnings.push({ code: "pass-incomplete", message: `${passes.length - completePasses} of ${passes.length} passes ${passes.length - completePasses === 1 ? "is" : "are"} not complete; what they hold was used.` });
  }
  if (most < points * 0.98) warnings.push({ code: "gaps", message: `${points - most} of ${points} points were not measured in any one pass.` });
  return { lowHz, stepHz, points, passes: grids, completePasses };
}
