import type { Wear } from "~/core/radio/antenna";
import { noisyRangeDb } from "~/core/radio/muting";
import { itemAt } from "~/core/units/items";
import type { FloorPlan, PlacedAntenna, Walk } from "./floorPlan";
import { type WalkAnswer, walkHeard, type WalkPack, type WalkReceiver } from "./walk";

/** What a forecast is unsure of, and by how much, one standard deviation. */
export interface SpreadPart {
  of: "place" | "wearing" | "walls" | "walk-test";
  db: number;
}

/**
 * How far a place may differ from the book as a whole before anybody walked it; how far one wearing
 * of a pack from another; how far one wall from the book (common practice, no published source;
 * multi-wall models leave 5 to 8 dB over all, from memory).
 */
const UNWALKED_DB = 6;
const WEARING_DB = 2;
const WALL_DB = 2;
/** And after a walk: no better than this, for people and furniture move. */
const MIN_DB = 1.5;

/**
 * What the margins of a whole walk may be off by, part by part: the book's own without a walk test,
 * what the fit leaves with one.
 * @param wallCount - that stand between where it is thinnest
 */
export function spreadParts(
  { fit }: Pick<FloorPlan, "fit">,
  wear: Wear,
  wallCount: number,
): SpreadPart[] {
  if (fit?.general)
    return [
      {
        of: "walk-test",
        db: Math.max(
          MIN_DB,
          Math.hypot(
            fit.general.uncertaintyDb,
            fit.perWall?.uncertaintyDb ?? 0,
            fit.behindBody?.uncertaintyDb ?? 0,
            fit.errorAfterDb / 4,
          ),
        ),
      },
    ];
  return [
    { of: "place", db: UNWALKED_DB },
    ...(wear === "free" ? [] : [{ of: "wearing" as const, db: WEARING_DB }]),
    ...(wallCount > 0 ? [{ of: "walls" as const, db: WALL_DB * Math.sqrt(wallCount) }] : []),
  ];
}

export interface WalkForecast extends WalkAnswer {
  /** All of {@link spreadParts} together. */
  spreadDb: number;
  spreadParts: SpreadPart[];
  /** The same walk with that much more in hand, and with that much less. */
  better: { outage: number; dropoutsPerMinute: number };
  worse: { outage: number; dropoutsPerMinute: number };
  /** Where all that is not known goes as far against it as once in twenty. */
  unlucky: { outage: number; dropoutsPerMinute: number };
  /** Of what is lost, where the receiver mutes; the rest is a voice with noise in it. */
  muted: { outage: number; dropoutsPerMinute: number };
  /** With the better one of the antennas alone; null where there is only one. */
  alone: { outage: number; dropoutsPerMinute: number } | null;
}

/**
 * A walk's reliability with what is not known about the place: as reckoned,
 * and with all margins better and worse by its spread.
 */
export function walkForecast(
  plan: FloorPlan,
  walk: Walk,
  pack: WalkPack,
  antennas: readonly PlacedAntenna[],
  receiver: WalkReceiver,
): WalkForecast {
  const heard = walkHeard(plan, walk, pack, antennas, receiver);
  const answer = heard();
  const parts = spreadParts(plan, pack.wear, itemAt(answer.points, answer.worst).wallCount);
  const spreadDb = Math.hypot(...parts.map((p) => p.db));
  const lost = (whatIf: Parameters<typeof heard>[0]) => {
    const { outage, dropoutsPerMinute } = heard(whatIf);
    return { outage, dropoutsPerMinute };
  };
  const singles =
    receiver.isDiversity && antennas.length > 1 ? [0, 1].map((only) => lost({ only })) : [];
  return {
    ...answer,
    spreadDb,
    spreadParts: parts,
    better: lost({ shiftDb: spreadDb }),
    worse: lost({ shiftDb: -spreadDb }),
    unlucky: lost({ shiftDb: -UNLUCKY_SIGMAS * spreadDb }),
    muted: lost({ shiftDb: noisyRangeDb(receiver.figures.requiredSnrDb) }),
    alone: singles.length > 0 ? singles.reduce((a, b) => (b.outage < a.outage ? b : a)) : null,
  };
}

/** More of the time than this is lost: a take cannot be used. */
export const BAD_OUTAGE = 0.01;
/** So many dropouts of a whole walk a minute are too many. */
export const BAD_A_MINUTE = 3;
/** A take hardly ever hears so few dropouts a minute. */
const HOLDS_A_MINUTE = 0.1;
/** One side of a normal distribution in twenty. */
const UNLUCKY_SIGMAS = 1.645;

/**
 * Whether a walk may be said to hold: hardly a dropout as reckoned, and still usable where all that
 * is not known of the place goes against it: wrong less than once in twenty.
 */
export const holds = ({
  outage,
  dropoutsPerMinute,
  unlucky,
}: Pick<WalkForecast, "outage" | "dropoutsPerMinute" | "unlucky">): boolean =>
  outage <= BAD_OUTAGE &&
  dropoutsPerMinute <= HOLDS_A_MINUTE &&
  unlucky.outage <= BAD_OUTAGE &&
  unlucky.dropoutsPerMinute <= BAD_A_MINUTE;

/** Heights over the ground at which packs are worn (common practice, no published source). */
export const PACK_HEIGHTS_M = {
  free: 1.2,
  hand: 1.3,
  chest: 1.3,
  "waist-front": 1,
  "waist-back": 1,
  thigh: 0.7,
  ankle: 0.25,
} as const;
/** How far a worn pack leans from upright. */
export const WORN_TILT_DEG = 20;

/**
 * Where the antennas mostly lie as a walking talker sees them; null where all directions are alike,
 * or there is nothing to see.
 */
export function sideTowards(
  answer: Pick<WalkAnswer, "points">,
  antennas: readonly PlacedAntenna[],
): "front" | "back" | "left" | "right" | null {
  let [ahead, right] = [0, 0];
  for (const p of answer.points) {
    for (const a of antennas) {
      const off = Math.atan2(a.y - p.y, a.x - p.x) - (p.headingDeg * Math.PI) / 180;
      ahead += Math.cos(off);
      // down the plan is to the right of somebody who walks to the right
      right += Math.sin(off);
    }
  }
  const n = Math.max(1, answer.points.length * antennas.length);
  if (Math.hypot(ahead, right) / n < 0.25) return null;
  return Math.abs(ahead) >= Math.abs(right)
    ? ahead > 0
      ? "front"
      : "back"
    : right > 0
      ? "right"
      : "left";
}
