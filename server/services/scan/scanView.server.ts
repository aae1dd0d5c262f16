import type { LoadedDay } from "~/server/services/day/dayView.server";
import { pickBasis } from "~/server/services/frequencies/plans.server";
import type { AppContext } from "~/server/services/appContext.server";
import {
  airViewOf,
  differenceOf,
  elsewhereOf,
  lawViewOf,
  ownSuspects,
  quietViewOf,
  scanChoicesOf,
} from "./airViews.server";

import { unitScreensOf } from "./unitScanView.server";

/** What the scan screen is drawn from. */
export type ScanView = Awaited<ReturnType<typeof scanViewOf>>;

/** @param withId - the scan that the newest is held against; 0 for none */
export async function scanViewOf(app: AppContext, loaded: LoadedDay, withId: number) {
  const basis = await pickBasis(app, loaded, loaded.day.profile);
  const placeOf = (id: number) => loaded.places.find((p) => p.id === id);
  return {
    air: await airViewOf(app, basis),
    law: lawViewOf(loaded, basis),
    isRunning: app.scans.running(loaded.day.id) !== null,
    suspects: ownSuspects(loaded, basis.analysis),
    quiet: quietViewOf(loaded, basis),
    choices: scanChoicesOf(loaded),
    screens: unitScreensOf(loaded, basis),
    elsewhere: await elsewhereOf(app, loaded, basis),
    measuredAt: placeOf(basis.sweep?.placeId ?? 0)?.name ?? null,
    compared: withId > 0 ? await differenceOf(app, loaded, basis, withId) : null,
    withId,
    others: loaded.sweeps
      .filter((s) => s.id !== basis.sweep?.id)
      .map((s) => ({
        id: s.id,
        takenAtMs: s.takenAtMs,
        source: s.source,
        place: placeOf(s.placeId)?.name ?? "an earlier location",
        isInside: (s.setup.setting ?? placeOf(s.placeId)?.setting) === "indoors",
      }))
      .reverse(),
  };
}
