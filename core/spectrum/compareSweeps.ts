import { SEEN_AGAIN_HZ } from "~/core/units/sameCarrier";
import { defined } from "~/core/units/items";
import type { SeenCarrier, SweepAnalysis } from "./analyseSweep";
import { quantile } from "~/core/units/statistics";
import type { TvChannel } from "./television";

/** What is different between two sweeps, in the range that both saw. */
export interface SweepDifference {
  lowHz: number;
  highHz: number;
  /** How much the quiet parts of the band rose from the first to the second. */
  floorRoseDb: number;
  came: SeenCarrier[];
  went: SeenCarrier[];
  /** Carriers seen both times whose level changed by more than a handful of decibels. */
  changed: { frequencyHz: number; byDb: number }[];
  tvCame: TvChannel[];
  tvWent: TvChannel[];
  tvChanged: { channel: number; byDb: number }[];
  /** Stretches that are noisier, or quieter, than the floor's own change. */
  rose: { lowHz: number; highHz: number; byDb: number }[];
}

const CHANGED_DB = 6;
const BLOCK_HZ = 500_000;

/**
 * Compares two sweeps of different moments or places: what came, what went, what rose. Only where
 * both measured.
 * @returns null when they have no range in common
 */
export function compareSweeps(before: SweepAnalysis, after: SweepAnalysis): SweepDifference | null {
  const lowHz = Math.max(before.lowHz, after.lowHz);
  const highHz = Math.min(before.highHz, after.highHz);
  if (highHz - lowHz < 3 * Math.max(before.stepHz, after.stepHz)) return null;
  const inBoth = (hz: number) => hz >= lowHz && hz <= highHz;
  const reachHz = Math.max(SEEN_AGAIN_HZ, before.stepHz, after.stepHz);
  const match = (c: SeenCarrier, list: readonly SeenCarrier[]) =>
    list
      .filter((o) => Math.abs(o.frequencyHz - c.frequencyHz) <= reachHz)
      .sort(
        (a, b) => Math.abs(a.frequencyHz - c.frequencyHz) - Math.abs(b.frequencyHz - c.frequencyHz),
      )[0];
  const [was, is] = [before, after].map((x) =>
    x.carriers.filter((c) => !c.isSpur && inBoth(c.frequencyHz)),
  ) as [SeenCarrier[], SeenCarrier[]];
  const tvOf = (a: SweepAnalysis, channel: number) => a.tv.find((t) => t.channel === channel);
  // per hertz, so that sweeps of different steps compare
  const perHz = (a: SweepAnalysis) => 10 * Math.log10(a.stepHz);
  const blocks: { fromHz: number; byDb: number }[] = [];
  const levels: { before: number; after: number }[] = [];
  const busy = (hz: number) =>
    [...before.tv, ...after.tv].some(
      (t) => t.state === "busy" && hz > t.lowHz - BLOCK_HZ && hz < t.highHz + BLOCK_HZ,
    );
  for (let hz = lowHz; hz + BLOCK_HZ <= highHz; hz += BLOCK_HZ) {
    const median = (a: SweepAnalysis) => {
      const from = Math.ceil((hz - a.lowHz) / a.stepHz - 1e-6);
      const values = a.meanDbm
        .slice(from, from + Math.max(1, Math.round(BLOCK_HZ / a.stepHz)))
        .filter((v) => Number.isFinite(v))
        .sort();
      return values.length === 0 ? NaN : quantile(values, 0.5) - perHz(a);
    };
    const pair = { before: median(before), after: median(after) };
    const byDb = pair.after - pair.before;
    if (Number.isNaN(byDb) || busy(hz) || busy(hz + BLOCK_HZ)) continue;
    blocks.push({ fromHz: hz, byDb });
    levels.push(pair);
  }
  // the quiet fifth of each: broadband noise in one of them is no change of the floor
  const quiet = (of: "before" | "after") =>
    quantile(
      levels.map((l) => l[of]).sort((a, b) => a - b),
      0.2,
    );
  const floorRoseDb = levels.length === 0 ? 0 : quiet("after") - quiet("before");
  const rose: SweepDifference["rose"] = [];
  for (const { fromHz, byDb } of blocks) {
    const own = byDb - floorRoseDb;
    if (Math.abs(own) < CHANGED_DB) continue;
    const last = rose.at(-1);
    if (last && fromHz - last.highHz < 1.5 * BLOCK_HZ && Math.sign(last.byDb) === Math.sign(own)) {
      last.highHz = fromHz + BLOCK_HZ;
      if (Math.abs(own) > Math.abs(last.byDb)) last.byDb = own;
    } else rose.push({ lowHz: fromHz, highHz: fromHz + BLOCK_HZ, byDb: own });
  }
  return {
    lowHz,
    highHz,
    floorRoseDb,
    came: is.filter((c) => !match(c, was)),
    went: was.filter((c) => !match(c, is)),
    changed: is.flatMap((c) => {
      const old = match(c, was);
      const byDb = old ? c.levelDbm - old.levelDbm : 0;
      return Math.abs(byDb) >= CHANGED_DB ? [{ frequencyHz: c.frequencyHz, byDb }] : [];
    }),
    tvCame: after.tv.filter(
      (t) => t.state === "busy" && tvOf(before, t.channel)?.state === "clear",
    ),
    tvWent: before.tv.filter(
      (t) => t.state === "busy" && tvOf(after, t.channel)?.state === "clear",
    ),
    tvChanged: after.tv.flatMap((t) => {
      const old = tvOf(before, t.channel);
      const byDb =
        t.state === "busy" && old?.state === "busy"
          ? defined(t.levelDbm) - defined(old.levelDbm)
          : 0;
      return Math.abs(byDb) >= CHANGED_DB ? [{ channel: t.channel, byDb }] : [];
    }),
    rose: rose.filter((r) => r.highHz - r.lowHz >= 1.5 * BLOCK_HZ),
  };
}
