import { coordinate, type SearchHooks } from "./coordinate";
import type { CoordinationRequest, CoordinationResult } from "./request";

/** How much quieter than the limit all places are asked to be, tried in this order. */
const ASKED_IN_HAND_DB = [12, 10, 8, 6, 4, 2, 0];
/** The share of the time that the tries before the last may take together. */
const SHARE_OF_TRIES = 0.7;

/** Finds a set like `coordinate`, but asks for quiet first: hertz in hand beyond the guards are worth little where the noise is near the
 *  limit. The limit is lowered as far as a full set with its spares is still found; margins are told against the limit that was asked for.
 * @returns the set of the quietest try that placed everything, else that of the plain search */
export function coordinateQuietFirst(request: CoordinationRequest, hooks: SearchHooks): CoordinationResult {
  const limitDbm = request.maxNoiseDbm;
  if (limitDbm === null || request.noise.length === 0) return coordinate(request, hooks);
  const startMs = hooks.now();
  for (const inHandDb of ASKED_IN_HAND_DB) {
    const isLast = inHandDb === 0;
    const spentMs = hooks.now() - startMs;
    const leftMs = request.timeLimitMs - spentMs;
    if (!isLast && spentMs > request.timeLimitMs * SHARE_OF_TRIES) continue;
    const tried = coordinate({ ...request, maxNoiseDbm: limitDbm - inHandDb, timeLimitMs: isLast ? leftMs : leftMs * SHARE_OF_TRIES }, { ...hooks, isPlain: !isLast });
    const isFull = tried.unplaced.length === 0 && tried.spares.length >= request.spares;
    if (!isFull && !isLast) continue;
    return {
      ...tried, stats: { ...tried.stats, elapsedMs: hooks.now() - startMs },
      assignments: tried.assignments.map((a) => ({ ...a, margins: { ...a.margins, noiseDb: a.margins.noiseDb === null ? null : a.margins.noiseDb + inHandDb } })),
    };
  }
  throw new Error("the last try always answers");
}
