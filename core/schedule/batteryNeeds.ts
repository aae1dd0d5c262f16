import { planBatteries, type Span } from "~/core/battery/batteryPlan";
import { packHours, usualChemistry } from "~/core/battery/packBatteries";
import type { BatteryKind, PackModel } from "~/core/kit/models";
import { type BatteryRule, breaksOf, needsOf, shootNeeds } from "./batteryChanges";
import { packDays, type Scene } from "./scenes";

/** A pack whose batteries the day needs: whose it is, and what the set in it has run. */
export interface WornPack {
  talker: string;
  model: PackModel;
  powerMw: number;
  /** Null where nobody knows: a new set goes in first. */
  usedHours: number | null;
}

/** Batteries of one kind that a day uses up. */
export interface BatteriesNeeded {
  kind: BatteryKind;
  /** Sets that go in, those the day begins with among them. */
  sets: number;
  batteries: number;
}

/**
 * What batteries a day uses up, by the rule that stands: the same one that plans the changes of the
 * day itself. Talkers who have a pack are reckoned with it; for the others packs are handed on as
 * the scenes allow, each with a new set. Without scenes the hours of the shoot count.
 * @param typical - a pack for those who have none yet; null: there is none in the kit
 */
export function batteriesNeeded(p: {
  worn: readonly WornPack[];
  scenes: readonly Scene[];
  rule: BatteryRule;
  rerigMs: number;
  typical: PackModel | null;
  /** At most so many packs for those who have none. */
  packs: number;
}): BatteriesNeeded[] {
  const { scenes, rule } = p;
  const breaks = breaksOf(scenes, rule.breaks);
  const others = scenes.map((s) => ({
    ...s,
    speakers: s.speakers.filter((t) => !p.worn.some((w) => w.talker === t)),
  }));
  const { typical } = p;
  const asked: { model: PackModel; hours: number; usedHours: number | null; needs: Span[] }[] = [
    ...p.worn.map((w) => ({
      model: w.model,
      hours: hoursOf(w.model, w.powerMw, rule),
      usedHours: w.usedHours,
      needs:
        scenes.length === 0
          ? shootNeeds(rule, null, 0).needs
          : needsOf(w.talker, scenes, rule, breaks),
    })),
    ...(typical
      ? packDays(others, p.rerigMs)
          .slice(0, p.packs)
          .map((d) => ({
            model: typical,
            hours: hoursOf(typical, Math.max(...typical.powersMw), rule),
            usedHours: null,
            needs: d.spans.map(({ startMs, endMs }) => ({ startMs, endMs })),
          }))
      : []),
  ];
  const kinds: BatteryKind[] = ["aa", "9v", "internal"];
  return kinds.flatMap((kind) => {
    const mine = asked.filter((a) => a.model.cell.kind === kind && a.needs.length > 0);
    const counts = mine.map((a) => {
      const { changes, violations } = planBatteries(
        // what nobody knows counts as empty: the first change is the set that the day begins with
        { id: a.model.id, hours: a.hours, usedHours: a.usedHours ?? a.hours, needs: a.needs },
        { policy: rule.policy, reserveHours: rule.reserveHours, breaks },
      );
      // where no break leaves time a set is changed all the same
      return { sets: changes.length + violations.length, perPack: a.model.cell.perPack };
    });
    const sets = counts.reduce((n, c) => n + c.sets, 0);
    return mine.length === 0
      ? []
      : [{ kind, sets, batteries: counts.reduce((n, c) => n + c.sets * c.perPack, 0) }];
  });
}

const hoursOf = (model: PackModel, powerMw: number, rule: BatteryRule): number =>
  packHours(model, usualChemistry(model.cell.kind), powerMw, rule.temperatureC);
