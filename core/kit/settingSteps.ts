import type { ListWord, PackModel, ReceiverModel, Storing, SyncMethod } from "./models";
import { phantomOf } from "./phantom";
import { unitNumber, writtenAs } from "./unitNumber";

/** One thing to do with the hands on a unit, in the order that its kind asks for. */
export type SettingStep =
  /** The block that is printed on it: nothing to choose, but to look at. */
  | { code: "block"; block: string }
  /** A named block or part that its menu asks for before any number. */
  | { code: "choose-block"; block: string }
  | {
      code: "number";
      frequencyHz: number;
      /** As its display has room for. */
      shown: string;
      /** Where it has two kinds of step: as far as the coarse ones go, and how far each goes. */
      coarse: { stepHz: number; toHz: number } | null;
      fineHz: number | null;
    }
  | { code: "list"; word: ListWord; list: string; isUser: boolean }
  /** Null megahertz where nobody told them. */
  | { code: "list-number"; number: string; frequencyHz: number | null }
  | { code: "switches"; left: string; right: string }
  /** A window that shows the code of the switches: chosen with buttons. */
  | { code: "code-window"; text: string }
  | { code: "preset"; preset: string; frequencyHz: number }
  /** A television channel first; then its number there, or the frequency. */
  | { code: "tv"; channel: string }
  | { code: "tv-number"; number: string; frequencyHz: number }
  /** Its own number is not known: its lists were not entered. */
  | { code: "lists-missing"; frequencyHz: number }
  | {
      code: "copy";
      method: Exclude<SyncMethod, "by-hand" | "switches" | "pairing" | "self-choosing">;
      isBehindDoor: boolean;
    }
  /** Brought to the base once, so that name, group number and key are known. */
  | { code: "base" }
  | { code: "pair" }
  /** It sleeps until its input gives phantom power. */
  | { code: "wake" }
  /** No other of its kind within reach may listen while two are paired. */
  | { code: "others-off" }
  | { code: "linked"; tellsName: boolean }
  | { code: "identify" }
  | { code: "store"; how: Storing }
  /** What it must show in the end, in its own form; a pack after it was off and on again. */
  | { code: "read-back"; shown: string; isAfterOff: boolean };

/** Methods that carry a number across, the quickest first. */
const COPIES = ["infrared", "near-field", "cable"] as const;

/**
 * How receiver and pack of a channel are brought to a frequency: block before number, number before
 * storing, the receiver before the pack, each read once more in its own form, the pack after it was
 * off. A pack that can be copied to from its receiver is; the number is dialled where not.
 * @param frequencyHz - what both are to show; null for a system that chooses for itself
 */
export function settingSteps(
  receiver: ReceiverModel,
  pack: PackModel,
  frequencyHz: number | null,
): { receiver: SettingStep[]; pack: SettingStep[] } {
  if (frequencyHz === null) return pairingSteps(receiver);
  const copies = COPIES.find(
    (m) => receiver.syncMethods.includes(m) && pack.syncMethods.includes(m),
  );
  return {
    receiver: [
      ...blockOf(receiver),
      ...numberOn(receiver, frequencyHz),
      ...storing(receiver),
      { code: "read-back", shown: writtenAs(receiver, frequencyHz), isAfterOff: false },
    ],
    pack: [
      ...blockOf(pack),
      ...(receiver.pairs && pack.pairs ? [{ code: "base" as const }] : []),
      ...(copies
        ? [{ code: "copy" as const, method: copies, isBehindDoor: pack.isBehindDoor === true }]
        : receiver.syncMethods.includes("pairing") && pack.syncMethods.includes("pairing")
          ? [{ code: "pair" as const }]
          : numberOn(pack, frequencyHz)),
      ...storing(pack),
      { code: "read-back", shown: writtenAs(pack, frequencyHz), isAfterOff: true },
    ],
  };
}

/**
 * One that chooses for itself gets no number: it has power, pairs with the others off, is left to
 * choose, and tells which pack it has.
 */
function pairingSteps(receiver: ReceiverModel): {
  receiver: SettingStep[];
  pack: SettingStep[];
} {
  const others: SettingStep = { code: "others-off" };
  return {
    receiver: [
      ...(phantomOf(receiver) === "wakes" ? [{ code: "wake" as const }] : []),
      others,
      { code: "pair" },
      { code: "linked", tellsName: (receiver.tells ?? []).includes("name") },
    ],
    pack: [{ code: "pair" }, { code: "identify" }],
  };
}

const storing = ({ stores = "at-once" }: ReceiverModel | PackModel): SettingStep[] =>
  stores === "at-once" ? [] : [{ code: "store", how: stores }];

const blockOf = ({ block }: ReceiverModel | PackModel): SettingStep[] =>
  block === null ? [] : [{ code: "block", block }];

/** A pack's code is on its switches; a receiver has a window for it, and buttons. */
const hasSwitches = ({ kind, numbering }: ReceiverModel | PackModel): boolean =>
  (numbering?.setBy ?? (kind === "pack" ? "switches" : "buttons")) === "switches";

/** Everything that is dialled on one unit until its number stands, level by level. */
function numberOn(model: ReceiverModel | PackModel, frequencyHz: number): SettingStep[] {
  const shown = unitNumber(model, frequencyHz);
  if (!shown) return [{ code: "lists-missing", frequencyHz }];
  const block: SettingStep[] =
    shown.block === null ? [] : [{ code: "choose-block", block: shown.block }];
  switch (shown.kind) {
    case "code":
      return [
        hasSwitches(model)
          ? { code: "switches", left: shown.text.charAt(0), right: shown.text.charAt(1) }
          : { code: "code-window", text: shown.text },
      ];
    case "preset":
      return [...block, { code: "preset", preset: shown.number, frequencyHz }];
    case "TV":
      return [
        ...block,
        { code: "tv", channel: shown.list ?? "" },
        { code: "tv-number", number: shown.number, frequencyHz },
      ];
    case "MHz":
      return [...block, dialled(model, frequencyHz, shown.text)];
    default:
      return [
        ...block,
        { code: "list", word: shown.kind, list: shown.list ?? "", isUser: shown.isUser },
        { code: "list-number", number: shown.number, frequencyHz },
      ];
  }
}

/** A frequency by coarse steps, then fine ones; coarse steps start at the lowest of the range. */
function dialled(
  { tuning, numbering }: ReceiverModel | PackModel,
  frequencyHz: number,
  shown: string,
): SettingStep {
  const range = tuning.find((t) => frequencyHz >= t.lowHz && frequencyHz <= t.highHz);
  const stepHz = numbering?.coarseHz;
  return {
    code: "number",
    frequencyHz,
    shown,
    coarse:
      stepHz === undefined || !range
        ? null
        : {
            stepHz,
            toHz: range.lowHz + Math.floor((frequencyHz - range.lowHz) / stepHz + 1e-9) * stepHz,
          },
    fineHz: numbering?.fineHz ?? null,
  };
}
