import { itemAt } from "~/core/units/items";
import { mergeRanges, type FrequencyRange } from "~/core/regulations/region";
import { coordinate, type SearchHooks } from "~/core/coordination/search/coordinate";
import type {
  ChannelRequest,
  CoordinationRequest,
  CoordinationResult,
  HalvesGroup,
} from "~/core/coordination/problem/request";

/** A channel put on other units, as the search sees it. */
export interface RecastOffer {
  channelId: string;
  /** What it asks for there; null: it needs no frequency any more. */
  channel: ChannelRequest | null;
  group: HalvesGroup | null;
  /** Where its pack may transmit. */
  windows: readonly FrequencyRange[];
  minutes: number;
  /** How many such offers one room takes together; null: as many as find a frequency. */
  roomLeft: number | null;
  /** Offers of a channel that come to the same have the same one: the first that is free is tried. */
  kind: string;
  /** Units that it takes, each of which carries one channel. */
  takes: readonly string[];
}

export interface Recast {
  /** Places in the list of offers. */
  offers: number[];
  minutes: number;
  result: CoordinationResult;
}

const MAX_ANSWERS = 3;
const SHARE_OF_A_TRY = 0.08;
const MAX_TRY_MS = 400;

/**
 * Which channels to put on other units so that all find a place, proved by solving: one move where
 * one does, else more, one after another, each time the one that leaves fewest without a place. The
 * channels without a place are asked first, then those that are in their way; of equal answers the
 * one with least work comes first. That is not always the fewest moves there could be.
 * @param request - one that cannot be solved in full
 * @returns at most three answers of one move, or one of several; empty where no move helps
 */
export function recast(
  request: CoordinationRequest,
  unplaced: readonly string[],
  offers: readonly RecastOffer[],
  hooks: SearchHooks,
): Recast[] {
  const startMs = hooks.now();
  const isOver = () => hooks.now() - startMs >= request.timeLimitMs;
  const timeLimitMs = Math.min(MAX_TRY_MS, request.timeLimitMs * SHARE_OF_A_TRY);
  const solve = (chosen: readonly number[]): Recast => ({
    offers: [...chosen],
    minutes: chosen.reduce((n, i) => n + itemAt(offers, i).minutes, 0),
    result: coordinate(
      {
        ...chosen.reduce((r, i) => withOffer(r, itemAt(offers, i)), request),
        spares: 0,
        timeLimitMs,
      },
      hooks,
    ),
  });
  let chosen: number[] = [];
  let without = [...unplaced];
  while (!isOver()) {
    const fits = offers
      .map((offer, i) => ({ offer, i }))
      .filter(
        ({ offer, i }) =>
          chosen.every((k) => k !== i && !isTwice(itemAt(offers, k), offer)) &&
          (offer.roomLeft === null ||
            chosen.filter((k) => itemAt(offers, k).kind === offer.kind).length < offer.roomLeft),
      )
      .sort(
        (a, b) =>
          Number(without.includes(b.offer.channelId)) -
            Number(without.includes(a.offer.channelId)) || a.offer.minutes - b.offer.minutes,
      );
    const found: Recast[] = [];
    const tries = new Set<string>();
    let best: Recast | null = null;
    for (const { offer, i } of fits) {
      if (isOver() || found.length === MAX_ANSWERS) break;
      const what = `${offer.channelId} ${offer.kind}`;
      if (tries.has(what)) continue;
      tries.add(what);
      const tried = solve([...chosen, i]);
      if (tried.result.unplaced.length === 0) found.push(tried);
      else if (
        tried.result.unplaced.length < without.length &&
        (best === null || isBetter(tried, best))
      )
        best = tried;
    }
    if (found.length > 0)
      return found
        .sort((a, b) => a.minutes - b.minutes)
        .slice(0, chosen.length === 0 ? MAX_ANSWERS : 1);
    if (best === null) return [];
    chosen = best.offers;
    without = best.result.unplaced.map((u) => u.channelId);
  }
  return [];
}

const isBetter = (a: Recast, b: Recast): boolean =>
  a.result.unplaced.length - b.result.unplaced.length < 0 ||
  (a.result.unplaced.length === b.result.unplaced.length && a.minutes < b.minutes);

const isTwice = (a: RecastOffer, b: RecastOffer): boolean =>
  a.channelId === b.channelId || a.takes.some((t) => b.takes.includes(t));

/** The request with one channel on other units; without it where it chooses for itself. */
export function withOffer(request: CoordinationRequest, offer: RecastOffer): CoordinationRequest {
  const { channel, group } = offer;
  return {
    ...request,
    windows: mergeRanges([...request.windows, ...offer.windows]),
    channels: request.channels.flatMap((c) =>
      c.id !== offer.channelId ? [c] : channel ? [{ ...channel, lockedHz: null }] : [],
    ),
    groups:
      group && !request.groups.some((g) => g.id === group.id)
        ? [...request.groups, group]
        : request.groups,
  };
}
