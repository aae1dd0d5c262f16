import {
  EFFORT_SPL_AT_1M_DB,
  type Effort,
  LOUDEST_SPL_AT_1M_DB,
  type LevelChainQuestion,
} from "~/core/audio/levelChain";
import { hashText } from "~/core/units/random";
import { voice, type VoiceAsked } from "~/core/simulator/voice";
import { playChain } from "./playChain";

export interface PracticeTalker {
  talker: string;
  effort: Effort;
  moves: string;
  distanceM: number;
  peakFactorDb: number;
}

export interface PracticeLine extends PracticeTalker {
  /** The loudest line of the scene, or an ordinary one. */
  isLoudest: boolean;
  /** Which take it is: no two sound the same. */
  take: number;
  sampleRateHz: number;
}

const SECONDS = 6;
const ROOM_SPL_DB = 34;

/**
 * How loud a practice talker really gets at 1 m: off what was reckoned by a few decibels, always by
 * the same.
 */
export const trueSplAt1mDb = (
  { talker, effort }: Pick<PracticeTalker, "talker" | "effort">,
  isLoudest: boolean,
): number =>
  (isLoudest ? LOUDEST_SPL_AT_1M_DB : EFFORT_SPL_AT_1M_DB)[effort] +
  (hashText(`${talker} voice`) % 9) -
  4;

/**
 * What a practice talker really does when asked for a line: somewhat louder or softer than was
 * reckoned, always by the same; whoever turns away is dull, whoever runs rubs.
 */
export function practiceLine(p: PracticeLine): VoiceAsked {
  const splDb = trueSplAt1mDb(p, p.isLoudest) - 20 * Math.log10(p.distanceM);
  return {
    splDb,
    peakFactorDb: p.peakFactorDb,
    roomSplDb: ROOM_SPL_DB,
    seconds: SECONDS,
    sampleRateHz: p.sampleRateHz,
    seed: hashText(`${p.talker} ${p.take} ${p.isLoudest}`),
    ...(/turns away/i.test(p.moves) ? { dullDb: 15 } : {}),
    ...(/runs/i.test(p.moves) ? { rubSplDb: splDb - 6 } : {}),
  };
}

/** The samples of such a line, as the recorder gets them through a level chain. */
export const practiceTake = (
  line: PracticeLine,
  chain: Omit<LevelChainQuestion, "talker">,
): Float64Array => playChain(voice(practiceLine(line)), chain, line.take + 1).samples;
