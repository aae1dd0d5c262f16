import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { insertEvent } from "~/server/db/repositories/dayEvents.server";
import { updateDay } from "~/server/db/repositories/days.server";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay } from "./dayView.server";

/** The unit is at another place now. Practice units are carried along. */
export async function moveTo(
  app: AppContext,
  dayId: number,
  placeId: number,
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const place = loaded.value.places.find((p) => p.id === placeId);
  if (!place) return fail({ code: "not-found", what: "place" });
  if (app.scans.running(dayId)) return fail({ code: "scan-running" });
  if (place.siteKey && app.simulator && loaded.value.day.isPractice) {
    const carried = await app.simulator.carryTo(place.siteKey);
    if (!carried.ok)
      return fail({ code: "device", error: carried.error, unit: "the practice rig" });
  }
  const { day, facts } = loaded.value;
  const moved = {
    atMs: Math.round(facts.nowMs),
    placeId,
    who: nameOf(app.asker),
    what: { kind: "moved" as const, fromPlaceId: day.currentPlaceId, toPlaceId: placeId },
  };
  await app.db.write(async (t) => {
    await updateDay(app.db, dayId, { currentPlaceId: placeId }, t);
    if (placeId !== day.currentPlaceId) await insertEvent(app.db, dayId, moved, t);
  });
  return ok(null);
}
