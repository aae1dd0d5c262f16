import { type LevelChainQuestion, pressurePa } from "~/core/audio/levelChain";
import { DBU_REFERENCE_V } from "~/core/units/constants";
import { gaussian, seededRandom } from "~/core/units/random";

export interface Played {
  /** What the recorder keeps, full scale = 1. */
  samples: Float64Array;
  /** Samples that stood against a stage's edge. */
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
  const samples = pressure.map((pa) => {
    const microphone = edge("microphone", pa * voltsPerPa, micMost) + micNoise * gaussian(random);
    const pack = edge(
      "transmitter",
      (microphone + packNoise * gaussian(random)) * packGain,
      packEdge,
    );
    const line =
      edge("receiver", (pack + linkNoise * gaussian(random)) * toOutput, outputMost) * loss;
    return edge("input", (line + inputNoise * gaussian(random)) * inputGain, inputEdge) / inputMost;
  });
  return { samples, cut };
}
