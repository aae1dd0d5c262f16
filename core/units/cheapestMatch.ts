// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */

/** What a pair that cannot be costs: more than all that can be together. */
const NEVER = 1e9;

/**
 * Gives each row a column of its own so that as many as can be get one, and all together cost
 * least: the Hungarian method with potentials, O(n³) (Kuhn 1955; Jonker and Volgenant's form of it).
 * @param costs - rows of equal length; infinite where a pair cannot be
 * @returns for each row its column, −1 where there is none for it
 * @example cheapestMatch([[1, 2], [1, 5]]) // [1, 0]
 */
export function cheapestMatch(costs: readonly (readonly number[])[]): number[] {
  const rows = costs.length;
  const columns = costs[0]?.length ?? 0;
  const size = Math.max(rows, columns);
  if (size === 0) return [];
  const cost = (r: number, c: number): number => {
    const value = r < rows && c < columns ? costs[r]![c]! : NEVER;
    return Number.isFinite(value) ? value : NEVER;
  };
  const rowBonus = new Float64Array(size + 1);
  const columnBonus = new Float64Array(size + 1);
  // by column: which row has it; rows and columns count from one, zero is where a row begins
  const holder = new Int32Array(size + 1);
  const before = new Int32Array(size + 1);
  for (let r = 1; r <= size; r += 1) {
    holder[0] = r;
    let column = 0;
    const least = new Float64Array(size + 1).fill(Infinity);
    const isDone = new Uint8Array(size + 1);
    do {
      isDone[column] = 1;
      const row = holder[column]!;
      let delta = Infinity;
      let next = 0;
      for (let c = 1; c <= size; c += 1) {
        if (isDone[c]) continue;
        const reduced = cost(row - 1, c - 1) - rowBonus[row]! - columnBonus[c]!;
        if (reduced < least[c]!) {
          least[c] = reduced;
          before[c] = column;
        }
        if (least[c]! < delta) {
          delta = least[c]!;
          next = c;
        }
      }
      for (let c = 0; c <= size; c += 1) {
        if (isDone[c]) {
          rowBonus[holder[c]!]! += delta;
          columnBonus[c]! -= delta;
        } else least[c]! -= delta;
      }
      column = next;
    } while (holder[column] !== 0);
    do {
      const previous = before[column]!;
      holder[column] = holder[previous]!;
      column = previous;
    } while (column !== 0);
  }
  const match = new Array<number>(rows).fill(-1);
  for (let c = 1; c <= columns; c += 1) {
    const r = holder[c]! - 1;
    if (r >= 0 && r < rows && cost(r, c - 1) < NEVER) match[r] = c - 1;
  }
  return match;
}
