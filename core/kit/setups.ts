import { noiseFloorDbm } from "../radio/feed";
import type { PathSetup, SiteGeometry } from "../air/site";
import { mwToDbm } from "../air/site";
import { FINAL_PEAK_AIM_DBFS, levelChain, type Effort, type LevelChainQuestion } from "../audio/levelChain";
import type { Wear } from "../radio/antenna";
import type { InputModel, MicrophoneModel, PackModel, ReceiverModel } from "./models";

/** What a receiver needs at its input: thermal noise in its bandwidth, its noise figure, and what its modulation asks over them.
 * @example sensitivityDbm({ bandwidthHz: 200e3, noiseFigureDb: 8, requiredSnrDb: 20 }) // −93.0 */
export const sensitivityDbm = (r: Pick<ReceiverModel, "bandwidthHz" | "noiseFigureDb" | "requiredSnrDb">): number => noiseFloorDbm(r) + r.requiredSnrDb;

/** What a person sets along a channel's audio, from the microphone to the recorder. */
export interface LevelSettings {
  effort: Effort;
  micDistanceM: number;
  peakFactorDb: number;
  gainDb: number;
  outputDb: number;
  inputGainDb: number;
}

export interface ChannelKit {
  receiver: ReceiverModel;
  pack: PackModel;
  microphone: MicrophoneModel;
  input: InputModel;
}

/** The level question of a channel: the models' figures and the settings. */
export const levelQuestion = ({ receiver, pack, microphone, input }: ChannelKit, s: LevelSettings): LevelChainQuestion => ({
  talker: { effort: s.effort, distanceM: s.micDistanceM, peakFactorDb: s.peakFactorDb },
  microphone,
  transmitter: { gainDb: s.gainDb, fullScaleInputDbu: pack.fullScaleInputDbu, inputNoiseDbu: pack.inputNoiseDbu, limiterDb: pack.limiterDb },
  receiver: { outputFullScaleDbu: receiver.output.fullScaleDbu, outputDb: s.outputDb },
  input: { kind: input.kind, fullScaleDbu: input.fullScaleDbu, gainDb: s.inputGainDb, noiseDbu: input.noiseDbu },
});

/** Peaks may stand this much over the aim before a lower output step is taken. */
const OVER_AIM_DB = 3;

/** The receiver's output step to play the input well: the highest that keeps the peaks near the aim, or the lowest there is.
 * @param outputStepsDb - what the receiver can be set to, not empty */
export function suggestOutputDb(q: LevelChainQuestion, outputStepsDb: readonly number[]): number {
  const steps = [...outputStepsDb].sort((a, b) => b - a);
  if (steps.length === 0) throw new RangeError("outputStepsDb must not be empty");
  const peakDbfs = (outputDb: number) => levelChain({ ...q, receiver: { ...q.receiver, outputDb } }).finalPeakDbfs;
  return steps.find((step) => peakDbfs(step) <= FINAL_PEAK_AIM_DBFS + OVER_AIM_DB) ?? steps.at(-1)!;
}

/** How a channel reaches its receiver at a place before anybody has changed anything: the place's own path, the pack at the power it is set to,
 *  whips at the receiver, no cable. */
export const defaultSetup = (geometry: SiteGeometry, wear: Wear, powerMw: number): PathSetup => ({
  wear, skinContact: false, sleeve: false, tiltDeg: 20, distanceM: geometry.distanceM, walls: geometry.walls, antenna: "whip-quarter", feed: [],
  txPowerDbm: mwToDbm(powerMw),
});
