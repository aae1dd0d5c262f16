import { adviseGain, type GainAdvice } from "~/core/audio/gainAdvice";
import {
  type Effort,
  EFFORT_IDS,
  levelChain,
  type LevelChainQuestion,
  LOUDEST_SPL_AT_1M_DB,
} from "~/core/audio/levelChain";
import { LEVEL_AIMS, recommend } from "~/core/audio/recommend";
import { type LevelTrap, levelTraps } from "~/core/kit/levelTraps";
import { levelQuestion, type LevelSettings, reachableOf } from "~/core/kit/setups";
import { SOURCE_RULES } from "~/core/kit/sources";
import { defined, itemAt, numberAt } from "~/core/units/items";
import { modelsOf, type QuickSet } from "./quickSet";
import type { QuickLevelSet } from "./session";

/** Voices that one system asks about. */
export const QUICK_VOICES = [
  "soft",
  "normal",
  "loud",
  "shout",
] as const satisfies readonly Effort[];

/** The level that the whole chain is held to, and how its headroom is kept. */
const AIM = LEVEL_AIMS["minus-20"];
const SCHOOL = "low";

/** What a voice asks of a set's chain. */
export interface QuickVoice {
  voice: Effort;
  /** In noise people speak up: one effort louder (common practice, no published source). */
  isNoisy: boolean;
}

const effortOf = ({ voice, isNoisy }: QuickVoice): Effort =>
  isNoisy
    ? itemAt(EFFORT_IDS, Math.min(EFFORT_IDS.length - 1, EFFORT_IDS.indexOf(voice) + 1))
    : voice;

/** Where each stage starts, and what the meter at the end should show then. */
export interface QuickLevel {
  gainDb: number;
  outputDb: number;
  inputGainDb: number;
  /** Of the loudest line, and of an ordinary one, at the camera or recorder: calculated. */
  loudestDbfs: number;
  ordinaryDbfs: number;
  /** What spoils a level although every figure is right. */
  traps: LevelTrap[];
}

function questionOf(set: QuickSet, asked: QuickVoice, at?: Partial<LevelSettings>) {
  const kit = modelsOf(set);
  const { micDistanceM, peakFactorDb } = SOURCE_RULES[set.source];
  const effort = effortOf(asked);
  const settings: LevelSettings = {
    effort,
    micDistanceM,
    peakFactorDb,
    gainDb: numberAt(kit.pack.gainStepsDb, 0),
    outputDb: numberAt(kit.receiver.output.stepsDb, 0),
    inputGainDb: kit.input.gainDb,
    ...at,
  };
  return {
    kit,
    ordinary: levelQuestion(kit, settings),
    loudestSplAt1mDb: LOUDEST_SPL_AT_1M_DB[effort],
    reachable: reachableOf(kit),
  };
}

/** Where a voice's level starts on a set: the whole chain, as a full day's level is set. */
export function levelOf(set: QuickSet, asked: QuickVoice): QuickLevel {
  const { kit, ordinary, loudestSplAt1mDb, reachable } = questionOf(set, asked);
  const {
    settings,
    ordinary: usual,
    loudest,
  } = recommend({
    ordinary,
    loudestSplAt1mDb,
    reachable,
    aim: AIM,
    school: SCHOOL,
  });
  const linePeakDbu = defined(loudest.stages.find((s) => s.name === "receiver")).peakDbu;
  return {
    ...settings,
    loudestDbfs: loudest.finalPeakDbfs,
    ordinaryDbfs: usual.finalRmsDbfs,
    traps: levelTraps(kit, {
      linePeakDbu,
      gainDb: settings.gainDb,
      suggestedGainDb: settings.gainDb,
      others: [],
      talker: set.name,
    }),
  };
}

/** What the meter should peak at with the settings as they stand: calculated. */
export function expectedPeakDbfs(set: QuickSet, level: QuickLevelSet): number {
  const { ordinary, loudestSplAt1mDb } = questionOf(set, level, level);
  return levelChain({
    ...ordinary,
    talker: { ...ordinary.talker, effort: { splAt1mDb: loudestSplAt1mDb } },
  }).finalPeakDbfs;
}

/** The chain of a set with the settings as they stand, for a voice to be sent through. */
export const chainOf = (set: QuickSet, level: QuickLevelSet): LevelChainQuestion =>
  questionOf(set, level, level).ordinary;

/**
 * Which one control to turn after the loudest line was read off a meter or measured on a clip, and
 * how far.
 * @param seenDbfs - its peak; null where the meter stayed still @param isPressed - its peaks stand
 *   against an edge before the end
 */
export function adviceOf(
  set: QuickSet,
  level: QuickLevelSet,
  seenDbfs: number | null,
  isPressed = false,
): GainAdvice {
  const { ordinary, loudestSplAt1mDb, reachable } = questionOf(set, level, level);
  return adviseGain({
    ordinary,
    loudestSplAt1mDb,
    measuredPeakDbfs: seenDbfs,
    isPressed,
    reachable,
    aim: AIM,
    school: SCHOOL,
  });
}
