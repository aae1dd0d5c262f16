import type { AppContext } from "~/server/services/appContext.server";
import {
  type Day,
  findDay,
  listDays,
  listPlaces,
  updateDay,
} from "~/server/db/repositories/days.server";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { fail, ok, type Result } from "~/core/units/result";

/**
 * The day's clock now, milliseconds since its midnight: negative before it, over 24 h after. A
 * practice day has a clock of its own; any other counts from its midnight on this computer, evenly:
 * a night in which the clocks are put back has no hour twice, and what came later stands later.
 */
export function dayNowMs(
  app: AppContext,
  day: Pick<Day, "isPractice" | "clockDayMs" | "clockRealMs" | "dateIso">,
): number {
  if (day.isPractice) return day.clockDayMs + (app.realNowMs() - day.clockRealMs);
  const [year, month, date] = day.dateIso.split("-").map(Number) as [number, number, number];
  return app.realNowMs() - new Date(year, month - 1, date).getTime();
}

/** Today by this computer's clock, "2027-05-04". */
export function todayIso(app: AppContext): string {
  const now = new Date(app.realNowMs());
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, "0")}-${String(now.getDate()).padStart(2, "0")}`;
}

/** Something is about to happen: so long before it the clock stops. */
const BEFORE_EVENT_MS = 8000;

/**
 * Moves a practice day's clock on: by a stretch of time, to a place's beginning, or to shortly
 * before the next thing happens (or the next place begins, if that is sooner). It never goes back.
 */
export async function moveClockOn(
  app: AppContext,
  dayId: number,
  to: { byMs: number } | { placeId: number } | { toNextEvent: readonly number[] },
): Promise<Result<null, ServiceError>> {
  const places = await listPlaces(app.db, dayId);
  const script = "toNextEvent" in to ? await app.simulator?.script() : null;
  return app.db.write(async (transaction) => {
    const day = await findDay(app.db, dayId, transaction);
    if (!day?.isPractice) return fail({ code: "not-found" as const, what: "day" as const });
    const now = dayNowMs(app, day);
    const coming = [
      ...(script?.ok
        ? script.value.filter((h) => !h.state).map((h) => h.fromMs - BEFORE_EVENT_MS)
        : []),
      ...places.map((p) => p.startMs),
      ...("toNextEvent" in to ? to.toNextEvent : []),
    ].filter((ms) => ms > now);
    const startMs =
      "toNextEvent" in to
        ? coming.length === 0
          ? now
          : Math.min(...coming)
        : "placeId" in to
          ? places.find((p) => p.id === to.placeId)?.startMs
          : now + to.byMs;
    if (startMs === undefined) return fail({ code: "not-found" as const, what: "place" as const });
    await updateDay(
      app.db,
      dayId,
      { clockDayMs: Math.round(Math.max(now, startMs)), clockRealMs: app.realNowMs() },
      transaction,
    );
    return ok(null);
  });
}

/**
 * Practice time stands still while the application is shut: the clocks go on from where the last
 * heartbeat left them.
 */
export async function resumePracticeClocks(app: AppContext): Promise<void> {
  for (const day of await listDays(app.db)) {
    if (day.isPractice)
      await app.db.write((t) => updateDay(app.db, day.id, { clockRealMs: app.realNowMs() }, t));
  }
}

/** Writes down where the practice clocks stand. */
export async function beatPracticeClocks(app: AppContext): Promise<void> {
  await app.db.write(async (transaction) => {
    for (const { id } of (await listDays(app.db)).filter((d) => d.isPractice)) {
      const day = await findDay(app.db, id, transaction);
      if (day)
        await updateDay(
          app.db,
          id,
          { clockDayMs: Math.round(dayNowMs(app, day)), clockRealMs: app.realNowMs() },
          transaction,
        );
    }
  }, true);
}
