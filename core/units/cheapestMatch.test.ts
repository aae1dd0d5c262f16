import { cheapestMatch } from "./cheapestMatch";
import { seededRandom } from "./random";

const costOf = (costs: number[][], match: number[]) =>
  match.reduce((sum, c, r) => sum + (c < 0 ? 0 : costs[r]![c]!), 0);

/** Every way to give rows columns: most pairs first, then least cost. */
function byTrying(costs: number[][]): { pairs: number; cost: number } {
  let best = { pairs: 0, cost: 0 };
  const go = (r: number, taken: Set<number>, pairs: number, cost: number) => {
    if (r === costs.length) {
      if (pairs > best.pairs || (pairs === best.pairs && cost < best.cost)) best = { pairs, cost };
      return;
    }
    go(r + 1, taken, pairs, cost);
    costs[r]!.forEach((value, c) => {
      if (taken.has(c) || !Number.isFinite(value)) return;
      taken.add(c);
      go(r + 1, taken, pairs + 1, cost + value);
      taken.delete(c);
    });
  };
  go(0, new Set(), 0, 0);
  return best;
}

test.each([1, 7, 42, 99])("as good as trying every way, seed %i", (seed) => {
  const random = seededRandom(seed);
  for (let round = 0; round < 60; round += 1) {
    const [rows, columns] = [1 + Math.floor(random() * 5), 1 + Math.floor(random() * 5)];
    const costs = Array.from({ length: rows }, () =>
      Array.from({ length: columns }, () =>
        random() < 0.3 ? Infinity : Math.floor(random() * 20),
      ),
    );
    const match = cheapestMatch(costs);
    const taken = match.filter((c) => c >= 0);
    expect(new Set(taken).size).toBe(taken.length);
    expect({ pairs: taken.length, cost: costOf(costs, match) }).toEqual(byTrying(costs));
  }
});

test("nothing to match", () => {
  expect([cheapestMatch([]), cheapestMatch([[]]), cheapestMatch([[Infinity]])]).toEqual([
    [],
    [-1],
    [-1],
  ]);
});
