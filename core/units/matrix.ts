import { itemAt, numberAt } from "./items";

/**
 * The inverse of a square matrix, by Gauss and Jordan with the largest pivot; null where it is
 * singular. @example invert([[2]]) // [[0.5]]
 */
export function invert(matrix: readonly (readonly number[])[]): number[][] | null {
  const n = matrix.length;
  const m = matrix.map((row, i) => [
    ...row,
    ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0)),
  ]);
  for (let c = 0; c < n; c += 1) {
    const pivot = m.reduce(
      (best, row, r) =>
        r >= c && Math.abs(numberAt(row, c)) > Math.abs(numberAt(itemAt(m, best), c)) ? r : best,
      c,
    );
    if (Math.abs(numberAt(itemAt(m, pivot), c)) < 1e-9) return null;
    [m[c], m[pivot]] = [itemAt(m, pivot), itemAt(m, c)];
    const by = numberAt(itemAt(m, c), c);
    m[c] = itemAt(m, c).map((v) => v / by);
    m.forEach((row, r) => {
      if (r !== c) {
        const f = numberAt(row, c);
        m[r] = row.map((v, j) => v - f * numberAt(itemAt(m, c), j));
      }
    });
  }
  return m.map((row) => row.slice(n));
}
