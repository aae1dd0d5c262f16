import { planBatteries } from "~/core/battery/batteryPlan";
import { type ChemistryChoice, compareChemistries } from "~/core/battery/chemistryChoice";
import { packModel } from "~/core/kit/models";
import { powerOf } from "~/core/kit/units";
import type { DayBatteries } from "~/core/schedule/batteryChanges";
import type { LoadedDay } from "./dayView.server";

/** Shooting days of a season (common practice, no published source). */
export const SEASON_DAYS = 40;

/**
 * What each kind of battery would mean for all packs of a kind together, from full sets, by the rule
 * that stands.
 */
export function chemistryChoices(
  { facts, kit, unit, cellRule }: LoadedDay,
  cells: DayBatteries,
): ChemistryChoice[] {
  const first = facts.channels[0];
  if (!first) return [];
  const model = packModel(kit, unit(first.packKey).modelId);
  const same = cells.packs.filter((p) => {
    const { cell } = packModel(kit, unit(p.packKey).modelId);
    return cell.kind === model.cell.kind;
  });
  return compareChemistries({
    cell: model.cell,
    powerShare: powerOf(kit, unit(first.packKey)) / Math.max(...model.powersMw),
    ...(cellRule.temperatureC === undefined ? {} : { temperatureC: cellRule.temperatureC }),
    ...(cellRule.prices ? { prices: cellRule.prices } : {}),
    seasonDays: SEASON_DAYS,
    changesOf: (_, hours) =>
      same.reduce((n, p) => {
        const { changes } = planBatteries(
          { id: p.packKey, hours, usedHours: 0, needs: p.needs },
          { policy: cellRule.policy, reserveHours: cellRule.reserveHours, breaks: cells.breaks },
        );
        // the set that the day starts with is used up too
        return n + (p.needs.length > 0 ? 1 : 0) + changes.length;
      }, 0),
  });
}
