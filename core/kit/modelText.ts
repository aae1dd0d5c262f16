import type { NamedBlock } from "./models";
import { defined, numberAt } from "~/core/units/items";
import { plainText } from "~/core/units/plainText";
import type { TuningRange } from "~/core/devices/tuning";
import { presets } from "~/core/devices/tuning";
import { parseFrequencyText } from "~/core/units/frequencyText";
import { fail, ok, type Result } from "~/core/units/result";

export type ModelTextError = { code: "unreadable"; text: string };
type Read<T> = Result<T, ModelTextError>;

const unreadable = (text: string) =>
  fail<ModelTextError>({ code: "unreadable", text: text.trim().slice(0, 40) });
const parts = (text: string): string[] =>
  text
    .split(/[;\n]|,\s+|\s{2,}/)
    .map((p) => p.trim())
    .filter(Boolean);
const parseNumber = (text: string): number =>
  /^[+\-−]?\d+(?:[.,]\d+)?$/.test(text.trim())
    ? Number(text.trim().replace("−", "-").replace(",", "."))
    : NaN;

/**
 * Reads a list of numbers as people write it: "10, 25, 50"; "0 to -60 by 3" is a row of steps.
 * Commas part numbers unless semicolons do: "0,5; 1,5".
 * @example parseNumberList("0 to -9 by 3") // { ok: true, value: [0, -3, -6, -9] }
 */
export function parseNumberList(text: string): Read<number[]> {
  const row =
    /^([+\-−]?\d+(?:[.,]\d+)?) ?(?:to|…|\.\.) ?([+\-−]?\d+(?:[.,]\d+)?) (?:by|in) (\d+(?:[.,]\d+)?)$/i.exec(
      plainText(text),
    );
  if (row) {
    const [from, to, step] = [
      parseNumber(defined(row[1])),
      parseNumber(defined(row[2])),
      parseNumber(defined(row[3])),
    ];
    const count = Math.floor(Math.abs(to - from) / step + 1e-9);
    if (!Number.isFinite(from + to) || !(step > 0) || count > 200) return unreadable(text);
    return ok(
      Array.from(
        { length: count + 1 },
        (_, i) => Math.round((from + Math.sign(to - from) * i * step) * 1000) / 1000 || 0,
      ),
    );
  }
  const numbers = text
    .split(text.includes(";") ? /[;\s]+/ : /[,\s]+/)
    .filter(Boolean)
    .map(parseNumber);
  return numbers.length === 0 || numbers.some(Number.isNaN) ? unreadable(text) : ok(numbers);
}

/** A list of numbers as `parseNumberList` reads it; even steps as a row. */
export function formatNumberList(numbers: readonly number[]): string {
  const step = numbers.length > 3 ? numberAt(numbers, 1) - numberAt(numbers, 0) : 0;
  const isEven =
    step !== 0 &&
    numbers.every((n, i) => i === 0 || Math.abs(n - numberAt(numbers, i - 1) - step) < 1e-9);
  return isEven ? `${numbers[0]} to ${numbers.at(-1)} by ${Math.abs(step)}` : numbers.join(", ");
}

/**
 * Reads where a unit tunes: "470–542 in 25 kHz", several of them parted by ";", or single presets
 * "863.1; 863.5". Without a step it is 25 kHz.
 * @example parseTuning("470-542 in 25") // { ok: true, value: [{ lowHz: 470e6, highHz: 542e6,
 *   stepHz: 25000 }] }
 */
export function parseTuning(text: string): Read<TuningRange[]> {
  const ranges: TuningRange[] = [];
  const single: number[] = [];
  for (const part of parts(text)) {
    const range =
      /^(.{1,30}?) ?(?:MHz)? ?(?:–|—|-|to|…) ?(.{1,30}?)(?: ?(?:MHz)? (?:in|by|\/) ?([\d.,]{1,12}) ?(?:kHz)?)?$/i.exec(
        plainText(part),
      );
    const [low, high] = [
      parseFrequencyText(range ? defined(range[1]) : part),
      parseFrequencyText(range ? defined(range[2]) : part),
    ];
    const stepKhz = range?.[3] ? parseNumber(range[3]) : 25;
    if (!low.ok || !high.ok || !(stepKhz > 0)) return unreadable(part);
    if (!range) single.push(low.value);
    else ranges.push({ lowHz: low.value, highHz: high.value, stepHz: Math.round(stepKhz * 1000) });
  }
  return ok([...ranges, ...presets(single)]);
}

export const formatTuning = (tuning: readonly TuningRange[]): string =>
  tuning
    .map((t) =>
      t.lowHz === t.highHz
        ? String(t.lowHz / 1e6)
        : `${t.lowHz / 1e6}–${t.highHz / 1e6} in ${t.stepHz / 1000} kHz`,
    )
    .join("; ");

/**
 * Reads named blocks, one a line or parted by ";": "K1: 494–518; K2 518–542".
 * @returns those that were read, lowest first, and the parts that name none
 */
export function readBlocks(text: string): { blocks: NamedBlock[]; refused: string[] } {
  const blocks: NamedBlock[] = [];
  const refused: string[] = [];
  for (const part of text.split(/[;\n]/).map((t) => t.trim())) {
    if (part === "") continue;
    const named = /^([^:]{1,20}):(.*)$/.exec(part) ?? /^(\S{1,20})\s+(\S.*)$/.exec(part);
    const read = parseTuning(named?.[2] ?? "");
    const range = read.ok ? read.value[0] : undefined;
    if (named?.[1] && range && range.highHz > range.lowHz)
      blocks.push({ id: named[1].trim(), lowHz: range.lowHz, highHz: range.highHz });
    else refused.push(part.slice(0, 30));
  }
  return { blocks: blocks.sort((a, b) => a.lowHz - b.lowHz), refused };
}
