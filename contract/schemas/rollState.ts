import type { HoursLeft } from "~/core/battery/discharge";
import type { Attention } from "~/core/monitor/channelWatch";
import type { UsualRf } from "~/core/monitor/hitEvidence";
import type { NewCarrier } from "~/core/monitor/newCarriers";

/** What the watch shows. */
export interface WatchView {
  /** What sweeps; null where nothing is free to. */
  instrument: string | null;
  /** When the newest look ended; null before the first. */
  lookedAtMs: number | null;
  newCarriers: NewCarrier[];
  /** Why the last look failed; null where it did not. */
  problem: string | null;
}

/** A channel as the screen shows it, told once a second. */
export interface RolledChannel {
  channelId: number;
  attention: Attention[];
  marginDb: number | null;
  /** What its antennas usually show. */
  usual: UsualRf | null;
  /** The level under which it drops out. */
  sensitivityDbm: number;
  noiseDbm: number;
  cells: HoursLeft | null;
  volts: number | null;
  isOn: boolean;
  partner: string | null;
}

export interface RollState {
  nowMs: number;
  isRolling: boolean;
  /** "none": nothing here can be asked; "silent": it does not answer now. */
  line: "live" | "silent" | "none";
  /** Since the last moment that was read; null before the first. */
  heardAgoMs: number | null;
  channels: RolledChannel[];
  watch: WatchView | null;
  /** Why what is read cannot be kept just now; null where it is. */
  notKept: string | null;
}
