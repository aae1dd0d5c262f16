import { sampleAt } from "~/core/units/items";
import { columnsOf } from "~/core/monitor/extremes";
import { BYTES, byteToAudio, readReading, type ChannelReading } from "~/core/monitor/reading";
import { ReadingRing } from "~/core/monitor/ring";
import { SLOT_MS } from "~/core/monitor/timeline";

/** A quarter of an hour. */
const SLOTS = 9000;

export const bytesOf = (base64: string): Uint8Array =>
  Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));

/**
 * What every channel read over the last minutes, outside of React: it changes ten times a second.
 */
export class RollStore {
  private readonly rings = new Map<number, ReadingRing>();
  private newest = -1;
  private count = 0;
  /** When the newest came, by this page's own clock. */
  private heardAt = -Infinity;

  get version(): number {
    return this.count;
  }

  get newestSlot(): number {
    return this.newest;
  }

  /** Takes in what was read before this page began to follow. */
  fill(toSlot: number, channels: Readonly<Record<string, string>>): void {
    for (const [id, base64] of Object.entries(channels)) {
      const bytes = bytesOf(base64);
      const from = toSlot - bytes.length / BYTES;
      for (let i = 0; i * BYTES < bytes.length; i += 1)
        this.ringOf(Number(id)).put(from + i, bytes.subarray(i * BYTES, i * BYTES + BYTES));
    }
    this.newest = Math.max(this.newest, toSlot - 1);
    this.count += 1;
  }

  /**
   * One moment of every channel. Moments that are missing between stay unknown; one that is not new
   * is left.
   */
  put(slot: number, ids: readonly number[], bytes: Uint8Array, atMs: number): void {
    ids.forEach((id, i) => this.ringOf(id).put(slot, bytes.subarray(i * BYTES, i * BYTES + BYTES)));
    this.newest = Math.max(this.newest, slot);
    this.heardAt = atMs;
    this.count += 1;
  }

  /**
   * The last seconds of a channel in so many columns; null before anything came. While nothing
   * comes the RF history goes on, empty.
   * @param nowMs - by this page's own clock
   */
  columns(channelId: number, seconds: number, count: number, nowMs: number): Uint8Array | null {
    const ring = this.rings.get(channelId);
    if (!ring || this.newest < 0) return null;
    const silent = Number.isFinite(this.heardAt)
      ? Math.max(0, Math.floor((nowMs - this.heardAt) / SLOT_MS) - 3)
      : 0;
    const slots = Math.min(SLOTS, Math.round((seconds * 1000) / SLOT_MS));
    const to = this.newest + 1 + silent;
    const from = to - slots;
    const view = ring.slice(from, to);
    // columns stay on the slots they began with, so that the picture slides and does not shimmer
    const perColumn = slots / count;
    const shift = perColumn > 1 ? (to % Math.round(perColumn)) / perColumn : 0;
    return columnsOf(view, count, (c) =>
      Math.max(0, Math.min(slots, Math.round((c - shift) * perColumn))),
    );
  }

  /** The newest moment of a channel; null where it is not known, or old. */
  latest(channelId: number, nowMs: number): ChannelReading | null {
    const ring = this.rings.get(channelId);
    if (!ring || this.newest < 0 || nowMs - this.heardAt > 1200) return null;
    return readReading(ring.slice(this.newest, this.newest + 1), 0);
  }

  /** Loudest audio of the last so many moments, dB under full scale; null behind a shut squelch. */
  audioPeak(channelId: number, moments: number, nowMs: number): number | null {
    const ring = this.rings.get(channelId);
    if (!ring || nowMs - this.heardAt > 1200) return null;
    const bytes = ring.slice(this.newest - moments + 1, this.newest + 1);
    let most = 0;
    for (let i = 0; i < moments; i += 1) most = Math.max(most, sampleAt(bytes, i * BYTES + 2));
    return byteToAudio(most);
  }

  private ringOf(id: number): ReadingRing {
    let ring = this.rings.get(id);
    if (!ring) this.rings.set(id, (ring = new ReadingRing(SLOTS)));
    return ring;
  }
}
