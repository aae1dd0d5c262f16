import { defined } from "~/core/units/items";
import type { BrokenRule } from "~/core/coordination/explaining/explain";
import { SetJudge } from "~/core/coordination/explaining/judge";
import { isClear } from "./relations";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import type { Raster } from "~/core/regulations/raster";

export interface ProposedSet {
  picks: readonly { channelId: string; frequencyHz: number }[];
  spares: readonly number[];
}

/**
 * Checks a finished set against the request it answers, by other code than the search: every rule
 * each pick breaks among the others, and whether any spare clashes. Empty lists mean that the set
 * may stand.
 */
export function verifySet(
  request: CoordinationRequest,
  set: ProposedSet,
  raster: Raster | null,
): { picks: { channelId: string; broken: BrokenRule[] }[]; spares: number[] } {
  const standing = [
    ...set.picks.map((p) => ({ id: p.channelId, frequencyHz: p.frequencyHz })),
    ...request.others,
  ];
  const judged = new SetJudge(request, raster).judge(set.picks).picks;
  const picks = set.picks.map(({ channelId, frequencyHz }) => {
    const channel = request.channels.find((c) => c.id === channelId);
    if (!channel) return { channelId, broken: [{ code: "not-tunable" as const, ranges: [] }] };
    const isLockedOffGrid = (b: BrokenRule) =>
      b.code === "off-grid" && channel.lockedHz === frequencyHz;
    return {
      channelId,
      broken: defined(judged.find((p) => p.channelId === channelId)).broken.filter(
        (b) => !isLockedOffGrid(b),
      ),
    };
  });
  const all = [...standing];
  const spares = set.spares.filter((frequencyHz, i) => {
    const id = `spare ${i}`;
    all.push({ id, frequencyHz });
    const isClean = isClear(all, [id], request.profile, request.relations);
    if (!isClean) all.pop();
    return !isClean;
  });
  return { picks: picks.filter((p) => p.broken.length > 0), spares };
}
