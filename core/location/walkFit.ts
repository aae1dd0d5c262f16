import { itemAt, numberAt } from "~/core/units/items";

/** One reading of a walk test, beside what was predicted there. */
export interface WalkReading {
  measuredDbm: number;
  predictedDbm: number;
  /** How many walls lay between, and whether the body did. */
  wallCount: number;
  isBehindBody: boolean;
}

/**
 * A correction of this place, in dB, with its standard uncertainty; null where the walk cannot tell
 * it.
 */
export interface Correction {
  db: number;
  uncertaintyDb: number;
}

export interface WalkFit {
  readings: number;
  /** Measured less predicted: mean, and spread about it, before and after the corrections. */
  biasDb: number;
  errorDb: number;
  errorAfterDb: number;
  /** Everywhere; for each wall; behind the body. Measured is what is predicted plus these. */
  general: Correction | null;
  perWall: Correction | null;
  behindBody: Correction | null;
}

/**
 * How far a place's corrections are likely to be from nothing, dB (common practice, no published
 * source): a short walk that cannot tell two of them apart does not drive both to extremes.
 */
const LIKELY_DB = { general: 8, perWall: 3, behindBody: 3 } as const;
/** Readings next to one another share the same shadow: two of them tell about as much as one. */
const SHARED = 2;

/**
 * The corrections of a place from a walk test, by least squares: measured − predicted = general +
 * walls · perWall + behindBody. A term that the walk does not vary is left out; uncertainties from
 * the scatter of what is left. Each term is held to what is likely, as weakly as one more reading
 * of it would (textbook: least squares with a Gaussian prior).
 * @param readings - readings that are no numbers are refused by the reader before
 */
export function fitWalk(readings: readonly WalkReading[]): WalkFit {
  const n = readings.length;
  const differences = readings.map((r) => r.measuredDbm - r.predictedDbm);
  const biasDb = n > 0 ? differences.reduce((a, b) => a + b, 0) / n : 0;
  const spread = (list: readonly number[]) =>
    list.length > 0 ? Math.sqrt(list.reduce((sum, d) => sum + d * d, 0) / list.length) : 0;
  const errorDb = spread(differences.map((d) => d - biasDb));
  const none: WalkFit = {
    readings: n,
    biasDb,
    errorDb,
    errorAfterDb: errorDb,
    general: null,
    perWall: null,
    behindBody: null,
  };
  const varies = (of: (r: WalkReading) => number) => new Set(readings.map(of)).size > 1;
  const terms: { key: "general" | "perWall" | "behindBody"; of: (r: WalkReading) => number }[] = [
    { key: "general", of: () => 1 },
    ...(varies((r) => r.wallCount)
      ? [{ key: "perWall" as const, of: (r: WalkReading) => r.wallCount }]
      : []),
    ...(varies((r) => Number(r.isBehindBody))
      ? [{ key: "behindBody" as const, of: (r: WalkReading) => Number(r.isBehindBody) }]
      : []),
  ];
  if (n <= terms.length) return none;
  const rows = readings.map((r) => terms.map((t) => t.of(r)));
  const normal = terms.map((_, i) =>
    terms.map((__, j) => rows.reduce((sum, row) => sum + numberAt(row, i) * numberAt(row, j), 0)),
  );
  const right = terms.map((_, i) =>
    rows.reduce((sum, row, k) => sum + numberAt(row, i) * numberAt(differences, k), 0),
  );
  const solve = (matrix: readonly (readonly number[])[]) => {
    const inverse = invert(matrix);
    const solved = inverse?.map((row) =>
      row.reduce((sum, v, j) => sum + v * numberAt(right, j), 0),
    );
    return inverse && solved
      ? {
          inverse,
          solved,
          left: rows.map(
            (row, k) =>
              numberAt(differences, k) -
              row.reduce((sum, v, i) => sum + v * numberAt(solved, i), 0),
          ),
        }
      : null;
  };
  const varianceOf = (left: readonly number[]) =>
    (SHARED * left.reduce((sum, d) => sum + d * d, 0)) / (n - terms.length);
  const bare = solve(normal);
  // walls and body that always come together cannot be told apart
  if (!bare) return none;
  const scatter = varianceOf(bare.left);
  const { inverse, solved, left } =
    solve(
      normal.map((row, i) =>
        row.map((v, j) => (i === j ? v + scatter / LIKELY_DB[itemAt(terms, i).key] ** 2 : v)),
      ),
    ) ?? bare;
  const variance = varianceOf(left);
  const found = Object.fromEntries(
    terms.map((t, i) => [
      t.key,
      {
        db: numberAt(solved, i),
        uncertaintyDb: Math.sqrt(Math.max(0, variance * numberAt(itemAt(inverse, i), i))),
      },
    ]),
  ) as Partial<Pick<WalkFit, "general" | "perWall" | "behindBody">>;
  return { ...none, errorAfterDb: spread(left), ...found };
}

/** By Gauss and Jordan with the largest pivot; null where there is none. */
function invert(matrix: readonly (readonly number[])[]): number[][] | null {
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
