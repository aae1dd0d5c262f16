/** What a half of a receiver shows when it is asked. */
export interface MeterReading {
  rfADbm: number;
  rfBDbm: number;
  hasAudio: boolean;
  /** Peak of the audio, dB under the receiver's full scale; null when squelched. */
  audioDbfs: number | null;
  /**
   * The pack that is heard, as it tells itself; null where the receiver does not show it, or hears
   * none.
   */
  partner: { name: string } | null;
}

/** What one half of a receiver shows at a moment while it rolls. */
export interface LiveHalf {
  receiverKey: string;
  half: number;
  rfADbm: number;
  rfBDbm: number;
  audioDbfs: number | null;
  hasAudio: boolean;
  isOverloaded: boolean;
  /** How good the link calls what it hears, 0…1; null where it does not tell. */
  quality: number | null;
  /**
   * The pack that is heard, as it tells of itself; null where the receiver does not show it, or
   * hears none. Volts are those of one cell.
   */
  partner: { name: string; volts: number | null; isMuted: boolean } | null;
}

/**
 * Everything at one moment. Numbers count up from the start of the instrument's stream: one that
 * comes again, or goes back, is no new moment.
 */
export interface LiveFrame {
  number: number;
  atMs: number;
  halves: LiveHalf[];
}
