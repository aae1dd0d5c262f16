import type { LinkLimits, UsualRf } from "~/core/monitor/hitEvidence";
import type { ChannelReading } from "~/core/monitor/reading";
import type { RollState, WatchView } from "~/contract/schemas/rollState";

export type RollMessage =
  { type: "frame"; text: string } | { type: "state"; state: RollState; text: string };

/** The newest looks at the air. */
export interface WatchFeed {
  view: () => WatchView;
  /**
   * How much the air around a frequency rose since the first look here; null where it was not
   * looked at.
   */
  roseDb: (frequencyHz: number) => number | null;
  /** Carriers of others that the newest look saw. */
  carriers: () => { frequencyHz: number; levelDbm: number }[];
  /** Looks around one frequency at once; what it saw is in the others from then on. */
  lookNear: (frequencyHz: number) => Promise<void>;
}

/** What was read of a channel over the last moments. */
export interface ReadChannel {
  channelId: number;
  receiverKey: string;
  frequencyHz: number | null;
  limits: LinkLimits;
  usual: UsualRf | null;
  recent: (ChannelReading | null)[];
  bytes: Uint8Array;
}

/** What follows the receivers while a day rolls, as the use cases know it. */
export interface RollFeed {
  /** What every page was told last; null before the first. */
  readonly now: RollState | null;
  readonly followedDayId: number | null;
  /** Follows a day from now on; nothing where it is followed already. */
  follow: (dayId: number) => Promise<void>;
  /** Ends it; what was read is kept. */
  leave: () => Promise<void>;
  /** @returns what ends it */
  listen: (listener: (message: RollMessage) => void) => () => void;
  /** The last moments of every channel, as they are packed; and the slot after the last. */
  recent: (slots: number) => {
    toSlot: number;
    channels: { channelId: number; bytes: Uint8Array }[];
  };
  /**
   * What a hit is judged by, of one channel and the others beside it; null of a channel that is not
   * followed.
   */
  evidence: (
    channelId: number,
    atMs: number,
    slots: number,
  ) => { mine: ReadChannel; others: ReadChannel[] } | null;
  /** Of one cell of a pack, as its receiver tells now; null where it does not. */
  voltsOf: (packKey: string) => number | null;
  readonly airWatch: WatchFeed | null;
  /** The computer's clock was set: while it rolls, an event of the day. */
  clockJumped: (byMs: number) => void;
}
