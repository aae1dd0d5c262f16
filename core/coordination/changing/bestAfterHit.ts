import { defined } from "~/core/units/items";
import { mergeRanges } from "~/core/regulations/region";
import { candidatesFor, NoiseIndex } from "~/core/coordination/problem/candidates";
import { ForbiddenMap } from "~/core/coordination/rules/forbidden";
import { type JudgedPick, SetJudge } from "~/core/coordination/explaining/judge";
import type { CoordinationRequest } from "~/core/coordination/problem/request";

export interface HitAnswer {
  pick: JudgedPick;
  /**
   * Whether it was one of the spares; else no spare was clear any more, and a fresh place was
   * taken.
   */
  isSpare: boolean;
}

/** A new place so near to the disturbed one would be disturbed too. */
const DISTURBED_HZ = 400_000;

/**
 * The best place for a channel that is disturbed, everybody else left where they are: the quietest
 * spare that is still clear of all, else the quietest free place of the channel's own steps. Fast:
 * nothing is searched.
 * @param request - as it holds now; the scan may be older than what disturbs
 * @param picks - where all stand, the disturbed one too
 * @param spares - frequencies kept for this channel
 * @returns null where nothing at all is clear for it
 */
export function bestAfterHit(
  request: CoordinationRequest,
  picks: readonly { channelId: string; frequencyHz: number }[],
  channelId: string,
  spares: readonly number[],
): HitAnswer | null {
  const channel = request.channels.find((c) => c.id === channelId);
  if (!channel) return null;
  const hitHz = picks.find((p) => p.channelId === channelId)?.frequencyHz ?? null;
  const isFar = (frequencyHz: number) =>
    hitHz === null || Math.abs(frequencyHz - hitHz) >= DISTURBED_HZ;
  const judge = new SetJudge(request, null);
  const others = picks.filter((p) => p.channelId !== channelId);
  const at = (frequencyHz: number) =>
    defined(
      judge
        .judge([...others, { channelId, frequencyHz }])
        .picks.find((p) => p.channelId === channelId),
    );
  const clear = spares
    .filter(isFar)
    .map(at)
    .filter((p) => p.broken.length === 0)
    .sort(quieter);
  if (clear[0]) return { pick: clear[0], isSpare: true };
  const places = candidatesFor(
    request,
    mergeRanges(request.windows),
    new NoiseIndex(request.noise),
    channel,
  ).list.filter((c) => isFar(c.frequencyHz));
  const map = new ForbiddenMap(
    Float64Array.from(places, (c) => c.frequencyHz),
    request.profile,
  );
  map.addStanding([...others, ...request.others].map((o) => o.frequencyHz));
  const free = places
    .filter((_, i) => map.isFree(i))
    .sort((a, b) => (a.noiseDbm ?? Infinity) - (b.noiseDbm ?? Infinity));
  // the span of its receiver is the one rule that the map does not know
  for (const { frequencyHz } of free) {
    const pick = at(frequencyHz);
    if (pick.broken.length === 0) return { pick, isSpare: false };
  }
  return null;
}

const quieter = (a: JudgedPick, b: JudgedPick): number =>
  (a.reason.noiseDbm ?? Infinity) - (b.reason.noiseDbm ?? Infinity) ||
  (b.reason.nearestProduct?.inHandHz ?? Infinity) - (a.reason.nearestProduct?.inHandHz ?? Infinity);
