/** A device that typed wrong codes. */
export interface WrongCodes {
  /** As the network knows it. */
  device: string;
  count: number;
  /** Until when it must wait, by the computer's clock. */
  untilMs: number;
}

/** So many wrong codes cost nothing: people mistype. */
const FREE_TRIES = 3;
const FIRST_WAIT_MS = 5000;
/** With this a device tries about thirty codes of a million in a day. */
const MAX_WAIT_MS = 3_600_000;
/** A local network holds a few hundred devices; beyond that the oldest are forgotten. */
const MAX_DEVICES = 4096;

/**
 * Counts wrong codes, each device by itself, with waits that double: who guesses waits, and nobody
 * else does.
 */
export class JoinAttempts {
  private readonly byDevice = new Map<string, WrongCodes>();

  constructor(private readonly nowMs: () => number) {}

  /** How long a device must wait before its next try is looked at; 0 when it need not. */
  waitMs(device: string): number {
    return Math.max(0, (this.byDevice.get(device)?.untilMs ?? 0) - this.nowMs());
  }

  /** A wrong code. @returns how long the device waits now */
  failed(device: string): number {
    const count = (this.byDevice.get(device)?.count ?? 0) + 1;
    const waitMs =
      count < FREE_TRIES ? 0 : Math.min(MAX_WAIT_MS, FIRST_WAIT_MS * 2 ** (count - FREE_TRIES));
    // put last: what is first in the map is the oldest
    this.byDevice.delete(device);
    this.byDevice.set(device, { device, count, untilMs: this.nowMs() + waitMs });
    for (const oldest of this.byDevice.keys()) {
      if (this.byDevice.size <= MAX_DEVICES) break;
      this.byDevice.delete(oldest);
    }
    return waitMs;
  }

  succeeded(device: string): void {
    this.byDevice.delete(device);
  }

  /** Devices that had to wait, most wrong codes first. */
  guessers(): WrongCodes[] {
    return [...this.byDevice.values()]
      .filter((d) => d.count >= FREE_TRIES)
      .sort((a, b) => b.count - a.count);
  }
}
