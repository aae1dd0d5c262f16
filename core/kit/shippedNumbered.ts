import type { Bank } from "~/core/devices/tuning";
import { listsPerTvChannel } from "./lists";
import type { NamedBlock, Numbering, PackModel, ReceiverModel } from "./models";

/*
 * Invented makes that each speak in numbers of their own: groups and channels, numbers within a
 * television channel under a main block, thirds, few decimals. Their figures are typical of their
 * kind (common practice, no published source).
 */

const mhz = (m: number): number => Math.round(m * 1e6);
const range = (lowMhz: number, highMhz: number, stepHz = 25_000) => ({
  lowHz: mhz(lowMhz),
  highHz: mhz(highMhz),
  stepHz,
});
const blocks = (...named: [id: string, lowMhz: number, highMhz: number][]): NamedBlock[] =>
  named.map(([id, lowMhz, highMhz]) => ({ id, lowHz: mhz(lowMhz), highHz: mhz(highMhz) }));

/** Members of one group stand free of each other's third-order products (tested). */
const CORRAN_GROUPS: Bank[] = [
  ["1", [566.175, 567.15, 568.825, 572.1, 575.9, 580.25, 582.425, 587.875]],
  ["2", [566.25, 567.025, 568.375, 571.025, 574.15, 579.35, 585.6, 589.15]],
  ["3", [566.325, 567.225, 568.7, 571.575, 574.975, 579.775, 585.5, 589.35]],
  ["4", [566.4, 567.3, 568.7, 571.575, 574.95, 579.675, 585.325, 589.15]],
].map(([id, list]) => ({ id: id as string, frequenciesHz: (list as number[]).map(mhz) }));
const CORRAN: Pick<ReceiverModel, "numbering" | "modulations" | "block" | "adaptive"> = {
  block: "58",
  adaptive: null,
  modulations: ["Corran companded FM"],
  numbering: { listWord: "group" },
};

const MARRAM_BLOCKS = blocks(
  ["K1", 494, 518],
  ["K2", 518, 542],
  ["K3", 542, 566],
  ["K4", 566, 590],
);
/** Nineteen numbers to a television channel, three channels to a main block. */
const MARRAM_NUMBERS: Bank[] = listsPerTvChannel({
  raster: "EU-8",
  from: 24,
  to: 35,
  offsetHz: 350_000,
  stepHz: 400_000,
  count: 19,
}).map((b) => ({ ...b, block: `K${1 + Math.floor((Number(b.id) - 24) / 3)}` }));
const MARRAM_NUMBERING: Numbering = { blocks: MARRAM_BLOCKS, separator: "-", digits: 2 };

const SAMPHIRE_THIRDS = blocks(
  ["low third", 470, 494],
  ["middle third", 494, 518],
  ["high third", 518, 542],
);

export const NUMBERED_RECEIVERS: ReceiverModel[] = [
  {
    ...CORRAN,
    id: "corran-g4-58",
    kind: "receiver",
    maker: "Corran",
    name: "G4, block 58",
    form: "rack",
    diversity: "two-paths",
    halves: 4,
    halfSpanHz: null,
    halvesShare: "list",
    tuning: [range(566, 590)],
    syncMethods: ["by-hand"],
    readout: "bank-and-number",
    stores: "asks",
    antennaConnector: "BNC",
    note: "Shows group and channel, never megahertz. All its channels go by one group. Its scan counts the free channels of each group.",
    banks: CORRAN_GROUPS,
    bandwidthHz: 200_000,
    noiseFigureDb: 9,
    requiredSnrDb: 21,
    overloadDbm: -25,
    output: { fullScaleDbu: 8, stepsDb: [0, -10, -20, -30] },
    tells: ["battery"],
    sweep: { stepHz: 25_000, msPerStep: 45 },
  },
  {
    id: "marram-k2",
    kind: "receiver",
    maker: "Marram",
    name: "K2, blocks K1–K4",
    form: "bag",
    diversity: "two-paths",
    block: null,
    halves: 2,
    halfSpanHz: null,
    halvesShare: "block",
    tuning: [range(494, 590)],
    adaptive: null,
    modulations: ["Marram digital"],
    syncMethods: ["infrared", "by-hand"],
    readout: "tv-and-number",
    raster: "EU-8",
    numbering: MARRAM_NUMBERING,
    stores: "by-hand",
    antennaConnector: "SMA",
    note: "Its main block is chosen first; both channels work in one. A number that blinks is not stored.",
    banks: MARRAM_NUMBERS,
    bandwidthHz: 200_000,
    noiseFigureDb: 8,
    requiredSnrDb: 16,
    overloadDbm: -22,
    output: { fullScaleDbu: 8, stepsDb: [0, -6, -12, -18] },
    tells: ["lock", "battery"],
    sweep: { stepHz: 25_000, msPerStep: 40 },
  },
  {
    id: "samphire-s2-47",
    kind: "receiver",
    maker: "Samphire",
    name: "S2 slot, block 47",
    form: "slot",
    diversity: "two-paths",
    block: "47",
    halves: 2,
    halfSpanHz: null,
    halvesShare: "block",
    tuning: [range(470, 542)],
    adaptive: null,
    modulations: ["Samphire companded FM"],
    syncMethods: ["infrared", "by-hand"],
    readout: "mhz",
    numbering: { blocks: SAMPHIRE_THIRDS, coarseHz: 1_000_000, fineHz: 25_000 },
    antennaConnector: "SMA",
    note: "Sits in a chassis that powers it and takes its sound. Scans one third at a time, from its top or its bottom, and stops at the first free place.",
    banks: [],
    bandwidthHz: 200_000,
    noiseFigureDb: 8,
    requiredSnrDb: 20,
    overloadDbm: -24,
    output: { fullScaleDbu: 10, stepsDb: [0, -6, -12] },
    tells: ["lock"],
    sweep: { stepHz: 25_000, msPerStep: 60 },
  },
];

const corranPack = (
  id: string,
  name: string,
  rest: Pick<PackModel, "form" | "gainStepsDb" | "fullScaleInputDbu" | "note"> &
    Partial<Pick<PackModel, "micPower">>,
): PackModel => ({
  ...CORRAN,
  id,
  kind: "pack",
  maker: "Corran",
  name,
  tuning: [range(566, 590)],
  syncMethods: ["by-hand"],
  readout: "bank-and-number",
  stores: "asks",
  antennaConnector: rest.form === "bodypack" ? "screw-on whip" : "fixed",
  powersMw: [10, 30],
  gainScale: "attenuation",
  inputNoiseDbu: -116,
  limiterDb: null,
  cell: { kind: "aa", perPack: 2, hours: 8 },
  ...rest,
});

export const NUMBERED_PACKS: PackModel[] = [
  corranPack("corran-b-58", "B, block 58", {
    form: "bodypack",
    gainStepsDb: [0, -10, -20, -30],
    fullScaleInputDbu: -36,
    note: "Asks whether to use the new group and channel: without a yes it stays where it was.",
  }),
  corranPack("corran-h-58", "H, block 58", {
    form: "handheld",
    gainStepsDb: [0, -10, -20],
    fullScaleInputDbu: -28,
    micPower: "none",
    note: "Its keys are under the grip: twist it off. Asks whether to use the new group and channel.",
  }),
  {
    id: "marram-t",
    kind: "pack",
    maker: "Marram",
    name: "T, blocks K1–K4",
    form: "bodypack",
    block: null,
    tuning: [range(494, 590)],
    adaptive: null,
    modulations: ["Marram digital"],
    syncMethods: ["infrared", "by-hand"],
    readout: "tv-and-number",
    raster: "EU-8",
    numbering: MARRAM_NUMBERING,
    stores: "by-hand",
    antennaConnector: "screw-on whip",
    note: "One whip for each pair of blocks: the mark at its base says which.",
    powersMw: [10, 25, 50],
    gainStepsDb: Array.from({ length: 15 }, (_, i) => 0 - 3 * i),
    fullScaleInputDbu: -44,
    inputNoiseDbu: -120,
    limiterDb: 6,
    cell: { kind: "aa", perPack: 2, hours: 6 },
  },
  {
    id: "samphire-b-47",
    kind: "pack",
    maker: "Samphire",
    name: "B, block 47",
    form: "bodypack",
    block: "47",
    tuning: [range(470, 542)],
    adaptive: null,
    modulations: ["Samphire companded FM"],
    syncMethods: ["infrared", "by-hand"],
    readout: "mhz",
    numbering: { coarseHz: 1_000_000, fineHz: 25_000 },
    stores: "at-off",
    antennaConnector: "screw-on whip",
    note: "A held key steps by 1 MHz, a short press by 25 kHz. Stores when it is switched off.",
    powersMw: [25, 50, 100],
    gainStepsDb: Array.from({ length: 19 }, (_, i) => 0 - 2 * i),
    fullScaleInputDbu: -50,
    inputNoiseDbu: -120,
    limiterDb: 6,
    cell: { kind: "aa", perPack: 2, hours: 5.5 },
  },
  {
    id: "oystercatch-g-51",
    kind: "pack",
    maker: "Oystercatch",
    name: "G, block 51",
    form: "handheld",
    block: "51",
    tuning: [range(518, 566)],
    adaptive: null,
    modulations: ["Oystercatch companded FM"],
    syncMethods: ["by-hand"],
    readout: "mhz",
    numbering: { decimals: 1 },
    antennaConnector: "fixed",
    note: "Its small display has one decimal: 523.125 shows as 523.1. Count the presses, or sync by what the receiver shows.",
    powersMw: [10, 30],
    gainStepsDb: [0, -10, -20],
    micPower: "none",
    fullScaleInputDbu: -30,
    inputNoiseDbu: -114,
    limiterDb: null,
    cell: { kind: "aa", perPack: 2, hours: 8 },
  },
];
