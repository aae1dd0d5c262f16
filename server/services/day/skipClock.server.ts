import type { AppContext } from "~/server/services/appContext.server";
import type { ServiceResult } from "~/server/services/serviceResult";
import { batteriesViewOf } from "./batteries.server";
import { moveClockOn } from "./clock.server";
import { requireDay } from "./dayView.server";

/**
 * Moves a practice day's clock to what comes next: what happens by itself, a place, a scene that
 * begins, or a change of batteries that is planned. Nothing planned is skipped.
 */
export async function skipToNext(app: AppContext, dayId: number): ServiceResult {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const { cells } = await batteriesViewOf(app, loaded);
  return moveClockOn(app, dayId, {
    toNextEvent: [
      ...loaded.prepFacts.scenes.map((s) => s.startMs),
      ...cells.packs.flatMap((p) => (p.isUnknown ? [] : p.changes.map((c) => c.atMs))),
    ],
  });
}
