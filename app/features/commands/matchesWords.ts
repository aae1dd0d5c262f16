/**
 * Whether every word that was typed begins a word of a text, in any order.
 * @example matchesWords("Go to Walk test", "test wa") // true
 */
export function matchesWords(text: string, typed: string): boolean {
  const words = plain(text).split(/[^\p{L}\p{N}]+/u);
  return plain(typed)
    .split(/\s+/)
    .every((part) => words.some((word) => word.startsWith(part)));
}

/** In small letters and without accents, as people type in a hurry. */
const plain = (text: string): string =>
  text.trim().normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
