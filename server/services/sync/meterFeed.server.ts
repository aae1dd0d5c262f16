import type { AppContext } from "~/server/services/appContext.server";
import { pause } from "~/server/services/day/pause.server";
import { readMeters } from "./syncs.server";

/** Between two readings; a walk is read as often. */
const EVERY_MS = 350;

type Listener = (readings: string) => void;

/**
 * Reads the meters of a day for everybody who looks at them, once for all; where nobody looks,
 * nothing is read.
 */
export class MeterFeed {
  private readonly listeners = new Map<number, Set<Listener>>();

  constructor(
    private readonly app: () => AppContext,
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
      const read = await readMeters(this.app(), dayId).catch((error: unknown) => {
        this.app().log.warn("meters-not-read", { dayId }, error);
        return null;
      });
      const text = JSON.stringify(read?.ok ? read.value : {});
      for (const listener of all) listener(text);
      await pause(this.everyMs, never);
    }
  }
}
