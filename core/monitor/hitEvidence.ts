import { defined, itemAt } from "~/core/units/items";
import type { HoursLeft } from "~/core/battery/discharge";
import type { HitAnswerKind } from "./hitAnswers";
import { deviation, median, shareOf } from "~/core/units/statistics";
import {
  bestOf,
  type ChannelReading,
  GONE_OVER_NOISE_DB,
  GOOD_OVER_DB,
  hasInterference,
} from "./reading";

/** What a receiver needs, and where it is too much for it. */
export interface LinkLimits {
  /** Least level at which it hears well, as its noise and its place have it. */
  sensitivityDbm: number;
  noiseDbm: number;
  overloadDbm: number;
  bandwidthHz: number;
}

/** Another channel at the same moment. */
export interface OtherChannel {
  channelId: number;
  frequencyHz: number | null;
  isSameReceiver: boolean;
  recent: readonly (ChannelReading | null)[];
  usual: UsualRf | null;
  sensitivityDbm: number;
}

/** What a channel's antennas usually show: medians over minutes in which nothing was wrong. */
export interface UsualRf {
  aDbm: number;
  bDbm: number | null;
}

/** A carrier that is not ours, as the newest look saw it. */
export interface SeenNow {
  frequencyHz: number;
  levelDbm: number;
  /** It was not there when the frequencies were picked. */
  isNew: boolean;
}

/** A product of what is on the air now that falls onto the channel. */
export interface ProductNow {
  sources: string[];
  productHz: number;
  missHz: number;
  /** As strong as that at the receiver; null where it cannot be told. */
  levelDbm: number | null;
}

/** Everything that is known at the moment of a hit. Readings come ten a second, the newest last. */
export interface HitEvidence {
  frequencyHz: number | null;
  limits: LinkLimits;
  recent: readonly (ChannelReading | null)[];
  usual: UsualRf | null;
  others: readonly OtherChannel[];
  /** The newest look at the air; null where there was none since the scan. */
  look: {
    ageMs: number;
    carriers: readonly SeenNow[];
    /** How much the floor around the channel rose since the scan; null where it was not looked at. */ noiseRoseDb:
      number | null;
  } | null;
  products: readonly ProductNow[];
  cells: HoursLeft | null;
  /** The pack is one that tells when it is muted. */
  tellsMute: boolean;
  /** Alarms and dropouts of this channel in the last minutes, as they were put down. */
  lately: readonly { code: string; agoMs: number }[];
  /** What was tried already and did not help. */
  failed: readonly HitAnswerKind[];
}

export interface HitFeatures {
  /** Readings that count. */
  count: number;
  /**
   * How far the better antenna's median over the last seconds lies under its usual; negative: over
   * it.
   */
  steadyDropDb: number;
  /** The same for the worst single second of them. */
  worstDropDb: number;
  flutterDb: number;
  /** Share of the time under what the receiver needs. */
  underShare: number;
  /** Seconds at the end in which nothing of the pack was heard. */
  goneS: number;
  /**
   * It went within a moment: a switch, not a wall. Null where it was gone before anything that is
   * known.
   */
  isSudden: boolean | null;
  /** Share of the time in which the link was bad though the level was good. */
  spoiledShare: number;
  /** Nothing of the link's own opinion is told. */
  isBlind: boolean;
  overloadShare: number;
  nearestToOverloadDb: number;
  /** By how much one antenna fell more than the other, and which. */
  branch: { antenna: "A" | "B"; lossDb: number; othersToo: boolean } | null;
  isMuted: boolean;
  /** Seconds at the end in which RF was there and no voice. People pause: a few say little. */
  silentS: number;
  newcomer: (SeenNow & { offHz: number }) | null;
  product: ProductNow | null;
  noiseRoseDb: number | null;
  /** Other channels that had interference at the same time. */
  othersSpoiled: number;
}

/** A hit is called a second or two after it was heard, and looked back on so far. */
const LOOK_BACK = 80;
const SECOND = 10;
const NEAR_HZ = 400_000;

/** What of the last seconds stands out, in figures. */
export function hitFeatures(e: HitEvidence): HitFeatures {
  const list = e.recent.slice(-LOOK_BACK).filter((r): r is ChannelReading => r !== null);
  const best = list.map(bestOf);
  const usualBest = e.usual ? Math.max(e.usual.aDbm, e.usual.bDbm ?? -Infinity) : NaN;
  const usual = Number.isFinite(usualBest)
    ? usualBest
    : median(e.recent.slice(0, -LOOK_BACK / 2).flatMap((r) => (r ? [bestOf(r)] : [])));
  const seconds: number[] = [];
  for (let i = 0; i + SECOND <= best.length; i += SECOND / 2)
    seconds.push(median(best.slice(i, i + SECOND)));
  const isSignalGoneAt = (level: number) => level < e.limits.noiseDbm + GONE_OVER_NOISE_DB;
  // how long it has been gone may reach farther back than what else is looked at
  const all = e.recent.filter((r): r is ChannelReading => r !== null);
  let gone = 0;
  while (
    gone < all.length &&
    isSignalGoneAt(bestOf(itemAt(all, all.length - 1 - gone))) &&
    !itemAt(all, all.length - 1 - gone).isPartner
  )
    gone += 1;
  const before = all[all.length - 1 - gone];
  let silent = 0;
  while (
    silent < list.length &&
    !itemAt(list, list.length - 1 - silent).hasAudio &&
    bestOf(itemAt(list, list.length - 1 - silent)) > e.limits.sensitivityDbm
  )
    silent += 1;
  const near = (e.look?.carriers ?? [])
    .filter(
      (c) =>
        c.isNew && e.frequencyHz !== null && Math.abs(c.frequencyHz - e.frequencyHz) <= NEAR_HZ,
    )
    .map((c) => ({ ...c, offHz: Math.abs(c.frequencyHz - defined(e.frequencyHz)) }))
    .sort((a, b) => a.offHz - b.offHz);
  return {
    count: list.length,
    steadyDropDb: orZero(usual - median(best)),
    worstDropDb: orZero(usual - Math.min(...seconds)),
    flutterDb: deviation(best),
    underShare: shareOf(best, (v) => v < e.limits.sensitivityDbm),
    goneS: gone / SECOND,
    isSudden:
      before === undefined
        ? null
        : gone > 0 && bestOf(before) > e.limits.sensitivityDbm + GOOD_OVER_DB,
    spoiledShare: shareOf(list, (r) => hasInterference(r, e.limits.sensitivityDbm)),
    isBlind: list.every((r) => r.quality === null),
    overloadShare: shareOf(list, (r) => r.isOverloaded),
    nearestToOverloadDb: best.length === 0 ? Infinity : e.limits.overloadDbm - Math.max(...best),
    branch: branchOf(e, list),
    isMuted: shareOf(list.slice(-3 * SECOND), (r) => r.isMuted) > 0.5,
    silentS: silent / SECOND,
    newcomer: near[0] ?? null,
    product:
      e.products
        .filter((p) => p.missHz < e.limits.bandwidthHz / 2)
        .sort((a, b) => (b.levelDbm ?? -Infinity) - (a.levelDbm ?? -Infinity))[0] ?? null,
    noiseRoseDb: e.look?.noiseRoseDb ?? null,
    othersSpoiled: e.others.filter(
      (o) =>
        shareOf(
          o.recent.slice(-LOOK_BACK).filter((r): r is ChannelReading => r !== null),
          (r) => hasInterference(r, o.sensitivityDbm),
        ) > 0.15,
    ).length,
  };
}

/**
 * By how much A usually lies over B. One that was always so much weaker was never there: that is no
 * usual.
 */
export function usualGapDb(usual: UsualRf | null): number {
  const gap = usual === null || usual.bDbm === null ? 0 : usual.aDbm - usual.bDbm;
  return Math.abs(gap) < NEVER_THERE_DB ? gap : 0;
}
const NEVER_THERE_DB = 10;

const orZero = (v: number): number => (Number.isFinite(v) ? v : 0);
const BRANCH_DB = 9;

function branchOf(e: HitEvidence, list: readonly ChannelReading[]): HitFeatures["branch"] {
  const lossOf = (usual: UsualRf | null, recent: readonly ChannelReading[]) => {
    const bs = recent.flatMap((r) => (r.rfBDbm === null ? [] : [r.rfBDbm]));
    if (bs.length === 0 || recent.length === 0) return null;
    const usualGap = usualGapDb(usual);
    // of the very moments, so that what both lose together says nothing
    const gap = median(recent.map((r) => r.rfADbm - (r.rfBDbm ?? r.rfADbm))) - usualGap;
    return Math.abs(gap) < BRANCH_DB
      ? null
      : { antenna: gap < 0 ? ("A" as const) : ("B" as const), lossDb: Math.abs(gap) };
  };
  const mine = lossOf(e.usual, list);
  if (!mine) return null;
  const othersToo = e.others.some(
    (o) =>
      o.isSameReceiver &&
      lossOf(
        o.usual,
        o.recent.slice(-LOOK_BACK).filter((r): r is ChannelReading => r !== null),
      )?.antenna === mine.antenna,
  );
  return { ...mine, othersToo };
}

/**
 * What a channel's antennas usually show, out of the minutes before; null where too little is
 * known. Moments without the pack do not count.
 */
export function usualRf(
  readings: readonly (ChannelReading | null)[],
  noiseDbm: number,
): UsualRf | null {
  const heard = readings.filter(
    (r): r is ChannelReading => r !== null && bestOf(r) > noiseDbm + GONE_OVER_NOISE_DB,
  );
  if (heard.length < 50) return null;
  const b = heard.flatMap((r) => (r.rfBDbm === null ? [] : [r.rfBDbm]));
  return { aDbm: median(heard.map((r) => r.rfADbm)), bDbm: b.length === 0 ? null : median(b) };
}

/**
 * What is usual after another look: it follows slowly, so that a fault does not become usual while
 * somebody wonders at it.
 * @param share - of the new
 */
export function followUsual(
  before: UsualRf | null,
  now: UsualRf | null,
  share: number,
): UsualRf | null {
  if (!before || !now) return before ?? now;
  const blend = (a: number, b: number) => a + (b - a) * share;
  return {
    aDbm: blend(before.aDbm, now.aDbm),
    bDbm: before.bDbm === null || now.bDbm === null ? now.bDbm : blend(before.bDbm, now.bDbm),
  };
}
