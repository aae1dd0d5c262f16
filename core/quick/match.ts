import { type SettingStep, settingSteps } from "~/core/kit/settingSteps";
import {
  choosesItself,
  completed,
  goesByLists,
  modelsOf,
  placeText,
  QUICK_KIND_OF,
  type QuickPlace,
  type QuickSet,
} from "./quickSet";

/** How both ends come to one number, end by end, and what both must show then. */
export interface QuickMatch {
  receiver: SettingStep[];
  pack: SettingStep[];
  /** As both show it; null of a system that chooses for itself. */
  shown: string | null;
}

/**
 * The steps that bring both ends of a set to a place, in order, the receiver first.
 * @param place - null for a system that chooses for itself
 */
export function matchOf(set: QuickSet, place: QuickPlace | null): QuickMatch {
  const models = modelsOf(set);
  const { receiver, pack } = models;
  if (choosesItself(set) || place === null)
    return { ...settingSteps(receiver, pack, null), shown: null };
  const known = completed(set, place);
  const shown = placeText(set, known);
  if (known.frequencyHz !== null)
    return { ...settingSteps(receiver, pack, known.frequencyHz), shown };
  // what its lists are made of is not known: the numbers alone are dialled
  const word = QUICK_KIND_OF[set.kind].numbering?.listWord ?? "bank";
  const dialled: SettingStep[] = [
    ...(goesByLists(set) && known.list !== null
      ? [
          QUICK_KIND_OF[set.kind].readout === "tv-and-number"
            ? ({ code: "tv", channel: known.list } as const)
            : ({ code: "list", word, list: known.list, isUser: false } as const),
        ]
      : []),
    ...(known.number === null
      ? []
      : [{ code: "list-number", number: known.number, frequencyHz: null } as const]),
  ];
  const readBack = (isAfterOff: boolean): SettingStep => ({ code: "read-back", shown, isAfterOff });
  const carry = set.carry;
  return {
    shown,
    receiver: [...dialled, readBack(false)],
    pack: [
      ...(carry === "by-hand" || carry === "switches"
        ? dialled
        : carry === "pairing"
          ? [{ code: "pair" } as const]
          : [{ code: "copy", method: carry, isBehindDoor: pack.isBehindDoor === true } as const]),
      readBack(true),
    ],
  };
}
