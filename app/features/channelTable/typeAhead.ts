/** A row as it can be typed for. */
export interface TypedFor {
  id: number;
  number: number;
  name: string;
}

/** So long the next key still belongs to what was typed before. */
export const TYPE_AHEAD_MS = 900;

/**
 * The row that was typed for: digits are its number, else the beginning of its name.
 * @returns null where no row is meant
 * @example foundBy("12", rows) // the row with number 12
 */
export function foundBy<R extends TypedFor>(typed: string, rows: readonly R[]): R | null {
  if (/^\d+$/.test(typed)) return rows.find((r) => String(r.number) === typed) ?? null;
  const wanted = typed.toLocaleLowerCase();
  return rows.find((r) => r.name.toLocaleLowerCase().startsWith(wanted)) ?? null;
}

/**
 * What stands typed after one more key; null where the key belongs to nobody's name or number. A
 * name begins with its capital letter, so that small letters stay commands.
 * @param before - what was typed before in the same breath; "" where nothing was
 */
export function typedAfter(before: string, key: string): string | null {
  if (/^\d$/.test(key)) return /^\d*$/.test(before) ? before + key : key;
  if (!/^\p{L}$/u.test(key)) return null;
  const isCapital = key !== key.toLocaleLowerCase();
  if (before !== "" && !/^\d/.test(before)) return before + key;
  return isCapital ? key : null;
}
