import type { DayEventDetail } from "~/core/journal/dayEvents";
import { insertEvent } from "~/server/db/repositories/dayEvents.server";
import type { Day } from "~/server/db/repositories/days.server";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "./clock.server";

/**
 * Puts down what happened, now or at a moment before, at the present place. @param p.isQuiet -
 * nothing that a screen must be read again for @returns its number
 */
export function recordEvent(
  app: AppContext,
  day: Day,
  what: DayEventDetail,
  p: { atMs?: number; isQuiet?: boolean; idempotencyKey?: string | null } = {},
): Promise<number> {
  const nowMs = dayNowMs(app, day);
  const event = {
    atMs: Math.round(Math.min(nowMs, p.atMs ?? nowMs)),
    placeId: day.currentPlaceId,
    who: nameOf(app.asker),
    what,
  };
  return app.db.write(
    (t) => insertEvent(app.db, day.id, event, t, p.idempotencyKey ?? null),
    p.isQuiet,
  );
}
