import { z } from "zod";
import { notNegative, or, positive } from "./fields";

/** Levels are plain: a full-scale sine has rmsDbfs −3.01. */
export const analyseWavRequest = z.object({ file: z.string().min(1) });

export const levelChainRequest = z.object({
  talker: z.object({
    effort: z.union([
      z.enum(["soft", "normal", "raised", "loud", "shout"]),
      z.object({ splAt1mDb: z.number().min(0).max(160) }),
    ]),
    distanceM: positive.max(100),
    peakFactorDb: notNegative.max(60),
  }),
  microphone: z.object({
    sensitivityMvPerPa: positive,
    selfNoiseDba: z.number(),
    maxSplDb: z.number(),
  }),
  transmitter: z.object({
    gainDb: z.number(),
    fullScaleInputDbu: z.number(),
    inputNoiseDbu: z.number(),
    limiterDb: or(notNegative, null),
  }),
  link: z.object({ noiseDbfs: z.number().max(0) }).exactOptional(),
  receiver: z.object({ outputFullScaleDbu: z.number(), outputDb: z.number() }),
  cable: z.object({ lossDb: notNegative }).exactOptional(),
  input: z.object({
    kind: z.enum(["mic", "line"]),
    fullScaleDbu: z.number(),
    gainDb: z.number(),
    noiseDbu: z.number(),
    limiterDb: notNegative.exactOptional(),
  }),
});
