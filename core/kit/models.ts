import type { InputMeter } from "~/core/audio/meterReading";
import type { Bank, TuningRange } from "~/core/devices/tuning";
import type { ProfileName } from "~/core/coordination/problem/profile";
import type { RasterName } from "~/core/regulations/raster";
import type { FrequencyRange } from "~/core/regulations/region";

/** How a pack is brought onto its receiver's frequency. */
export const SYNC_METHODS = [
  "by-hand",
  "infrared",
  "near-field",
  "cable",
  "switches",
  "pairing",
  "self-choosing",
] as const;
export type SyncMethod = (typeof SYNC_METHODS)[number];

/**
 * What a unit's display tells of its frequency. Two-switch packs have no display: their switches
 * are the number.
 */
export const READOUTS = [
  "mhz",
  "switch-code",
  "bank-and-number",
  "preset",
  "tv-and-number",
  "tv-and-mhz",
  "nothing",
] as const;
export type Readout = (typeof READOUTS)[number];

/**
 * Digital systems that choose for themselves: no frequency to plan, but so many to a room, and so
 * far.
 */
export interface Adaptive {
  lowHz: number;
  highHz: number;
  mostPerRoom: number;
  /** Where a region's rules make it another number; absent: the same everywhere. */
  limits?: { region: string; mostPerRoom: number }[];
  /** In the open. */
  rangeM: number;
}

/**
 * How a unit keeps a number that it was given: at once, when told (it blinks until then), when it
 * is answered that the new one is to be used, or when it is switched off.
 */
export const STORINGS = ["at-once", "by-hand", "asks", "at-off"] as const;
export type Storing = (typeof STORINGS)[number];

/** The word that a unit's menu has for a list of its frequencies. */
export const LIST_WORDS = ["bank", "group", "list"] as const;
export type ListWord = (typeof LIST_WORDS)[number];

/** What stands between list and number on a display. */
export const SEPARATORS = [".", "-", "/", " "] as const;
export type Separator = (typeof SEPARATORS)[number];

/** A part of a unit's tuning that is chosen by its name before any number can be. */
export interface NamedBlock extends FrequencyRange {
  /** As the menu shows it, a main block before its part: "K4", "low third". */
  id: string;
}

/**
 * How a unit writes its numbers, and what its menu asks for before them. Everything absent: as its
 * readout usually has it.
 */
export interface Numbering {
  /** Main blocks and their parts, lowest first; a receiver's thirds. */
  blocks?: NamedBlock[];
  listWord?: ListWord;
  separator?: Separator;
  /** Digits of a number in a list, filled up with zeros. */
  digits?: number;
  /** Decimals of its megahertz, cut off after them; absent: three. */
  decimals?: number;
  /** How far a coarse and a fine step go, where frequency is set by two kinds of step. */
  coarseHz?: number;
  fineHz?: number;
  /**
   * Whether it can be set beside its lists; absent: not where its display tells list and number, for
   * then it has no other.
   */
  isFree?: boolean;
  /** Whether its code or preset is turned with a tool, or chosen with buttons in its window. */
  setBy?: "switches" | "buttons";
}

/** What the halves of a receiver must have in common beside a span: a named block, or one list. */
export const HALVES_SHARE = ["block", "list"] as const;
export type HalvesShare = (typeof HALVES_SHARE)[number];

/**
 * How a control tells its setting: in dB, as sensitivity or attenuation, as a figure of its dial,
 * or by where its mark points.
 */
export const CONTROL_SCALES = ["db", "sensitivity", "attenuation", "dial", "clock"] as const;
export type ControlScale = (typeof CONTROL_SCALES)[number];

/** What a joint carries: a balanced way, one with a common leg, or numbers. */
export const AUDIO_JOINTS = ["balanced", "unbalanced", "digital"] as const;
export type AudioJoint = (typeof AUDIO_JOINTS)[number];

/**
 * What phantom power does to what is plugged into it: harm, nothing, or it is what switches it on.
 */
export const PHANTOM_EFFECTS = ["harms", "nothing", "wakes"] as const;
export type PhantomEffect = (typeof PHANTOM_EFFECTS)[number];

/** What a microphone needs to live on, and what a pack's socket gives it. */
export const MIC_POWERS = ["none", "bias", "phantom"] as const;
export type MicPower = (typeof MIC_POWERS)[number];

/**
 * How a receiver hears: by two whole paths of which it takes the better, by one path that two
 * antennas take turns on, or by one antenna.
 */
export const DIVERSITIES = ["two-paths", "one-path", "none"] as const;
export type Diversity = (typeof DIVERSITIES)[number];

/**
 * What a receiver shows of the very pack it hears: that its pilot or code is there, its cells, its
 * name.
 */
export const PARTNER_SIGNS = ["lock", "battery", "name"] as const;
export type PartnerSign = (typeof PARTNER_SIGNS)[number];

/**
 * What pairing by name, group number and key asks for: the key keeps strangers out, a group of the
 * common range has none and may be joined from a list.
 */
export interface PairingRules {
  /** Hexadecimal digits of a key. */
  keyDigits: number;
  groups: { common: [lowest: number, highest: number]; private: [lowest: number, highest: number] };
}

export type BatteryKind = "aa" | "9v" | "internal";

/** Batteries of a kind, how many at once, and how long a new set lasts at full drain. */
export interface BatterySet {
  kind: BatteryKind;
  perPack: number;
  hours: number;
}

/** Where a receiver's power comes from beside batteries of its own. */
export const RECEIVER_SUPPLIES = ["batteries", "external", "slot", "phantom"] as const;
export type ReceiverSupply = (typeof RECEIVER_SUPPLIES)[number];

/** What a unit's lamp, or its bars, tells of its batteries: what is seen, and what is left then. */
export interface LampCode {
  shows: string;
  leftHours: number;
}

/** What receivers and packs have in common. */
interface RadioModel {
  id: string;
  maker: string;
  name: string;
  /** The block it tunes and its antennas are cut for; null where the maker names none. */
  block: string | null;
  /**
   * Ranges on a grid; presets are ranges of one frequency; empty for those that choose for
   * themselves.
   */
  tuning: TuningRange[];
  adaptive: Adaptive | null;
  /** What goes over the air; two ends need one in common. */
  modulations: string[];
  syncMethods: SyncMethod[];
  readout: Readout;
  /** Whose television channels its display goes by; absent: the 8 MHz ones. */
  raster?: RasterName;
  /** How it writes its numbers; absent: as its readout usually has it. */
  numbering?: Numbering;
  /** How a new number stays: at once, by a press, or by switching off. Absent: at once. */
  stores?: Storing;
  /** "fixed" where the antenna does not come off. */
  antennaConnector: string;
  /** Absent: it is not paired by name, group number and key. */
  pairs?: PairingRules;
  /** What its lamp or its bars tell of its batteries; absent: nobody entered it. */
  lamps?: LampCode[];
  /** The newest firmware that is out for it, as somebody looked it up; absent: nobody did. */
  newestFirmware?: string;
  /**
   * What one must know of it from its manual: how it starts, what its lamps mean, how it stores.
   */
  note: string;
}

/**
 * The models that ship are invented. Figures are typical of their kind (common practice, no
 * published source).
 */
export interface ReceiverModel extends RadioModel {
  kind: "receiver";
  /** "ear": worn, and plays into somebody's ears. */
  form: "bag" | "camera" | "rack" | "slot" | "ear";
  diversity: Diversity;
  halves: number;
  /**
   * The halves of a dual receiver share a range this wide; null where each goes where it likes,
   * and for a single one.
   */
  halfSpanHz: number | null;
  /** What else its halves share; absent: nothing. */
  halvesShare?: HalvesShare;
  banks: Bank[];
  bandwidthHz: number;
  /** What it needs between channels and off products; absent: as usual. */
  spacing?: ProfileName;
  noiseFigureDb: number;
  requiredSnrDb: number;
  overloadDbm: number;
  output: { fullScaleDbu: number; stepsDb: number[] };
  /** Absent: balanced. */
  outputJoint?: AudioJoint;
  /** What phantom power from the input does to it; absent: nothing. */
  phantom?: PhantomEffect;
  /** What it shows of the pack it hears; absent: nothing but RF and audio. */
  tells?: PartnerSign[];
  /** What it lives on; absent: nobody said. */
  power?: {
    from: ReceiverSupply;
    /** Where it has batteries of its own: hours with one channel on; with all on they part. */
    cell?: BatterySet;
  };
  /** How its own scan steps; null where it has none. */
  sweep: { stepHz: number; msPerStep: number } | null;
}

export interface PackModel extends RadioModel {
  kind: "pack";
  /** "stationary": stands by the mixer and feeds ears. */
  form: "bodypack" | "handheld" | "plug-on" | "stationary";
  /** Its lists; absent or empty: those of the receivers of its kind. */
  banks?: Bank[];
  /** Whether it can be muted; absent: it can. */
  hasMute?: boolean;
  /** Whether its window, or its socket, is behind the door of its cells; absent: it is not. */
  isBehindDoor?: boolean;
  /**
   * What it does with a number outside its range; absent: it refuses. One that clips takes its
   * nearest edge and says nothing.
   */
  outside?: "refuses" | "clips";
  /** Letters that its name may have; absent: eight. */
  nameLetters?: number;
  powersMw: number[];
  gainStepsDb: number[];
  /** Absent: in dB. */
  gainScale?: ControlScale;
  /** Whether it can set its gain by itself, and does so as it comes; absent: it cannot. */
  autoGain?: "off" | "on";
  /** What it gives its microphone; absent: bias, as a lavalier wants. */
  micPower?: MicPower;
  fullScaleInputDbu: number;
  inputNoiseDbu: number;
  limiterDb: number | null;
  /**
   * What it runs on: cells of a kind, how many at once, and how long a fresh set lasts at full
   * power.
   */
  cell: BatterySet;
}

/**
 * The tape that marks a block on units and antennas: a colour, and always its word. Our own scheme.
 */
export interface BlockTape {
  id: string;
  tape: string;
  colour: string;
}

export interface MicrophoneModel {
  id: string;
  name: string;
  sensitivityMvPerPa: number;
  selfNoiseDba: number;
  maxSplDb: number;
  /** Absent: it hears all around. */
  pattern?: "omni" | "cardioid";
  /** What it needs; absent: bias. */
  needs?: MicPower;
}

/** Inputs the receivers play into. */
export interface InputModel {
  id: string;
  name: string;
  kind: "mic" | "line";
  fullScaleDbu: number;
  noiseDbu: number;
  /** Where it stands as long as nobody turned it. */
  gainDb: number;
  /** What its gain can be set to; absent: any whole dB, 20 down and 60 up. */
  gain?: { lowestDb: number; highestDb: number; stepDb: number; scale?: ControlScale };
  /** Its own limiter, below full scale; absent: none. */
  limiterDb?: number;
  /** Whether it can set its level by itself, and does so as it comes; absent: it cannot. */
  autoGain?: "off" | "on";
  /** Absent: it has none to give. */
  phantom?: "switched" | "always";
  /** Absent: balanced. */
  joint?: AudioJoint;
  /** How many channels it takes; absent: as many as play into it. */
  tracks?: number;
  /** What its meter shows; absent: peaks in dBFS. */
  meter?: InputMeter;
}

/** Every model that is known: those that ship and the user's own. Plain data. */
export interface Kit {
  receivers: ReceiverModel[];
  packs: PackModel[];
  microphones: MicrophoneModel[];
  inputs: InputModel[];
  blocks: BlockTape[];
}

export const KIT_PARTS = [
  "receivers",
  "packs",
  "microphones",
  "inputs",
  "blocks",
] as const satisfies readonly (keyof Kit)[];
export const EMPTY_KIT: Kit = { receivers: [], packs: [], microphones: [], inputs: [], blocks: [] };

/** One kit over another: what stands in `over` under the same id counts, the rest of both stays. */
export function mergeKits(under: Kit, over: Kit): Kit {
  const merge = <T extends { id: string }>(a: readonly T[], b: readonly T[]): T[] => [
    ...a.map((m) => b.find((n) => n.id === m.id) ?? m),
    ...b.filter((m) => !a.some((n) => n.id === m.id)),
  ];
  return {
    receivers: merge(under.receivers, over.receivers),
    packs: merge(under.packs, over.packs),
    microphones: merge(under.microphones, over.microphones),
    inputs: merge(under.inputs, over.inputs),
    blocks: merge(under.blocks, over.blocks),
  };
}

function find<T extends { id: string }>(list: readonly T[], id: string, what: string): T {
  const found = list.find((m) => m.id === id);
  if (!found) throw new Error(`there is no ${what} "${id}"`);
  return found;
}

const MISSING_RADIO = {
  maker: "",
  block: null,
  tuning: [],
  adaptive: null,
  modulations: [],
  syncMethods: [],
  readout: "nothing",
  antennaConnector: "fixed",
  note: "This model is not in the kit any more.",
} satisfies Omit<RadioModel, "id" | "name">;

/**
 * A receiver of a model that is not in the kit: nothing meets it, and it says so. Figures are those
 * of an ordinary one and enter nothing, for nothing can be tuned on it.
 */
const missingReceiver = (id: string): ReceiverModel => ({
  ...MISSING_RADIO,
  id,
  name: `missing model (${id})`,
  kind: "receiver",
  form: "bag",
  diversity: "two-paths",
  halves: 1,
  halfSpanHz: null,
  banks: [],
  bandwidthHz: 200_000,
  noiseFigureDb: 8,
  requiredSnrDb: 20,
  overloadDbm: -20,
  output: { fullScaleDbu: 4, stepsDb: [0] },
  sweep: null,
});
/** The same for a pack. */
const missingPack = (id: string): PackModel => ({
  ...MISSING_RADIO,
  id,
  name: `missing model (${id})`,
  kind: "pack",
  form: "bodypack",
  powersMw: [10],
  gainStepsDb: [0],
  fullScaleInputDbu: 0,
  inputNoiseDbu: -120,
  limiterDb: null,
  cell: { kind: "aa", perPack: 2, hours: 8 },
});

/**
 * A model by its id. What is stored is held against the kit as it is written; what a file or an
 * older version left without its model is shown as missing, so that its day can still be opened and
 * put right.
 */
export const receiverModel = (kit: Kit, id: string): ReceiverModel =>
  kit.receivers.find((m) => m.id === id) ?? missingReceiver(id);
export const packModel = (kit: Kit, id: string): PackModel =>
  kit.packs.find((m) => m.id === id) ?? missingPack(id);
export const microphoneModel = (kit: Kit, id: string): MicrophoneModel =>
  find(kit.microphones, id, "microphone");
export const inputModel = (kit: Kit, id: string): InputModel => find(kit.inputs, id, "input");

export const modelName = ({ maker, name }: { maker: string; name: string }): string =>
  `${maker} ${name}`;
/** The tape's word of a block; null where none is agreed. */
export const tapeOf = (kit: Kit, block: string | null): BlockTape | null =>
  kit.blocks.find((b) => b.id === block) ?? null;
