import { packModel } from "~/core/kit/models";
import { type WrapStep, wrapSteps } from "~/core/schedule/wrapUp";
import { powerEvents } from "~/core/schedule/dayBatteries";
import { fail, ok } from "~/core/units/result";
import { insertEvent } from "~/server/db/repositories/dayEvents.server";
import { listDays } from "~/server/db/repositories/days.server";
import { newestItems, newestVersions } from "~/server/db/repositories/versionedLists.server";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "./dayView.server";
import { recordEvent } from "./recordEvent.server";
import { packPowerNow } from "./packPower.server";
import { endRoll } from "~/server/services/roll/roll.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface WrapView {
  steps: WrapStep[];
  isRolling: boolean;
  /** What the sets in the packs have run and have left: what tomorrow may count on. */
  hours: {
    packKey: string;
    label: string;
    chemistry: string;
    ranHours: number;
    /** Null where nothing says. */
    leftHours: number | null;
  }[];
  /** The day of the shoot that comes next; null where none is planned. */
  next: { dayId: number; dayNumber: number; dateIso: string } | null;
}

async function nextDay(app: AppContext, { day }: LoadedDay): Promise<WrapView["next"]> {
  const later = (await listDays(app.db))
    .filter(
      (d) =>
        !d.isArchived && d.shootId === day.shootId && d.id !== day.id && d.dateIso > day.dateIso,
    )
    .sort((a, b) => (a.dateIso < b.dateIso ? -1 : 1))[0];
  return later ? { dayId: later.id, dayNumber: later.dayNumber, dateIso: later.dateIso } : null;
}

const hoursOf = (app: AppContext, loaded: LoadedDay): WrapView["hours"] =>
  loaded.units
    .filter((u) => u.kind === "pack")
    .flatMap((u) => {
      const power = packPowerNow(app, loaded, u.key);
      return power &&
        power.run.ranHours !== null &&
        powerEvents(u.key, loaded.events, loaded.facts.syncs).length > 0
        ? [
            {
              packKey: u.key,
              label: u.label,
              chemistry: power.chemistry,
              ranHours: power.run.ranHours,
              leftHours: power.left?.hours ?? null,
            },
          ]
        : [];
    });

/** What is left to do at the end of a day. */
export async function wrapView(app: AppContext, dayId: number): ServiceResult<WrapView> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const { units, kit, events, facts, prepFacts } = loaded;
  const reports = facts.reports?.packs ?? {};
  const steps = wrapSteps({
    units: units.map((u) => ({
      key: u.key,
      kind: u.kind,
      label: u.label,
      isBuiltIn: u.kind === "pack" && packModel(kit, u.modelId).cell.kind === "internal",
      isPaired: u.kind === "pack" && packModel(kit, u.modelId).pairs !== undefined,
    })),
    stock: prepFacts.stock,
    antennas: (await newestVersions(app.db, "antennas", dayId)).at(-1)?.items ?? null,
    packsOn: Object.fromEntries(Object.entries(reports).map(([key, r]) => [key, r.isOn])),
    events,
  });
  const roll = events.findLast((e) => e.what.kind === "roll")?.what;
  return ok({
    steps,
    isRolling: roll?.kind === "roll" && roll.isOn,
    hours: hoursOf(app, loaded),
    next: await nextDay(app, loaded),
  });
}

export async function tickWrap(
  app: AppContext,
  dayId: number,
  p: { step: string; isDone: boolean },
): ServiceResult {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const view = await wrapView(app, dayId);
  if (!view.ok) return view;
  if (!view.value.steps.some((s) => s.id === p.step))
    return fail({ code: "not-found", what: "step" });
  await recordEvent(app, got.value.day, { kind: "wrapped", step: p.step, isDone: p.isDone });
  return ok(null);
}

/**
 * Ends the roll, and hands the hours of part-used sets on to the next day of the shoot, for packs
 * that are in its case. @returns how many sets
 */
export async function closeDay(
  app: AppContext,
  dayId: number,
): ServiceResult<{ carried: number; next: WrapView["next"] }> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const ended = await endRoll(app, dayId);
  if (!ended.ok) return ended;
  const next = await nextDay(app, got.value);
  if (!next) return ok({ carried: 0, next });
  const inCase = new Set((await newestItems(app.db, "units", next.dayId)).map((u) => u.key));
  const hours = hoursOf(app, got.value).filter((h) => inCase.has(h.packKey));
  // carried at the next day's midnight: whatever happens there comes after
  await app.db.write(async (t) => {
    for (const { packKey, ranHours, chemistry } of hours)
      await insertEvent(
        app.db,
        next.dayId,
        {
          atMs: 0,
          placeId: 0,
          who: nameOf(app.asker),
          what: { kind: "cells-ran", packKey, ranHours, chemistry: chemistry as "alkaline" },
        },
        t,
        `carried ${dayId} ${packKey} ${ranHours.toFixed(2)}`,
      );
  });
  return ok({ carried: hours.length, next });
}
