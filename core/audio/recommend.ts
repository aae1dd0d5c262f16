import { defined, itemAt, numberAt } from "~/core/units/items";
import {
  chainFigures,
  levelChain,
  type LevelChainAnswer,
  type LevelChainQuestion,
  type LevelStage,
} from "./levelChain";

/**
 * What the recorder should show: full scale held against analogue line-up, and where speech is to
 * lie.
 */
export interface LevelAim {
  /** Level at which a line-up tone stands in the recorder. */
  lineUpDbfs: number;
  lineUpDbu: number;
  /** An ordinary line's average, and the peaks of the loudest. */
  averageDbfs: number;
  loudestPeakDbfs: number;
}

/**
 * −20 dBFS = +4 dBu (SMPTE RP 155) and −18 dBFS = 0 dBu (EBU R 68), both from memory. Where speech
 * lies on them is common practice, no published source.
 */
export const LEVEL_AIMS = {
  "minus-20": { lineUpDbfs: -20, lineUpDbu: 4, averageDbfs: -20, loudestPeakDbfs: -8 },
  "minus-18": { lineUpDbfs: -18, lineUpDbu: 0, averageDbfs: -23, loudestPeakDbfs: -9 },
} as const satisfies Record<string, LevelAim>;
export type LevelAimName = keyof typeof LEVEL_AIMS;

/**
 * Where the loudest voice's peaks are held at the pack. Low: the level is made up at the recorder.
 * Hot: only the loudest may come near the pack's edge (both are common practice, no published
 * source).
 */
export const SCHOOLS = { low: { packHeadroomDb: 10 }, hot: { packHeadroomDb: 3 } } as const;
export type School = keyof typeof SCHOOLS;

/** Room that the stages after the pack keep over the loudest peak. */
const RECEIVER_HEADROOM_DB = 3;
const INPUT_HEADROOM_DB = 3;
/**
 * What lies this near to the aim counts as on it, and is told apart by its noise; what is alike in
 * that, by the aim.
 */
export const ON_AIM_DB = 1.95;
const SAME_NOISE_DB = 0.9;
const SAME_AIM_DB = 0.5;

/**
 * What a person can set along a chain: nothing but what is there. Each list any order, not empty.
 */
export interface Reachable {
  packGainsDb: readonly number[];
  outputsDb: readonly number[];
  inputGainsDb: readonly number[];
  /** Where the input mostly stands: of settings that are alike the nearest to it is taken. */
  usualInputDb?: number;
}

export interface ChainSettings {
  gainDb: number;
  outputDb: number;
  inputGainDb: number;
}

export interface Recommendation {
  settings: ChainSettings;
  /** The chain with the ordinary voice, and with the loudest. */
  ordinary: LevelChainAnswer;
  loudest: LevelChainAnswer;
  /** Signal over noise of the ordinary voice at the end. */
  snrDb: number;
  /** From the end's level to the aim; positive: too loud. */
  offAimDb: number;
  /**
   * False where no setting keeps the school's headroom everywhere: then it is the one that comes
   * nearest to it.
   */
  keepsHeadroom: boolean;
}

export const withSettings = (q: LevelChainQuestion, s: ChainSettings): LevelChainQuestion => ({
  ...q,
  transmitter: { ...q.transmitter, gainDb: s.gainDb },
  receiver: { ...q.receiver, outputDb: s.outputDb },
  input: { ...q.input, gainDb: s.inputGainDb },
});

const stageOf = (a: LevelChainAnswer, name: LevelStage["name"]): LevelStage =>
  defined(a.stages.find((s) => s.name === name));

/**
 * How far the end of a chain lies above what is aimed at: the ordinary voice's average or the
 * loudest one's peaks, whichever is nearer to being too loud.
 */
export const aboveAimDb = (
  ordinary: Pick<LevelChainAnswer, "finalRmsDbfs">,
  loudest: Pick<LevelChainAnswer, "finalPeakDbfs">,
  aim: LevelAim,
): number =>
  Math.max(ordinary.finalRmsDbfs - aim.averageDbfs, loudest.finalPeakDbfs - aim.loudestPeakDbfs);

/** So far under its aim a level is no longer taken for on it (common practice, no published source). */
const UNDER_AIM_DB = 4;
/** Settings that come this much nearer to the aim are worth turning for. */
const NEARER_DB = 1;

/**
 * How a level stands to its own aim: on it, or so far over or under it that something else should be
 * set. Where no setting comes nearer, it is as near as these units can be.
 * @param offAimDb - from the end's level to the aim; positive: too loud
 * @param bestDb - the same of the best that can be set
 */
export function aimStanding(offAimDb: number, bestDb: number): "on" | "over" | "under" {
  if (offAimDb <= ON_AIM_DB && offAimDb >= -UNDER_AIM_DB) return "on";
  if (Math.abs(offAimDb) <= Math.abs(bestDb) + NEARER_DB) return "on";
  return offAimDb > 0 ? "over" : "under";
}

/** What the loudest voice lacks of the headroom that each stage is to keep; 0 where none does. */
export function lackingHeadroomDb(loudest: LevelChainAnswer, packHeadroomDb: number): number {
  const of = (name: LevelStage["name"]) => stageOf(loudest, name).headroomDb;
  return lackingDb(packHeadroomDb, {
    microphone: of("microphone"),
    pack: of("transmitter"),
    receiver: of("receiver"),
    input: of("input"),
  });
}

/** The same of the headrooms alone. */
const lackingDb = (
  packHeadroomDb: number,
  headroomDb: Record<"microphone" | "pack" | "receiver" | "input", number>,
): number =>
  Math.max(
    0,
    -headroomDb.microphone,
    packHeadroomDb - headroomDb.pack,
    RECEIVER_HEADROOM_DB - headroomDb.receiver,
    INPUT_HEADROOM_DB - headroomDb.input,
  );

/**
 * The settings of all stages together: the aim is met as nearly as they can, every stage keeps its
 * headroom for the loudest voice, and of those that do, the one with the best signal over noise; of
 * those that are alike in that, the one nearest to the aim, with no more room at the pack than the
 * school wants.
 * @param ordinary - the chain with the voice as it mostly is @param loudestSplAt1mDb - the loudest
 *   that is expected
 * @throws RangeError where nothing can be set
 */
export function recommend({
  ordinary,
  loudestSplAt1mDb,
  reachable,
  aim,
  school,
}: {
  ordinary: LevelChainQuestion;
  loudestSplAt1mDb: number;
  reachable: Reachable;
  aim: LevelAim;
  school: School;
}): Recommendation {
  const { packHeadroomDb } = SCHOOLS[school];
  if (
    [reachable.packGainsDb, reachable.outputsDb, reachable.inputGainsDb].some(
      (list) => list.length === 0,
    )
  )
    throw new RangeError("each stage needs at least one setting");
  const loud: LevelChainQuestion = {
    ...ordinary,
    talker: { ...ordinary.talker, effort: { splAt1mDb: loudestSplAt1mDb } },
  };
  const at = (settings: ChainSettings): Tried => {
    const o = chainFigures(withSettings(ordinary, settings));
    const l = chainFigures(withSettings(loud, settings));
    const { fullScaleDbu } = ordinary.input;
    const headroomDb = {
      microphone: l.microphoneCeiling - (l.microphoneRms + ordinary.talker.peakFactorDb),
      pack: l.packCeiling - l.packPeakAsked,
      receiver: ordinary.receiver.outputFullScaleDbu - (l.linePeak + l.lossDb),
      input: l.inputCeiling - l.endPeakAsked,
    };
    return {
      settings,
      snrDb: o.endRms - o.endNoise,
      offAimDb: aboveAimDb(
        { finalRmsDbfs: o.endRms - fullScaleDbu },
        { finalPeakDbfs: l.endPeak - fullScaleDbu },
        aim,
      ),
      packHeadroomDb: headroomDb.pack,
      lackingDb: lackingDb(packHeadroomDb, headroomDb),
    };
  };
  const gains = [...reachable.inputGainsDb].sort((a, b) => a - b);
  const tried: Tried[] = [];
  for (const gainDb of reachable.packGainsDb) {
    for (const outputDb of reachable.outputsDb) {
      // the end's level goes with the input's gain dB for dB: only those around the aim are worth a
      // look
      const low = at({ gainDb, outputDb, inputGainDb: numberAt(gains, 0) });
      const wanted = numberAt(gains, 0) - low.offAimDb;
      const i = Math.max(
        0,
        gains.findLastIndex((g) => g <= wanted),
      );
      for (const inputGainDb of gains.slice(Math.max(0, i - 1), i + 3))
        tried.push(at({ gainDb, outputDb, inputGainDb }));
    }
  }
  const best = bestOf(tried, reachable.usualInputDb ?? numberAt(gains, 0));
  return {
    settings: best.settings,
    ordinary: levelChain(withSettings(ordinary, best.settings)),
    loudest: levelChain(withSettings(loud, best.settings)),
    snrDb: best.snrDb,
    offAimDb: best.offAimDb,
    keepsHeadroom: best.lackingDb < SAME_DB,
  };
}

/** What a try is judged by: figures alone, for there are thousands. */
interface Tried extends Pick<Recommendation, "settings" | "snrDb" | "offAimDb"> {
  /** Of the loudest voice, at the pack. */
  packHeadroomDb: number;
  lackingDb: number;
}
const SAME_DB = 1e-9;

/**
 * In the order of what is worse: headroom that lacks, the aim missed, noise, room at the pack that
 * nobody asked for.
 */
function bestOf(tried: readonly Tried[], usualInputDb: number): Tried {
  const least = (list: readonly Tried[], of: (t: Tried) => number, within: number) => {
    const lowest = Math.min(...list.map(of));
    return list.filter((t) => of(t) <= lowest + within);
  };
  const fits = least(
    least(tried, (t) => t.lackingDb, SAME_DB),
    (t) => missDb(t.offAimDb),
    SAME_DB,
  );
  const quiet = least(fits, (t) => -t.snrDb, SAME_NOISE_DB);
  const near = least(quiet, (t) => Math.abs(t.offAimDb), SAME_AIM_DB);
  // as hot as the school allows: what is made up later brings later noise forward
  const hot = least(near, (t) => t.packHeadroomDb, SAME_DB);
  return itemAt(
    least(
      least(hot, (t) => Math.abs(t.settings.inputGainDb - usualInputDb), SAME_DB),
      (t) => Math.abs(t.offAimDb),
      SAME_DB,
    ),
    0,
  );
}

const missDb = (offAimDb: number): number => Math.max(0, Math.abs(offAimDb) - ON_AIM_DB);
