import { defined, sampleAt } from "~/core/units/items";

/**
 * One look at a channel's receiver while it rolls, packed into four bytes so that a day of them
 * stays small.
 */
export interface ChannelReading {
  rfADbm: number;
  /** Null where there is one antenna only. */
  rfBDbm: number | null;
  /** Peak of the audio, dB under full scale; null behind a shut squelch. */
  audioDbfs: number | null;
  hasAudio: boolean;
  isOverloaded: boolean;
  isMuted: boolean;
  /** Its own pack's pilot, code or name is heard. */
  isPartner: boolean;
  /** How good the link itself calls what it hears, 0…1; null where the receiver does not tell. */
  quality: number | null;
}

/** The better antenna of a moment. */
export const bestOf = (r: Pick<ChannelReading, "rfADbm" | "rfBDbm">): number =>
  Math.max(r.rfADbm, r.rfBDbm ?? -Infinity);

/** So little over the noise nothing of a pack is heard. */
export const GONE_OVER_NOISE_DB = 7;
/** A level so much over what is needed is good: what is wrong then is not its weakness. */
export const GOOD_OVER_DB = 8;
/** Worse than this the link is bad. */
export const BAD_QUALITY = 0.4;

/** Strong enough, and the link was bad: somebody, or something, was on the frequency. */
export const hasInterference = (r: ChannelReading, sensitivityDbm: number): boolean =>
  r.quality !== null && r.quality < BAD_QUALITY && bestOf(r) > sensitivityDbm + GOOD_OVER_DB;

export const BYTES = 4;
const LOWEST_DBM = -130;
const STEP_DB = 0.5;
const FLAG = { hasAudio: 1, isOverloaded: 2, isMuted: 4, isPartner: 8 } as const;
/** Quality is kept in so many steps, from 1 up; 0 stands for an unknown. */
export const QUALITY_STEPS = 14;

/** Levels keep half a decibel, from −130 to −3 dBm; 0 stands for none. */
export const rfToByte = (dbm: number | null): number =>
  dbm === null || Number.isNaN(dbm)
    ? 0
    : Math.min(255, Math.max(1, Math.round((dbm - LOWEST_DBM) / STEP_DB) + 1));
export const byteToRf = (byte: number): number | null =>
  byte === 0 ? null : LOWEST_DBM + (byte - 1) * STEP_DB;
/** Audio keeps a third of a decibel, down to −84; 0 stands for an unknown, 1 for a shut squelch. */
export const audioToByte = (dbfs: number | null): number =>
  dbfs === null ? 1 : Math.min(255, Math.max(2, Math.round(255 + dbfs * 3)));
export const byteToAudio = (byte: number): number | null => (byte <= 1 ? null : (byte - 255) / 3);

/** Writes a reading into a slot; a null is a moment of which nothing is known. */
export function writeReading(
  bytes: Uint8Array,
  slot: number,
  reading: ChannelReading | null,
): void {
  const at = slot * BYTES;
  if (!reading) {
    bytes.fill(0, at, at + BYTES);
    return;
  }
  bytes[at] = rfToByte(reading.rfADbm);
  bytes[at + 1] = rfToByte(reading.rfBDbm);
  bytes[at + 2] = audioToByte(reading.audioDbfs);
  const quality =
    reading.quality === null
      ? 0
      : 1 + Math.round(Math.min(1, Math.max(0, reading.quality)) * QUALITY_STEPS);
  bytes[at + 3] =
    (reading.hasAudio ? FLAG.hasAudio : 0) |
    (reading.isOverloaded ? FLAG.isOverloaded : 0) |
    (reading.isMuted ? FLAG.isMuted : 0) |
    (reading.isPartner ? FLAG.isPartner : 0) |
    (quality << 4);
}

/** @returns null for a moment of which nothing is known */
export function readReading(bytes: Uint8Array, slot: number): ChannelReading | null {
  const at = slot * BYTES;
  const a = sampleAt(bytes, at);
  if (a === 0) return null;
  const flags = sampleAt(bytes, at + 3);
  const quality = flags >> 4;
  return {
    rfADbm: defined(byteToRf(a)),
    rfBDbm: byteToRf(sampleAt(bytes, at + 1)),
    audioDbfs: byteToAudio(sampleAt(bytes, at + 2)),
    hasAudio: (flags & FLAG.hasAudio) !== 0,
    isOverloaded: (flags & FLAG.isOverloaded) !== 0,
    isMuted: (flags & FLAG.isMuted) !== 0,
    isPartner: (flags & FLAG.isPartner) !== 0,
    quality: quality === 0 ? null : (quality - 1) / QUALITY_STEPS,
  };
}
