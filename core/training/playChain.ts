import { type LevelChainQuestion, pressurePa } from "~/core/audio/levelChain";
import { softLimiter } from "~/core/audio/limiter";
import { DBU_REFERENCE_V } from "~/core/units/constants";
import { gaussian, seededRandom } from "~/core/units/random";

/** What practice voices are made at. */
const SAMPLE_RATE_HZ = 48_000;

export interface Played {
  /** What the recorder keeps, full scale = 1. */
  samples: Float64Array;
  /** Samples that stood against a stage's edge, or that its limiter turned down for. */
  cut: { microphone: number; transmitter: number; receiver: number; input: number };
}

/**
 * Plays sound pressure through a chain as the practice set does: each stage has its gain, its noise
 * and its edge. What the chain says in levels, this does sample by sample.
 * @param pressurePa - at the microphone; the question's talker is not asked
 */
export function playChain(
  pressure: Float64Array,
  q: Omit<LevelChainQuestion, "talker">,
  seed: number,
): Played {
  const random = seededRandom(seed);
  const cut = { microphone: 0, transmitter: 0, receiver: 0, input: 0 };
  const edge = (stage: keyof typeof cut, x: number, most: number): number => {
    if (x > most || x < -most) cut[stage] += 1;
    return x > most ? most : x < -most ? -most : x;
  };
  const volts = (dbu: number) => DBU_REFERENCE_V * 10 ** (dbu / 20);
  const gain = (db: number) => 10 ** (db / 20);
  const voltsPerPa = q.microphone.sensitivityMvPerPa / 1000;
  const micMost = pressurePa(q.microphone.maxSplDb) * voltsPerPa;
  const micNoise = pressurePa(q.microphone.selfNoiseDba) * voltsPerPa;
  const packNoise = volts(q.transmitter.inputNoiseDbu);
  const packMost = volts(q.transmitter.fullScaleInputDbu);
  const packEdge = packMost * gain(-(q.transmitter.limiterDb ?? 0));
  const linkNoise = q.link ? packMost * gain(q.link.noiseDbfs) : 0;
  const outputMost = volts(q.receiver.outputFullScaleDbu);
  const [packGain, toOutput, loss, inputGain] = [
    gain(q.transmitter.gainDb),
    (outputMost / packMost) * gain(q.receiver.outputDb),
    gain(-(q.cable?.lossDb ?? 0)),
    gain(q.input.gainDb),
  ];
  const inputNoise = volts(q.input.noiseDbu);
  const inputMost = volts(q.input.fullScaleDbu);
  const inputEdge = inputMost * gain(-(q.input.limiterDb ?? 0));
  const limiterOf = (stage: "transmitter" | "input", most: number, isThere: boolean) => {
    if (!isThere) return (x: number) => edge(stage, x, most);
    const limit = softLimiter(most, SAMPLE_RATE_HZ);
    return (x: number) => {
      const { y, holds } = limit(x);
      if (holds) cut[stage] += 1;
      return y;
    };
  };
  const packLimit = limiterOf("transmitter", packEdge, (q.transmitter.limiterDb ?? null) !== null);
  const inputLimit = limiterOf("input", inputEdge, q.input.limiterDb !== undefined);
  const samples = pressure.map((pa) => {
    const microphone = edge("microphone", pa * voltsPerPa, micMost) + micNoise * gaussian(random);
    const pack = packLimit((microphone + packNoise * gaussian(random)) * packGain);
    const line =
      edge("receiver", (pack + linkNoise * gaussian(random)) * toOutput, outputMost) * loss;
    return inputLimit((line + inputNoise * gaussian(random)) * inputGain) / inputMost;
  });
  return { samples, cut };
}
