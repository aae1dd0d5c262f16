import { packModel } from "~/core/kit/models";
import { powerOf } from "~/core/kit/units";
import { type PackPower, packPower } from "~/core/schedule/dayBatteries";
import { packHours, usualChemistry } from "~/core/battery/packCells";
import type { LoadedDay } from "./dayView.server";

/** How the cells of a pack of the case stand. */
export function packPowerOf(
  loaded: LoadedDay,
  packKey: string,
  nowMs: number,
  volts: number | null,
): PackPower | null {
  const unit = loaded.units.find((u) => u.kind === "pack" && u.key === packKey);
  if (!unit) return null;
  const model = packModel(loaded.kit, unit.modelId);
  return packPower({
    packKey,
    usual: usualChemistry(model.cell.kind),
    hoursOf: (chemistry) =>
      packHours(model, chemistry, powerOf(loaded.kit, unit), loaded.cellRule.temperatureC),
    events: loaded.events,
    syncs: loaded.facts.syncs,
    volts,
    nowMs,
  });
}
