import { itemAt } from "~/core/units/items";
import { packNames } from "./packNames";
import type { PairingRules } from "./models";

/** What a pack is known by: name, group number and key must all be the same at both ends. */
export interface PairingIdentity {
  name: string;
  group: number;
  /** Hexadecimal digits; empty in a group of the common range, which anybody may join. */
  key: string;
}

/**
 * A pack's identity, and the receivers that hold it: it was brought to them in the base, or as a
 * file.
 */
export interface PairingRecord extends PairingIdentity {
  packKey: string;
  heldBy: (PairingIdentity & {
    receiverKey: string;
    /** When it came to hold it, by the day's clock. */ sinceMs?: number;
  })[];
}

export type PairingProblem =
  | { code: "name-empty" | "name-letters" }
  | { code: "name-long"; most: number }
  | { code: "name-twice"; name: string }
  | { code: "group-outside"; common: [number, number]; private: [number, number] }
  | { code: "key-length"; digits: number; wanted: number }
  | { code: "key-letters" }
  /** A common group with a key: nobody else could join, and so it is not common. */
  | { code: "key-in-common" };

const within = (n: number, [low, high]: readonly [number, number]): boolean =>
  Number.isInteger(n) && n >= low && n <= high;

/**
 * Whether a group is joined from an open list, or kept to those who have the key; null outside both
 * ranges.
 */
export const groupKind = ({ groups }: PairingRules, group: number): "common" | "private" | null =>
  within(group, groups.common) ? "common" : within(group, groups.private) ? "private" : null;

/** What is wrong with an identity; empty when it can be used.
 * @param others - names of other packs @param letters - that a name may have */
export function pairingProblems(
  { name, group, key }: PairingIdentity,
  rules: PairingRules,
  others: readonly string[],
  letters: number,
): PairingProblem[] {
  const problems: PairingProblem[] = [];
  if (name.trim() === "") problems.push({ code: "name-empty" });
  else if (!/^[A-Z0-9 -]+$/.test(name)) problems.push({ code: "name-letters" });
  if (name.length > letters) problems.push({ code: "name-long", most: letters });
  if (others.some((o) => o.toUpperCase() === name.toUpperCase()))
    problems.push({ code: "name-twice", name });
  const kind = groupKind(rules, group);
  if (kind === null) problems.push({ code: "group-outside", ...rules.groups });
  if (kind === "common") {
    if (key !== "") problems.push({ code: "key-in-common" });
  } else {
    if (!/^[0-9a-f]*$/i.test(key)) problems.push({ code: "key-letters" });
    if (key.length !== rules.keyDigits)
      problems.push({ code: "key-length", digits: key.length, wanted: rules.keyDigits });
  }
  return problems;
}

/**
 * How a receiver's record of a pack stands: it has none; the first thing that differs; or all three
 * are the same.
 */
export function pairingStanding(
  record: PairingRecord,
  receiverKey: string,
): "not-held" | "name" | "group" | "key" | "same" {
  const held = record.heldBy.find((h) => h.receiverKey === receiverKey);
  if (!held) return "not-held";
  return (
    (["name", "group", "key"] as const).find(
      (k) => String(held[k]).toUpperCase() !== String(record[k]).toUpperCase(),
    ) ?? "same"
  );
}

/**
 * A record as one more receiver holds it; one that holds the same already has held it since then.
 */
export function heldFrom(
  record: PairingRecord,
  receiverKey: string,
  sinceMs: number,
): PairingRecord {
  if (pairingStanding(record, receiverKey) === "same") return record;
  const { name, group, key } = record;
  return {
    ...record,
    heldBy: [
      ...record.heldBy.filter((h) => h.receiverKey !== receiverKey),
      { receiverKey, name, group, key, sinceMs },
    ],
  };
}

/**
 * A first identity for each pack: names from who wears it, one private group for all, a fresh key
 * each.
 * @param digit - draws a number 0…15
 */
export function firstRecords(
  packs: readonly {
    packKey: string;
    wornBy: string | null;
    label: string;
    letters: number;
    rules: PairingRules;
  }[],
  digit: () => number,
): PairingRecord[] {
  const names = packNames(
    packs.map((p) => p.wornBy ?? p.label),
    packs.map((p) => p.letters),
  );
  return packs.map(({ packKey, rules }, i) => ({
    packKey,
    name: itemAt(names, i),
    group: rules.groups.private[0],
    key: freshKey(rules, digit),
    heldBy: [],
  }));
}

export const freshKey = ({ keyDigits }: PairingRules, digit: () => number): string =>
  Array.from({ length: keyDigits }, () => digit().toString(16)).join("");
