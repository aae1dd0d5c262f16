import { receiversToScan } from "~/core/kit/scanCover";
import { receiverModel } from "~/core/kit/models";
import { type MovePlan, movePlan } from "~/core/schedule/companyMove";
import { ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "./dayView.server";
import { scanningReceivers } from "~/server/services/scan/scans.server";

/**
 * How long the receivers of the case take over what is scanned; they sweep side by side. Two
 * minutes where none of them tells.
 */
function scanMinutes(loaded: LoadedDay): number {
  const wanted = receiversToScan(scanningReceivers(loaded));
  const minutes = wanted.map(({ key, tuning }) => {
    const sweep = receiverModel(loaded.kit, loaded.unit(key).modelId).sweep;
    return sweep ? (((tuning.highHz - tuning.lowHz) / sweep.stepHz) * sweep.msPerStep) / 60_000 : 2;
  });
  return Math.max(0.5, ...(minutes.length > 0 ? minutes : [2]));
}

export interface MovingView {
  plans: MovePlan[];
  /** Of those who may leave or join: what a change must say it saw. */
  versions: Record<number, number>;
}

/**
 * What a move to each place of the day would mean now, the present place too: what is still to be
 * done here.
 */
export async function movingView(
  app: AppContext,
  dayId: number,
): Promise<Result<MovingView, ServiceError>> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const p = {
    scanMinutes: scanMinutes(loaded),
    isDriven: app.rig !== null && loaded.day.isPractice,
  };
  return ok({
    plans: loaded.places.map((place) =>
      movePlan(loaded.facts, loaded.prepFacts.scenes, place.id, p),
    ),
    versions: Object.fromEntries(loaded.stored.map((c) => [c.id, c.version])),
  });
}
