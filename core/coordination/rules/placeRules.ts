import { homesOf } from "./groupSpans";
import { defined } from "~/core/units/items";
import { channelAt, type Raster } from "~/core/regulations/raster";
import { judgePlace, type NoiseIndex } from "~/core/coordination/problem/candidates";
import type { BrokenRule } from "./brokenRule";
import type { ChannelRequest, CoordinationRequest } from "~/core/coordination/problem/request";
import { nearestSetting } from "~/core/devices/tuning";

/**
 * Every rule that one frequency breaks for a channel, other carriers' products and spacing aside:
 * tuning, grid, law, what is kept free, noise, span of its receiver.
 */
export function placeRules(
  request: CoordinationRequest,
  windows: readonly { lowHz: number; highHz: number }[],
  noise: NoiseIndex,
  channel: ChannelRequest,
  frequencyHz: number,
  standing: readonly {
    channel: Pick<ChannelRequest, "id" | "group" | "bandwidthHz">;
    frequencyHz: number;
  }[],
  raster: Raster | null,
): BrokenRule[] {
  const broken: BrokenRule[] = [];
  const range = channel.tuning.find((t) => frequencyHz >= t.lowHz && frequencyHz <= t.highHz);
  if (!range)
    broken.push({
      code: "not-tunable",
      ranges: channel.tuning.map(({ lowHz, highHz }) => ({ lowHz, highHz })),
    });
  else {
    const nearestHz = nearestSetting([range], frequencyHz);
    if (Math.abs(nearestHz - frequencyHz) >= 1) broken.push({ code: "off-grid", nearestHz });
  }
  const half = channel.bandwidthHz / 2;
  const near = noise.near(frequencyHz - half, frequencyHz + half);
  const place = judgePlace(request, windows, near, channel.bandwidthHz, frequencyHz);
  if (place.verdict === "outside-window") broken.push({ code: "not-allowed" });
  if (place.verdict === "excluded")
    broken.push({
      code: "kept-free",
      reason: place.exclusion ?? "",
      channel: stationIn(request.exclusions, frequencyHz - half, frequencyHz + half, raster),
    });
  if (place.verdict === "noisy")
    broken.push({
      code: "too-noisy",
      noiseDbm: defined(place.noiseDbm),
      maxNoiseDbm: defined(request.maxNoiseDbm),
    });
  const isUnmeasured =
    place.verdict === "unmeasured" ||
    (place.verdict === "fine" &&
      request.maxNoiseDbm !== null &&
      !noise.isEmpty &&
      near.length === 0);
  if (isUnmeasured && range) broken.push({ code: "not-measured" });
  const group = request.groups.find((g) => g.id === channel.group);
  if (!group) return broken;
  for (const other of standing) {
    if (other.channel.group !== group.id || other.channel.id === channel.id) continue;
    const spanHz = Math.abs(other.frequencyHz - frequencyHz) + half + other.channel.bandwidthHz / 2;
    if (spanHz > group.maxSpanHz)
      broken.push({
        code: "receiver-span",
        maxSpanHz: group.maxSpanHz,
        otherHz: other.frequencyHz,
      });
    else if (homesOf(group, [frequencyHz, other.frequencyHz])?.length === 0)
      broken.push({ code: "receiver-shares", otherHz: other.frequencyHz });
  }
  return broken;
}

/** A hole this wide is a station's: others are a carrier's. */
const STATION_HZ = 5e6;

/** The raster channel whose station a carrier meets, with its skirt and guard; null of other holes. */
function stationIn(
  exclusions: CoordinationRequest["exclusions"],
  lowHz: number,
  highHz: number,
  raster: Raster | null,
): number | null {
  const hole = exclusions.find((e) => e.lowHz < highHz && e.highHz > lowHz);
  return hole && raster && hole.highHz - hole.lowHz >= STATION_HZ
    ? (channelAt(raster, (hole.lowHz + hole.highHz) / 2)?.channel ?? null)
    : null;
}
