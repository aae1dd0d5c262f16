import { voice } from "~/core/simulator/voice";

export const LINE_RATE_HZ = 16_000;

/** Three seconds of a voice in a quiet room, some way under full scale. */
export const spokenLine = (): Float64Array =>
  voice({
    splDb: 94,
    peakFactorDb: 15,
    roomSplDb: 50,
    seconds: 3,
    sampleRateHz: LINE_RATE_HZ,
    seed: 2,
  }).map((pa) => pa / 12);
