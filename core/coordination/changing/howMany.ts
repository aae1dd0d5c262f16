import { mergeRanges, type FrequencyRange } from "~/core/regulations/region";
import { coordinate, type SearchHooks } from "~/core/coordination/search/coordinate";
import { PROFILES, type ProfileName } from "~/core/coordination/problem/profile";
import type {
  ChannelRequest,
  CoordinationRequest,
  HalvesGroup,
} from "~/core/coordination/problem/request";

/** Channels of one kind of system, as a search takes them. */
export interface SystemAsked {
  channel: ChannelRequest;
  /** How many channels one receiver has, and what they have in common. */
  halves: number;
  group: HalvesGroup | null;
  windows: readonly FrequencyRange[];
  spacing: ProfileName;
}

export interface HowMany {
  fit: number;
  spares: number;
  /** All sets were tried: no more can be placed. */
  isProved: boolean;
}

/**
 * How many channels of one kind of system find a frequency at a place, alone there, with spares.
 * @param place - what the place leaves: its channels, groups and relations are not asked
 */
export function howMany(
  place: CoordinationRequest,
  asked: SystemAsked,
  wanted: number,
  hooks: SearchHooks,
): HowMany {
  const { channel, halves, group } = asked;
  const idOf = (receiver: number) => `${channel.id} ${receiver}`;
  const receivers = Math.ceil(wanted / halves);
  const result = coordinate(
    {
      ...place,
      windows: mergeRanges([...asked.windows]),
      profile: PROFILES[asked.spacing],
      relations: null,
      channels: Array.from({ length: wanted }, (_, i) => ({
        ...channel,
        id: `${channel.id}-${i}`,
        priority: null,
        lockedHz: null,
        group: group ? idOf(Math.floor(i / halves)) : null,
      })),
      groups: group ? Array.from({ length: receivers }, (_, r) => ({ ...group, id: idOf(r) })) : [],
    },
    hooks,
  );
  return {
    fit: result.assignments.length,
    spares: result.spares.length,
    isProved: result.isProved ?? false,
  };
}
