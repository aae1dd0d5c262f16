/** Between two calls of the listeners at least so long passes: each has every page read its day again. */
const PAUSE_MS = 500;

/** Tells whoever listens that something of the days changed: a number that only grows. The first change is told at once; what comes right after it is told together. */
export class ChangeFeed {
  private revisionNow = 0;
  private readonly listeners = new Set<(revision: number) => void>();
  private toldRevision = 0;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly pauseMs = PAUSE_MS) {}

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
    this.timer = setTimeout(() => {
      this.timer = null;
      if (this.toldRevision !== this.revisionNow) this.tell();
    }, this.pauseMs);
    // nobody is kept from ending by it
    this.timer.unref();
    for (const listener of this.listeners) listener(this.revisionNow);
  }
}
