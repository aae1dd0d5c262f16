import { defined, itemAt } from "~/core/units/items";
import type { Raster } from "~/core/regulations/raster";
import { mergeRanges } from "~/core/regulations/region";
import { NoiseIndex, noiseInBand } from "~/core/coordination/problem/candidates";
import { type BrokenRule, levelOf } from "./explain";
import { explainPicks, type PickReason } from "./explainPick";
import { placeRules } from "~/core/coordination/rules/placeRules";
import { conflictsOfEach } from "~/core/coordination/rules/relations";
import type { ChannelRequest, CoordinationRequest } from "~/core/coordination/problem/request";
import { productRoots, type ProductRoot } from "./productRoots";

export interface JudgedPick {
  channelId: string;
  frequencyHz: number;
  reason: PickReason;
  broken: BrokenRule[];
}

export interface JudgedSet {
  picks: JudgedPick[];
  roots: ProductRoot[];
}

/** How far from a carrier a product still shows under the spectrum. */
export const ROOT_REACH_HZ = 3_000_000;

/**
 * Judges sets of one request again and again, as one carrier after the other is moved: what each
 * pick has in hand, and every rule that it breaks (of conflicts the first two hundred). Fast enough
 * for every frame of a drag with 24 carriers, and to be asked beside a list of hundreds.
 */
export class SetJudge {
  private readonly windows;
  private readonly noise: NoiseIndex;

  constructor(
    private readonly request: CoordinationRequest,
    private readonly raster: Raster | null,
  ) {
    this.windows = mergeRanges(request.windows);
    this.noise = new NoiseIndex(request.noise);
  }

  /** @param picks - where the channels stand; those of no channel of the request are left out */
  judge(picks: readonly { channelId: string; frequencyHz: number }[]): JudgedSet {
    const { request } = this;
    const known = picks.flatMap((p) => {
      const channel = request.channels.find((c) => c.id === p.channelId);
      return channel ? [{ ...p, channel }] : [];
    });
    const carriers = known.map((p) => ({ id: p.channelId, frequencyHz: p.frequencyHz }));
    const conflicts = conflictsOfEach(
      [...carriers, ...request.others],
      carriers.map((c) => c.id),
      request.profile,
      request.relations,
    );
    const brokenBy = ({
      channelId,
      frequencyHz,
      channel,
    }: (typeof known)[number]): BrokenRule[] => [
      ...this.placeRules(channel, frequencyHz, known),
      ...defined(conflicts.get(channelId)).map((conflict): BrokenRule => ({
        code: "conflict",
        conflict,
        level: levelOf(request, conflict),
      })),
    ];
    const reasons = explainPicks(request, known, { windows: this.windows, noise: this.noise });
    return {
      picks: known.map((p, i) => ({
        channelId: p.channelId,
        frequencyHz: p.frequencyHz,
        reason: itemAt(reasons, i),
        broken: brokenBy(p),
      })),
      roots: productRoots(carriers, [...carriers, ...request.others], ROOT_REACH_HZ),
    };
  }

  /** Rules that a place breaks by itself, whoever else stands. */
  private placeRules(
    channel: ChannelRequest,
    frequencyHz: number,
    picks: readonly { channel: ChannelRequest; frequencyHz: number }[],
  ): BrokenRule[] {
    return placeRules(
      this.request,
      this.windows,
      this.noise,
      channel,
      frequencyHz,
      picks,
      this.raster,
    );
  }

  /** Measured noise in a channel's bandwidth there, dBm; null where nothing was measured. */
  noiseDbm(channel: ChannelRequest, frequencyHz: number): number | null {
    const [lowHz, highHz] = [
      frequencyHz - channel.bandwidthHz / 2,
      frequencyHz + channel.bandwidthHz / 2,
    ];
    return noiseInBand(this.noise.near(lowHz, highHz), lowHz, highHz).levelDbm;
  }
}
