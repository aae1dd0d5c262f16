// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt, lastOf, numberAt } from "~/core/units/items";
import type { FadingAnswer } from "~/core/radio/fading";
import type { LinkQuestion } from "~/core/radio/link";
import { indoorSite } from "~/core/radio/pathSetup";
import { INDOOR_SIGMA_DB } from "~/core/radio/propagation";
import { shadowedFading, type ShadowedBranch } from "~/core/radio/shadowedFading";
import { type PlanPack, planLink } from "./planLink";
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
  /** Walls between it and the better one. */
  wallCount: number;
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

const EVERY_M = 0.5;

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

/** What reaches each antenna along a walk, over what the receiver needs; and what is direct of it. */
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
    const links = antennas.map((a) => planLink(plan, here, a, receiver));
    return {
      ...p,
      headingDeg,
      marginsDb: links.map((l) => l.marginDb),
      kFactorsDb: links.map((l) => l.kFactorDb),
      inSight: links.map((l) => l.isInSight),
      wallCounts: links.map((l) => l.wallCount),
    };
  });
}

/**
 * Scatter of local means along a walk about what a drawn place is reckoned to have, dB: furniture,
 * people, parked things. 3GPP TR 38.901 has 3 to 4 in sight and 8 out of it, where no wall is drawn
 * (memory); what is drawn takes a little of that.
 */
const DRAWN_SIGMA_DB = { inSight: 4, behind: 7 } as const;
/** Of a walk test's scatter so much is left of the fading, dB: stretches of two metres. */
const WINDOW_FADING_DB = 2;
const MIN_SIGMA_DB = 1.5;
const MAX_SIGMA_DB = 8;

/** How much local means scatter along a walk here, one standard deviation. */
export function shadowSigmaDb(
  plan: Pick<FloorPlan, "model" | "room" | "walls" | "obstacles" | "fit">,
  isInSight: boolean,
): number {
  const site = indoorSite(plan);
  const book =
    plan.model === "indoor" && site !== "walls-drawn"
      ? INDOOR_SIGMA_DB[site]
      : DRAWN_SIGMA_DB[isInSight ? "inSight" : "behind"];
  if (!plan.fit?.general) return book;
  const measured = Math.sqrt(Math.max(0, plan.fit.errorAfterDb ** 2 - WINDOW_FADING_DB ** 2));
  return Math.min(MAX_SIGMA_DB, Math.max(MIN_SIGMA_DB, measured));
}

/**
 * How reliable a walk is: margin, shadows, fading and diversity at each of its points, and over the
 * whole of it.
 * @param antennas - the receiver's, the first two count @throws RangeError where there is none
 */
export const walkReliability = (
  plan: FloorPlan,
  walk: Walk,
  pack: WalkPack,
  antennas: readonly PlacedAntenna[],
  receiver: WalkReceiver,
): WalkAnswer => walkHeard(plan, walk, pack, antennas, receiver)();

/** What a walk would be with all its margins so much more or less, or with one antenna alone. */
interface WhatIf {
  shiftDb?: number;
  only?: number;
}

/**
 * The same for several questions of one walk: its rays are followed once. @throws RangeError as
 * {@link walkReliability}
 */
export function walkHeard(
  plan: FloorPlan,
  walk: Walk,
  pack: WalkPack,
  antennas: readonly PlacedAntenna[],
  { figures, isDiversity }: WalkReceiver,
): (whatIf?: WhatIf) => WalkAnswer {
  if (antennas.length === 0) throw new RangeError("a receiver needs an antenna");
  const pair = antennas.slice(0, isDiversity ? 2 : 1);
  const along = walkMargins(plan, walk, pack, pair, figures);
  return ({ shiftDb = 0, only } = {}) => {
    const heard = only === undefined ? pair.map((_, i) => i) : [only];
    const [a, b] = heard.map((i) => itemAt(pair, i));
    const spacingM = a && b ? Math.hypot(a.x - b.x, a.y - b.y, a.heightM - b.heightM) : 0;
    return overall(
      along.map(({ marginsDb, kFactorsDb, inSight, wallCounts, ...p }) => {
        const margins = heard.map((i) => numberAt(marginsDb, i) + shiftDb);
        const branches = heard.map((i, n): ShadowedBranch => ({
          marginDb: numberAt(margins, n),
          kFactorDb: numberAt(kFactorsDb, i),
        }));
        const better = numberAt(heard, margins.indexOf(Math.max(...margins)));
        const [first, second] = [itemAt(branches, 0), branches[1]];
        return {
          ...p,
          marginsDb: margins,
          isInSight: itemAt(inSight, better),
          wallCount: numberAt(wallCounts, better),
          ...shadowedFading({
            branches: second ? [first, second] : [first],
            sigmaDb: shadowSigmaDb(plan, itemAt(inSight, better)),
            antennaSpacingM: spacingM,
            frequencyHz: pack.frequencyHz,
            speedMps: walk.speedMps,
          }),
        };
      }),
    );
  };
}

function overall(points: (WalkPointAnswer & FadingAnswer)[]): WalkAnswer {
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
