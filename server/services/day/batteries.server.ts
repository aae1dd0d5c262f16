import { notes } from "~/contract/messages/notes";
import { defined } from "~/core/units/items";
import ICAL from "ical.js";
import { packModel } from "~/core/kit/models";
import type { Chemistry } from "~/core/battery/discharge";
import { type BatteryRule, type DayBatteries, dayBatteries } from "~/core/schedule/batteryChanges";
import { chemistriesOf } from "~/core/battery/packBatteries";
import { fail, ok } from "~/core/units/result";
import { changeWords } from "~/contract/messages/battery";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "./dayView.server";
import { recordEvent } from "./recordEvent.server";
import { packPowerNow, voltsNow } from "./packPower.server";
import { handlePack } from "~/server/services/sync/syncs.server";
import { newestList, storeNextList, undoList } from "~/server/services/prep/versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface BatteriesRow {
  packKey: string;
  packLabel: string;
  channelId: number;
  number: number;
  talker: string;
  mark: string;
  /** What may be put in; what is in stands first in the plan. */
  chemistries: readonly Chemistry[];
  /** What its model says of its lamps and its start. */
  note: string;
  volts: number | null;
}

export interface BatteriesView {
  rows: BatteriesRow[];
  cells: DayBatteries;
  rule: BatteryRule;
  version: number;
  earlierVersion: number | null;
  /** Cells of the case. */
  stock: number;
  fromMs: number;
  toMs: number;
}

/** Whose cells they are, and when they are changed by the rule that stands. */
export function plannedBatteries(
  app: AppContext,
  loaded: LoadedDay,
): Pick<BatteriesView, "rows" | "cells"> {
  const { facts, kit, unit, prepFacts, cellRule } = loaded;
  const rows = facts.channels.map((c) => {
    const model = packModel(kit, unit(c.packKey).modelId);
    const power = defined(packPowerNow(app, loaded, c.packKey));
    return {
      row: {
        packKey: c.packKey,
        packLabel: c.packLabel,
        channelId: c.id,
        number: c.number,
        talker: c.talker,
        mark: c.mark,
        chemistries: chemistriesOf(model.cell.kind),
        note: model.note,
        volts: voltsNow(app, loaded, c.packKey),
      },
      talker: c.talker,
      perPack: model.cell.perPack,
      power,
    };
  });
  return {
    rows: rows.map((r) => r.row),
    cells: dayBatteries({
      packs: rows,
      scenes: prepFacts.scenes,
      rule: cellRule,
      nowMs: facts.nowMs,
    }),
  };
}

/** The cells of a day that is loaded. */
export async function batteriesViewOf(app: AppContext, loaded: LoadedDay): Promise<BatteriesView> {
  const { facts, prepFacts, day, cellRule } = loaded;
  const { version, earlierVersion } = await newestList(app, "cellRules", day.id);
  const { scenes } = prepFacts;
  return {
    ...plannedBatteries(app, loaded),
    rule: cellRule,
    version,
    earlierVersion,
    stock: prepFacts.stock
      .filter((s) => s.kind === "aa-cell" || s.kind === "9v-cell")
      .reduce((n, s) => n + s.count, 0),
    fromMs: Math.min(facts.nowMs, ...scenes.map((s) => s.startMs)),
    toMs: Math.max(facts.nowMs + 3_600_000, ...scenes.map((s) => s.endMs)),
  };
}

/** How the cells of everybody's pack stand, and when they are changed. */
export async function batteriesOfDay(app: AppContext, dayId: number): ServiceResult<BatteriesView> {
  const got = await requireDay(app, dayId);
  return got.ok ? ok(await batteriesViewOf(app, got.value)) : got;
}

export async function setBatteryRule(
  app: AppContext,
  dayId: number,
  p: { rule: BatteryRule; expectedVersion: number },
): ServiceResult {
  return storeNextList(app, "cellRules", dayId, {
    expectedVersion: p.expectedVersion,
    items: [p.rule],
    how: p.rule.policy === "fresh" ? notes.cellsFresh : notes.cellsCounted(p.rule.reserveHours),
  });
}

export const undoBatteryRule = (
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult => undoList(app, "cellRules", dayId, expectedVersion);

/** A full set went into a pack. A practice pack gets it, and is switched on again if it was on.
 * @param p.chemistry - null: of the kind that was in it
 * @returns what takes it back: how long the set before had run, where that was known */
export async function newBatteries(
  app: AppContext,
  dayId: number,
  p: { packKey: string; chemistry: Chemistry | null },
): ServiceResult<{ label: string; before: { ranHours: number; chemistry: Chemistry } | null }> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const unit = loaded.units.find((u) => u.kind === "pack" && u.key === p.packKey);
  const power = packPowerNow(app, loaded, p.packKey);
  if (!unit || !power) return fail({ code: "not-found", what: "pack" });
  const chemistry = p.chemistry ?? power.chemistry;
  if (!chemistriesOf(packModel(loaded.kit, unit.modelId).cell.kind).includes(chemistry))
    return fail({
      code: "setting-unknown",
      refusal: { code: "cells-do-not-fit", chemistry, unit: unit.label },
    });
  if (loaded.day.isPractice && app.simulator) {
    const wasOn = loaded.facts.reports?.packs[p.packKey]?.isOn ?? false;
    const changed = await handlePack(app, dayId, p.packKey, { isFresh: true });
    if (!changed.ok) return changed;
    if (wasOn) await handlePack(app, dayId, p.packKey, { isOn: true });
  }
  await recordEvent(app, loaded.day, { kind: "cells-fresh", packKey: p.packKey, chemistry });
  return ok({
    label: unit.label,
    before:
      power.run.ranHours === null
        ? null
        : { ranHours: power.run.ranHours, chemistry: power.chemistry },
  });
}

/** How long the set in a pack has run already: carried over from yesterday, or said by somebody. */
export async function batteriesRan(
  app: AppContext,
  dayId: number,
  p: { packKey: string; ranHours: number; chemistry: Chemistry },
): ServiceResult {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  if (!got.value.units.some((u) => u.kind === "pack" && u.key === p.packKey))
    return fail({ code: "not-found", what: "pack" });
  await recordEvent(app, got.value.day, { kind: "cells-ran", ...p });
  return ok(null);
}

/** The planned changes as an iCalendar file, in floating time, five minutes each. */
export async function batteryCalendar(app: AppContext, dayId: number): ServiceResult<string> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const { rows, cells } = await batteriesViewOf(app, got.value);
  const { dateIso } = got.value.day;
  const calendar = new ICAL.Component("vcalendar");
  calendar.addPropertyWithValue("version", "2.0");
  calendar.addPropertyWithValue("prodid", "-//Plain Channel//batteries//EN");
  const at = (ms: number) =>
    ICAL.Time.fromDateTimeString(
      new Date(Date.parse(`${dateIso}T00:00:00Z`) + Math.floor(ms / 60_000) * 60_000)
        .toISOString()
        .slice(0, 19),
    );
  for (const pack of cells.packs) {
    const row = defined(rows.find((r) => r.packKey === pack.packKey));
    pack.changes.forEach((change, i) => {
      const component = new ICAL.Component("vevent");
      const event = new ICAL.Event(component);
      event.uid = `cells-${pack.packKey}-${i + 1}-${dateIso}@plain-channel`;
      event.summary = `Batteries: ${row.packLabel}, ${row.talker} (${pack.perPack} ${pack.power.chemistry})`;
      event.description = changeWords(change);
      event.startDate = at(change.atMs);
      event.endDate = at(change.atMs + 300_000);
      component.addPropertyWithValue(
        "dtstamp",
        ICAL.Time.fromJSDate(new Date(app.realNowMs()), true),
      );
      calendar.addSubcomponent(component);
    });
  }
  return ok(`${calendar.toString()}\r\n`);
}
