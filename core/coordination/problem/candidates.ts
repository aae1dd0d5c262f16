// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { mergeRanges, type FrequencyRange } from "~/core/regulations/region";
import { formatMhz } from "~/core/units/frequencyText";
import type { NoiseRange } from "~/core/spectrum/channelNoise";
import type { ChannelRequest, CoordinationRequest } from "./request";

/** A place a channel's carrier may stand. */
export interface Candidate {
  frequencyHz: number;
  /** Highest measured noise in the occupied band; null where nothing was measured. */
  noiseDbm: number | null;
}

export interface ChannelCandidates {
  /** Ascending, without doubles. */
  list: Candidate[];
  /** Why grid places fell away, for the reason when a channel stays unplaced. */
  refused: {
    outsideWindow: number;
    excluded: number;
    noisy: number;
    unmeasured: number;
    /** Its receiver's own scan did not offer them. */
    notOffered: number;
  };
  exclusionReasons: string[];
}

/** The highest noise of the ranges that a band overlaps, and whether they cover it wholly.
 *  @param noise - each level already a power per channel bandwidth; need not be sorted */
export function noiseInBand(
  noise: readonly NoiseRange[],
  lowHz: number,
  highHz: number,
): { levelDbm: number | null; isCovered: boolean } {
  let levelDbm: number | null = null;
  const covered: FrequencyRange[] = [];
  for (const n of noise) {
    if (n.highHz <= lowHz || n.lowHz >= highHz) continue;
    levelDbm = levelDbm === null ? n.levelDbm : Math.max(levelDbm, n.levelDbm);
    covered.push({ lowHz: n.lowHz, highHz: n.highHz });
  }
  return {
    levelDbm,
    isCovered: mergeRanges(covered).some((c) => c.lowHz <= lowHz && c.highHz >= highHz),
  };
}

export type PlaceVerdict = "fine" | "outside-window" | "excluded" | "noisy" | "unmeasured";

/**
 * What the law, the exclusions and the measured noise say about one centre frequency, other
 * carriers aside.
 */
export function judgePlace(
  request: Pick<CoordinationRequest, "exclusions" | "maxNoiseDbm">,
  windows: readonly FrequencyRange[],
  noise: readonly NoiseRange[],
  bandwidthHz: number,
  frequencyHz: number,
): { verdict: PlaceVerdict; noiseDbm: number | null; exclusion: string | null } {
  const lowHz = frequencyHz - bandwidthHz / 2;
  const highHz = frequencyHz + bandwidthHz / 2;
  const { levelDbm, isCovered } = noiseInBand(noise, lowHz, highHz);
  const answer = (verdict: PlaceVerdict, exclusion: string | null = null) => ({
    verdict,
    noiseDbm: levelDbm,
    exclusion,
  });
  if (!windows.some((w) => lowHz >= w.lowHz && highHz <= w.highHz)) return answer("outside-window");
  const hole = request.exclusions.find((e) => e.lowHz < highHz && e.highHz > lowHz);
  if (hole) return answer("excluded", hole.reason);
  if (request.maxNoiseDbm === null) return answer("fine");
  if (levelDbm !== null && levelDbm > request.maxNoiseDbm) return answer("noisy");
  if (noise.length > 0 && !isCovered) return answer("unmeasured");
  return answer("fine");
}

/** Only the noise entries near a frequency: they are sorted, and a wide sweep has thousands. */
export class NoiseIndex {
  private readonly sorted: NoiseRange[];
  private readonly widestHz: number;

  constructor(noise: readonly NoiseRange[]) {
    this.sorted = [...noise].sort((a, b) => a.lowHz - b.lowHz);
    this.widestHz = this.sorted.reduce((w, n) => Math.max(w, n.highHz - n.lowHz), 0);
  }

  near(lowHz: number, highHz: number): NoiseRange[] {
    let low = 0;
    let high = this.sorted.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.sorted[middle]!.lowHz < lowHz - this.widestHz) low = middle + 1;
      else high = middle;
    }
    const found: NoiseRange[] = [];
    for (let i = low; i < this.sorted.length && this.sorted[i]!.lowHz < highHz; i += 1)
      found.push(this.sorted[i]!);
    return found;
  }

  get isEmpty(): boolean {
    return this.sorted.length === 0;
  }
}

/** Every place on a channel's tuning grid that the windows, exclusions and noise leave. */
export function candidatesFor(
  request: CoordinationRequest,
  windows: readonly FrequencyRange[],
  noise: NoiseIndex,
  channel: ChannelRequest,
): ChannelCandidates {
  const refused = { outsideWindow: 0, excluded: 0, noisy: 0, unmeasured: 0, notOffered: 0 };
  const offered = channel.offeredHz ? new Set(channel.offeredHz) : null;
  const reasons = new Set<string>();
  const places = new Map<number, Candidate>();
  const half = channel.bandwidthHz / 2;
  for (const range of channel.tuning) {
    const steps = Math.floor((range.highHz - range.lowHz) / range.stepHz + 1e-9);
    for (let i = 0; i <= steps; i += 1) {
      const frequencyHz = Math.round(range.lowHz + i * range.stepHz);
      if (places.has(frequencyHz)) continue;
      if (offered && !offered.has(frequencyHz)) {
        refused.notOffered += 1;
        continue;
      }
      const near = noise.near(frequencyHz - half, frequencyHz + half);
      const place = judgePlace(request, windows, near, channel.bandwidthHz, frequencyHz);
      const isUnmeasured =
        place.verdict === "fine" &&
        request.maxNoiseDbm !== null &&
        !noise.isEmpty &&
        near.length === 0;
      if (place.verdict === "fine" && !isUnmeasured)
        places.set(frequencyHz, { frequencyHz, noiseDbm: place.noiseDbm });
      else if (place.verdict === "outside-window") refused.outsideWindow += 1;
      else if (place.verdict === "noisy") refused.noisy += 1;
      else if (place.verdict === "excluded") {
        refused.excluded += 1;
        if (place.exclusion) reasons.add(place.exclusion);
      } else refused.unmeasured += 1;
    }
  }
  const list = [...places.values()].sort((a, b) => a.frequencyHz - b.frequencyHz);
  return { list, refused, exclusionReasons: [...reasons] };
}

/** Why a channel has no place at all before other carriers are even looked at. */
export function whyNoCandidate(channel: ChannelRequest, found: ChannelCandidates): string {
  const { outsideWindow, excluded, noisy, unmeasured, notOffered } = found.refused;
  const ranges = channel.tuning
    .map((t) => `${formatMhz(t.lowHz)} to ${formatMhz(t.highHz)}`)
    .join(", ");
  const parts: string[] = [];
  if (outsideWindow > 0) parts.push(`${outsideWindow} lie outside what the rules known here allow`);
  if (excluded > 0)
    parts.push(`${excluded} are kept free (${found.exclusionReasons.slice(0, 3).join("; ")})`);
  if (noisy > 0) parts.push(`${noisy} are noisier than the limit`);
  if (unmeasured > 0) parts.push(`${unmeasured} were not measured`);
  if (notOffered > 0) parts.push(`${notOffered} were not offered by its receiver’s own scan`);
  if (parts.length === 0) return `it tunes nowhere: ${ranges || "no range given"}`;
  return `of the places it tunes (${ranges} MHz) ${parts.join(", ")}`;
}
