import { BYTES, type ChannelReading, readReading, writeReading } from "./reading";
import { SLOT_MS } from "./timeline";

/**
 * The last minutes of one channel, slot by slot; what is older falls out. Slots that nobody wrote
 * are unknown.
 */
export class ReadingRing {
  private readonly bytes: Uint8Array;
  private readonly one = new Uint8Array(BYTES);
  private newest = -1;

  constructor(private readonly slots: number) {
    this.bytes = new Uint8Array(slots * BYTES);
  }

  /**
   * @param slot - counts up; one that lies before the newest is written where it belongs, if that
   *   is still held
   */
  write(slot: number, reading: ChannelReading | null): void {
    writeReading(this.one, 0, reading);
    this.put(slot, this.one);
  }

  /** The same of a reading as it is stored, four bytes. */
  put(slot: number, bytes: Uint8Array): void {
    if (this.newest >= 0)
      for (let s = Math.max(this.newest + 1, slot - this.slots); s < slot; s += 1)
        this.bytes.fill(0, (s % this.slots) * BYTES, (s % this.slots) * BYTES + BYTES);
    if (slot < 0 || slot <= this.newest - this.slots) return;
    this.bytes.set(bytes, (slot % this.slots) * BYTES);
    this.newest = Math.max(this.newest, slot);
  }

  /** Readings of slots [from, to), four bytes each; unknown where none is held. */
  slice(from: number, to: number): Uint8Array {
    const out = new Uint8Array(Math.max(0, to - from) * BYTES);
    const end = Math.min(to, this.newest + 1);
    for (let s = Math.max(from, this.newest - this.slots + 1, 0); s < end;) {
      const at = s % this.slots;
      const many = Math.min(end - s, this.slots - at);
      out.set(this.bytes.subarray(at * BYTES, (at + many) * BYTES), (s - from) * BYTES);
      s += many;
    }
    return out;
  }

  /** The same as readings. */
  readings(from: number, to: number): (ChannelReading | null)[] {
    const bytes = this.slice(from, to);
    return Array.from({ length: Math.max(0, to - from) }, (_, i) => readReading(bytes, i));
  }
}

/**
 * A line may be so much early or late, in slots, and still be the next moment: networks jitter, and
 * a machine that was busy takes several at once.
 */
const MAX_OFF = 25;

/**
 * Says into which slot of the day a moment of a stream falls: by the instrument's own clock from
 * the moment before, held to the day's. A moment that comes twice, or goes back, is none; after a
 * break the slots between stay empty; a clock that steps back does not write over what was.
 */
export class FrameGate {
  private lastNumber = -Infinity;
  private lastAtMs = -Infinity;
  private lastSlot = -Infinity;
  dropped = 0;

  /** A new line begins: its numbers may begin anew. */
  newLine(): void {
    this.lastNumber = -Infinity;
    this.lastAtMs = -Infinity;
  }

  /**
   * @param p.atMs - by the instrument's clock, whatever it begins from @param p.nowMs - of the day
   *   @returns the slot, or null for a moment that is none
   */
  take({ number, atMs, nowMs }: { number: number; atMs: number; nowMs: number }): number | null {
    if (
      !Number.isFinite(number) ||
      !Number.isFinite(atMs) ||
      number <= this.lastNumber ||
      atMs <= this.lastAtMs
    ) {
      this.dropped += 1;
      return null;
    }
    const due = Math.floor(nowMs / SLOT_MS);
    const next = this.lastSlot + Math.max(1, Math.round((atMs - this.lastAtMs) / SLOT_MS));
    this.lastNumber = number;
    this.lastAtMs = atMs;
    const slot =
      Number.isFinite(next) && Math.abs(due - next) <= MAX_OFF
        ? next
        : Math.max(due, this.lastSlot);
    this.lastSlot = slot;
    return slot;
  }
}
