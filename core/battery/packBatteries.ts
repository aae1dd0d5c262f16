import type { BatteryKind, PackModel } from "~/core/kit/models";
import { batteryHours, type Chemistry, ROOM_C } from "./discharge";

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
