/**
 * Between two calls of the listeners at least so long passes: each has every page read its day
 * again.
 */
const PAUSE_MS = 500;
/**
 * One page after the other, so far apart: what twenty phones read at once would hold up the
 * twenty-first, who ticks something off.
 */
const APART_MS = 25;

/**
 * Tells whoever listens that something of the days changed: a number that only grows. The first
 * change is told at once; what comes right after it is told together, the rarer the more listen.
 */
export class ChangeFeed {
  private revisionNow = 0;
  private readonly listeners = new Set<(revision: number) => void>();
  private toldRevision = 0;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(
    private readonly pauseMs = PAUSE_MS,
    private readonly apartMs = APART_MS,
  ) {}

  get revision(): number {
    return this.revisionNow;
  }

  bump(): void {
    this.revisionNow += 1;
    if (this.timer === null) this.tell();
  }

  /** @returns what ends it */
  follow(listener: (revision: number) => void): () => void {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  }

  private tell(): void {
    this.toldRevision = this.revisionNow;
    const [first, ...others] = this.listeners;
    this.timer = later(Math.max(this.pauseMs, 2 * this.apartMs * this.listeners.size), () => {
      this.timer = null;
      if (this.toldRevision !== this.revisionNow) this.tell();
    });
    first?.(this.revisionNow);
    // whoever left meanwhile is not told; whoever is told late is told of what came meanwhile too
    others.forEach(
      (listener, i) =>
        void later((i + 1) * this.apartMs, () => {
          if (this.listeners.has(listener)) listener(this.revisionNow);
        }),
    );
  }
}

/** A timer that keeps nobody from ending. */
const later = (ms: number, work: () => void) => {
  const timer = setTimeout(work, ms);
  timer.unref();
  return timer;
};
