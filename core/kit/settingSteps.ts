import { itemAt } from "~/core/units/items";
import type { PackModel, ReceiverModel, Storing, SyncMethod } from "./models";
import { shownAs } from "./modelText";

/** One thing to do with the hands on a unit, in the order that its kind asks for. */
export type SettingStep =
  | { code: "block"; block: string }
  | { code: "number"; frequencyHz: number }
  | { code: "bank"; bank: string; member: string; frequencyHz: number }
  | { code: "switches"; left: string; right: string }
  | { code: "preset"; preset: string; frequencyHz: number }
  /** A television channel first; then its number there, or the frequency. */
  | { code: "tv"; channel: string; rest: string; frequencyHz: number }
  | {
      code: "copy";
      method: Exclude<SyncMethod, "by-hand" | "switches" | "pairing" | "self-choosing">;
      isBehindDoor: boolean;
    }
  /** Brought to the base once, so that name, group number and key are known. */
  | { code: "base" }
  | { code: "pair" }
  | { code: "store"; how: Storing }
  | { code: "read-back" };

/** Methods that carry a number across, the quickest first. */
const COPIES = ["infrared", "near-field", "cable"] as const;

/**
 * How receiver and pack of a channel are brought to a frequency: block before number, number before
 * storing, the receiver before the pack, and the pack read once more after it was off. A pack that
 * can be copied to from its receiver is; the number is dialled where not.
 * @param frequencyHz - what both are to show; null for a system that chooses for itself
 */
export function settingSteps(
  receiver: ReceiverModel,
  pack: PackModel,
  frequencyHz: number | null,
): { receiver: SettingStep[]; pack: SettingStep[] } {
  if (frequencyHz === null) return { receiver: [{ code: "pair" }], pack: [{ code: "pair" }] };
  const copies = COPIES.find(
    (m) => receiver.syncMethods.includes(m) && pack.syncMethods.includes(m),
  );
  const storing = pack.stores ?? "at-once";
  return {
    receiver: [...blockOf(receiver), numberOn(receiver, frequencyHz)],
    pack: [
      ...blockOf(pack),
      ...(receiver.pairs && pack.pairs ? [{ code: "base" as const }] : []),
      copies
        ? { code: "copy", method: copies, isBehindDoor: pack.isBehindDoor === true }
        : receiver.syncMethods.includes("pairing") && pack.syncMethods.includes("pairing")
          ? { code: "pair" }
          : numberOn(pack, frequencyHz),
      ...(storing === "at-once" ? [] : [{ code: "store" as const, how: storing }]),
      { code: "read-back" },
    ],
  };
}

const blockOf = ({ block }: ReceiverModel | PackModel): SettingStep[] =>
  block === null ? [] : [{ code: "block", block }];

function numberOn(model: ReceiverModel | PackModel, frequencyHz: number): SettingStep {
  const shown = shownAs(model, frequencyHz);
  switch (shown?.kind) {
    case "code":
      return { code: "switches", left: shown.text.charAt(0), right: shown.text.charAt(1) };
    case "preset":
      return { code: "preset", preset: shown.text, frequencyHz };
    case "bank":
      return {
        code: "bank",
        bank: itemAt(shown.text.split("."), 0),
        member: itemAt(shown.text.split("."), 1),
        frequencyHz,
      };
    case "TV":
      return {
        code: "tv",
        channel: itemAt(shown.text.split(/[ .]/), 0),
        rest: shown.text.slice(shown.text.search(/[ .]/) + 1),
        frequencyHz,
      };
    default:
      return { code: "number", frequencyHz };
  }
}
