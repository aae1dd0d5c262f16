import type { BatterySet } from "~/core/kit/models";
import { assertPositive } from "~/core/units/guards";
import { batteryHours, batteryVolts, type Chemistry } from "./discharge";
import { chemistriesOf } from "./packBatteries";

/**
 * What one battery costs where nobody said, in units of one ordinary alkaline, by its size: lithium
 * some three times, rechargeable five, but used two hundred times (common practice, no published
 * source).
 */
const USUAL_PRICES: Readonly<Record<Chemistry, number>> = {
  alkaline: 1,
  lithium: 3,
  nimh: 5,
  "li-ion": 0,
  "zinc-carbon": 0.5,
};
/** How often a rechargeable one is used before it is worn. */
const CHARGES = 200;

/** A pack warns when one of its cells is down to this (common practice, no published source). */
const WARNS_AT_VOLTS: Readonly<Record<Chemistry, number>> = {
  alkaline: 1.1,
  nimh: 1.15,
  lithium: 1.35,
  "li-ion": 3.4,
  "zinc-carbon": 1,
};

export interface ChemistryChoice {
  chemistry: Chemistry;
  /** Of a full set, as the pack is set and as cold as it is. */
  hours: number;
  /** From the pack's warning to its end. */
  warningMinutes: number;
  changesPerDay: number;
  batteriesPerDay: number;
  /** What the day, and a season of such days, uses up; in the money of the prices. */
  costPerDay: number;
  costPerSeason: number;
  /** Whether the prices are somebody's, or usual ones in units of an alkaline. */
  isPriced: boolean;
}

/** Minutes from where a set's voltage warns to its end. */
export function warningMinutes(chemistry: Chemistry, hours: number): number {
  assertPositive("hours", hours);
  let low = 0;
  let high = 1;
  for (let i = 0; i < 40; i += 1) {
    const middle = (low + high) / 2;
    if (batteryVolts(chemistry, middle) > WARNS_AT_VOLTS[chemistry]) low = middle;
    else high = middle;
  }
  return (1 - low) * hours * 60;
}

/**
 * What each kind of battery would mean for one pack on a day like this: hours, warning, changes,
 * money. The changes are told by whoever plans them.
 * @param changesOf - how often a set of so many hours is changed on the day
 * @param prices - of one battery; absent: in units of one ordinary alkaline
 * @param seasonDays - days like this one, more than 0
 */
export function compareChemistries(p: {
  cell: BatterySet;
  powerShare: number;
  temperatureC?: number;
  changesOf: (chemistry: Chemistry, hours: number) => number;
  prices?: Partial<Record<Chemistry, number>>;
  seasonDays: number;
}): ChemistryChoice[] {
  assertPositive("seasonDays", p.seasonDays);
  const kinds = chemistriesOf(p.cell.kind);
  const isPriced = kinds.every((c) => p.prices?.[c] !== undefined);
  return kinds.map((chemistry) => {
    const hours = batteryHours({
      ratedHours: p.cell.hours,
      chemistry,
      size: p.cell.kind,
      powerShare: p.powerShare,
      ...(p.temperatureC === undefined ? {} : { temperatureC: p.temperatureC }),
    });
    const changesPerDay = p.changesOf(chemistry, hours);
    const batteriesPerDay = changesPerDay * p.cell.perPack;
    const price = (isPriced ? p.prices?.[chemistry] : undefined) ?? USUAL_PRICES[chemistry];
    const isRecharged = chemistry === "nimh" || chemistry === "li-ion";
    const costPerDay = (batteriesPerDay * price) / (isRecharged ? CHARGES : 1);
    return {
      chemistry,
      hours,
      warningMinutes: warningMinutes(chemistry, hours),
      changesPerDay,
      batteriesPerDay,
      costPerDay,
      costPerSeason: costPerDay * p.seasonDays,
      isPriced,
    };
  });
}
