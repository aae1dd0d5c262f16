import type { MeterReading } from "~/core/devices/readings";
import { pause } from "~/server/services/day/pause.server";

/** Between two readings; a walk is read as often. */
const EVERY_MS = 350;

type Listener = (readings: string) => void;

/**
 * Reads the meters of a day for everybody who looks at them, once for all; where nobody looks,
 * nothing is read.
 */
export class MeterFeed {
  private readonly listeners = new Map<number, Set<Listener>>();

  /** @param readDay - by channel; null of a meter that does not answer; empty where none can */
  constructor(
    private readonly readDay: (dayId: number) => Promise<Record<number, MeterReading | null>>,
    private readonly everyMs = EVERY_MS,
  ) {}

  /**
   * Tells what the receivers of a day read, by channel, as JSON; an empty list while they are
   * silent. @returns what ends it
   */
  follow(dayId: number, listener: Listener): () => void {
    const known = this.listeners.get(dayId);
    const all = known ?? new Set<Listener>();
    all.add(listener);
    if (!known) {
      this.listeners.set(dayId, all);
      void this.read(dayId, all);
    }
    return () => {
      all.delete(listener);
      if (all.size === 0 && this.listeners.get(dayId) === all) this.listeners.delete(dayId);
    };
  }

  private async read(dayId: number, all: Set<Listener>): Promise<void> {
    const never = new AbortController().signal;
    while (all.size > 0) {
      const text = JSON.stringify(await this.readDay(dayId));
      for (const listener of all) listener(text);
      await pause(this.everyMs, never);
    }
  }
}
