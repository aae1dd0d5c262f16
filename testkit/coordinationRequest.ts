import { PROFILES } from "~/core/coordination/problem/profile";
import type { ChannelRequest, CoordinationRequest } from "~/core/coordination/problem/request";

let clockMs = 0;
export const hooks = { now: () => (clockMs += 0.01) };

export const channel = (id: string, extra: Partial<ChannelRequest> = {}): ChannelRequest => ({
  id,
  tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }],
  bandwidthHz: 200_000,
  ...extra,
});
export const request = (extra: Partial<CoordinationRequest> = {}): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 694e6 }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  channels: [channel("a"), channel("b"), channel("c"), channel("d"), channel("e")],
  groups: [],
  spares: 2,
  timeLimitMs: 3000,
  seed: 1,
  ...extra,
});
