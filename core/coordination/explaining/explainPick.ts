import { defined } from "~/core/units/items";
import {
  edgeDistanceHz,
  marginsOf,
  nearestOfEach,
  type Margins,
  type NearestProduct,
} from "~/core/coordination/rules/margins";
import { NoiseIndex, noiseInBand } from "~/core/coordination/problem/candidates";
import { levelOf } from "./explain";
import type { ProductLevel } from "~/core/coordination/rules/imLevels";
import { strictestOf } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { mergeRanges, type FrequencyRange } from "~/core/regulations/region";

/**
 * Why one carrier stands well where it stands: what it has in hand on every count, and what comes
 * nearest.
 */
export interface PickReason {
  channelId: string;
  frequencyHz: number;
  margins: Margins;
  noiseDbm: number | null;
  nearestNeighbour: string | null;
  /** How far that carrier is, Hz; null where there is none. */
  neighbourHz: number | null;
  /**
   * What the nearest edge belongs to: why a range is kept free, or null at the end of what is
   * allowed. Null as a whole outside of both.
   */
  nearestEdge: { missHz: number; reason: string | null } | null;
  /** The product, of the kinds the profile minds, with least in hand. */
  nearestProduct:
    | (NearestProduct & {
        inHandHz: number;
        /** How strong it is there; null where levels are not known. */ level: ProductLevel | null;
      })
    | null;
}

/**
 * The reason behind every pick of a set, from the same margins that the search weighs.
 * @param picks - a set that answers the request, complete or not; @param known - windows and noise
 *   of the request, where they were prepared before
 */
export function explainPicks(
  request: CoordinationRequest,
  picks: readonly { channelId: string; frequencyHz: number }[],
  known?: { windows: readonly FrequencyRange[]; noise: NoiseIndex },
): PickReason[] {
  const windows = known?.windows ?? mergeRanges(request.windows);
  const noise = known?.noise ?? new NoiseIndex(request.noise);
  const ours = picks.map((p) => ({ id: p.channelId, frequencyHz: p.frequencyHz }));
  const nearest = nearestOfEach(
    [...ours, ...request.others],
    ours.map((o) => o.id),
  );
  const profileOf = (id: string) => request.relations?.profiles?.[id] ?? request.profile;
  const guardOf = (p: NearestProduct) => profileOf(p.victim).guards[`${p.kind}Hz`];
  return picks.map(({ channelId, frequencyHz }) => {
    const bandwidthHz = request.channels.find((c) => c.id === channelId)?.bandwidthHz ?? 200_000;
    const [lowHz, highHz] = [frequencyHz - bandwidthHz / 2, frequencyHz + bandwidthHz / 2];
    const noiseDbm = noiseInBand(noise.near(lowHz, highHz), lowHz, highHz).levelDbm;
    const noiseDb =
      noiseDbm === null || request.maxNoiseDbm === null ? null : request.maxNoiseDbm - noiseDbm;
    const mine = defined(nearest.get(channelId));
    const near = mine.nearestNeighbour === null ? [] : [profileOf(mine.nearestNeighbour)];
    const kept = strictestOf([profileOf(channelId), ...near]);
    const products = Object.values(mine.nearest)
      .filter((p): p is NearestProduct => p !== null && guardOf(p) > 0)
      .map((p) => ({ ...p, inHandHz: p.missHz - guardOf(p), level: levelOf(request, p) }))
      .sort((a, b) => a.inHandHz - b.inHandHz);
    return {
      channelId,
      frequencyHz,
      noiseDbm,
      nearestEdge: nearestEdgeOf(lowHz, highHz, windows, request.exclusions),
      nearestNeighbour: mine.nearestNeighbour,
      neighbourHz: mine.spacingHz,
      nearestProduct: products[0] ?? null,
      margins: marginsOf(
        mine,
        kept,
        noiseDb,
        edgeDistanceHz(lowHz, highHz, windows, request.exclusions),
      ),
    };
  });
}

function nearestEdgeOf(
  lowHz: number,
  highHz: number,
  windows: readonly FrequencyRange[],
  exclusions: CoordinationRequest["exclusions"],
): PickReason["nearestEdge"] {
  const missHz = edgeDistanceHz(lowHz, highHz, windows, exclusions);
  if (missHz === null) return null;
  const hole = exclusions.find(
    (e) => Math.abs(lowHz - e.highHz - missHz) < 1 || Math.abs(e.lowHz - highHz - missHz) < 1,
  );
  return { missHz, reason: hole?.reason ?? null };
}
