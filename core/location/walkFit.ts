import { invert } from "~/core/units/matrix";
import { itemAt, numberAt } from "~/core/units/items";
import { censoredFit, type CensoredRow } from "./censoredFit";

/**
 * What was found of the level at one stretch of a walk, beside what was predicted there. Equal ends
 * were measured; a missing end says that it was at most, or at least, so much.
 */
export interface WalkReading {
  lowDbm: number | null;
  highDbm: number | null;
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
  /** How many of them say only "at most" or "at least"; absent: none. */
  limits?: number;
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
/** As far as a whole place is ever off the book, dB: holds a walk of nothing but dropouts. */
const FARTHEST_DB = 20;
/** Readings next to one another share the same shadow: two of them tell about as much as one. */
const SHARED = 2;
/**
 * Scatter of single stretches about a place's own mean, dB, while too few were measured to tell:
 * shadows of people and things, and what is left of the fading (common practice, no published
 * source; ITU-R P.1238 has 8 to 12 dB between whole rooms, from memory).
 */
const USUAL_SCATTER_DB = 6;
/** No place takes or gives so much: there a level or a model is mistaken. */
const MAX_OFF_DB = 300;
/** From so many measured stretches more than there are corrections on, they tell their scatter. */
const ENOUGH_MEASURED = 6;

type Term = "general" | "perWall" | "behindBody";
const TERM_OF: Readonly<Record<Term, (r: WalkReading) => number>> = {
  general: () => 1,
  perWall: (r) => r.wallCount,
  behindBody: (r) => Number(r.isBehindBody),
};

/**
 * The corrections of a place from a walk test: measured − predicted = general + walls · perWall +
 * behindBody, by maximum likelihood; where all was measured that is least squares. A term that the
 * walk does not vary is left out; uncertainties from the scatter of what is left. Each term is held
 * to what is likely by a Gaussian prior, as weakly as one more reading of it would.
 * @param all - readings that are no numbers are refused by the reader before; what is farther off
 *   than any air makes it says nothing of a place
 */
export function fitWalk(all: readonly WalkReading[]): WalkFit {
  const readings = all.filter((r) =>
    [r.lowDbm, r.highDbm].every(
      (dbm) => dbm === null || Math.abs(dbm - r.predictedDbm) <= MAX_OFF_DB,
    ),
  );
  const n = readings.length;
  const differenceOf = (r: WalkReading): Pick<CensoredRow, "lowDb" | "highDb"> => ({
    lowDb: r.lowDbm === null ? null : r.lowDbm - r.predictedDbm,
    highDb: r.highDbm === null ? null : r.highDbm - r.predictedDbm,
  });
  const measured = readings.flatMap((r) =>
    r.lowDbm !== null && r.lowDbm === r.highDbm ? [{ r, db: r.lowDbm - r.predictedDbm }] : [],
  );
  const limits = n - measured.length;
  const hasScatter = (terms: number) => measured.length >= terms + ENOUGH_MEASURED || limits === 0;
  const spread = (offs: readonly number[]) =>
    offs.length >= ENOUGH_MEASURED || limits === 0
      ? Math.sqrt(offs.reduce((sum, d) => sum + d * d, 0) / Math.max(1, offs.length))
      : USUAL_SCATTER_DB;
  const alone = (sigmaDb: number | null) =>
    censoredFit({
      rows: readings.map((r) => ({ terms: [1], ...differenceOf(r) })),
      likelyDb: [limits === 0 ? null : FARTHEST_DB],
      sigmaDb,
    });
  const biasDb =
    n === 0 ? 0 : numberAt(alone(hasScatter(1) ? null : USUAL_SCATTER_DB)?.coefficients ?? [0], 0);
  const errorDb = spread(measured.map(({ db }) => db - biasDb));
  const none: WalkFit = {
    readings: n,
    ...(limits > 0 ? { limits } : {}),
    biasDb,
    errorDb,
    errorAfterDb: errorDb,
    general: null,
    perWall: null,
    behindBody: null,
  };
  const varied = (["perWall", "behindBody"] as const).filter(
    (t) => new Set(readings.map(TERM_OF[t])).size > 1,
  );
  const terms: Term[] = ["general", ...varied];
  // one dropout moves the whole place; it says nothing of its walls
  if (n <= terms.length && (limits === 0 || n === 0)) return none;
  const used: Term[] = n <= terms.length ? ["general"] : terms;
  const rows = readings.map((r) => ({ terms: used.map((t) => TERM_OF[t](r)), ...differenceOf(r) }));
  const gram = used.map((_, i) =>
    used.map((__, j) =>
      rows.reduce((sum, row) => sum + numberAt(row.terms, i) * numberAt(row.terms, j), 0),
    ),
  );
  // walls and body that always come together cannot be told apart
  if (!invert(gram)) return none;
  const scattered = hasScatter(used.length)
    ? censoredFit({
        rows,
        likelyDb: used.map(() => (limits === 0 ? null : FARTHEST_DB)),
        sigmaDb: null,
      })
    : null;
  // what is found by the fit itself is a little less than what scatters
  const freedom = measured.length / Math.max(1, measured.length - used.length);
  const sigmaDb = scattered ? scattered.sigmaDb * Math.sqrt(freedom) : USUAL_SCATTER_DB;
  const fit = censoredFit({
    rows,
    likelyDb: used.map((t) => LIKELY_DB[t]),
    sigmaDb,
    shared: SHARED,
  });
  if (!fit) return none;
  const found = Object.fromEntries(
    used.map((t, i) => [
      t,
      {
        db: numberAt(fit.coefficients, i),
        uncertaintyDb: Math.sqrt(Math.max(0, numberAt(itemAt(fit.covariance, i), i))),
      },
    ]),
  ) as Partial<Pick<WalkFit, Term>>;
  const errorAfterDb = spread(
    measured.map(
      ({ r, db }) =>
        db - used.reduce((sum, t, i) => sum + TERM_OF[t](r) * numberAt(fit.coefficients, i), 0),
    ),
  );
  return { ...none, errorAfterDb, ...found };
}
