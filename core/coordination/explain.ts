import { channelAt, type Raster } from "../regions/raster";
import { mergeStretches } from "../regions/region";
import { judgePlace } from "./candidates";
import { checkSet, type Conflict } from "./checkSet";
import type { ChannelRequest, CoordinationRequest } from "./request";

/** A rule that one frequency breaks, as data; the screen puts it into words. */
export type BrokenRule =
  | { code: "not-tunable"; ranges: { lowHz: number; highHz: number }[] }
  | { code: "off-grid"; nearestHz: number }
  | { code: "not-allowed" }
  | { code: "kept-free"; reason: string; channel: number | null }
  | { code: "too-noisy"; noiseDbm: number; maxNoiseDbm: number }
  | { code: "not-measured" }
  | { code: "receiver-span"; maxSpanHz: number; otherHz: number }
  | { code: "conflict"; conflict: Conflict };

/** Every rule that a typed frequency breaks for a channel, given what stands already (others and the locked channels).
 *  An empty list means the place is fine. */
export function brokenRules(
  request: CoordinationRequest,
  channel: ChannelRequest,
  frequencyHz: number,
  standing: readonly { id: string; frequencyHz: number }[],
  raster: Raster | null,
): BrokenRule[] {
  const broken: BrokenRule[] = [];
  const range = channel.tuning.find((t) => frequencyHz >= t.lowHz && frequencyHz <= t.highHz);
  if (!range) broken.push({ code: "not-tunable", ranges: channel.tuning.map(({ lowHz, highHz }) => ({ lowHz, highHz })) });
  else {
    const nearestHz = range.lowHz + Math.round((frequencyHz - range.lowHz) / range.stepHz) * range.stepHz;
    if (Math.abs(nearestHz - frequencyHz) >= 1) broken.push({ code: "off-grid", nearestHz: Math.min(nearestHz, range.highHz) });
  }
  const place = judgePlace(request, mergeStretches(request.windows), request.noise, channel.bandwidthHz, frequencyHz);
  if (place.verdict === "outside-window") broken.push({ code: "not-allowed" });
  if (place.verdict === "excluded") {
    broken.push({ code: "kept-free", reason: place.exclusion ?? "", channel: raster ? (channelAt(raster, frequencyHz)?.channel ?? null) : null });
  }
  if (place.verdict === "noisy") broken.push({ code: "too-noisy", noiseDbm: place.noiseDbm!, maxNoiseDbm: request.maxNoiseDbm! });
  if (place.verdict === "unmeasured" && range) broken.push({ code: "not-measured" });
  const group = request.groups.find((g) => g.id === channel.group);
  for (const other of group ? request.channels.filter((c) => c.group === group.id && c.id !== channel.id) : []) {
    const otherHz = standing.find((s) => s.id === other.id)?.frequencyHz;
    const spanHz = otherHz === undefined ? 0 : Math.abs(otherHz - frequencyHz) + channel.bandwidthHz / 2 + other.bandwidthHz / 2;
    if (otherHz !== undefined && spanHz > group!.maxSpanHz) broken.push({ code: "receiver-span", maxSpanHz: group!.maxSpanHz, otherHz });
  }
  const others = standing.filter((s) => s.id !== channel.id);
  const before = new Set(checkSet(others, request.profile).conflicts.map((c) => JSON.stringify(c)));
  for (const conflict of checkSet([...others, { id: channel.id, frequencyHz }], request.profile).conflicts) {
    if (!before.has(JSON.stringify(conflict))) broken.push({ code: "conflict", conflict });
  }
  return broken;
}
