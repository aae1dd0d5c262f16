import type { AppContext } from "~/server/services/appContext.server";
import { packModel } from "~/core/kit/models";
import { powerOf } from "~/core/kit/units";
import { type PackPower, packPower } from "~/core/schedule/dayBatteries";
import { packHours, usualChemistry } from "~/core/battery/packBatteries";
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

/** What a receiver reads of a pack's batteries; null while it is not watched, or tells none. */
export const voltsNow = (
  app: Pick<AppContext, "roll">,
  loaded: LoadedDay,
  packKey: string,
): number | null => (app.roll.followedDayId === loaded.day.id ? app.roll.voltsOf(packKey) : null);

/** As packPowerOf, by the clock of the day and what the receiver reads of the pack, where it does. */
export const packPowerNow = (
  app: Pick<AppContext, "roll">,
  loaded: LoadedDay,
  packKey: string,
): PackPower | null =>
  packPowerOf(loaded, packKey, loaded.facts.nowMs, voltsNow(app, loaded, packKey));
