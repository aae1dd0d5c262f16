import { defined } from "~/core/units/items";
import { mergeRanges } from "~/core/regulations/region";
import { candidatesFor, NoiseIndex } from "~/core/coordination/problem/candidates";
import { ForbiddenMap } from "~/core/coordination/rules/forbidden";
import { type JudgedPick, SetJudge } from "~/core/coordination/explaining/judge";
import type { CoordinationRequest } from "~/core/coordination/problem/request";

/**
 * Whose place it is: the backup that a coordinator assigned, a spare of ours, or a fresh one where
 * neither was clear any more.
 */
export type PlaceSource = "backup" | "spare" | "fresh";

export interface HitAnswer {
  pick: JudgedPick;
  from: PlaceSource;
}

/** A new place so near to the disturbed one would be disturbed too. */
const DISTURBED_HZ = 400_000;

/**
 * The best place for a channel that is disturbed, everybody else left where they are: a
 * coordinator's backup that is still clear of all, for other crews were told of it; else the quietest
 * such spare, else the quietest free place of the channel's own steps. Fast: nothing is searched.
 * @param request - as it holds now; the scan may be older than what disturbs
 * @param picks - where all stand, the disturbed one too
 * @param spares - frequencies kept for this channel
 * @param backups - assigned to this channel beside its own
 * @returns null where nothing at all is clear for it
 */
export function bestAfterHit(
  request: CoordinationRequest,
  picks: readonly { channelId: string; frequencyHz: number }[],
  channelId: string,
  spares: readonly number[],
  backups: readonly number[] = [],
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
  const clearest = (list: readonly number[]): JudgedPick | undefined =>
    list
      .filter(isFar)
      .map(at)
      .filter((p) => p.broken.length === 0)
      .sort(quieter)[0];
  const backup = clearest(backups);
  if (backup) return { pick: backup, from: "backup" };
  const spare = clearest(spares);
  if (spare) return { pick: spare, from: "spare" };
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
  // what a receiver's own scan offered comes in its order
  const rank = new Map(channel.offeredHz?.map((hz, i) => [hz, i]));
  const free = places
    .filter((_, i) => map.isFree(i))
    .sort(
      (a, b) =>
        (a.noiseDbm ?? Infinity) - (b.noiseDbm ?? Infinity) ||
        (rank.get(a.frequencyHz) ?? 0) - (rank.get(b.frequencyHz) ?? 0),
    );
  // the span of its receiver is the one rule that the map does not know
  for (const { frequencyHz } of free) {
    const pick = at(frequencyHz);
    if (pick.broken.length === 0) return { pick, from: "fresh" };
  }
  return null;
}

const quieter = (a: JudgedPick, b: JudgedPick): number =>
  (a.reason.noiseDbm ?? Infinity) - (b.reason.noiseDbm ?? Infinity) ||
  (b.reason.nearestProduct?.inHandHz ?? Infinity) - (a.reason.nearestProduct?.inHandHz ?? Infinity);
