import type { Stretch } from "../regions/region";
import type { Carrier } from "./products";
import type { Margins } from "./margins";
import type { Profile } from "./profile";

/** A range of centre frequencies on a grid that starts at its low end. */
export interface TuningRange extends Stretch {
  stepHz: number;
}

export interface NoiseStretch extends Stretch {
  /** Power per channel bandwidth. */
  levelDbm: number;
}

export interface ChannelRequest {
  id: string;
  tuning: readonly TuningRange[];
  bandwidthHz: number;
  lockedHz?: number | null;
  /** Receivers whose halves share a block: the id of their group. */
  group?: string | null;
}

export interface CoordinationRequest {
  windows: readonly Stretch[];
  exclusions: readonly (Stretch & { reason: string })[];
  noise: readonly NoiseStretch[];
  maxNoiseDbm: number | null;
  /** Carriers that are there and stay: sources and victims like ours. */
  others: readonly Carrier[];
  profile: Profile;
  channels: readonly ChannelRequest[];
  groups: readonly { id: string; maxSpanHz: number }[];
  spares: number;
  timeLimitMs: number;
  seed: number;
}

export interface Assignment {
  channelId: string;
  frequencyHz: number;
  margins: Margins;
}

export interface Spare {
  frequencyHz: number;
  for: string[];
}

export interface CoordinationResult {
  assignments: Assignment[];
  spares: Spare[];
  unplaced: { channelId: string; reason: string }[];
  bank: string | null;
  /** All sets were tried: no more can be placed. */
  isProved?: boolean;
  stats: { elapsedMs: number; exhausted: boolean };
}
