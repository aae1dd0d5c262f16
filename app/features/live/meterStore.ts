import type { MeterReading } from "~/core/devices/readings";

export type Meters = Readonly<Record<number, MeterReading | null>>;

const NOTHING: Meters = {};

/**
 * What the receivers read, by channel. It comes with the line of the day, for as long as somebody
 * shows or records it.
 */
export class MeterStore {
  private readonly readers = new Set<(meters: Meters) => void>();
  private readonly watchers = new Set<() => void>();

  /** Whether the line has to bring them. */
  get isWanted(): boolean {
    return this.readers.size > 0;
  }

  /** Told whenever that changes. @returns what ends it */
  readonly onWanted = (told: () => void): (() => void) => {
    this.watchers.add(told);
    return () => void this.watchers.delete(told);
  };

  /** Hears every reading. @returns what ends it */
  follow(hear: (meters: Meters) => void): () => void {
    const before = this.isWanted;
    this.readers.add(hear);
    this.tellWanted(before);
    return () => {
      const then = this.isWanted;
      this.readers.delete(hear);
      this.tellWanted(then);
    };
  }

  put(meters: Meters): void {
    for (const hear of this.readers) hear(meters);
  }

  /** The line broke off: what was read last is not what is read now. */
  clear(): void {
    this.put(NOTHING);
  }

  private tellWanted(before: boolean): void {
    if (before !== this.isWanted) for (const told of this.watchers) told();
  }
}

/** The one of this page. */
export const meterStore = new MeterStore();
