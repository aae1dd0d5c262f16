import { useSyncExternalStore } from "react";
import type { MeterReading } from "~/core/devices/readings";
import { type Meters, type MeterStore, meterStore } from "./meterStore";

/** Nobody reads numbers that change more often. */
const EVERY_MS = 650;

/**
 * What the meters read, at a pace for eyes and only while the page is seen. Every screen part hears
 * its own channel alone.
 */
export class SeenMeters {
  private shown: Meters = {};
  private shownMs = -Infinity;
  private leave: (() => void) | null = null;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly store: Pick<MeterStore, "follow">,
    private readonly nowMs: () => number = () => performance.now(),
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    if (this.listeners.size === 0) {
      document.addEventListener("visibilitychange", this.look);
      this.listeners.add(listener);
      this.look();
    } else this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size > 0) return;
      document.removeEventListener("visibilitychange", this.look);
      this.leave?.();
      this.leave = null;
      this.shown = {};
    };
  };

  /** Undefined where nothing came; null where the half cannot be read. */
  of(channelId: number): MeterReading | null | undefined {
    return this.shown[channelId];
  }

  private readonly look = (): void => {
    const isSeen = document.visibilityState === "visible";
    if (isSeen === (this.leave !== null)) return;
    this.leave?.();
    this.leave = isSeen ? this.store.follow(this.hear) : null;
  };

  private readonly hear = (next: Meters): void => {
    const nowMs = this.nowMs();
    // that nothing can be read any more is told at once
    if (nowMs - this.shownMs < EVERY_MS && Object.keys(next).length > 0) return;
    this.shownMs = nowMs;
    this.shown = next;
    for (const listener of this.listeners) listener();
  };
}

const seen = new SeenMeters(meterStore);
const nobody = () => () => undefined;

/** What a channel's half of a receiver hears now. @param isAsked - whether it can be asked at all */
export const useMeter = (channelId: number, isAsked: boolean): MeterReading | null | undefined =>
  useSyncExternalStore(
    isAsked ? seen.subscribe : nobody,
    () => (isAsked ? seen.of(channelId) : undefined),
    () => undefined,
  );
