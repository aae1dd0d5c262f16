import { lastOf, numberAt } from "~/core/units/items";

/**
 * A scene of a day: who speaks in it, when, and whether it can be done again. Times are
 * milliseconds of the day's wall clock; a scene over midnight ends after 24 h.
 */
export interface Scene {
  number: string;
  title: string;
  placeId: number | null;
  startMs: number;
  endMs: number;
  speakers: readonly string[];
  isRepeatable: boolean;
}

/** A stretch of the day in which the same people are wired. */
export interface WiredRange {
  startMs: number;
  endMs: number;
  talkers: string[];
  sceneNumbers: string[];
}

/**
 * Who is wired when: the day cut at every beginning and end of a scene, empty stretches left out. A
 * scene holds from its start until just before its end, so that one may begin as another ends.
 */
export function wiredRanges(scenes: readonly Scene[]): WiredRange[] {
  const cuts = [...new Set(scenes.flatMap((s) => [s.startMs, s.endMs]))].sort((a, b) => a - b);
  return cuts.slice(0, -1).flatMap((startMs, i) => {
    const running = scenes.filter((s) => s.startMs <= startMs && s.endMs > startMs);
    const talkers = [...new Set(running.flatMap((s) => s.speakers))];
    return talkers.length === 0
      ? []
      : [
          {
            startMs,
            endMs: numberAt(cuts, i + 1),
            talkers,
            sceneNumbers: running.map((s) => s.number),
          },
        ];
  });
}

/**
 * The most people wired at once, and the first stretch in which they are; null of a day without
 * scenes.
 */
export function peakOf(scenes: readonly Scene[]): WiredRange | null {
  return wiredRanges(scenes).reduce<WiredRange | null>(
    (most, s) => (most === null || s.talkers.length > most.talkers.length ? s : most),
    null,
  );
}

/**
 * A talker's need of a channel, from the first to the last of scenes that follow each other without
 * time to hand the pack on.
 */
export interface TalkerSpan {
  talker: string;
  startMs: number;
  endMs: number;
  sceneNumbers: string[];
}

/**
 * When each talker needs a channel. Scenes of one talker that lie nearer together than a re-rig
 * takes are one span.
 * @param rerigMs - time to take a pack from one person and wire the next, ≥ 0
 */
export function talkerSpans(scenes: readonly Scene[], rerigMs: number): TalkerSpan[] {
  const spans: TalkerSpan[] = [];
  for (const talker of new Set(scenes.flatMap((s) => s.speakers))) {
    let open: TalkerSpan | null = null;
    for (const scene of scenes
      .filter((s) => s.speakers.includes(talker))
      .sort((a, b) => a.startMs - b.startMs)) {
      if (open && scene.startMs - open.endMs < rerigMs) {
        open.endMs = Math.max(open.endMs, scene.endMs);
        open.sceneNumbers.push(scene.number);
      } else
        spans.push(
          (open = {
            talker,
            startMs: scene.startMs,
            endMs: scene.endMs,
            sceneNumbers: [scene.number],
          }),
        );
    }
  }
  return spans.sort(
    (a, b) => a.startMs - b.startMs || a.endMs - b.endMs || (a.talker < b.talker ? -1 : 1),
  );
}

/** One pack's way through the day, from talker to talker. */
export interface PackDay {
  spans: TalkerSpan[];
}

/**
 * Hands the fewest packs through the day (interval partitioning: any free pack will do). Of the
 * free ones a talker gets their own back, else the one whose last wearer needs it again latest, so
 * that few change hands. The number of packs is the most spans at once, a re-rig counted to each.
 * @returns in order of first use; a pack with spans of several talkers is handed on between them
 */
export function packDays(scenes: readonly Scene[], rerigMs: number): PackDay[] {
  const packs: PackDay[] = [];
  const spans = talkerSpans(scenes, rerigMs);
  const isFirst = (span: TalkerSpan) =>
    !spans.some((s) => s.talker === span.talker && s.startMs < span.startMs);
  const nextNeedMs = (talker: string, fromMs: number) =>
    spans.find((s) => s.talker === talker && s.startMs >= fromMs)?.startMs ?? Infinity;
  // of those who begin together, whoever has worn a pack before chooses first
  const order = [...spans].sort(
    (a, b) => a.startMs - b.startMs || Number(isFirst(a)) - Number(isFirst(b)),
  );
  for (const span of order) {
    const free = packs.filter((p) => {
      const last = lastOf(p.spans);
      return last.talker === span.talker
        ? last.endMs <= span.startMs
        : last.endMs + rerigMs <= span.startMs;
    });
    const latestNeeded = free.reduce<PackDay | undefined>(
      (best, p) =>
        !best ||
        nextNeedMs(lastOf(p.spans).talker, span.startMs) >
          nextNeedMs(lastOf(best.spans).talker, span.startMs)
          ? p
          : best,
      undefined,
    );
    const mine = free.find((p) => p.spans.some((s) => s.talker === span.talker)) ?? latestNeeded;
    if (mine) mine.spans.push(span);
    else packs.push({ spans: [span] });
  }
  return packs;
}

/** Whether two are the same scene of a list: by number, whatever its case and blanks. */
export const isSameScene = (a: Pick<Scene, "number">, b: Pick<Scene, "number">): boolean =>
  a.number.trim().toLowerCase() === b.number.trim().toLowerCase();
