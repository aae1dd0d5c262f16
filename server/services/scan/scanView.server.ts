import { chainGainDb, lineTo, splitterItem } from "~/core/kit/distribution";
import { receiverModel } from "~/core/kit/models";
import { type FeedLoad, feedLoads, type StrongSignal } from "~/core/spectrum/throughFeed";
import type { LoadedDay } from "~/server/services/day/dayView.server";
import { type PickBasis, pickBasis } from "~/server/services/frequencies/plans.server";
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

/**
 * What the strong signals of the scan come to behind the feeds of the kit. A scan whose antenna is
 * named as a feed was made through it: its levels hold the gain already.
 */
function feedLoadsOf(
  { kit, units, distributions }: LoadedDay,
  { analysis, sweep }: PickBasis,
): FeedLoad[] {
  if (!analysis) return [];
  const signals: StrongSignal[] = [
    ...analysis.tv.flatMap((t) =>
      t.levelDbm === null || t.state !== "busy" ? [] : [{ ...t, dbm: t.levelDbm }],
    ),
    ...analysis.carriers
      .filter((c) => c.own === null && !c.isSpur)
      .map((c) => ({
        lowHz: c.frequencyHz,
        highHz: c.frequencyHz,
        dbm: c.levelDbm,
        channel: null,
      })),
  ];
  return feedLoads(
    signals,
    distributions.map((d) => {
      const isThroughIt = sweep?.setup.antenna === d.label;
      const items = [...lineTo(distributions, d), splitterItem(d)];
      return {
        label: d.label,
        passes: d.passes,
        gainDb: (hz: number) => (isThroughIt ? 0 : chainGainDb(items, hz)),
        receivers: units
          .filter((u) => d.outputs.some((o) => o.receiverKey === u.key))
          .map((u) => {
            const { overloadDbm, tuning } = receiverModel(kit, u.modelId);
            return { label: u.label, overloadDbm, tuning };
          }),
      };
    }),
  );
}

/** @param withId - the scan that the newest is held against; 0 for none */
export async function scanViewOf(app: AppContext, loaded: LoadedDay, withId: number) {
  const basis = await pickBasis(app, loaded, loaded.day.profile);
  const placeOf = (id: number) => loaded.places.find((p) => p.id === id);
  return {
    air: await airViewOf(app, basis),
    law: lawViewOf(loaded, basis),
    isRunning: app.scans.running(loaded.day.id) !== null,
    feedLoads: feedLoadsOf(loaded, basis),
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
