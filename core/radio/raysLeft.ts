import { bodyMeanLossDb, directBodyLossDb, type Wear } from "./antenna";
import type { LinkQuestion } from "./link";

/**
 * Direct power over scattered with nothing in the way and nobody wearing the pack (common practice,
 * no published source; Rice factors of 0 to 10 dB are met in rooms and yards).
 */
const OPEN_K_DB: Readonly<Record<LinkQuestion["path"]["model"], number>> = {
  indoor: 4,
  "plane-earth": 8,
  "free-space": 8,
};

/**
 * What takes from the straight ray, dB: what it goes through, what it must bend round, and the
 * ground's reflection where that takes (0 where it gives).
 */
export interface InTheWay {
  throughDb: number;
  roundDb: number;
  groundDb: number;
}

/** What is left of a bare pack's link past that. */
export interface PastIt {
  /** Direct power over scattered. */
  clearKDb: number;
  /** Of the mean power, both together. */
  lossDb: number;
  /** How much less that is than what the straight ray loses: it comes by reflections. */
  reflectedDb: number;
}

/**
 * A hull, a van or the ground near a low pack takes of what is scattered too, but less than of the
 * straight ray: half its decibels, no more than this (common practice, no published source:
 * vehicles and small buildings take 15 to 25 dB in the open, not the 40 of a knife edge; in a room
 * walls and ceiling fill the shadow).
 */
const MAX_SHADE_DB: typeof OPEN_K_DB = { indoor: 8, "plane-earth": 15, "free-space": 15 };

/**
 * Beyond so many decibels of walls what arrives comes by other ways: doors, stairs, round the
 * house; there each further decibel of wall costs only a share of one (common practice, no
 * published source; models of the dominant path have it so).
 */
const OTHER_WAYS_FROM_DB = 30;
const OTHER_WAYS_SHARE = 0.3;

/**
 * What walls, obstacles and the ground leave of a link. Walls between rooms take of all the power, as
 * the multi-wall models have it, and leave it the more scattered the more they take. What is bent
 * round takes of the direct part; the scattered part comes round it by other ways.
 */
export function pastIt(
  model: LinkQuestion["path"]["model"],
  { throughDb, roundDb, groundDb }: InTheWay,
): PastIt {
  const takenDb = roundDb + groundDb;
  const wallsDb =
    throughDb <= OTHER_WAYS_FROM_DB
      ? throughDb
      : OTHER_WAYS_FROM_DB + (throughDb - OTHER_WAYS_FROM_DB) * OTHER_WAYS_SHARE;
  const shadeDb = Math.min(MAX_SHADE_DB[model], takenDb / 2);
  const behindWallsDb = OPEN_K_DB[model] - throughDb;
  const clearKDb = behindWallsDb - takenDb + shadeDb;
  const lossDb =
    wallsDb +
    shadeDb -
    10 * Math.log10((1 + 10 ** (clearKDb / 10)) / (1 + 10 ** (behindWallsDb / 10)));
  return { clearKDb, lossDb, reflectedDb: throughDb + takenDb - lossDb };
}

/** What a body leaves of a link. */
export interface RaysLeft {
  /** Of the mean power, direct and scattered together. */
  bodyLossDb: number;
  /** Direct power over scattered. */
  kFactorDb: number;
}

/**
 * A worn pack among reflections: the direct ray loses what the body takes in its direction, what is
 * scattered leaves all around and loses the mean of a turn. So turning round costs much in the open
 * and little where no direct ray is left; the Rice factor follows the direct ray that is.
 * @param clearKDb - direct over scattered of a bare pack: {@link pastIt}
 */
export function raysLeft(clearKDb: number, wear: Wear, offDeg: number | null): RaysLeft {
  const meanDb = bodyMeanLossDb(wear);
  const kFactorDb = clearKDb - directBodyLossDb(wear, offDeg) + meanDb;
  return {
    kFactorDb,
    bodyLossDb:
      meanDb - 10 * Math.log10((1 + 10 ** (kFactorDb / 10)) / (1 + 10 ** (clearKDb / 10))),
  };
}
