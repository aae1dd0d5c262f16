import { packHours, receiverHours, usualChemistry } from "~/core/battery/packBatteries";
import { modelsOf } from "./quickSet";
import type { BatteryState, QuickSystem, RanHours } from "./session";

/** What is left in the batteries when they come out (common practice, no published source). */
export const RESERVE_HOURS = 1;
const HOUR_MS = 3_600_000;

/** The batteries of one end. */
export interface QuickPower {
  end: "pack" | "receiver";
  /** A full set, as its kind usually lasts: a model's figure, not this unit's; null: it has none. */
  hours: number | null;
  /** How long they have run; null where nobody said. */
  ranHours: number | null;
  /** What is left by the hours; null where nobody said how long they have run. */
  leftHours: number | null;
  /** When to change them, with the reserve kept; null where that is not known. */
  changeAtMs: number | null;
}

/** Both ends' batteries at a moment. */
export function powerOf(s: QuickSystem, nowMs: number): QuickPower[] {
  const { pack, receiver } = modelsOf(s.set);
  const full = {
    pack: packHours(pack, usualChemistry(pack.cell.kind), Math.min(...pack.powersMw)),
    receiver: receiverHours(
      receiver,
      s.set.packs,
      usualChemistry(receiver.power?.cell?.kind ?? "aa"),
    ),
  };
  return (["pack", "receiver"] as const).map((end) => {
    const hours = full[end];
    const state: BatteryState | null = s.batteries[end];
    if (hours === null || state === null)
      return { end, hours, ranHours: null, leftHours: null, changeAtMs: null };
    const runHours = state.ranHours + Math.max(0, nowMs - state.atMs) / HOUR_MS;
    return {
      end,
      hours,
      ranHours: runHours,
      leftHours: Math.max(0, hours - runHours),
      changeAtMs: state.atMs + Math.max(0, hours - RESERVE_HOURS - state.ranHours) * HOUR_MS,
    };
  });
}

/** What both ends' batteries have run at a moment, to be told of next time. */
export function ranHoursOf(s: QuickSystem, atMs: number): RanHours {
  const of = (end: QuickPower["end"]) =>
    powerOf(s, atMs).find((p) => p.end === end)?.ranHours ?? null;
  return { pack: of("pack"), receiver: of("receiver") };
}

/** When the first of both ends must be changed; null where neither is known. */
export function firstChangeMs(power: readonly QuickPower[]): number | null {
  const times = power.flatMap((p) => p.changeAtMs ?? []);
  return times.length === 0 ? null : Math.min(...times);
}
