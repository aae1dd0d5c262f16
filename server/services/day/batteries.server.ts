import { notes } from "~/contract/messages/notes";
import { defined, itemAt } from "~/core/units/items";
import ICAL from "ical.js";
import { type LampCode, packModel, receiverModel } from "~/core/kit/models";
import { radioModel } from "~/core/kit/caseCheck";
import { type Supply, supplyOf } from "~/core/kit/supplies";
import { batteryHours, type Chemistry } from "~/core/battery/discharge";
import type { ChemistryChoice } from "~/core/battery/chemistryChoice";
import { packRun } from "~/core/battery/ledger";
import {
  type BatteryRule,
  type DayBatteries,
  dayBatteries,
  type PackPlan,
} from "~/core/schedule/batteryChanges";
import { packPower, powerEvents } from "~/core/schedule/dayBatteries";
import { chemistriesOf, receiverHours, usualChemistry } from "~/core/battery/packBatteries";
import { chemistryChoices } from "./chemistries.server";
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
  /** What its lamp tells of what is left. */
  lamps: readonly LampCode[];
  isOn: boolean;
  /** Whether it says by itself when it is switched. */
  tellsItself: boolean;
  volts: number | null;
}

/** A receiver or a supply that runs on batteries. */
export interface PoweredRow {
  key: string;
  label: string;
  what: "receiver" | "supply";
  /** Whom it fails when it is empty. */
  talkers: string[];
  chemistries: readonly Chemistry[];
  lamps: readonly LampCode[];
  plan: PackPlan;
}

export interface BatteriesView {
  rows: BatteriesRow[];
  cells: DayBatteries;
  /** Receivers with batteries of their own, and what powers others. */
  others: PoweredRow[];
  /** Receivers of which nobody said what they live on. */
  unpowered: string[];
  supplies: Supply[];
  /** The version that an editor of the kit's lists must have seen. */
  kitVersion: number;
  choices: ChemistryChoice[];
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
        lamps: model.lamps ?? [],
        isOn: facts.reports?.packs[c.packKey]?.isOn ?? power.run.isOn,
        tellsItself: facts.reports?.packs[c.packKey] !== undefined,
        volts: voltsNow(app, loaded, c.packKey),
      },
      talkers: [c.talker],
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

/** Receivers and supplies that run on batteries, by the same rule as the packs. */
export function plannedOthers(loaded: LoadedDay): Pick<BatteriesView, "others" | "unpowered"> {
  const { facts, kit, units, prepFacts, cellRule, supplies } = loaded;
  const { temperatureC } = cellRule;
  const talkersOf = (keys: readonly string[]) =>
    facts.channels.filter((c) => keys.includes(c.receiverKey)).map((c) => c.talker);
  const receivers = units
    .filter((u) => u.kind === "receiver")
    .map((unit) => ({ unit, model: receiverModel(kit, unit.modelId) }));
  const powered = [
    ...receivers.flatMap(({ unit, model }) => {
      const { cell } = model.power ?? {};
      if (model.power?.from !== "batteries" || !cell) return [];
      const talkers = talkersOf([unit.key]);
      return [
        {
          key: unit.key,
          label: unit.label,
          what: "receiver" as const,
          talkers,
          cell,
          lamps: model.lamps ?? [],
          hoursOf: (chemistry: Chemistry) =>
            receiverHours(model, talkers.length, chemistry, temperatureC) ?? cell.hours,
        },
      ];
    }),
    ...supplies.map((s) => ({
      key: s.id,
      label: s.label,
      what: "supply" as const,
      talkers: talkersOf(s.feeds),
      cell: s.cell,
      lamps: [],
      hoursOf: (chemistry: Chemistry) =>
        batteryHours({
          ratedHours: s.cell.hours,
          chemistry,
          size: s.cell.kind,
          powerShare: 1,
          ...(temperatureC === undefined ? {} : { temperatureC }),
        }),
    })),
  ];
  const { packs } = dayBatteries({
    packs: powered.map((x) => ({
      talkers: x.talkers,
      perPack: x.cell.perPack,
      power: packPower({
        packKey: x.key,
        usual: usualChemistry(x.cell.kind),
        hoursOf: x.hoursOf,
        events: loaded.events,
        syncs: facts.syncs,
        volts: null,
        nowMs: facts.nowMs,
      }),
    })),
    scenes: prepFacts.scenes,
    rule: cellRule,
    nowMs: facts.nowMs,
  });
  return {
    others: powered.map(({ key, label, what, talkers, cell, lamps }, i) => ({
      key,
      label,
      what,
      talkers,
      lamps,
      chemistries: chemistriesOf(cell.kind),
      plan: itemAt(packs, i),
    })),
    unpowered: receivers
      .filter(
        ({ unit, model }) =>
          model.power === undefined &&
          supplyOf(supplies, unit.key) === undefined &&
          talkersOf([unit.key]).length > 0,
      )
      .map(({ unit }) => unit.label),
  };
}

/** The cells of a day that is loaded. */
export async function batteriesViewOf(app: AppContext, loaded: LoadedDay): Promise<BatteriesView> {
  const { facts, prepFacts, day, cellRule } = loaded;
  const { version, earlierVersion } = await newestList(app, "cellRules", day.id);
  const { scenes } = prepFacts;
  const planned = plannedBatteries(app, loaded);
  return {
    ...planned,
    ...plannedOthers(loaded),
    supplies: loaded.supplies,
    kitVersion: (await newestList(app, "supplies", day.id)).version,
    choices: chemistryChoices(loaded, planned.cells),
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
  if (poweredLabel(got.value, p.packKey) === undefined)
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

/** A unit of the kit, or a supply, by its key. */
const poweredLabel = ({ units, supplies }: LoadedDay, key: string): string | undefined =>
  units.find((u) => u.key === key)?.label ?? supplies.find((s) => s.id === key)?.label;

/**
 * Units were switched by hand. What can be asked is switched itself; of the rest it is put down, so
 * that their hours run. @returns how many changed
 */
export async function switchUnits(
  app: AppContext,
  dayId: number,
  p: { keys: readonly string[]; isOn: boolean },
): ServiceResult<number> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  if (p.keys.some((key) => poweredLabel(loaded, key) === undefined))
    return fail({ code: "not-found", what: "unit" });
  let changed = 0;
  for (const key of p.keys) {
    const run = packRun(powerEvents(key, loaded.events, loaded.facts.syncs), loaded.facts.nowMs);
    const told = loaded.facts.reports?.packs[key];
    if ((told?.isOn ?? run.isOn) === p.isOn) continue;
    changed += 1;
    if (told !== undefined && loaded.day.isPractice) {
      const done = await handlePack(app, dayId, key, { isOn: p.isOn });
      if (!done.ok) return done;
    } else
      await recordEvent(app, loaded.day, { kind: "power", packKey: key, isOn: p.isOn, by: "said" });
  }
  return ok(changed);
}

/** What a unit's lamp shows says how much is left: its hours are set by it. */
export async function lampShows(
  app: AppContext,
  dayId: number,
  p: { key: string; shows: string },
): ServiceResult<{ leftHours: number }> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const planned = [
    ...plannedBatteries(app, loaded).cells.packs,
    ...plannedOthers(loaded).others.map((o) => o.plan),
  ].find((x) => x.packKey === p.key);
  const unit = loaded.units.find((u) => u.key === p.key);
  const lamp =
    unit && radioModel(loaded.kit, unit.modelId)?.lamps?.find((l) => l.shows === p.shows);
  if (!planned || !lamp) return fail({ code: "not-found", what: "unit" });
  const { hours, chemistry } = planned.power;
  if (chemistry === "zinc-carbon") return fail({ code: "not-found", what: "unit" });
  await recordEvent(app, loaded.day, {
    kind: "cells-ran",
    packKey: p.key,
    ranHours: Math.max(0, hours - lamp.leftHours),
    chemistry,
    lamp: lamp.shows,
  });
  return ok({ leftHours: lamp.leftHours });
}

/** Keeps what powers the receivers. */
export const setSupplies = (
  app: AppContext,
  dayId: number,
  p: { supplies: Supply[]; expectedVersion: number },
): ServiceResult =>
  storeNextList(app, "supplies", dayId, {
    expectedVersion: p.expectedVersion,
    items: p.supplies,
    how: notes.suppliesTold(p.supplies.length),
  });
