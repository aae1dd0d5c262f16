import { defined } from "~/core/units/items";
import { coordinate, type SearchHooks } from "./coordinate";
import { isClear } from "~/core/coordination/rules/relations";
import type { CoordinationRequest, CoordinationResult } from "~/core/coordination/problem/request";

/** How much quieter than the limit all places are asked to be, tried in this order. */
const ASKED_IN_HAND_DB = [12, 10, 8, 6, 4, 2, 0];
/** The share of the time that the tries before the last may take together. */
const SHARE_OF_TRIES = 0.7;

/** The share of the time in which wider guards for what cannot be repeated are asked for. */
const SHARE_OF_CAREFUL = 0.4;

/**
 * Finds a set like `coordinate`, but asks for quiet first: hertz in hand beyond the guards are
 * worth little where the noise is near the limit. The limit is lowered as far as a full set with
 * its spares is still found; margins are told against the limit that was asked for. Wider guards
 * for some channels, if the request has them, are a wish: kept where all then still find a place,
 * given up else.
 * @returns the set of the quietest try that placed everything, else that of the plain search;
 *   `careful` names the channels whose wider guards it keeps
 */
export function coordinateQuietFirst(
  request: CoordinationRequest,
  hooks: SearchHooks,
): CoordinationResult {
  const careful = request.relations?.careful;
  if (!careful) return quietest(request, hooks);
  const startMs = hooks.now();
  const found = quietest(
    { ...request, timeLimitMs: request.timeLimitMs * SHARE_OF_CAREFUL },
    hooks,
  );
  if (isFull(request, found)) return { ...found, careful: careful.channelIds };
  const spentMs = hooks.now() - startMs;
  const plain = quietest(
    {
      ...request,
      relations: { ...defined(request.relations), careful: null },
      timeLimitMs: Math.max(0, request.timeLimitMs - spentMs),
    },
    hooks,
  );
  return { ...plain, stats: { ...plain.stats, elapsedMs: hooks.now() - startMs } };
}

function quietest(request: CoordinationRequest, hooks: SearchHooks): CoordinationResult {
  const limitDbm = request.maxNoiseDbm;
  if (request.channels.some((c) => c.offeredHz)) return bestOfferedFirst(request, hooks);
  if (limitDbm === null || request.noise.length === 0) return coordinate(request, hooks);
  const startMs = hooks.now();
  for (const inHandDb of ASKED_IN_HAND_DB) {
    const isLast = inHandDb === 0;
    const spentMs = hooks.now() - startMs;
    const leftMs = request.timeLimitMs - spentMs;
    if (!isLast && spentMs > request.timeLimitMs * SHARE_OF_TRIES) continue;
    const tried = coordinate(
      {
        ...request,
        maxNoiseDbm: limitDbm - inHandDb,
        timeLimitMs: isLast ? leftMs : leftMs * SHARE_OF_TRIES,
      },
      { ...hooks, isPlain: !isLast },
    );
    if (!isLast && !isFull(request, tried)) continue;
    return {
      ...tried,
      stats: { ...tried.stats, elapsedMs: hooks.now() - startMs },
      assignments: tried.assignments.map((a) => ({
        ...a,
        margins: {
          ...a.margins,
          noiseDb: a.margins.noiseDb === null ? null : a.margins.noiseDb + inHandDb,
        },
      })),
    };
  }
  throw new Error("the last try always answers");
}

/** Whether a set has everything that was asked for, wishes too. */
function isFull(request: CoordinationRequest, found: CoordinationResult): boolean {
  if (found.unplaced.length > 0 || found.spares.length < request.spares) return false;
  if (!request.relations?.careful) return true;
  const carriers = [
    ...request.others,
    ...found.assignments.map((a) => ({ id: a.channelId, frequencyHz: a.frequencyHz })),
  ];
  return isClear(
    carriers,
    found.assignments.map((a) => a.channelId),
    request.profile,
    request.relations,
  );
}

/** Shares of what the receivers offered, the best of it, that are tried in this order. */
const OFFERED_SHARES = [0.25, 0.5, 1];

/**
 * Where receivers' own scans offered places in an order, the first of them are tried before the
 * rest: an order is all that is known of their noise.
 */
function bestOfferedFirst(request: CoordinationRequest, hooks: SearchHooks): CoordinationResult {
  const startMs = hooks.now();
  const wanted = request.channels.length + request.spares;
  for (const share of OFFERED_SHARES) {
    const found = coordinate(
      {
        ...request,
        timeLimitMs: (request.timeLimitMs - (hooks.now() - startMs)) / (share < 1 ? 3 : 1),
        channels: request.channels.map((c) =>
          c.offeredHz
            ? {
                ...c,
                offeredHz: c.offeredHz.slice(
                  0,
                  Math.max(wanted, Math.ceil(c.offeredHz.length * share)),
                ),
              }
            : c,
        ),
      },
      hooks,
    );
    if (share === 1 || isFull(request, found))
      return { ...found, stats: { ...found.stats, elapsedMs: hooks.now() - startMs } };
  }
  return coordinate(request, hooks);
}
