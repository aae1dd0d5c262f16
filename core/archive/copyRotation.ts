/** A copy of the data file, and when it was made. */
export interface CopyFile {
  name: string;
  atMs: number;
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
/** All of the newest … */
const NEWEST = 6;
/** … then the last of each hour of a day, and of each day of three weeks. */
const HOURLY_MS = DAY_MS;
const DAILY_MS = 21 * DAY_MS;

/**
 * Which copies may go: all that are neither among the newest, nor the last of their hour of the
 * past day, nor the last of their day of the past three weeks. The newest always stays, however
 * old.
 */
export function copiesToDrop(copies: readonly CopyFile[], nowMs: number): CopyFile[] {
  const newestFirst = [...copies].sort((a, b) => b.atMs - a.atMs);
  const kept = new Set(newestFirst.slice(0, NEWEST));
  const lastOf = (spanMs: number, unitMs: number) => {
    const seen = new Set<number>();
    for (const c of newestFirst) {
      if (nowMs - c.atMs > spanMs) continue;
      const slot = Math.floor(c.atMs / unitMs);
      if (seen.has(slot)) continue;
      seen.add(slot);
      kept.add(c);
    }
  };
  lastOf(HOURLY_MS, HOUR_MS);
  lastOf(DAILY_MS, DAY_MS);
  return newestFirst.filter((c) => !kept.has(c));
}
