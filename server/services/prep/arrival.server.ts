import { notes } from "~/contract/messages/notes";
import { arrivalSteps, type ArrivalStep } from "~/core/schedule/arrival";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { plannedBatteries, plannedOthers } from "~/server/services/day/batteries.server";
import { plannedByReceiver } from "./antennas.server";
import { newestList, storeNextList } from "./versionedLists.server";

export interface ArrivalView {
  version: number;
  steps: (ArrivalStep & { doneAtMs: number | null })[];
}

function stepsOf(app: AppContext, loaded: LoadedDay): ArrivalStep[] {
  // the plan of changes says what gets a new set, and what lasts
  const { packs } = plannedBatteries(app, loaded).cells;
  const { others } = plannedOthers(loaded);
  const startsNew = (changes: readonly { where: string }[]) =>
    changes.some((c) => c.where === "before");
  return arrivalSteps({
    keptHours: Object.fromEntries(
      packs.flatMap((p) =>
        p.power.left && !startsNew(p.changes) ? [[p.packKey, p.power.left.hours]] : [],
      ),
    ),
    powered: others.map((o) => ({
      label: o.label,
      isNew: o.plan.power.left === null || startsNew(o.plan.changes),
    })),
    kit: loaded.kit,
    units: loaded.units,
    stock: loaded.prepFacts.stock,
    antennas: loaded.antennas,
    distributions: loaded.distributions,
    attitude: loaded.day.antennaAttitude ?? "parallel",
    frequenciesHz: plannedByReceiver(loaded),
    channels: loaded.facts.channels.map(({ socket, ...c }) => ({
      ...c,
      ...(socket ? { into: socket.name } : {}),
    })),
  });
}

/** The day's setting up, with what of it is done. */
export async function getArrival(
  app: AppContext,
  dayId: number,
): Promise<Result<ArrivalView, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { version, items } = await newestList(app, "ticks", dayId);
  return ok({
    version,
    steps: stepsOf(app, loaded.value).map((s) => ({
      ...s,
      doneAtMs: items.find((t) => t.stepId === s.id)?.atMs ?? null,
    })),
  });
}

/**
 * Ticks a step off, or takes the tick back. Two people may tick at once: each tick counts by
 * itself.
 */
export async function tick(
  app: AppContext,
  dayId: number,
  p: { stepId: string; isDone: boolean },
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  if (!stepsOf(app, loaded.value).some((s) => s.id === p.stepId))
    return fail({ code: "not-found", what: "step" });
  const { version, items } = await newestList(app, "ticks", dayId);
  const rest = items.filter((t) => t.stepId !== p.stepId);
  const next = p.isDone
    ? [...rest, { stepId: p.stepId, atMs: Math.round(dayNowMs(app, loaded.value.day)) }]
    : rest;
  const stored = await storeNextList(app, "ticks", dayId, {
    expectedVersion: version,
    items: next,
    how: notes.ticked,
  });
  // somebody else ticked in between: once more on what stands now
  return !stored.ok && stored.error.code === "list-changed" ? tick(app, dayId, p) : stored;
}
