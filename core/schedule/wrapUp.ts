import { defined } from "~/core/units/items";
import type { DayEvent } from "~/core/journal/dayEvents";

/** One thing to be done at the end of the day. */
export interface WrapStep {
  /** The same for as long as the day is kept. */
  id: string;
  kind: "pack-off" | "receiver-off" | "cells-out" | "charge" | "count" | "fixed-set" | "pairing";
  label: string;
  /** How many are to be counted back in; null where it is no count. */
  count: number | null;
  /** "seen": the unit says so itself; "ticked": somebody did. */
  done: "seen" | "ticked" | null;
  /** It says of itself that it is not. */
  isOn: boolean;
}

export interface WrapSources {
  units: readonly {
    key: string;
    kind: "receiver" | "pack";
    label: string;
    isBuiltIn: boolean;
    isPaired: boolean;
  }[];
  stock: readonly { kind: string; block: string | null; count: number }[];
  /** Antennas that were told one by one; null: they are counted with the stock. */
  antennas: readonly { id: string; label: string }[] | null;
  /** What units that can be asked say; absent: they cannot. */
  packsOn: Readonly<Record<string, boolean>>;
  events: readonly DayEvent[];
}

/** What a stock line is called when it is counted back in. */
const COUNTED: Readonly<Record<string, readonly [one: string, many: string]>> = {
  antenna: ["antenna", "antennas"],
  lead: ["lead", "leads"],
  microphone: ["microphone", "microphones"],
};

/**
 * Everything that is done at wrap, in order: off (receivers too: they are the ones forgotten),
 * cells, what is counted back into the case, what is left as it was found. A step that a unit
 * answers for itself needs no tick.
 */
export function wrapSteps({ units, stock, antennas, packsOn, events }: WrapSources): WrapStep[] {
  const ticked = new Map<string, boolean>();
  for (const { what } of events) if (what.kind === "wrapped") ticked.set(what.step, what.isDone);
  const step = (
    id: string,
    kind: WrapStep["kind"],
    label: string,
    rest: Partial<WrapStep> = {},
  ): WrapStep => ({
    id,
    kind,
    label,
    count: null,
    isOn: false,
    done: ticked.get(id) ? "ticked" : null,
    ...rest,
  });
  const packs = units.filter((u) => u.kind === "pack");
  return [
    ...packs.map((u) => {
      const isOn = packsOn[u.key];
      return step(
        `off ${u.key}`,
        "pack-off",
        u.label,
        isOn === undefined ? {} : { isOn, done: isOn ? null : "seen" },
      );
    }),
    ...units
      .filter((u) => u.kind === "receiver")
      .map((u) => step(`off ${u.key}`, "receiver-off", u.label)),
    ...packs.map((u) =>
      u.isBuiltIn
        ? step(`charge ${u.key}`, "charge", u.label)
        : step(`cells ${u.key}`, "cells-out", u.label),
    ),
    ...(antennas ?? []).map((a) => step(`antenna ${a.id}`, "count", a.label)),
    ...stock.flatMap((s) =>
      (antennas === null || s.kind !== "antenna") && COUNTED[s.kind] && s.count > 0
        ? [
            step(
              `count ${s.kind} ${s.block ?? ""}`.trim(),
              "count",
              `${defined(COUNTED[s.kind])[s.count === 1 ? 0 : 1]}${s.block ? ` of block ${s.block}` : ""}`,
              { count: s.count },
            ),
          ]
        : [],
    ),
    step("fixed set", "fixed-set", "a house’s fixed set"),
    ...(units.some((u) => u.isPaired)
      ? [step("pairing", "pairing", "pairings of what is handed on")]
      : []),
  ];
}
