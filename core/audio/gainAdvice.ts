import { defined, lastOf } from "~/core/units/items";
import { levelChain, type LevelChainQuestion } from "./levelChain";
import {
  aboveAimDb,
  type ChainSettings,
  lackingHeadroomDb,
  type LevelAim,
  ON_AIM_DB,
  type Reachable,
  recommend,
  type School,
  SCHOOLS,
  withSettings,
} from "./recommend";

export type GainControl = "pack" | "receiver" | "input";

/** What a measured line asks for. */
export type GainAdvice =
  | { code: "nothing-heard" }
  /**
   * So far from what the chain says that a level is mistaken for another: microphone for line, or
   * the other way round.
   */
  | { code: "wrong-level"; offDb: number }
  /** The pack's edge hides how loud the voice was: lower it first, and listen again. */
  | { code: "pack-hides"; fromDb: number; toDb: number }
  | { code: "leave"; peakDbfs: number; packHeadroomDb: number }
  | {
      code: "turn";
      control: GainControl;
      fromDb: number;
      toDb: number;
      peakDbfs: number;
      packHeadroomDb: number;
      offAimDb: number;
      isEnough: boolean;
    };

/**
 * A voice stands in a take this far from what was reckoned, and it is no longer the voice that
 * makes the difference (common practice, no published source).
 */
const WRONG_LEVEL_DB = 24;
const WORTH_DB = 1.5;
/** So much lower where the pack's edge hides the voice. */
const HIDDEN_DB = 10;

/**
 * Which one control to turn after the loudest line was measured, how far, and what will be seen then.
 * @param ordinary - the chain with the ordinary voice and the settings as they stand
 * @param loudestSplAt1mDb - the loudest that was expected @param measuredPeakDbfs - of the loudest
 *   line; null where nothing was heard @param isPressed - its peaks stood against an edge before
 *   the end
 */
export function adviseGain(p: {
  ordinary: LevelChainQuestion;
  loudestSplAt1mDb: number;
  measuredPeakDbfs: number | null;
  isPressed: boolean;
  reachable: Reachable;
  aim: LevelAim;
  school: School;
}): GainAdvice & { loudestSplAt1mDb: number } {
  const { ordinary, reachable, aim, school } = p;
  const now: ChainSettings = {
    gainDb: ordinary.transmitter.gainDb,
    outputDb: ordinary.receiver.outputDb,
    inputGainDb: ordinary.input.gainDb,
  };
  const loudWith = (splAt1mDb: number): LevelChainQuestion => ({
    ...ordinary,
    talker: { ...ordinary.talker, effort: { splAt1mDb } },
  });
  if (p.measuredPeakDbfs === null)
    return { code: "nothing-heard", loudestSplAt1mDb: p.loudestSplAt1mDb };
  const offDb = p.measuredPeakDbfs - levelChain(loudWith(p.loudestSplAt1mDb)).finalPeakDbfs;
  if (Math.abs(offDb) > WRONG_LEVEL_DB)
    return { code: "wrong-level", offDb, loudestSplAt1mDb: p.loudestSplAt1mDb };
  if (p.isPressed) {
    const lower =
      [...reachable.packGainsDb].sort((a, b) => b - a).find((g) => g <= now.gainDb - HIDDEN_DB) ??
      Math.min(...reachable.packGainsDb);
    if (lower < now.gainDb)
      return {
        code: "pack-hides",
        fromDb: now.gainDb,
        toDb: lower,
        loudestSplAt1mDb: p.loudestSplAt1mDb,
      };
  }
  // what the pack holds back does not come out of its edge: the voice was at least so loud
  const loudestSplAt1mDb = p.loudestSplAt1mDb + offDb;
  const loud = loudWith(loudestSplAt1mDb);
  const judge = (settings: ChainSettings) => {
    const [o, l] = [
      levelChain(withSettings(ordinary, settings)),
      levelChain(withSettings(loud, settings)),
    ];
    return {
      settings,
      lackingDb: lackingHeadroomDb(l, SCHOOLS[school].packHeadroomDb),
      offAimDb: aboveAimDb(o, l, aim),
      peakDbfs: l.finalPeakDbfs,
      packHeadroomDb: defined(l.stages.find((s) => s.name === "transmitter")).headroomDb,
      snrDb: lastOf(o.stages).snrDb,
    };
  };
  const isFine = (j: ReturnType<typeof judge>) =>
    j.lackingDb < 1e-9 && Math.abs(j.offAimDb) <= ON_AIM_DB;
  const standing = judge(now);
  if (isFine(standing))
    return {
      code: "leave",
      peakDbfs: standing.peakDbfs,
      packHeadroomDb: standing.packHeadroomDb,
      loudestSplAt1mDb,
    };
  const ways: [GainControl, ChainSettings[]][] = [
    ["pack", reachable.packGainsDb.map((gainDb) => ({ ...now, gainDb }))],
    ["receiver", reachable.outputsDb.map((outputDb) => ({ ...now, outputDb }))],
    ["input", reachable.inputGainsDb.map((inputGainDb) => ({ ...now, inputGainDb }))],
  ];
  const cost = (j: ReturnType<typeof judge>) =>
    j.lackingDb * 3 + Math.max(0, Math.abs(j.offAimDb) - ON_AIM_DB) * 2 - j.snrDb * 0.1;
  const single = ways
    .map(([control, list]) => ({
      control,
      ...list.map(judge).reduce((a, b) => (cost(b) < cost(a) ? b : a)),
    }))
    .reduce((a, b) => (cost(b) < cost(a) - 1e-9 ? b : a));
  // where no single control is enough, the first of those that all together are: the pack's
  const whole = recommend({ ordinary, loudestSplAt1mDb, reachable, aim, school });
  const turned =
    isFine(single) || whole.settings.gainDb === now.gainDb
      ? single
      : { control: "pack" as const, ...judge({ ...now, gainDb: whole.settings.gainDb }) };
  const [fromDb, toDb] = {
    pack: [now.gainDb, turned.settings.gainDb],
    receiver: [now.outputDb, turned.settings.outputDb],
    input: [now.inputGainDb, turned.settings.inputGainDb],
  }[turned.control] as [number, number];
  // one take differs from the next by as much: a step for less would be turned back after the next
  const isWorth =
    standing.lackingDb - turned.lackingDb > WORTH_DB ||
    Math.abs(standing.offAimDb) - Math.abs(turned.offAimDb) > WORTH_DB;
  if (fromDb === toDb || !isWorth)
    return {
      code: "leave",
      peakDbfs: standing.peakDbfs,
      packHeadroomDb: standing.packHeadroomDb,
      loudestSplAt1mDb,
    };
  return {
    code: "turn",
    control: turned.control,
    fromDb,
    toDb,
    peakDbfs: turned.peakDbfs,
    packHeadroomDb: turned.packHeadroomDb,
    offAimDb: turned.offAimDb,
    isEnough: isFine(turned),
    loudestSplAt1mDb,
  };
}

/**
 * What the pack's peak lamp does with the loudest line, and what to do of it when gain is raised
 * from nothing by ear.
 */
export type SetByEar = "veiled" | "body" | "stop" | "back";

/**
 * Raising from nothing: dull and far at first; then it has body; then the lamp blinks on the odd
 * loud sound, which is where to stop; then it holds (common practice, no published source).
 * @param headroomDb - of the loudest peaks at the pack
 */
export const setByEar = (headroomDb: number): SetByEar =>
  headroomDb < 2 ? "back" : headroomDb <= 9 ? "stop" : headroomDb <= 18 ? "body" : "veiled";

/** What a pack's peak lamp did on the loudest line; "no-lamp": it has none, or nobody looked. */
export const EAR_LAMPS = ["dark", "blinks", "holds", "no-lamp"] as const;
export type EarLamp = (typeof EAR_LAMPS)[number];
/** How the loudest line sounded in the headphones. */
export const EAR_SOUNDS = ["far", "right", "crushed"] as const;
export type EarSound = (typeof EAR_SOUNDS)[number];

/** What somebody saw and heard while gain was raised from nothing. */
export interface SeenAndHeard {
  lamp: EarLamp;
  sound: EarSound;
}

/**
 * The same verdict from what was really seen and heard: nothing is reckoned. Cut sounds or a lamp
 * that holds go before all; without a lamp the ear alone says when to stop.
 */
export function earVerdict({ lamp, sound }: SeenAndHeard): SetByEar {
  if (lamp === "holds" || sound === "crushed") return "back";
  if (lamp === "blinks") return "stop";
  if (sound === "far") return "veiled";
  return lamp === "no-lamp" ? "stop" : "body";
}

/** Headroom at the pack between which its lamp does so; a lamp that was not seen says nothing. */
const LAMP_HEADROOM_DB: Readonly<Record<EarLamp, readonly [number, number]>> = {
  dark: [9, Infinity],
  blinks: [2, 9],
  holds: [-Infinity, 2],
  "no-lamp": [-Infinity, Infinity],
};

/**
 * By how much louder than expected a voice must be for its lamp to do what was seen; 0 where the
 * lamp does as reckoned (lamps light some decibels under the edge: common practice, no published
 * source).
 * @param headroomDb - reckoned, of the loudest peaks at the pack
 */
export function louderByLampDb(headroomDb: number, lamp: EarLamp): number {
  const [least, most] = LAMP_HEADROOM_DB[lamp];
  return headroomDb < least ? headroomDb - least : headroomDb > most ? headroomDb - most : 0;
}
