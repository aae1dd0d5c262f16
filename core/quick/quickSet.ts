import type { Bank, TuningRange } from "~/core/devices/tuning";
import type {
  InputModel,
  MicrophoneModel,
  Numbering,
  PackModel,
  Readout,
  ReceiverModel,
  SyncMethod,
} from "~/core/kit/models";
import { SELF_CHOOSING_BANDS, type SelfChoosingBand } from "~/core/kit/selfChoosingBands";
import { SHIPPED_INPUTS, SHIPPED_MICROPHONES } from "~/core/kit/shippedSound";
import { LINE_FEED, type Source } from "~/core/kit/sources";
import { switchRange } from "~/core/kit/switchCode";
import { modelsOfSet, type SetKindId, type SetTuning } from "~/core/kit/typicalSets";
import { unitNumber } from "~/core/kit/unitNumber";
import type { FrequencyRange } from "~/core/regulations/region";
import { formatMhz } from "~/core/units/frequencyText";
import { defined, itemAt } from "~/core/units/items";

/** Kinds of one system that people carry, told apart by what they see on it. */
export const QUICK_KINDS = [
  "banks",
  "mhz",
  "dual",
  "groups",
  "tv-number",
  "codes",
  "presets",
  "plug-on",
  "handheld",
  "self-choosing",
] as const;
export type QuickKind = (typeof QUICK_KINDS)[number];

/** What a receiver's own scan tells; "none" where it has none. */
export const QUICK_SCANS = ["members", "count", "proposal", "graph", "none"] as const;
export type QuickScan = (typeof QUICK_SCANS)[number];

/** How a pack gets its receiver's number. */
export const QUICK_CARRIES = [
  "infrared",
  "near-field",
  "cable",
  "by-hand",
  "switches",
  "pairing",
] as const satisfies readonly SyncMethod[];
export type QuickCarry = (typeof QUICK_CARRIES)[number];

/** Where the receiver plugs in. */
export const QUICK_INTOS = ["camera-mic", "camera-line", "recorder"] as const;
export type QuickInto = (typeof QUICK_INTOS)[number];

export const QUICK_SOURCES = [
  "lavalier",
  "headset",
  "handheld",
  "plug-on",
  "line-feed",
] as const satisfies readonly Source[];
export type QuickSource = (typeof QUICK_SOURCES)[number];

/** One receiver with its packs, as far as a person told of it. */
export interface QuickSet {
  /** What it is called: "Camera A". */
  name: string;
  kind: QuickKind;
  scan: QuickScan;
  carry: QuickCarry;
  source: QuickSource;
  into: QuickInto;
  packs: 1 | 2;
  /** Letter, colour or version on the plate; null where it names none. */
  block: string | null;
  /** Where it tunes, as on the plate; of code switches the block that begins at its code 00. */
  ranges: FrequencyRange[];
  /** The band of a system that chooses for itself. */
  band: SelfChoosingBand["id"] | null;
  /** Whether both halves work in one third of the range. */
  hasThirds: boolean;
  /** Its lists as far as they are known: entered, or learned from what its screen showed. */
  lists: Bank[];
}

interface KindRule {
  /** The typical set that its figures come from. */
  base: SetKindId;
  readout: Readout;
  numbering?: Numbering;
  usual: Pick<QuickSet, "scan" | "carry" | "source" | "into" | "packs">;
}

/** What is usual of each kind (common practice, no published source). */
export const QUICK_KIND_OF: Readonly<Record<QuickKind, KindRule>> = {
  banks: {
    base: "camera",
    readout: "bank-and-number",
    numbering: { listWord: "bank" },
    usual: {
      scan: "members",
      carry: "infrared",
      source: "lavalier",
      into: "camera-mic",
      packs: 1,
    },
  },
  mhz: {
    base: "camera",
    readout: "mhz",
    usual: {
      scan: "proposal",
      carry: "infrared",
      source: "lavalier",
      into: "camera-mic",
      packs: 1,
    },
  },
  dual: {
    base: "camera-dual",
    readout: "mhz",
    usual: { scan: "graph", carry: "infrared", source: "lavalier", into: "camera-mic", packs: 2 },
  },
  groups: {
    base: "rack-groups",
    readout: "bank-and-number",
    numbering: { listWord: "group" },
    usual: { scan: "members", carry: "by-hand", source: "handheld", into: "recorder", packs: 1 },
  },
  "tv-number": {
    base: "camera",
    readout: "tv-and-number",
    usual: { scan: "none", carry: "by-hand", source: "lavalier", into: "camera-mic", packs: 1 },
  },
  codes: {
    base: "codes",
    readout: "switch-code",
    usual: { scan: "none", carry: "switches", source: "lavalier", into: "camera-mic", packs: 1 },
  },
  presets: {
    base: "presets",
    readout: "preset",
    usual: { scan: "none", carry: "by-hand", source: "lavalier", into: "camera-mic", packs: 1 },
  },
  "plug-on": {
    base: "plug-on",
    readout: "mhz",
    usual: { scan: "proposal", carry: "by-hand", source: "plug-on", into: "camera-mic", packs: 1 },
  },
  handheld: {
    base: "plug-on",
    readout: "mhz",
    usual: {
      scan: "proposal",
      carry: "infrared",
      source: "handheld",
      into: "camera-mic",
      packs: 1,
    },
  },
  "self-choosing": {
    base: "self-choosing",
    readout: "nothing",
    usual: { scan: "none", carry: "pairing", source: "lavalier", into: "camera-mic", packs: 1 },
  },
};

/** A set of a kind before anything else was told of it. */
export const usualSet = (kind: QuickKind, name: string): QuickSet => ({
  name,
  kind,
  ...QUICK_KIND_OF[kind].usual,
  block: null,
  ranges: [],
  band: kind === "self-choosing" ? itemAt(SELF_CHOOSING_BANDS, 0).id : null,
  hasThirds: false,
  lists: [],
});

/** Whether a set's numbers stand in lists that only its own screen tells. */
export const goesByLists = ({ kind }: Pick<QuickSet, "kind">): boolean =>
  QUICK_KIND_OF[kind].readout === "bank-and-number" ||
  QUICK_KIND_OF[kind].readout === "tv-and-number";

export const choosesItself = ({ kind }: Pick<QuickSet, "kind">): boolean =>
  kind === "self-choosing";

export type QuickSetProblem =
  /** Nothing was told of where it tunes. */
  | { code: "range-missing" }
  | { code: "range-upside-down"; lowHz: number; highHz: number }
  /** Nobody makes a range this wide, or so low or high, for this job. */
  | { code: "range-unlikely"; lowHz: number; highHz: number };

const LOWEST_HZ = 30e6;
const HIGHEST_HZ = 6e9;
const WIDEST_HZ = 600e6;

/**
 * What is wrong with where a set is said to tune; null where nothing is.
 * Edges: common practice, no published source.
 */
export function setProblem(
  set: Pick<QuickSet, "kind" | "ranges" | "lists">,
): QuickSetProblem | null {
  if (choosesItself(set)) return null;
  if (set.ranges.length === 0) return { code: "range-missing" };
  for (const { lowHz, highHz } of set.ranges) {
    if (lowHz > highHz) return { code: "range-upside-down", lowHz, highHz };
    if (lowHz < LOWEST_HZ || highHz > HIGHEST_HZ || highHz - lowHz > WIDEST_HZ)
      return { code: "range-unlikely", lowHz, highHz };
  }
  return null;
}

const GRID_HZ = 25_000;

function tuningOf(set: QuickSet): TuningRange[] {
  if (set.kind === "codes") return set.ranges.map((r) => switchRange(r.lowHz));
  return set.ranges.map(({ lowHz, highHz }) => ({
    lowHz,
    highHz,
    stepHz: lowHz === highHz ? 1 : GRID_HZ,
  }));
}

/** The range of a set in fixed thirds, as its menu has them. */
const thirdsOf = ({ ranges }: Pick<QuickSet, "ranges">): Numbering["blocks"] => {
  const range = itemAt(ranges, 0);
  const thirdHz = (range.highHz - range.lowHz) / 3;
  return ["low third", "middle third", "high third"].map((id, i) => ({
    id,
    lowHz: range.lowHz + i * thirdHz,
    highHz: range.lowHz + (i + 1) * thirdHz,
  }));
};

export interface QuickModels {
  receiver: ReceiverModel;
  pack: PackModel;
  microphone: MicrophoneModel;
  input: InputModel;
}

/** The maker of a set of which only the plate was read. */
const MAKER = "Own";

/**
 * Both ends of a set as models, and what it plays from and into: usual figures of its kind, with
 * the numbers, the scan and the way to match that were told.
 */
export function modelsOf(set: QuickSet): QuickModels {
  const { base, readout, numbering } = QUICK_KIND_OF[set.kind];
  const band = SELF_CHOOSING_BANDS.find((b) => b.id === set.band);
  const where: SetTuning =
    choosesItself(set) && band
      ? { adaptive: withoutId(band) }
      : { tuning: tuningOf(set), banks: set.lists };
  const made = modelsOfSet(
    { kind: base, maker: MAKER, name: set.name, block: set.block, where },
    [],
  );
  const numbers: Numbering = {
    ...numbering,
    ...(set.hasThirds && set.ranges.length > 0 ? { blocks: thirdsOf(set) ?? [] } : {}),
  };
  const common = {
    readout,
    syncMethods: methodsOf(set),
    ...(Object.keys(numbers).length > 0 ? { numbering: numbers } : {}),
  };
  const receiver: ReceiverModel = {
    ...made.receiver,
    ...common,
    ...(set.hasThirds ? { halvesShare: "block" as const } : {}),
    ...(set.kind === "dual"
      ? {}
      : { halves: choosesItself(set) ? set.packs : made.receiver.halves }),
    power: POWER_OF[set.kind] ?? AA_POWER,
    sweep: set.scan === "none" ? null : made.receiver.sweep,
  };
  const pack: PackModel = {
    ...made.pack,
    ...common,
    banks: set.lists,
    ...(set.source === "handheld" || set.source === "plug-on"
      ? { form: set.source, micPower: "none" as const, antennaConnector: "fixed" }
      : { form: "bodypack" as const, micPower: "bias" as const }),
  };
  return {
    receiver,
    pack,
    microphone: microphoneOf(set.source),
    input: inputOf(set.into),
  };
}

/** What receivers of these kinds run on, and how long (common practice, no published source). */
type ReceiverPower = NonNullable<ReceiverModel["power"]>;
const AA_POWER: ReceiverPower = {
  from: "batteries",
  cell: { kind: "aa", perPack: 2, hours: 7 },
};
const POWER_OF: Partial<Record<QuickKind, ReceiverPower>> = {
  groups: { from: "external" },
  codes: { from: "batteries", cell: { kind: "9v", perPack: 1, hours: 6 } },
  "self-choosing": { from: "batteries", cell: { kind: "internal", perPack: 1, hours: 7 } },
};

const withoutId = ({ id: _, ...adaptive }: SelfChoosingBand) => adaptive;

const methodsOf = (set: QuickSet): SyncMethod[] =>
  choosesItself(set)
    ? ["pairing", "self-choosing"]
    : set.carry === "by-hand" || set.carry === "switches"
      ? [set.carry]
      : [set.carry, "by-hand"];

const MICROPHONE_OF: Readonly<Record<Exclude<QuickSource, "line-feed">, string>> = {
  lavalier: "pebble",
  headset: "pebble-low",
  handheld: "skerry-hand",
  "plug-on": "skerry-hand",
};
const microphoneOf = (source: QuickSource): MicrophoneModel =>
  source === "line-feed"
    ? LINE_FEED
    : defined(SHIPPED_MICROPHONES.find((m) => m.id === MICROPHONE_OF[source]));

const INPUT_OF: Readonly<Record<QuickInto, string>> = {
  "camera-mic": "camera-mic",
  "camera-line": "camera-line",
  recorder: "recorder-line",
};
const inputOf = (into: QuickInto): InputModel =>
  defined(SHIPPED_INPUTS.find((i) => i.id === INPUT_OF[into]));

/** One number of a set: in its own lists, in megahertz, or both; what nobody told is null. */
export interface QuickPlace {
  list: string | null;
  number: string | null;
  frequencyHz: number | null;
}

/** Whether two places are one, by what is known of both. */
export function isSamePlace(a: QuickPlace, b: QuickPlace): boolean {
  if (a.frequencyHz !== null && b.frequencyHz !== null) return a.frequencyHz === b.frequencyHz;
  return a.number !== null && a.list === b.list && a.number === b.number;
}

/** The members of one list by name, with what is known of their frequencies. */
export function membersOf(set: Pick<QuickSet, "lists">, list: string): QuickPlace[] {
  const bank = set.lists.find((b) => b.id === list);
  return (bank?.frequenciesHz ?? []).map((frequencyHz, i) => ({
    list,
    number: bank?.numbers?.[i] ?? String(i + 1),
    frequencyHz,
  }));
}

/** A place with what the set's lists know of it beside what was told. */
export function completed(set: Pick<QuickSet, "lists">, place: QuickPlace): QuickPlace {
  const { list, number, frequencyHz } = place;
  if (frequencyHz === null && list !== null)
    return membersOf(set, list).find((m) => m.number === number) ?? place;
  if (list === null && frequencyHz !== null)
    for (const bank of set.lists) {
      const found = membersOf(set, bank.id).find((m) => m.frequencyHz === frequencyHz);
      if (found) return found;
    }
  return place;
}

/**
 * The set with a place learned: its screen showed list, number and megahertz together. A list
 * keeps its members in the order of their numbers.
 */
export function withLearned(set: QuickSet, place: QuickPlace): QuickSet {
  const { list, number, frequencyHz } = place;
  if (!goesByLists(set) || list === null || number === null || frequencyHz === null) return set;
  const members = [
    ...membersOf(set, list).filter((m) => m.number !== number),
    { list, number, frequencyHz },
  ].sort((a, b) => Number(a.number) - Number(b.number));
  const learned: Bank = {
    id: list,
    numbers: members.map((m) => m.number ?? ""),
    frequenciesHz: members.map((m) => m.frequencyHz ?? 0),
  };
  const others = set.lists.filter((b) => b.id !== list);
  return {
    ...set,
    lists: [...others, learned].sort((a, b) => a.id.localeCompare(b.id, "en", { numeric: true })),
  };
}

/**
 * A place as the set's own screen shows it; the megahertz where it has no other number.
 * @example placeText(set, { list: "7", number: "9", frequencyHz: null }) // "7.9"
 */
export function placeText(set: QuickSet, place: QuickPlace): string {
  const { list, number, frequencyHz } = completed(set, place);
  if (goesByLists(set)) {
    if (list !== null) return number === null ? list : `${list}.${number}`;
    return frequencyHz === null ? "" : formatMhz(frequencyHz);
  }
  if (frequencyHz === null) return number ?? "";
  return unitNumber(modelsOf(set).receiver, frequencyHz)?.text ?? formatMhz(frequencyHz);
}
