import type { BatteryKind, PackModel, ReceiverModel } from "~/core/kit/models";
import { batteryHours, type Chemistry, ROOM_C } from "./discharge";

/**
 * Hours of a set in a receiver: with all its channels on they part what one of them would have
 * (common practice, no published source). Null where it has no batteries of its own.
 * @param channelsOn - how many of its channels are on
 */
export function receiverHours(
  { power }: Pick<ReceiverModel, "power">,
  channelsOn: number,
  chemistry: Chemistry,
  temperatureC = ROOM_C,
): number | null {
  if (power?.from !== "batteries" || !power.cell) return null;
  return (
    batteryHours({
      ratedHours: power.cell.hours,
      chemistry,
      size: power.cell.kind,
      temperatureC,
      powerShare: 1,
    }) / Math.max(1, channelsOn)
  );
}

/** What a pack runs on where nobody said anything else. */
export const usualChemistry = (kind: BatteryKind): Chemistry =>
  kind === "internal" ? "li-ion" : "alkaline";

/** What may be put into a pack; what is known to be wrong is told, not offered. */
export const chemistriesOf = (kind: BatteryKind): readonly Chemistry[] =>
  kind === "internal" ? ["li-ion"] : ["alkaline", "lithium", "nimh"];

/**
 * Hours of a full set in a pack as it is set: its model says how long alkaline ones (or its own)
 * last at full power, in a room.
 * @param temperatureC - of the cells; absent: a room
 */
export const packHours = (
  model: Pick<PackModel, "cell" | "powersMw">,
  chemistry: Chemistry,
  powerMw: number,
  temperatureC = ROOM_C,
): number =>
  batteryHours({
    ratedHours: model.cell.hours,
    chemistry,
    size: model.cell.kind,
    temperatureC,
    powerShare: powerMw / Math.max(...model.powersMw),
  });
