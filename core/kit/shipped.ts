import { presets } from "../coordination/tuning";
import type { TuningRange } from "../coordination/request";
import { SWITCH_POSITIONS, SWITCH_STEP_HZ } from "./switchCode";
import type { Kit, PackModel, PairingRules, ReceiverModel } from "./models";

const range = (lowMhz: number, highMhz: number, stepHz = 25_000): TuningRange => ({ lowHz: Math.round(lowMhz * 1e6), highHz: Math.round(highMhz * 1e6), stepHz });
const everyDb = (fromDb: number, toDb: number, stepDb: number) => Array.from({ length: Math.round((fromDb - toDb) / stepDb) + 1 }, (_, i) => fromDb - i * stepDb);
const bank = (id: string, ...mhz: number[]) => ({ id, frequenciesHz: mhz.map((m) => Math.round(m * 1e6)) });
const switches = (startMhz: number): TuningRange => ({ lowHz: Math.round(startMhz * 1e6), highHz: Math.round(startMhz * 1e6) + (SWITCH_POSITIONS - 1) * SWITCH_STEP_HZ, stepHz: SWITCH_STEP_HZ });

/** Members of one bank stand free of each other's third-order products (tested). */
const TARNFELL_BANKS = [
  bank("1", 470.1, 471.15, 472.725, 475.875, 477.95, 482.175, 489.5, 497.825, 510.375, 514, 528.1, 541.25),
  bank("2", 470.125, 471.125, 472.675, 475.8, 477.85, 484.025, 487.65, 501.05, 509.8, 517.025, 527.825, 537.075),
  bank("3", 470.225, 471.25, 472.825, 475.95, 478, 482.225, 489.5, 497.85, 506.775, 510.375, 520.8, 533.875),
];
const BRAE_PRESETS = presets([863.1e6, 863.5e6, 864.1e6, 864.9e6]);
const HOLLIN_AIR = { lowHz: 2400e6, highHz: 2483.5e6, mostPerRoom: 8, rangeM: 30 };

const tarnfellPack = (id: string, name: string, block: string, tuning: TuningRange, powersMw: number[], hours: number): PackModel => ({
  id, kind: "pack", maker: "Tarnfell", name, form: "bodypack", block, tuning: [tuning], adaptive: null, modulations: ["Tarnfell companded FM"], syncMethods: ["infrared", "by-hand"], readout: "mhz",
  antennaConnector: "screw-on whip", note: "Hold the key 2 s to start; the lamp blinks while a change is not stored. Name it with at most eight letters.", powersMw, gainStepsDb: everyDb(0, -60, 3), gainScale: "sensitivity", fullScaleInputDbu: -60, inputNoiseDbu: -121, limiterDb: null, cell: { kind: "aa", perPack: 2, hours },
});

/** The groups of the makers that pair by name, group number and key: a few that anybody may join, and many that need the key. */
const KELDA_PAIRS: PairingRules = { keyDigits: 16, groups: { common: [1, 99], private: [100, 4095] } };

const RECEIVERS: ReceiverModel[] = [
  {
    id: "tarnfell-r2-47", kind: "receiver", maker: "Tarnfell", name: "R2, block 47", form: "bag", diversity: "two-paths", block: "47", halves: 2, halfSpanHz: 72e6, tuning: [range(470, 542)], adaptive: null,
    modulations: ["Tarnfell companded FM"], syncMethods: ["infrared", "by-hand"], readout: "mhz", antennaConnector: "SMA", note: "Wakes when power comes; a blinking number is not stored yet: turn the knob once more to store it.", banks: TARNFELL_BANKS, tells: ["lock", "battery", "name"],
    bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25, output: { fullScaleDbu: 10, stepsDb: [0, -6, -12, -18, -24] }, sweep: { stepHz: 25_000, msPerStep: 35 },
  },
  {
    id: "oystercatch-c1-51", kind: "receiver", maker: "Oystercatch", name: "C1, block 51", form: "camera", diversity: "two-paths", block: "51", halves: 1, halfSpanHz: null, spacing: "wide", tuning: [range(518, 566)], adaptive: null,
    modulations: ["Oystercatch companded FM"], syncMethods: ["infrared", "cable", "by-hand"], readout: "mhz", antennaConnector: "SMA", note: "Hold the key 2 s to start. Sleeps half a minute after the camera does.", banks: [],
    bandwidthHz: 200_000, noiseFigureDb: 10, requiredSnrDb: 22, overloadDbm: -28, output: { fullScaleDbu: 0, stepsDb: [0, -12, -18, -30] }, outputJoint: "unbalanced", phantom: "harms", sweep: { stepHz: 25_000, msPerStep: 50 },
  },
  {
    id: "skerrick-s-53", kind: "receiver", maker: "Skerrick", name: "S, block 53", form: "bag", diversity: "two-paths", block: "53", halves: 1, halfSpanHz: null, tuning: [switches(537.6)], adaptive: null,
    modulations: ["Skerrick companded FM"], syncMethods: ["switches"], readout: "switch-code", antennaConnector: "SMA", note: "Its window shows the code of the switches; set the pack to the same two digits.", banks: [],
    bandwidthHz: 200_000, noiseFigureDb: 10, requiredSnrDb: 22, overloadDbm: -25, output: { fullScaleDbu: 8, stepsDb: [0, -10, -20] }, sweep: { stepHz: 100_000, msPerStep: 90 },
  },
  {
    id: "brae-v4", kind: "receiver", maker: "Brae", name: "V4, four presets", form: "camera", diversity: "one-path", block: null, halves: 1, halfSpanHz: null, tuning: BRAE_PRESETS, adaptive: null,
    modulations: ["Brae FM"], syncMethods: ["by-hand"], readout: "preset", antennaConnector: "fixed", note: "The preset is chosen with a pin; the lamp blinks its number at start.", banks: [{ id: "1", frequenciesHz: BRAE_PRESETS.map((p) => p.lowHz) }],
    bandwidthHz: 150_000, noiseFigureDb: 11, requiredSnrDb: 22, overloadDbm: -28, output: { fullScaleDbu: -10, stepsDb: [0, -10] }, sweep: null,
  },
  {
    id: "kelda-q2-49", kind: "receiver", maker: "Kelda", name: "Q2, block 49", form: "bag", diversity: "two-paths", block: "49", halves: 2, halfSpanHz: 48e6, tuning: [range(486, 534)], adaptive: null, pairs: KELDA_PAIRS,
    modulations: ["Kelda digital"], syncMethods: ["near-field", "pairing", "by-hand"], readout: "mhz", antennaConnector: "SMA", banks: [], tells: ["lock", "battery", "name"],
    note: "A pack is known by its name, group number and key, and brought to the base once: under 2 s it charges, over 2 s it pairs, over 5 s it forgets all. The record must be carried to the bases of other receivers.",
    bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 16, overloadDbm: -25, output: { fullScaleDbu: 18, stepsDb: [0, -6, -12, -18] }, sweep: { stepHz: 25_000, msPerStep: 30 },
  },
  {
    id: "hollin-d2", kind: "receiver", maker: "Hollin", name: "D2, adaptive", form: "camera", diversity: "two-paths", block: null, halves: 2, halfSpanHz: null, tuning: [], adaptive: HOLLIN_AIR,
    modulations: ["Hollin digital"], syncMethods: ["pairing", "self-choosing"], readout: "nothing", antennaConnector: "fixed", note: "Pair at the bench: both keys held until the lamps blink together, less than 1 m apart.", banks: [], tells: ["lock", "battery", "name"],
    bandwidthHz: 2_000_000, noiseFigureDb: 7, requiredSnrDb: 12, overloadDbm: -20, output: { fullScaleDbu: 0, stepsDb: [0, -6, -12] }, outputJoint: "unbalanced", phantom: "wakes", sweep: null,
  },
];

const PACKS: PackModel[] = [
  tarnfellPack("tarnfell-p-47", "P, block 47", "47", range(470, 542), [10, 25, 50], 6.5),
  tarnfellPack("tarnfell-p-56", "P, block 56", "56", range(566, 614), [10, 25, 50], 6.5),
  tarnfellPack("tarnfell-ph-47", "PH, block 47", "47", range(470, 542), [25, 50, 100], 5),
  {
    id: "oystercatch-t-51", kind: "pack", maker: "Oystercatch", name: "T, block 51", form: "bodypack", stores: "by-hand", isBehindDoor: true, block: "51", tuning: [range(518, 566)], adaptive: null,
    modulations: ["Oystercatch companded FM"], syncMethods: ["infrared", "by-hand"], readout: "mhz", antennaConnector: "screw-on whip", note: "Starts with its switch. A number that blinks is not stored: hold its key 2 s until it stays. Counts its hours: set the counter to zero with fresh cells.",
    powersMw: [10, 30], gainStepsDb: [0, -10, -20, -30], gainScale: "attenuation", autoGain: "on", fullScaleInputDbu: -38, inputNoiseDbu: -117, limiterDb: null, cell: { kind: "aa", perPack: 2, hours: 6.5 },
  },
  {
    id: "skerrick-k-53", kind: "pack", maker: "Skerrick", name: "K, block 53", form: "bodypack", block: "53", tuning: [switches(537.6)], adaptive: null,
    modulations: ["Skerrick companded FM"], syncMethods: ["switches"], readout: "switch-code", antennaConnector: "screw-on whip", note: "No display: two small switches under the door, left coarse, right fine. Needs a small screwdriver.",
    powersMw: [50], gainStepsDb: everyDb(0, -40, 2), gainScale: "clock", fullScaleInputDbu: -50, inputNoiseDbu: -118, limiterDb: 6, cell: { kind: "9v", perPack: 1, hours: 6 },
  },
  {
    id: "brae-vt", kind: "pack", maker: "Brae", name: "VT, four presets", form: "plug-on", block: null, tuning: BRAE_PRESETS, adaptive: null,
    modulations: ["Brae FM"], syncMethods: ["by-hand"], readout: "preset", antennaConnector: "fixed", note: "Choose the same preset as the receiver; plugs into a microphone, phantom power off.",
    powersMw: [10], gainStepsDb: [0, -10, -20, -30], gainScale: "attenuation", micPower: "none", fullScaleInputDbu: -20, inputNoiseDbu: -112, limiterDb: null, cell: { kind: "aa", perPack: 2, hours: 7 },
  },
  {
    id: "oystercatch-h-51", kind: "pack", maker: "Oystercatch", name: "H, block 51", form: "handheld", stores: "at-off", block: "51", tuning: [range(518, 566)], adaptive: null,
    modulations: ["Oystercatch companded FM"], syncMethods: ["cable", "by-hand"], readout: "mhz", antennaConnector: "fixed", isBehindDoor: true, note: "Its socket is behind the door of its cells. Keeps a number only when it is switched off by its switch: pulled cells lose it.",
    powersMw: [10, 30], gainStepsDb: [0, -10, -20, -30], fullScaleInputDbu: -30, inputNoiseDbu: -114, limiterDb: null, cell: { kind: "aa", perPack: 2, hours: 7 },
  },
  {
    id: "kelda-m1-49", kind: "pack", maker: "Kelda", name: "M1, block 49", form: "bodypack", block: "49", tuning: [range(486, 534)], adaptive: null, pairs: KELDA_PAIRS, nameLetters: 6,
    modulations: ["Kelda digital"], syncMethods: ["near-field", "pairing", "by-hand"], readout: "mhz", antennaConnector: "screw-on whip", outside: "clips", note: "Hold its mark to the receiver's until both say done; pulled away too early it keeps the old number. A number outside its block becomes the nearest edge without a word.",
    powersMw: [10, 25, 50], gainStepsDb: everyDb(0, -48, 3), fullScaleInputDbu: -42, inputNoiseDbu: -120, limiterDb: 6, cell: { kind: "internal", perPack: 1, hours: 9 },
  },
  {
    id: "hollin-dt", kind: "pack", maker: "Hollin", name: "DT, adaptive", form: "bodypack", block: null, tuning: [], adaptive: HOLLIN_AIR,
    modulations: ["Hollin digital"], syncMethods: ["pairing", "self-choosing"], readout: "nothing", antennaConnector: "fixed", note: "Charges in its box; pair it with its receiver once, then it finds its place by itself.",
    powersMw: [10], gainStepsDb: everyDb(0, -40, 2), fullScaleInputDbu: -30, inputNoiseDbu: -118, limiterDb: null, cell: { kind: "internal", perPack: 1, hours: 12 },
  },
];

/** Invented makes and models that ship with the application. */
export const SHIPPED_KIT: Kit = {
  receivers: RECEIVERS,
  packs: PACKS,
  microphones: [
    { id: "pebble", name: "Pebble omni", sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
    { id: "pebble-low", name: "Pebble omni, low sensitivity", sensitivityMvPerPa: 1.5, selfNoiseDba: 34, maxSplDb: 146 },
    { id: "shore", name: "Shore lapel cardioid", sensitivityMvPerPa: 8, selfNoiseDba: 30, maxSplDb: 128, pattern: "cardioid" },
    { id: "skerry-hand", name: "Skerry hand microphone", sensitivityMvPerPa: 2, selfNoiseDba: 22, maxSplDb: 150, pattern: "cardioid", needs: "none" },
    { id: "boom-48", name: "Ellery boom, condenser", sensitivityMvPerPa: 20, selfNoiseDba: 15, maxSplDb: 128, pattern: "cardioid", needs: "phantom" },
  ],
  inputs: [
    { id: "recorder-line", name: "bag recorder, line", kind: "line", fullScaleDbu: 20, noiseDbu: -88, gainDb: 10, gain: { lowestDb: 0, highestDb: 40, stepDb: 1 } },
    { id: "camera-mic", name: "camera, microphone input", kind: "mic", fullScaleDbu: -20, noiseDbu: -118, gainDb: 4, gain: { lowestDb: -16, highestDb: 24, stepDb: 4, scale: "dial" }, autoGain: "on", phantom: "switched", joint: "balanced", tracks: 1 },
  ],
  blocks: [
    { id: "47", tape: "ochre", colour: "#b98416" },
    { id: "49", tape: "rust", colour: "#8f4a24" },
    { id: "51", tape: "plum", colour: "#7d3c6b" },
    { id: "53", tape: "slate", colour: "#566573" },
    { id: "56", tape: "moss", colour: "#5f7a35" },
  ],
};
