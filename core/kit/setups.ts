import { noiseFloorDbm } from "~/core/radio/feed";
import type { PathSetup } from "~/core/radio/pathSetup";
import type { SiteGeometry } from "~/core/location/siteGeometry";
import { mwToDbm } from "~/core/units/decibels";
import type { Effort, LevelChainQuestion } from "~/core/audio/levelChain";
import { audioLinkOf, linkNoiseDbfs } from "~/core/audio/linkNoise";
import type { Reachable } from "~/core/audio/recommend";
import type { Wear } from "~/core/radio/antenna";
import type { InputModel, MicrophoneModel, PackModel, ReceiverModel } from "./models";

/**
 * What a receiver needs at its input: thermal noise in its bandwidth, its noise figure, and what
 * its modulation asks over them.
 * @example sensitivityDbm({ bandwidthHz: 200e3, noiseFigureDb: 8, requiredSnrDb: 20 }) // −93.0
 */
export const sensitivityDbm = (
  r: Pick<ReceiverModel, "bandwidthHz" | "noiseFigureDb" | "requiredSnrDb">,
): number => noiseFloorDbm(r) + r.requiredSnrDb;

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

/** The level question of a channel: the models' figures and the settings.
 * @param marginDb - what the place leaves over the receiver's need; null where it is not known */
export const levelQuestion = (
  { receiver, pack, microphone, input }: ChannelKit,
  s: LevelSettings,
  marginDb: number | null = null,
): LevelChainQuestion => ({
  areLimitersReal: true,
  talker: { effort: s.effort, distanceM: s.micDistanceM, peakFactorDb: s.peakFactorDb },
  microphone,
  transmitter: {
    gainDb: s.gainDb,
    fullScaleInputDbu: pack.fullScaleInputDbu,
    inputNoiseDbu: pack.inputNoiseDbu,
    limiterDb: pack.limiterDb,
  },
  link: { noiseDbfs: linkNoiseDbfs(audioLinkOf(pack.modulations), marginDb) },
  receiver: { outputFullScaleDbu: receiver.output.fullScaleDbu, outputDb: s.outputDb },
  ...(jointLossDb(receiver, input) > 0 ? { cable: { lossDb: jointLossDb(receiver, input) } } : {}),
  input: {
    kind: input.kind,
    fullScaleDbu: input.fullScaleDbu,
    gainDb: s.inputGainDb,
    noiseDbu: input.noiseDbu,
    ...(input.limiterDb === undefined ? {} : { limiterDb: input.limiterDb }),
  },
});

/** What a person can set along a channel: the steps that its units have. */
export const reachableOf = ({
  pack,
  receiver,
  input,
}: Pick<ChannelKit, "pack" | "receiver" | "input">): Reachable => ({
  packGainsDb: pack.gainStepsDb,
  outputsDb: receiver.output.stepsDb,
  inputGainsDb: inputGainsDb(input),
  usualInputDb: input.gainDb,
});

const ANY_GAIN = { lowestDb: -20, highestDb: 60, stepDb: 1 };

/** Every gain that an input can be set to, the lowest first. */
export function inputGainsDb({ gain = ANY_GAIN }: Pick<InputModel, "gain">): number[] {
  const steps = Math.floor((gain.highestDb - gain.lowestDb) / gain.stepDb + 1e-9);
  return Array.from({ length: steps + 1 }, (_, i) => gain.lowestDb + i * gain.stepDb);
}

/**
 * Half the level where an unbalanced output meets a balanced input, or the other way round (common
 * practice, no published source).
 */
export const jointLossDb = (
  receiver: Pick<ReceiverModel, "outputJoint">,
  input: Pick<InputModel, "joint">,
): number =>
  (receiver.outputJoint ?? "balanced") === "balanced" &&
  (input.joint ?? "balanced") === "unbalanced"
    ? 6
    : 0;

/**
 * How a channel reaches its receiver at a place before anybody has changed anything: the place's
 * own path, the pack at the power it is set to, whips at the receiver, no cable.
 */
export const defaultSetup = (geometry: SiteGeometry, wear: Wear, powerMw: number): PathSetup => ({
  wear,
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
  distanceM: geometry.distanceM,
  walls: geometry.walls,
  antenna: "whip-quarter",
  feed: [],
  txPowerDbm: mwToDbm(powerMw),
});
