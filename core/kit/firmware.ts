import { radioModel } from "./caseCheck";
import { type Kit, modelName } from "./models";
import type { CaseUnit } from "./units";

/** Units of one model that run older firmware than is known to be out. */
export interface FirmwareBehind {
  model: string;
  newest: string;
  units: { label: string; has: string }[];
}

const partsOf = (version: string): string[] => version.trim().toLowerCase().replace(/^v(?:er(?:sion)?)?\.?\s*(?=\d)/, "").match(/\d+|[a-z]+/g) ?? [];

/** Which of two firmware versions is older, as makers number them: numbers by their value, letters as text, "v" in front and marks between them count for nothing, and what is missing at the end is oldest.
 * @returns below 0 where `a` is older, above 0 where it is newer, 0 where both are one
 * @example compareFirmware("v2.9", "2.10") // below 0 */
export function compareFirmware(a: string, b: string): number {
  const [left, right] = [partsOf(a), partsOf(b)];
  for (let i = 0; i < Math.max(left.length, right.length); i += 1) {
    const [l, r] = [left[i] ?? "0", right[i] ?? "0"];
    const isNumber = [/^\d/.test(l), /^\d/.test(r)];
    // letters before a number: "2.0b" comes before "2.0.1", after "2.0"
    const by = isNumber[0] && isNumber[1] ? Number(l) - Number(r) : isNumber[0] !== isNumber[1] ? (i < left.length && i < right.length ? (isNumber[0] ? 1 : -1) : left.length - right.length) : l.localeCompare(r, "en");
    if (by !== 0) return by;
  }
  return 0;
}

/** Models of which units run older firmware than the newest that is known: the one told with the model, or the newest that a unit of the same model runs. Units of which nobody told it are left out. */
export function firmwareBehind(kit: Kit, units: readonly CaseUnit[]): FirmwareBehind[] {
  return [...new Set(units.map((u) => u.modelId))].flatMap((modelId): FirmwareBehind[] => {
    const model = radioModel(kit, modelId);
    const mine = units.flatMap((u) => (u.modelId === modelId && u.firmware ? [{ label: u.label, has: u.firmware }] : []));
    const newest = [...mine.map((u) => u.has), ...(model?.newestFirmware ? [model.newestFirmware] : [])].sort(compareFirmware).at(-1);
    const behind = newest === undefined ? [] : mine.filter((u) => compareFirmware(u.has, newest) < 0);
    return model && newest !== undefined && behind.length > 0 ? [{ model: modelName(model), newest, units: behind }] : [];
  });
}
