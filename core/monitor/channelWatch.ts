import { defined, itemAt } from "~/core/units/items";
import { type HoursLeft, LAST_WARNING_MS } from "~/core/battery/discharge";
import { type LinkLimits, type UsualRf, usualGapDb } from "./hitEvidence";
import { bestOf, type ChannelReading, GONE_OVER_NOISE_DB, hasInterference } from "./reading";
import { mutesUnderDbm } from "~/core/radio/muting";
import { median, shareOf } from "~/core/units/statistics";

/** What of a rolling channel needs a hand, or an eye. */
export type Attention =
  | { level: "bad"; code: "stalled"; forMs: number }
  | { level: "bad"; code: "gone"; seconds: number }
  | { level: "bad"; code: "spoiled"; share: number }
  | { level: "bad"; code: "overload"; share: number }
  | { level: "bad"; code: "cells-now"; hours: number }
  | { level: "watch"; code: "cells-soon"; hours: number; isWeak: boolean }
  | { level: "watch"; code: "muted" }
  | { level: "watch"; code: "silent"; seconds: number }
  /** How often it fell under what a clean voice needs, and how often of that it muted. */
  | { level: "watch"; code: "dropouts"; count: number; mutedCount: number }
  | { level: "watch"; code: "thin"; marginDb: number }
  | { level: "watch"; code: "fallen"; db: number }
  | { level: "watch"; code: "one-antenna"; antenna: "A" | "B"; db: number }
  | { level: "watch"; code: "not-ours" }
  /**
   * Between one frequency and the next: nothing is judged until its pack has followed and is
   * verified.
   */
  | { level: "watch"; code: "retuning" }
  /** The last look at the air shows the floor around it so much higher than at first. */
  | { level: "bad" | "watch"; code: "noise-rose"; db: number };

export interface ChannelNow {
  /** What is wrong, the worst first. */
  attention: Attention[];
  /** The least that was in hand over the last ten seconds, dB; null where nothing is known. */
  marginDb: number | null;
  latest: ChannelReading | null;
}

export interface WatchedChannel {
  limits: LinkLimits;
  /** The last minute or so at ten a second, the newest last; null where nothing came. */
  recent: readonly (ChannelReading | null)[];
  usual: UsualRf | null;
  cells: HoursLeft | null;
  /** It shows who is heard. */
  tellsPartner: boolean;
  /** Its pack is meant to be on now. */
  isWanted: boolean;
  /**
   * Its receiver went on to another frequency by our own doing, and its pack is not verified there
   * yet. Absent: no.
   */
  isRetuning?: boolean;
  /**
   * By how much the floor around it rose since the first look at the air; null or absent where it
   * was not looked at.
   */
  roseDb?: number | null;
}

const TEN_S = 100;
/** Longer than this without a reading is no jitter. */
const STALLED = 12;
const THIN_DB = 8;
const BATTERIES_NOW_HOURS = LAST_WARNING_MS / 3_600_000;
const SILENT_S = 45;
const BRANCH_DB = 12;
/**
 * A receiver that always read high and now reads a third of it has lost something (common practice,
 * no published source: a third of a scale is about so many decibels).
 */
const FALLEN_DB = 10;
const ROSE_DB = 6;

/** Nothing in it says that the link is not as it always is: such moments make what is usual. */
export const isUsual = (attention: readonly Attention[]): boolean =>
  attention.every(
    (a) =>
      a.code === "muted" ||
      a.code === "silent" ||
      a.code === "cells-soon" ||
      a.code === "cells-now",
  );

/** How a channel stands by its last minute. A pack that is meant to be off worries nobody. */
export function watchChannel({
  limits,
  recent,
  usual,
  cells,
  tellsPartner,
  isWanted,
  isRetuning = false,
  roseDb = null,
}: WatchedChannel): ChannelNow {
  const attention: Attention[] = [];
  let missing = 0;
  while (missing < recent.length && recent[recent.length - 1 - missing] === null) missing += 1;
  const last = recent.slice(-TEN_S).filter((r): r is ChannelReading => r !== null);
  const latest = recent.at(-1) ?? null;
  if (missing >= STALLED)
    return {
      attention: [{ level: "bad", code: "stalled", forMs: missing * 100 }],
      marginDb: null,
      latest: null,
    };
  const marginDb = last.length === 0 ? null : Math.min(...last.map(bestOf)) - limits.sensitivityDbm;
  const isHeard = (r: ChannelReading) => bestOf(r) > limits.noiseDbm + GONE_OVER_NOISE_DB;
  let gone = 0;
  while (gone < last.length && !isHeard(itemAt(last, last.length - 1 - gone))) gone += 1;
  if (isRetuning)
    return {
      attention: [{ level: "watch", code: "retuning" }, ...batteriesOf(cells, false)],
      marginDb: null,
      latest,
    };
  if (!isWanted) return { attention: batteriesOf(cells, false), marginDb: null, latest };
  if (gone >= 10) attention.push({ level: "bad", code: "gone", seconds: gone / 10 });
  else {
    const interference = shareOf(last, (r) => hasInterference(r, limits.sensitivityDbm));
    if (interference > 0.1) attention.push({ level: "bad", code: "spoiled", share: interference });
    const overload = shareOf(last, (r) => r.isOverloaded);
    if (overload > 0.02) attention.push({ level: "bad", code: "overload", share: overload });
    if (
      tellsPartner &&
      latest &&
      isHeard(latest) &&
      shareOf(last.slice(-20), (r) => !r.isPartner) > 0.9
    )
      attention.push({ level: "watch", code: "not-ours" });
    const dropouts = dropoutsIn(recent, limits.sensitivityDbm).length;
    if (dropouts > 0)
      attention.push({
        level: "watch",
        code: "dropouts",
        count: dropouts,
        mutedCount: dropoutsIn(recent, mutesUnderDbm(limits)).length,
      });
    else if (marginDb !== null && marginDb < THIN_DB)
      attention.push({ level: "watch", code: "thin", marginDb });
    const fallenDb =
      usual === null || last.length < 50
        ? 0
        : Math.max(usual.aDbm, usual.bDbm ?? -Infinity) - median(last.map(bestOf));
    if (fallenDb > FALLEN_DB) attention.push({ level: "watch", code: "fallen", db: fallenDb });
    // a receiver that does not tell how good its link is shows a good level over any noise
    if (roseDb !== null && roseDb >= ROSE_DB)
      attention.push({
        level: marginDb !== null && marginDb - roseDb < 0 ? "bad" : "watch",
        code: "noise-rose",
        db: roseDb,
      });
    const branch = weakBranch(last, usual);
    if (branch) attention.push(branch);
    if (shareOf(last.slice(-20), (r) => r.isMuted) > 0.5)
      attention.push({ level: "watch", code: "muted" });
    else if (isSilent(recent.slice(-SILENT_S * 10)))
      attention.push({ level: "watch", code: "silent", seconds: SILENT_S });
  }
  attention.push(...batteriesOf(cells, true));
  return {
    attention: attention.sort((a, b) => (a.level === b.level ? 0 : a.level === "bad" ? -1 : 1)),
    marginDb,
    latest,
  };
}

/** Nothing said over a stretch that is known nearly whole. */
const isSilent = (range: readonly (ChannelReading | null)[]): boolean => {
  const known = range.filter((r): r is ChannelReading => r !== null);
  return known.length > SILENT_S * 9 && known.every((r) => !r.hasAudio);
};

function batteriesOf(cells: HoursLeft | null, isOn: boolean): Attention[] {
  if (!cells) return [];
  if (cells.hours <= BATTERIES_NOW_HOURS)
    return [
      {
        level: isOn ? "bad" : "watch",
        code: isOn ? "cells-now" : "cells-soon",
        hours: cells.hours,
        isWeak: cells.isWeak,
      } as Attention,
    ];
  return cells.hours <= 1 || cells.isWeak
    ? [{ level: "watch", code: "cells-soon", hours: cells.hours, isWeak: cells.isWeak }]
    : [];
}

function weakBranch(last: readonly ChannelReading[], usual: UsualRf | null): Attention | null {
  const pairs = last.filter((r) => r.rfBDbm !== null);
  if (pairs.length < 30) return null;
  const gap = median(pairs.map((r) => r.rfADbm - defined(r.rfBDbm))) - usualGapDb(usual);
  return Math.abs(gap) < BRANCH_DB
    ? null
    : { level: "watch", code: "one-antenna", antenna: gap < 0 ? "A" : "B", db: Math.abs(gap) };
}

export interface Dropout {
  /** Slots from the start of the list. */
  from: number;
  to: number;
  leastDbm: number;
}

/**
 * Stretches in which the better antenna was under what the receiver needs, though its pack was
 * there before or after: with nothing heard at all it is off, not dropped out. Moments that are
 * missing end one.
 */
export function dropoutsIn(
  readings: readonly (ChannelReading | null)[],
  sensitivityDbm: number,
): Dropout[] {
  const found: Dropout[] = [];
  let open: Dropout | null = null;
  readings.forEach((r, i) => {
    const isUnder = r !== null && bestOf(r) < sensitivityDbm;
    if (isUnder) {
      if (open) {
        open.to = i + 1;
        open.leastDbm = Math.min(open.leastDbm, bestOf(r));
      } else open = { from: i, to: i + 1, leastDbm: bestOf(r) };
    } else if (open) {
      if (r !== null) found.push(open);
      open = null;
    }
  });
  return found;
}
