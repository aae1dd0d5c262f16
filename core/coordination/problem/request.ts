import type { FrequencyRange } from "~/core/regulations/region";
import type { Conflict } from "~/core/coordination/rules/checkSet";
import type { Carrier } from "~/core/coordination/rules/products";
import type { Margins } from "~/core/coordination/rules/margins";
import type { Profile } from "./profile";
import type { SetRelations } from "~/core/coordination/rules/relations";
import type { TuningRange } from "~/core/devices/tuning";
import type { NoiseRange } from "~/core/spectrum/channelNoise";

export interface ChannelRequest {
  id: string;
  tuning: readonly TuningRange[];
  bandwidthHz: number;
  lockedHz?: number | null;
  /** Receivers whose halves share a block: the id of their group. */
  group?: string | null;
  /**
   * Who comes first where places differ: the lowest number gets the quietest one. Absent or null
   * comes last.
   */
  priority?: number | null;
  /**
   * Places that its receiver's own scan offered, the best first: a search keeps to them, a person
   * may lock another. Absent or null: nothing was told.
   */
  offeredHz?: readonly number[] | null;
}

/** What the halves of a receiver have in common. */
export interface HalvesGroup {
  id: string;
  /** From the lowest to the highest occupied edge; infinite where there is no such limit. */
  maxSpanHz: number;
  /** Blocks or lists, one of which must hold all of them; absent: they need share none. */
  oneOf?: readonly (readonly FrequencyRange[])[];
}

export interface CoordinationRequest {
  windows: readonly FrequencyRange[];
  exclusions: readonly (FrequencyRange & { reason: string })[];
  noise: readonly NoiseRange[];
  maxNoiseDbm: number | null;
  /** Carriers that are there and stay: sources and victims like ours. */
  others: readonly Carrier[];
  profile: Profile;
  channels: readonly ChannelRequest[];
  groups: readonly HalvesGroup[];
  /**
   * Who is on with whom, whose scene cannot be repeated, how strong each is; absent: every rule
   * holds for all alike.
   */
  relations?: SetRelations | null;
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
  /**
   * Products that stand on a carrier because its relations excuse them; such a set is not clean by
   * `checkSet`.
   */
  excused?: Conflict[];
  /** Channels whose wider guards the set keeps, of those that it was asked for. */
  careful?: string[];
  stats: { elapsedMs: number; exhausted: boolean };
}
