import { radioModel } from "./caseCheck";
import { type Kit, modelName } from "./models";
import type { CaseUnit } from "./units";

/** Units of one model that run older firmware than is known to be out. */
export interface FirmwareBehind {
  model: string;
  newest: string;
  units: { label: string; has: string }[];
}

/**
 * A part of a version, in the order in which parts count: what is missing and nought are one,
 * letters come after it ("2.0b" after "2.0"), numbers after letters.
 */
interface Part {
  rank: 0 | 1 | 2;
  value: number;
  letters: string;
}

const partOf = (text: string | undefined): Part => {
  if (text !== undefined && !/^\d/.test(text)) return { rank: 1, value: 0, letters: text };
  const value = Number(text ?? 0);
  return { rank: value > 0 ? 2 : 0, value, letters: "" };
};
const partsOf = (version: string): string[] =>
  version
    .trim()
    .toLowerCase()
    .replace(/^v(?:er(?:sion)?)?\.?\s*(?=\d)/, "")
    .match(/\d+|[a-z]+/g) ?? [];

/**
 * Which of two firmware versions is older, as makers number them: numbers by their value, letters
 * as text; "v" in front, capitals and the marks between them count for nothing.
 * @returns below 0 where `a` is older, above 0 where it is newer, 0 where both are one
 * @example compareFirmware("v2.9", "2.10") // below 0
 */
export function compareFirmware(a: string, b: string): number {
  const [left, right] = [partsOf(a), partsOf(b)];
  for (let i = 0; i < Math.max(left.length, right.length); i += 1) {
    const [l, r] = [partOf(left[i]), partOf(right[i])];
    const by = l.rank - r.rank || l.value - r.value || l.letters.localeCompare(r.letters, "en");
    if (by !== 0) return by;
  }
  return 0;
}

/**
 * Models of which units run older firmware than the newest that is known: the one told with the
 * model, or the newest that a unit of the same model runs. Units of which nobody told it are left
 * out.
 */
export function firmwareBehind(kit: Kit, units: readonly CaseUnit[]): FirmwareBehind[] {
  return [...new Set(units.map((u) => u.modelId))].flatMap((modelId): FirmwareBehind[] => {
    const model = radioModel(kit, modelId);
    const mine = units.flatMap((u) =>
      u.modelId === modelId && u.firmware ? [{ label: u.label, has: u.firmware }] : [],
    );
    const newest = [
      ...mine.map((u) => u.has),
      ...(model?.newestFirmware ? [model.newestFirmware] : []),
    ]
      .sort(compareFirmware)
      .at(-1);
    const behind =
      newest === undefined ? [] : mine.filter((u) => compareFirmware(u.has, newest) < 0);
    return model && newest !== undefined && behind.length > 0
      ? [{ model: modelName(model), newest, units: behind }]
      : [];
  });
}
