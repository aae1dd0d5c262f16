import type { TuningRange } from "../coordination/request";

/** Invented makes and models that ship with the application. Figures are typical of their kind (common practice, no published source). */
export interface ReceiverModel {
  id: string;
  kind: "receiver";
  maker: string;
  name: string;
  form: "bag" | "camera";
  /** The block its antennas must be cut for. */
  block: string;
  halves: number;
  /** The halves of a dual receiver share a stretch this wide; null for a single one. */
  halfSpanHz: number | null;
  tuning: TuningRange;
  bandwidthHz: number;
  noiseFigureDb: number;
  requiredSnrDb: number;
  overloadDbm: number;
  output: { fullScaleDbu: number; stepsDb: readonly number[] };
  sweep: { stepHz: number; msPerStep: number };
}

export interface PackModel {
  id: string;
  kind: "pack";
  maker: string;
  name: string;
  block: string;
  tuning: TuningRange;
  powersMw: readonly number[];
  gainStepsDb: readonly number[];
  fullScaleInputDbu: number;
  inputNoiseDbu: number;
  limiterDb: number | null;
  syncMethod: "infrared";
  /** What it runs on: cells of a kind, how many at once, and how long a fresh set lasts at full power. */
  cell: { kind: "aa" | "9v" | "internal"; perPack: number; hours: number };
}

const range = (lowMhz: number, highMhz: number): TuningRange => ({ lowHz: lowMhz * 1e6, highHz: highMhz * 1e6, stepHz: 25_000 });
const everyDb = (fromDb: number, toDb: number, stepDb: number) => Array.from({ length: Math.round((fromDb - toDb) / stepDb) + 1 }, (_, i) => fromDb - i * stepDb);

export const RECEIVER_MODELS: readonly ReceiverModel[] = [
  {
    id: "tarnfell-r2-47", kind: "receiver", maker: "Tarnfell", name: "R2, block 47", form: "bag", block: "47", halves: 2, halfSpanHz: 72e6, tuning: range(470, 542),
    bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25, output: { fullScaleDbu: 10, stepsDb: [0, -6, -12, -18, -24] },
    sweep: { stepHz: 25_000, msPerStep: 35 },
  },
  {
    id: "oystercatch-c1-51", kind: "receiver", maker: "Oystercatch", name: "C1, block 51", form: "camera", block: "51", halves: 1, halfSpanHz: null, tuning: range(518, 566),
    bandwidthHz: 200_000, noiseFigureDb: 10, requiredSnrDb: 22, overloadDbm: -28, output: { fullScaleDbu: 0, stepsDb: [0, -12, -18, -30] },
    sweep: { stepHz: 25_000, msPerStep: 50 },
  },
];

export const PACK_MODELS: readonly PackModel[] = [
  {
    id: "tarnfell-p-47", kind: "pack", maker: "Tarnfell", name: "P, block 47", block: "47", tuning: range(470, 542), powersMw: [10, 25, 50], gainStepsDb: everyDb(0, -60, 3),
    fullScaleInputDbu: -60, inputNoiseDbu: -121, limiterDb: null, syncMethod: "infrared", cell: { kind: "aa", perPack: 2, hours: 6.5 },
  },
  {
    id: "tarnfell-p-56", kind: "pack", maker: "Tarnfell", name: "P, block 56", block: "56", tuning: range(566, 614), powersMw: [10, 25, 50], gainStepsDb: everyDb(0, -60, 3),
    fullScaleInputDbu: -60, inputNoiseDbu: -121, limiterDb: null, syncMethod: "infrared", cell: { kind: "aa", perPack: 2, hours: 6.5 },
  },
  {
    id: "tarnfell-ph-47", kind: "pack", maker: "Tarnfell", name: "PH, block 47", block: "47", tuning: range(470, 542), powersMw: [25, 50, 100], gainStepsDb: everyDb(0, -60, 3),
    fullScaleInputDbu: -60, inputNoiseDbu: -121, limiterDb: null, syncMethod: "infrared", cell: { kind: "aa", perPack: 2, hours: 5 },
  },
  {
    id: "oystercatch-t-51", kind: "pack", maker: "Oystercatch", name: "T, block 51", block: "51", tuning: range(518, 566), powersMw: [10, 30], gainStepsDb: [0, -10, -20, -30],
    fullScaleInputDbu: -38, inputNoiseDbu: -117, limiterDb: null, syncMethod: "infrared", cell: { kind: "aa", perPack: 2, hours: 6.5 },
  },
];

/** Blocks and the tape that marks them on units and antennas: a colour, and always its word. Our own scheme. */
export const BLOCKS: Readonly<Record<string, { tape: string; colour: string }>> = {
  "47": { tape: "ochre", colour: "#b98416" },
  "51": { tape: "plum", colour: "#7d3c6b" },
  "56": { tape: "moss", colour: "#5f7a35" },
};

export interface MicrophoneModel {
  id: string;
  name: string;
  sensitivityMvPerPa: number;
  selfNoiseDba: number;
  maxSplDb: number;
}

export const MICROPHONE_MODELS: readonly MicrophoneModel[] = [
  { id: "pebble", name: "Pebble omni", sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
  { id: "pebble-low", name: "Pebble omni, low sensitivity", sensitivityMvPerPa: 1.5, selfNoiseDba: 34, maxSplDb: 146 },
];

/** Inputs the receivers play into. */
export interface InputModel {
  id: string;
  name: string;
  kind: "mic" | "line";
  fullScaleDbu: number;
  noiseDbu: number;
  gainDb: number;
}

export const INPUT_MODELS: readonly InputModel[] = [
  { id: "recorder-line", name: "bag recorder, line", kind: "line", fullScaleDbu: 20, noiseDbu: -88, gainDb: 10 },
  { id: "camera-mic", name: "camera, microphone input", kind: "mic", fullScaleDbu: -20, noiseDbu: -118, gainDb: 0 },
];

function find<T extends { id: string }>(list: readonly T[], id: string, what: string): T {
  const found = list.find((m) => m.id === id);
  if (!found) throw new Error(`there is no ${what} "${id}"`);
  return found;
}
export const receiverModel = (id: string): ReceiverModel => find(RECEIVER_MODELS, id, "receiver model");
export const packModel = (id: string): PackModel => find(PACK_MODELS, id, "pack model");
export const microphoneModel = (id: string): MicrophoneModel => find(MICROPHONE_MODELS, id, "microphone");
export const inputModel = (id: string): InputModel => find(INPUT_MODELS, id, "input");
