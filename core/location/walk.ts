// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt, lastOf, numberAt } from "~/core/units/items";
import { envelopeCorrelation, fading, type FadingAnswer } from "~/core/radio/fading";
import type { LinkQuestion } from "~/core/radio/link";
import { wavelengthM } from "~/core/radio/propagation";
import { betweenLossDb, type PlanPack, planLink } from "./planLink";
import type { FloorPlan, PlacedAntenna, PlanPoint, Walk } from "./floorPlan";

/** How a receiver hears: by one antenna, or by the better of two. */
export interface WalkReceiver {
  figures: LinkQuestion["receiver"];
  isDiversity: boolean;
}

/** A pack along a walk; where it is, the walk says. */
export interface WalkPack extends Omit<PlanPack, "x" | "y" | "facingDeg"> {
  /** As in {@link PlanPack}; "along": where the walk goes. */
  facingDeg: number | "along" | null;
}

export interface WalkPointAnswer extends PlanPoint {
  /** Along the walk. */
  atM: number;
  atS: number;
  /** Mean margin by antenna. */
  marginsDb: number[];
  /** Where the walk goes from there. */
  headingDeg: number;
  /** With nothing in the way of the better one. */
  isInSight: boolean;
  outage: number;
  dropoutsPerMinute: number;
}

export interface WalkAnswer {
  points: WalkPointAnswer[];
  /** Share of the walk's time in which it is not enough. */
  outage: number;
  dropoutsPerMinute: number;
  /** Expected length of one; null where there are none. */
  meanDropoutMs: number | null;
  /** Where the better antenna has least: an index of the points. */
  worst: number;
  worstMarginDb: number;
}

/**
 * Direct power over scattered with nothing in the way; behind something there is none (common
 * practice, no published source).
 */
const K_IN_SIGHT_DB = { indoor: 4, "plane-earth": 8, "free-space": 8 } as const;
/** Losses between that still count as sight. */
const SIGHT_LOSS_DB = 1;

/** Whether nothing to speak of stands between a pack and an antenna. */
export const inSight = (
  plan: FloorPlan,
  pack: Pick<PlanPack, "x" | "y" | "heightM" | "frequencyHz">,
  antenna: PlacedAntenna,
): boolean =>
  betweenLossDb(plan, { from: pack, to: antenna, frequencyHz: pack.frequencyHz }) < SIGHT_LOSS_DB;

/** Direct power over scattered; null where there is no direct ray. */
export const kFactorDb = (
  { model }: Pick<FloorPlan, "model">,
  isInSight: boolean,
): number | null => (isInSight ? K_IN_SIGHT_DB[model] : null);

const EVERY_M = 0.5;
const APART = 0.02;
/** Where J0(2πd/λ) is nothing for the first time. */
const FIRST_ZERO_WAVES = 2.404825557695773 / (2 * Math.PI);

/**
 * Points along a walk, so far apart at most, its ends among them. @throws RangeError for fewer than
 * two points, or a speed not > 0
 */
export function walkPoints(
  { points, speedMps }: Pick<Walk, "points" | "speedMps">,
  everyM = EVERY_M,
): (PlanPoint & { atM: number; atS: number; headingDeg: number })[] {
  if (points.length < 2) throw new RangeError("a walk needs two points");
  if (!(speedMps > 0)) throw new RangeError(`speedMps must be > 0, got ${speedMps}`);
  const out: (PlanPoint & { atM: number; atS: number; headingDeg: number })[] = [];
  let before = 0;
  points.slice(1).forEach((b, i) => {
    const a = points[i]!;
    const lengthM = Math.hypot(b.x - a.x, b.y - a.y);
    const headingDeg = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;
    const steps = Math.max(1, Math.ceil(lengthM / everyM));
    for (let s = i === 0 ? 0 : 1; s <= steps; s += 1) {
      const atM = before + (lengthM * s) / steps;
      out.push({
        x: a.x + ((b.x - a.x) * s) / steps,
        y: a.y + ((b.y - a.y) * s) / steps,
        atM,
        atS: atM / speedMps,
        headingDeg,
      });
    }
    before += lengthM;
  });
  return out;
}

const FINE_M = 0.25;

/** How far along a walk its nearest point to a spot lies, and how far off the spot is. */
export function nearestAlong(walk: Walk, spot: PlanPoint): { atM: number; offM: number } {
  const off = (p: PlanPoint) => Math.hypot(p.x - spot.x, p.y - spot.y);
  const near = walkPoints(walk, FINE_M).reduce((best, p) => (off(p) < off(best) ? p : best));
  return { atM: near.atM, offM: off(near) };
}

/** The point so far along a walk. */
export const pointAlong = (walk: Walk, atM: number): PlanPoint & { headingDeg: number } =>
  walkPoints(walk, FINE_M).reduce((best, p) =>
    Math.abs(p.atM - atM) < Math.abs(best.atM - atM) ? p : best,
  );

/** From its first point to its last. */
export const walkLengthM = (walk: Walk): number => lastOf(walkPoints(walk)).atM;

/**
 * What reaches each antenna along a walk, over what the receiver needs; and whether it is in sight.
 */
export function walkMargins(
  plan: FloorPlan,
  walk: Walk,
  pack: WalkPack,
  antennas: readonly PlacedAntenna[],
  receiver: LinkQuestion["receiver"],
) {
  return walkPoints(walk).map(({ headingDeg, ...p }) => {
    const here: PlanPack = {
      ...pack,
      facingDeg: pack.facingDeg === "along" ? headingDeg : pack.facingDeg,
      x: p.x,
      y: p.y,
    };
    return {
      ...p,
      headingDeg,
      marginsDb: antennas.map((a) => planLink(plan, here, a, receiver).marginDb),
      inSight: antennas.map((a) => inSight(plan, here, a)),
    };
  });
}

/**
 * How reliable a walk is: margin, fading and diversity at each of its points, and over the whole of
 * it.
 * @param antennas - the receiver's, the first two count @throws RangeError where there is none
 */
export function walkReliability(
  plan: FloorPlan,
  walk: Walk,
  pack: WalkPack,
  antennas: readonly PlacedAntenna[],
  { figures, isDiversity }: WalkReceiver,
): WalkAnswer {
  if (antennas.length === 0) throw new RangeError("a receiver needs an antenna");
  const pair = antennas.slice(0, isDiversity ? 2 : 1);
  const spacingM =
    pair.length === 2
      ? Math.hypot(
          itemAt(pair, 0).x - itemAt(pair, 1).x,
          itemAt(pair, 0).y - itemAt(pair, 1).y,
          itemAt(pair, 0).heightM - itemAt(pair, 1).heightM,
        )
      : 0;
  // antennas some waves apart have hardly anything in common: taken as nothing, which is a hundred
  // times less work
  const isApart = spacingM > 0 && envelopeCorrelation(spacingM, pack.frequencyHz) < APART;
  const apartM = isApart ? FIRST_ZERO_WAVES * wavelengthM(pack.frequencyHz) : spacingM;
  const points = walkMargins(plan, walk, pack, pair, figures).map(
    ({ marginsDb, inSight: sights, ...p }): WalkPointAnswer & FadingAnswer => {
      const better = marginsDb.indexOf(Math.max(...marginsDb));
      const of = (meanMarginDb: number[], sight: boolean) =>
        fading({
          meanMarginDb,
          kFactorDb: kFactorDb(plan, sight),
          antennaSpacingM: apartM,
          frequencyHz: pack.frequencyHz,
          speedMps: walk.speedMps,
          combining: meanMarginDb.length === 2 ? "selection" : "none",
        });
      // one in sight and one not fade each in its own way
      const faded =
        pair.length === 2 && sights[0] !== sights[1]
          ? eitherOf(
              of([numberAt(marginsDb, 0)], itemAt(sights, 0)),
              of([numberAt(marginsDb, 1)], itemAt(sights, 1)),
            )
          : of(marginsDb, sights[better]!);
      return { ...p, marginsDb, isInSight: sights[better]!, ...faded };
    },
  );
  const mean = (of: (p: (typeof points)[number]) => number) =>
    points.reduce((sum, p) => sum + of(p), 0) / points.length;
  const worst = points.reduce(
    (w, p, i) => (Math.max(...p.marginsDb) < Math.max(...points[w]!.marginsDb) ? i : w),
    0,
  );
  const [outage, dropoutsPerMinute] = [mean((p) => p.outage), mean((p) => p.dropoutsPerMinute)];
  return {
    points,
    outage,
    dropoutsPerMinute,
    meanDropoutMs: dropoutsPerMinute > 0 ? (outage / dropoutsPerMinute) * 60_000 : null,
    worst,
    worstMarginDb: Math.max(...points[worst]!.marginsDb),
  };
}

/** Out only while both are: two that fade independently. */
function eitherOf(a: FadingAnswer, b: FadingAnswer): FadingAnswer {
  const outage = a.outage * b.outage;
  const dropoutsPerMinute = a.dropoutsPerMinute * b.outage + b.dropoutsPerMinute * a.outage;
  return {
    ...a,
    outage,
    dropoutsPerMinute,
    meanDropoutMs: dropoutsPerMinute > 0 ? (outage / dropoutsPerMinute) * 60_000 : null,
  };
}
