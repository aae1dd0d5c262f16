/**
 * What is known of a pack's switch and cells, in whatever order it came in. Times run on evenly
 * (not a wall clock that may jump).
 */
export type PowerEvent =
  | { atMs: number; kind: "on" }
  | { atMs: number; kind: "off" }
  /** A full set went in, or it came off charge full. */
  | { atMs: number; kind: "fresh" }
  /**
   * What the set in it had run before the first of these events: carried over from another day, or
   * said by somebody.
   */
  | { atMs: number; kind: "ran"; ranHours: number };

export interface PackRun {
  /** How long the set that is in has run; null where nobody ever said how it began. */
  ranHours: number | null;
  isOn: boolean;
  /** When the set was put in; null where it was there before. */
  freshAtMs: number | null;
  /** Stretches on since then, the last one open to now. */
  on: { startMs: number; endMs: number }[];
}

/**
 * Running time of the cells in a pack from its on and off record. Twice on is once on; an off
 * without an on is nothing. A set that is put in while the pack is on starts at 0 and runs on.
 * @param nowMs - events after it are not yet
 */
export function packRun(events: readonly PowerEvent[], nowMs: number): PackRun {
  let ranMs: number | null = null;
  let onSinceMs: number | null = null;
  let freshAtMs: number | null = null;
  let on: PackRun["on"] = [];
  // at one moment: what was switched off stops, then cells, then what is switched on
  const rank = { off: 0, fresh: 1, ran: 1, on: 2 } as const;
  const past = events
    .filter((e) => e.atMs <= nowMs)
    .sort((a, b) => a.atMs - b.atMs || rank[a.kind] - rank[b.kind]);
  const stop = (atMs: number) => {
    if (onSinceMs === null) return;
    if (atMs > onSinceMs) on.push({ startMs: onSinceMs, endMs: atMs });
    if (ranMs !== null) ranMs += atMs - onSinceMs;
    onSinceMs = null;
  };
  for (const event of past) {
    if (event.kind === "on") onSinceMs ??= event.atMs;
    else if (event.kind === "off") stop(event.atMs);
    else {
      const wasOn = onSinceMs !== null;
      stop(event.atMs);
      ranMs = event.kind === "fresh" ? 0 : Math.max(0, event.ranHours) * HOUR_MS;
      freshAtMs = event.kind === "fresh" ? event.atMs : null;
      on = [];
      if (wasOn) onSinceMs = event.atMs;
    }
  }
  const isOn = onSinceMs !== null;
  stop(nowMs);
  return { ranHours: ranMs === null ? null : ranMs / HOUR_MS, isOn, freshAtMs, on };
}

const HOUR_MS = 3_600_000;
