import { defined } from "~/core/units/items";
import { DBU_REFERENCE_V, SPL_REFERENCE_PA } from "~/core/units/constants";
import { powerSumDb } from "~/core/units/decibels";
import { assertPositive } from "~/core/units/guards";
import { limiterLowersDb } from "./limiter";

export const EFFORT_IDS = ["soft", "normal", "raised", "loud", "shout", "scream"] as const;
export type Effort = (typeof EFFORT_IDS)[number];

/**
 * Speech level at 1 m by vocal effort: relaxed 54, normal 60, raised 66, loud 72, very loud 78 dBA
 * (ISO 9921:2003, from memory); an acted scream 95 to 100 dB (common practice, no published source).
 */
export const EFFORT_SPL_AT_1M_DB: Readonly<Record<Effort, number>> = {
  soft: 54,
  normal: 60,
  raised: 66,
  loud: 72,
  shout: 78,
  scream: 95,
};

/**
 * How loud somebody who mostly speaks like this may get on the take, at 1 m: about the next effort
 * (common practice, no published source).
 */
export const LOUDEST_SPL_AT_1M_DB: Readonly<Record<Effort, number>> = {
  soft: 62,
  normal: 66,
  raised: 72,
  loud: 78,
  shout: 82,
  scream: 100,
};

export interface LevelChainQuestion {
  talker: { effort: Effort | { splAt1mDb: number }; distanceM: number; peakFactorDb: number };
  microphone: { sensitivityMvPerPa: number; selfNoiseDba: number; maxSplDb: number };
  transmitter: {
    gainDb: number;
    fullScaleInputDbu: number;
    inputNoiseDbu: number;
    limiterDb?: number | null;
  };
  /** What the way through the air adds: noise, below the pack's full scale. Absent: nothing. */
  link?: { noiseDbfs: number };
  receiver: { outputFullScaleDbu: number; outputDb: number };
  /**
   * What the lead loses, such as half the level where one leg of a balanced way is not used.
   * Absent: nothing.
   */
  cable?: { lossDb: number };
  input: {
    kind: "mic" | "line";
    fullScaleDbu: number;
    gainDb: number;
    noiseDbu: number;
    /** Its own limiter, below full scale; absent: none. */ limiterDb?: number;
  };
  /**
   * Whether limiters lower the mean along with the peaks, as they do; absent: the headless entry's
   * formula, where the ceiling is all they are.
   */
  areLimitersReal?: true;
}

export interface LevelStage {
  name: "talker" | "microphone" | "transmitter" | "link" | "receiver" | "cable" | "input";
  rmsDbu: number;
  peakDbu: number;
  /** From the peak up to the stage's own ceiling; negative when it clips or is limited. */
  headroomDb: number;
  noiseDbu: number;
  snrDb: number;
}

export type LevelAdvice =
  | { code: "microphone-overloads"; byDb: number }
  | { code: "pack-clips"; byDb: number; lowerByDb: number }
  | { code: "pack-limits"; byDb: number }
  | { code: "pack-starved"; raiseByDb: number }
  | { code: "input-clips"; byDb: number }
  | { code: "input-low"; peakDbfs: number; raiseByDb: number }
  | { code: "input-noisiest"; snrDb: number }
  | { code: "phantom-off" }
  | { code: "fine"; headroomDb: number; snrDb: number };

export interface LevelChainAnswer {
  stages: LevelStage[];
  limitingStage: LevelStage["name"];
  noisiestStage: LevelStage["name"];
  finalPeakDbfs: number;
  finalRmsDbfs: number;
  splAtMicrophoneDb: number;
  advice: LevelAdvice[];
}

/** Sound pressure in pascal of a level: 20 µPa·10^(L/20). @example pressurePa(94) // 1.0024 */
export const pressurePa = (splDb: number): number => SPL_REFERENCE_PA * 10 ** (splDb / 20);

/** Output of a microphone in dBu: 20·log10(sensitivity · pressure / 0.7746 V).
 * @example microphoneDbu({ sensitivityMvPerPa: 6, splDb: 93.979 }) // -42.2 */
export function microphoneDbu({
  sensitivityMvPerPa,
  splDb,
}: {
  sensitivityMvPerPa: number;
  splDb: number;
}): number {
  assertPositive("sensitivityMvPerPa", sensitivityMvPerPa);
  return 20 * Math.log10(((sensitivityMvPerPa / 1000) * pressurePa(splDb)) / DBU_REFERENCE_V);
}

/**
 * Aims of practice: peaks this far under the ceiling at the pack, and under full scale at the
 * recorder.
 */
export const PACK_HEADROOM_AIM_DB = 10;
export const FINAL_PEAK_AIM_DBFS = -10;

/** The numbers of a chain before they are put in order by stage; dBu but for the first. */
export interface ChainFigures {
  splAtMicrophoneDb: number;
  microphoneRms: number;
  microphoneCeiling: number;
  microphoneNoise: number;
  packRms: number;
  /** As the pack lets it through, and as it would be without a ceiling. */
  packPeak: number;
  packPeakAsked: number;
  packCeiling: number;
  packNoise: number;
  linkNoise: number;
  /** From the pack's input to the line, without the lead. */
  toLineDb: number;
  lossDb: number;
  lineRms: number;
  linePeak: number;
  lineNoise: number;
  endRms: number;
  endPeak: number;
  endPeakAsked: number;
  endNoise: number;
  inputCeiling: number;
}

/**
 * The numbers of {@link levelChain} alone, for a search that tries thousands of settings.
 * @throws RangeError as it does
 */
export function chainFigures(q: LevelChainQuestion): ChainFigures {
  assertPositive("distanceM", q.talker.distanceM);
  const { microphone: mic, transmitter: pack, receiver, input } = q;
  const splAt1mDb =
    typeof q.talker.effort === "string"
      ? EFFORT_SPL_AT_1M_DB[q.talker.effort]
      : q.talker.effort.splAt1mDb;
  const splAtMicrophoneDb = splAt1mDb - 20 * Math.log10(q.talker.distanceM);
  const toDbu = (splDb: number) =>
    microphoneDbu({ sensitivityMvPerPa: mic.sensitivityMvPerPa, splDb });
  const microphoneRms = toDbu(splAtMicrophoneDb);
  const microphoneNoise = toDbu(mic.selfNoiseDba);
  const packCeiling = pack.fullScaleInputDbu - (pack.limiterDb ?? 0);
  const packPeakAsked = microphoneRms + q.talker.peakFactorDb + pack.gainDb;
  const hasLimiter = (pack.limiterDb ?? null) !== null;
  const loweredDb =
    q.areLimitersReal && hasLimiter ? limiterLowersDb(packPeakAsked - packCeiling) : 0;
  const packRms = Math.min(microphoneRms + pack.gainDb - loweredDb, packCeiling);
  const packPeak = Math.min(packPeakAsked, packCeiling);
  const packNoise = powerSumDb([microphoneNoise, pack.inputNoiseDbu]) + pack.gainDb;
  const linkNoise = q.link
    ? powerSumDb([packNoise, pack.fullScaleInputDbu + q.link.noiseDbfs])
    : packNoise;
  const lossDb = q.cable?.lossDb ?? 0;
  const toLineDb = receiver.outputFullScaleDbu + receiver.outputDb - pack.fullScaleInputDbu;
  const lineRms = packRms + toLineDb - lossDb;
  const linePeak = packPeak + toLineDb - lossDb;
  const lineNoise = linkNoise + toLineDb - lossDb;
  const inputCeiling = input.fullScaleDbu - (input.limiterDb ?? 0);
  // without a limiter what is too much is told as it would be, over full scale
  const most = input.limiterDb === undefined ? Infinity : inputCeiling;
  const endPeakAsked = linePeak + input.gainDb;
  return {
    splAtMicrophoneDb,
    microphoneRms,
    microphoneCeiling: toDbu(mic.maxSplDb),
    microphoneNoise,
    packRms,
    packPeak,
    packPeakAsked,
    packCeiling,
    packNoise,
    linkNoise,
    toLineDb,
    lossDb,
    lineRms,
    linePeak,
    lineNoise,
    endRms: Math.min(
      lineRms +
        input.gainDb -
        (!q.areLimitersReal || input.limiterDb === undefined
          ? 0
          : limiterLowersDb(endPeakAsked - inputCeiling)),
      most,
    ),
    endPeak: Math.min(endPeakAsked, most),
    endPeakAsked,
    endNoise: powerSumDb([lineNoise, input.noiseDbu]) + input.gainDb,
    inputCeiling,
  };
}

/**
 * The level at every stage from the voice to the recorder, with headroom to the stage's own ceiling
 * and the noise gathered so far. Formulas: contracts.md. The level at the microphone falls by
 * 20·log10 of the distance; self-noise is used as plain SPL; the limiter, when given, is the pack's
 * ceiling in dB below full scale; asked for, it lowers the mean with the peaks ({@link
 * limiterLowersDb}).
 * @throws RangeError for a distance or sensitivity not > 0
 */
export function levelChain(q: LevelChainQuestion): LevelChainAnswer {
  const { transmitter: pack, receiver, input } = q;
  const f = chainFigures(q);
  const { microphoneRms: micRms, microphoneCeiling: micCeiling, microphoneNoise: micNoise } = f;
  const { packRms, packPeak, packPeakAsked, packCeiling, packNoise, linkNoise } = f;
  const { lossDb, lineRms, linePeak, lineNoise, endRms, endPeak, endNoise, inputCeiling } = f;
  const peakDb = q.talker.peakFactorDb;

  const stage = (
    name: LevelStage["name"],
    rmsDbu: number,
    peakDbu: number,
    ceilingDbu: number,
    noiseDbu: number,
  ): LevelStage => ({
    name,
    rmsDbu,
    peakDbu,
    headroomDb: ceilingDbu - peakDbu,
    noiseDbu,
    snrDb: rmsDbu - noiseDbu,
  });
  const stages = [
    stage("talker", micRms, micRms + peakDb, micCeiling, micNoise),
    stage("microphone", micRms, micRms + peakDb, micCeiling, micNoise),
    {
      ...stage("transmitter", packRms, packPeak, packCeiling, packNoise),
      headroomDb: packCeiling - packPeakAsked,
    },
    ...(q.link
      ? [
          {
            ...stage("link", packRms, packPeak, packCeiling, linkNoise),
            headroomDb: packCeiling - packPeakAsked,
          },
        ]
      : []),
    stage(
      "receiver",
      lineRms + lossDb,
      linePeak + lossDb,
      receiver.outputFullScaleDbu,
      lineNoise + lossDb,
    ),
    ...(q.cable
      ? [stage("cable", lineRms, linePeak, receiver.outputFullScaleDbu - lossDb, lineNoise)]
      : []),
    {
      ...stage("input", endRms, endPeak, inputCeiling, endNoise),
      headroomDb: inputCeiling - f.endPeakAsked,
    },
  ];
  const limiting = stages
    .slice(1)
    .reduce((worst, s) => (s.headroomDb < worst.headroomDb ? s : worst));
  const noises: [LevelStage["name"], number][] = [
    ["microphone", micNoise],
    ["transmitter", pack.inputNoiseDbu],
    ...(q.link
      ? [
          ["link", pack.fullScaleInputDbu + q.link.noiseDbfs - pack.gainDb] as [
            LevelStage["name"],
            number,
          ],
        ]
      : []),
    ["input", input.noiseDbu - f.toLineDb + lossDb - pack.gainDb],
  ];
  const noisiest = noises.reduce((worst, n) => (n[1] > worst[1] ? n : worst));
  const answer = {
    stages,
    limitingStage: limiting.name,
    noisiestStage: noisiest[0],
    splAtMicrophoneDb: f.splAtMicrophoneDb,
    finalPeakDbfs: endPeak - input.fullScaleDbu,
    finalRmsDbfs: endRms - input.fullScaleDbu,
  };
  return { ...answer, advice: adviseOn(answer, (pack.limiterDb ?? null) !== null, input) };
}

function adviseOn(
  a: Omit<LevelChainAnswer, "advice">,
  hasLimiter: boolean,
  input: LevelChainQuestion["input"],
): LevelAdvice[] {
  const [microphone, transmitter, end] = (["microphone", "transmitter", "input"] as const).map(
    (name) => defined(a.stages.find((s) => s.name === name)),
  ) as [LevelStage, LevelStage, LevelStage];
  const advice: LevelAdvice[] = [];
  if (microphone.headroomDb < 0)
    advice.push({ code: "microphone-overloads", byDb: -microphone.headroomDb });
  if (transmitter.headroomDb < 0) {
    advice.push(
      hasLimiter
        ? { code: "pack-limits", byDb: -transmitter.headroomDb }
        : {
            code: "pack-clips",
            byDb: -transmitter.headroomDb,
            lowerByDb: PACK_HEADROOM_AIM_DB - transmitter.headroomDb,
          },
    );
  } else if (transmitter.headroomDb > 25)
    advice.push({ code: "pack-starved", raiseByDb: transmitter.headroomDb - PACK_HEADROOM_AIM_DB });
  if (end.headroomDb < 0) advice.push({ code: "input-clips", byDb: -end.headroomDb });
  else if (a.finalPeakDbfs < -24)
    advice.push({
      code: "input-low",
      peakDbfs: a.finalPeakDbfs,
      raiseByDb: FINAL_PEAK_AIM_DBFS - a.finalPeakDbfs,
    });
  if (a.noisiestStage === "input") advice.push({ code: "input-noisiest", snrDb: end.snrDb });
  if (advice.length === 0)
    advice.push({
      code: "fine",
      headroomDb: Math.min(transmitter.headroomDb, end.headroomDb),
      snrDb: end.snrDb,
    });
  if (input.kind === "mic") advice.push({ code: "phantom-off" });
  return advice;
}
