/** Tells whoever listens that something of the days changed: a number that only grows, and a call for each step of it. */
export class ChangeFeed {
  private revisionNow = 0;
  private readonly listeners = new Set<(revision: number) => void>();

  get revision(): number {
    return this.revisionNow;
  }

  bump(): void {
    this.revisionNow += 1;
    for (const listener of this.listeners) listener(this.revisionNow);
  }

  /** @returns what ends it */
  follow(listener: (revision: number) => void): () => void {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  }
}
