import type { InputMeter } from "~/core/audio/meterReading";
import { type Source, SOURCES } from "~/core/kit/sources";
import type { AntennaOwner } from "~/core/kit/antennas";
import { isListsOnly, type Numbered } from "~/core/kit/unitNumber";
import type { SelfChoosingBand } from "~/core/kit/selfChoosingBands";
import type { SetKindId } from "~/core/kit/typicalSets";
import { lastOf } from "~/core/units/items";
import type { CaseProblem } from "~/core/kit/caseCheck";
import type {
  Adaptive,
  AudioJoint,
  BatteryKind,
  ControlScale,
  Diversity,
  MicPower,
  PhantomEffect,
  Readout,
  ReceiverSupply,
  SyncMethod,
} from "~/core/kit/models";
import type { UnitField, UnitRowNote, UnitRowProblem } from "~/core/kit/unitTable";
import type { StockKind } from "~/core/kit/units";
import { count, formatMetres, formatSpan, listWords, mhz, rangesWords } from "./format";

export const SCALE_WORDS: Readonly<Record<ControlScale, string>> = {
  db: "in dB",
  sensitivity: "as sensitivity",
  attenuation: "as attenuation",
  dial: "as a dial from 0 to 10",
  clock: "by where its mark points",
};
export const JOINT_WORDS: Readonly<Record<AudioJoint, string>> = {
  balanced: "balanced",
  unbalanced: "unbalanced",
  digital: "digital",
};
export const MIC_POWER_WORDS: Readonly<Record<MicPower, string>> = {
  none: "nothing",
  bias: "bias voltage",
  phantom: "48 V phantom power",
};
export const PHANTOM_WORDS: Readonly<Record<PhantomEffect, string>> = {
  harms: "harm",
  nothing: "nothing",
  wakes: "fine: it switches the receiver on",
};

const powers = (list: readonly number[]) => `${listWords(list.map(String), "or")} mW`;

export function caseProblemWords(p: CaseProblem): string {
  switch (p.code) {
    case "unit-model-missing":
      return `no model "${p.modelId}" for ${p.label}`;
    case "label-missing":
      return "a unit needs a label";
    case "label-twice":
      return `two units would be called ${p.label}`;
    case "serial-twice":
      return `${p.labels[0]} and ${p.labels[1]} would have the same serial number ${p.serial}`;
    case "power-unknown":
      return `${p.label} has no power of ${p.powerMw} mW, only ${powers(p.powersMw)}`;
    case "unit-in-use":
      return `${p.label} is with ${p.talker}: assign them another first`;
    case "shared":
      return `${p.talkers[0]} and ${p.talkers[1]} would both have ${p.label}`;
    case "part-missing":
      return `${p.talker} plays through a ${p.part} that is not in the kit (${p.id})`;
    case "talker-twice":
      return `there would be two channels for ${p.talker}`;
    case "half-in-use":
      return `${p.label} would lose half ${p.half + 1}, which ${p.talker} is on`;
  }
}

export const UNIT_FIELD_WORDS: Readonly<Record<UnitField, string>> = {
  label: "Label",
  kind: "Receiver or pack",
  maker: "Maker",
  model: "Model",
  serial: "Serial number",
  power: "Power",
  key: "Key",
  firmware: "Firmware",
  low: "Lowest MHz",
  high: "Highest MHz",
  step: "Step kHz",
};

export function unitProblemWords(p: UnitRowProblem): string {
  switch (p.code) {
    case "label-missing":
      return "no label";
    case "label-twice":
      return `"${p.label}" stands in row ${p.firstRow} already`;
    case "serial-twice":
      return `serial number ${p.serial} ${"row" in p.where ? `stands in row ${p.where.row} already` : `is ${p.where.label}’s`}`;
    case "name-too-long":
      return `"${UNIT_FIELD_WORDS[p.field].toLowerCase()}" has ${p.length} characters, at most 80`;
    case "kind-unreadable":
      return `"${p.text.slice(0, 20)}" is neither receiver nor pack`;
    case "model-missing":
      return "no model";
    case "model-unknown":
      return `"${p.text.slice(0, 40)}" is no model known here: give its lowest and highest MHz, or read its kit file first`;
    case "kind-needed":
      return `"${p.text.slice(0, 40)}" is new: say whether it is a receiver or a pack`;
    case "frequency-unreadable":
      return `"${p.text.slice(0, 20)}" is no ${p.field === "step" ? "step" : "frequency"}`;
    case "range-upside-down":
      return `its lowest, ${mhz(p.lowHz)}, lies above its highest, ${mhz(p.highHz)}`;
    case "power-unreadable":
      return `"${p.text.slice(0, 20)}" is no power`;
    case "power-unknown":
      return `it has no ${p.powerMw} mW, only ${powers(p.powersMw)}`;
  }
}

export function unitNoteWords(n: UnitRowNote): string {
  switch (n.code) {
    case "replaces":
      return `takes the place of ${n.label}`;
    case "new-model":
      return `new model ${n.name}, with typical figures`;
    case "range-differs":
      return `the known model does not tune all of ${rangesWords([n])}`;
  }
}

const MAX_RANGES = 3;
/**
 * Where a model tunes, short: "470–542 MHz in 25 kHz", "4 presets, 863.1–864.9 MHz", "adaptive".
 */
export function tuningWords({
  kind,
  tuning,
  adaptive,
  readout,
  banks: lists = [],
  ...rest
}: Numbered & { adaptive: Adaptive | null }): string {
  if (adaptive)
    return `automatic, at most ${adaptive.mostPerRoom} in a room, about ${formatMetres(adaptive.rangeM)}`;
  const first = tuning[0];
  if (!first) return "nowhere";
  if (lists.length > 0 && isListsOnly({ kind, tuning, readout, banks: lists, ...rest }))
    return `${count(lists.length, readout === "tv-and-number" ? "TV channel" : (rest.numbering?.listWord ?? "bank"))}, ${lists.reduce((n, b) => n + b.frequenciesHz.length, 0)} numbers, ${rangesWords([{ lowHz: first.lowHz, highHz: lastOf(tuning).highHz }])} MHz`;
  if (tuning.every((t) => t.lowHz === t.highHz))
    return `${tuning.length} presets, ${rangesWords([{ lowHz: first.lowHz, highHz: lastOf(tuning).highHz }])} MHz`;
  return `${rangesWords(tuning.slice(0, MAX_RANGES))}${tuning.length > MAX_RANGES ? " …" : ""} MHz by ${formatSpan(first.stepHz)}`;
}

export const SYNC_WORDS: Readonly<Record<SyncMethod, string>> = {
  "by-hand": "by hand",
  infrared: "infrared",
  "near-field": "near-field touch",
  cable: "cable",
  switches: "two rotary switches",
  pairing: "pairing",
  "self-choosing": "automatic",
};
export const DIVERSITY_WORDS: Readonly<Record<Diversity, string>> = {
  "two-paths": "true diversity, two receivers",
  "one-path": "antenna diversity, one receiver",
  none: "one antenna",
};
export const READOUT_WORDS: Readonly<Record<Readout, string>> = {
  mhz: "MHz",
  "switch-code": "two-digit switch code",
  "bank-and-number": "bank and number",
  preset: "preset number",
  "tv-and-number": "TV channel and number",
  "tv-and-mhz": "TV channel and MHz",
  nothing: "no frequency",
};
export const BATTERY_WORDS: Readonly<Record<BatteryKind, string>> = {
  aa: "AA",
  "9v": "9 V",
  internal: "built-in",
};

export const METER_WORDS: Readonly<Record<InputMeter, string>> = {
  dbfs: "dBFS",
  vu: "VU",
  bars: "bars, no figures",
};
export const STOCK_WORDS: Readonly<Record<StockKind, string>> = {
  microphone: "lavalier microphones",
  "recorder-track": "recorder tracks",
  "camera-track": "camera tracks",
  "wired-recorder": "wired recorders",
  "aa-cell": "AA batteries",
  "9v-cell": "9 V batteries",
  antenna: "receiver antennas",
  lead: "receiver cables",
};
/** Kinds of sets, as a person would say what they own. */
export const SET_KIND_WORDS: Readonly<Record<SetKindId, string>> = {
  camera: "Camera receiver, one pack",
  "camera-dual": "Dual camera receiver, two packs",
  "bag-dual": "Dual bag receiver, two packs",
  "slot-dual": "Dual slot receiver, two packs",
  "rack-groups": "Rack with groups, handhelds",
  codes: "Two-switch code set",
  presets: "Fixed presets",
  "plug-on": "Plug-on and camera receiver",
  "self-choosing": "Chooses its own frequency",
  "ear-feed": "Ear feed: transmitter and worn receivers",
};
export const BAND_WORDS: Readonly<Record<SelfChoosingBand["id"], string>> = {
  "2.4": "2.4 GHz",
  "1.9-eu": "1.88–1.90 GHz (Europe)",
  "1.9-us": "1.92–1.93 GHz (Americas)",
  "5": "5 GHz",
  "915": "902–928 MHz (Americas)",
};

export const ANTENNA_OWNER_WORDS: Readonly<Record<AntennaOwner, string>> = {
  receiver: "a receiver",
  pack: "a pack",
  stand: "a stand",
};

export const SUPPLY_WORDS: Readonly<Record<ReceiverSupply, string>> = {
  batteries: "batteries of its own",
  external: "an external supply",
  slot: "the slot it sits in",
  phantom: "phantom power of its input",
};

export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  lavalier: "lavalier",
  headset: "headset",
  handheld: "handheld",
  "plug-on": "plug-on with its microphone",
  "line-feed": "line feed from a desk or camera",
  boom: "boom by radio",
};
export const SOURCE_CHOICES: { id: Source; label: string }[] = SOURCES.map((id) => ({
  id,
  label: SOURCE_WORDS[id],
}));
