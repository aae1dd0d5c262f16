import { fail, ok, type Result } from "../../core/units/result";
import type { ServiceError } from "../../contract/serviceError";
import { updateDay } from "../db/repositories/days.server";
import type { AppContext } from "./appContext.server";
import { requireDay } from "./dayView.server";

/** The unit is at another place now. Practice units are carried along. */
export async function moveTo(app: AppContext, dayId: number, placeId: number): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const place = loaded.value.places.find((p) => p.id === placeId);
  if (!place) return fail({ code: "not-found", what: "place" });
  if (app.scans.running(dayId)) return fail({ code: "scan-running" });
  if (place.siteKey && app.rig?.practice && loaded.value.day.isPractice) {
    const carried = await app.rig.practice.carryTo(place.siteKey);
    if (!carried.ok) return fail({ code: "device", error: carried.error, unit: "the practice rig" });
  }
  await app.db.write((t) => updateDay(app.db, dayId, { currentPlaceId: placeId }, t));
  return ok(null);
}
