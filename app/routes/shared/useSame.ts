import { useState } from "react";

/**
 * What a value says, whatever order its fields are in: what came back from the server has them in
 * the order of its shape.
 */
const textOf = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v !== null && typeof v === "object" && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );

/** A value that stays the same object as long as it says the same. */
export function useSame<T>(value: T): T {
  const [held, setHeld] = useState(() => ({ value, given: value, text: textOf(value) }));
  if (held.given === value) return held.value;
  const text = textOf(value);
  const next = { value: text === held.text ? held.value : value, given: value, text };
  setHeld(next);
  return next.value;
}
