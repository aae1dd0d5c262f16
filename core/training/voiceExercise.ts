import { defined, itemAt } from "~/core/units/items";
import {
  type Effort,
  levelChain,
  type LevelChainAnswer,
  type LevelChainQuestion,
} from "~/core/audio/levelChain";
import {
  aboveAimDb,
  type ChainSettings,
  LEVEL_AIMS,
  lackingHeadroomDb,
  ON_AIM_DB,
  recommend,
  SCHOOLS,
  withSettings,
} from "~/core/audio/recommend";
import { inputGainsDb, levelQuestion, reachableOf, type ChannelKit } from "~/core/kit/setups";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { seededRandom } from "~/core/units/random";
import { roundPoints, type Scored, seedOf } from "./exercise";

export interface VoiceExercise {
  kit: ChannelKit;
  effort: Effort;
  micDistanceM: number;
  peakFactorDb: number;
  /** The loudest that is expected, at a metre. */
  loudestSplAt1mDb: number;
  gainsDb: number[];
  outputsDb: number[];
  inputGainsDb: number[];
}

export type VoiceLine =
  | { code: "headroom"; lackingDb: number }
  | { code: "aim"; offDb: number }
  | { code: "noise"; snrDb: number; bestDb: number }
  | { code: "own"; settings: ChainSettings; offDb: number; snrDb: number };

const EFFORTS: readonly Effort[] = ["soft", "normal", "raised", "loud"];
const AIM = LEVEL_AIMS["minus-20"];
const SCHOOL = "low" as const;

/** Set this voice: somebody with a microphone on, a pack, a receiver and an input of what ships. */
export function voiceExercise(seed: number): VoiceExercise {
  const random = seededRandom(seedOf("voice", seed));
  const one = <T>(list: readonly T[]): T => itemAt(list, Math.floor(random() * list.length));
  const pack = one(
    SHIPPED_KIT.packs.filter(
      (p) => p.gainStepsDb.length > 4 && SHIPPED_KIT.receivers.some((r) => r.maker === p.maker),
    ),
  );
  const kit: ChannelKit = {
    pack,
    receiver: one(SHIPPED_KIT.receivers.filter((r) => r.maker === pack.maker)),
    microphone: one(SHIPPED_KIT.microphones),
    input: one(SHIPPED_KIT.inputs),
  };
  const effort = one(EFFORTS);
  return {
    kit,
    effort,
    micDistanceM: 0.15 + 0.02 * Math.floor(random() * 6),
    peakFactorDb: 15 + Math.floor(random() * 6),
    loudestSplAt1mDb: 66 + 6 * EFFORTS.indexOf(effort) + Math.floor(random() * 8),
    gainsDb: [...kit.pack.gainStepsDb].sort((a, b) => a - b),
    outputsDb: [...kit.receiver.output.stepsDb].sort((a, b) => a - b),
    inputGainsDb: inputGainsDb(kit.input).sort((a, b) => a - b),
  };
}

/** The chain of an exercise's voice as it mostly is. */
export const voiceQuestion = ({
  kit,
  effort,
  micDistanceM,
  peakFactorDb,
}: VoiceExercise): LevelChainQuestion =>
  levelQuestion(
    kit,
    { effort, micDistanceM, peakFactorDb, gainDb: 0, outputDb: 0, inputGainDb: 0 },
    20,
  );

function heard(
  exercise: VoiceExercise,
  settings: ChainSettings,
): { offDb: number; lackingDb: number; snrDb: number } {
  const question = voiceQuestion(exercise);
  const loud: LevelChainQuestion = {
    ...question,
    talker: { ...question.talker, effort: { splAt1mDb: exercise.loudestSplAt1mDb } },
  };
  const [o, l] = [
    levelChain(withSettings(question, settings)),
    levelChain(withSettings(loud, settings)),
  ];
  const end = (a: LevelChainAnswer) => defined(a.stages.find((s) => s.name === "input"));
  return {
    offDb: aboveAimDb(o, l, AIM),
    lackingDb: lackingHeadroomDb(l, SCHOOLS[SCHOOL].packHeadroomDb),
    snrDb: end(o).snrDb,
  };
}

/**
 * A hundred, less eight for each decibel of headroom that the loudest lacks, five for each off the
 * aim, four for each of noise more than need be.
 */
export function scoreVoice(exercise: VoiceExercise, settings: ChainSettings): Scored<VoiceLine> {
  const best = recommend({
    ordinary: voiceQuestion(exercise),
    loudestSplAt1mDb: exercise.loudestSplAt1mDb,
    reachable: reachableOf(exercise.kit),
    aim: AIM,
    school: SCHOOL,
  });
  const [mine, own] = [heard(exercise, settings), heard(exercise, best.settings)];
  // what nobody could reach with this chain costs nothing
  const points = (h: typeof mine) =>
    100 -
    8 * Math.max(0, h.lackingDb - own.lackingDb) -
    5 * Math.max(0, Math.abs(h.offDb) - Math.max(ON_AIM_DB, Math.abs(own.offDb))) -
    4 * Math.max(0, own.snrDb - h.snrDb - 1);
  return {
    points: roundPoints(points(mine)),
    bestPoints: roundPoints(points(own)),
    lines: [
      { code: "headroom", lackingDb: Math.max(0, mine.lackingDb) },
      { code: "aim", offDb: mine.offDb },
      { code: "noise", snrDb: mine.snrDb, bestDb: own.snrDb },
      { code: "own", settings: best.settings, offDb: own.offDb, snrDb: own.snrDb },
    ],
  };
}
