import { homesOf } from "~/core/coordination/rules/groupSpans";
import { defined, itemAt } from "~/core/units/items";
import type { SearchHooks } from "~/core/coordination/search/coordinate";
import { brokenRules } from "~/core/coordination/explaining/explain";
import { coordinateQuietFirst } from "~/core/coordination/search/quietFirst";
import { conflictsOfEach, eachOnce } from "~/core/coordination/rules/relations";
import type { CoordinationRequest, CoordinationResult } from "~/core/coordination/problem/request";

export interface PresentPick {
  channelId: string;
  frequencyHz: number;
}

export interface FewestChange {
  result: CoordinationResult;
  /** Channels that stood and stand elsewhere now. */
  retuned: string[];
  /** Whether it is certain that no fewer would do; else fewer were tried and not found. */
  isProved: boolean;
}

const SHARE_OF_A_TRY = 0.15;
const LONGEST_TRY_MS = 400;
const SHARE_OF_TRIES = 0.8;

/**
 * Solves with as few of the standing picks retuned as can be: none first, then each one, each pair
 * and so on. What cannot stay by law, scan, others' carriers or locks moves in any case; of picks
 * that clash with each other one of each clash does. New channels find a place beside.
 * @param present - what stands now; channels that are no more are left out
 * @returns the first full set found that way; where none is found in time, the plain search's
 */
export function changeFewest(
  request: CoordinationRequest,
  present: readonly PresentPick[],
  hooks: SearchHooks,
): FewestChange {
  const startMs = hooks.now();
  const leftMs = () => request.timeLimitMs - (hooks.now() - startMs);
  const open = present.filter((p) =>
    request.channels.some((c) => c.id === p.channelId && (c.lockedHz ?? null) === null),
  );
  const standing = [
    ...request.others,
    ...request.channels.flatMap((c) =>
      (c.lockedHz ?? null) === null ? [] : [{ id: c.id, frequencyHz: defined(c.lockedHz) }],
    ),
  ];
  const keepers = open.filter((p) =>
    brokenRules(
      request,
      defined(request.channels.find((c) => c.id === p.channelId)),
      p.frequencyHz,
      standing,
      null,
    ).every((b) => b.code === "off-grid"),
  );
  // of as many, those are moved whose worth is least: the last of the list
  keepers.sort((a, b) => rankOf(request, b.channelId) - rankOf(request, a.channelId));
  const clashes = clashesOf(request, keepers, standing);
  const retunedIn = (result: CoordinationResult) =>
    present
      .filter((p) => {
        const a = result.assignments.find((x) => x.channelId === p.channelId);
        return a !== undefined && a.frequencyHz !== p.frequencyHz;
      })
      .map((p) => p.channelId);
  const solve = (moved: ReadonlySet<string>, timeLimitMs: number) => {
    const kept = new Map(
      keepers.filter((p) => !moved.has(p.channelId)).map((p) => [p.channelId, p.frequencyHz]),
    );
    return coordinateQuietFirst(
      {
        ...request,
        timeLimitMs,
        channels: request.channels.map((c) => ({
          ...c,
          lockedHz: c.lockedHz ?? kept.get(c.id) ?? null,
        })),
      },
      hooks,
    );
  };
  let isProved = true;
  for (let size = 0; size <= keepers.length; size += 1) {
    for (const chosen of subsets(
      keepers.map((p) => p.channelId),
      size,
    )) {
      const moved = new Set(chosen);
      if (!clashes.every((clash) => clash.some((id) => moved.has(id)))) continue;
      if (leftMs() < request.timeLimitMs * (1 - SHARE_OF_TRIES)) {
        const result = solve(new Set(keepers.map((p) => p.channelId)), Math.max(0, leftMs()));
        return { result, retuned: retunedIn(result), isProved: false };
      }
      const result = solve(moved, Math.min(LONGEST_TRY_MS, request.timeLimitMs * SHARE_OF_A_TRY));
      if (result.unplaced.length === 0) return { result, retuned: retunedIn(result), isProved };
      isProved &&= result.isProved === true;
    }
  }
  const result = solve(new Set(keepers.map((p) => p.channelId)), Math.max(0, leftMs()));
  return { result, retuned: retunedIn(result), isProved: false };
}

const rankOf = (request: CoordinationRequest, id: string): number =>
  request.channels.find((c) => c.id === id)?.priority ?? Number.MAX_SAFE_INTEGER;

/** Picks that cannot all stay: of each list at least one must move. */
function clashesOf(
  request: CoordinationRequest,
  keepers: readonly PresentPick[],
  standing: readonly { id: string; frequencyHz: number }[],
): string[][] {
  const ids = new Set(keepers.map((p) => p.channelId));
  const all = [
    ...standing,
    ...keepers.map((p) => ({ id: p.channelId, frequencyHz: p.frequencyHz })),
  ];
  const clashes = eachOnce(conflictsOfEach(all, ids, request.profile, request.relations, Infinity))
    .map((c) =>
      [...c.sources, ...(c.victim === null ? [] : [c.victim])].filter((id) => ids.has(id)),
    )
    .filter((c) => c.length > 0);
  for (const group of request.groups) {
    const halves = keepers.flatMap((p) => {
      const channel = defined(request.channels.find((c) => c.id === p.channelId));
      return channel.group === group.id ? [{ ...p, half: channel.bandwidthHz / 2 }] : [];
    });
    for (const a of halves)
      for (const b of halves)
        if (
          a.frequencyHz > b.frequencyHz &&
          (a.frequencyHz + a.half - b.frequencyHz + b.half > group.maxSpanHz ||
            homesOf(group, [a.frequencyHz, b.frequencyHz])?.length === 0)
        )
          clashes.push([a.channelId, b.channelId]);
  }
  return clashes;
}

function* subsets<T>(list: readonly T[], size: number, from = 0): Generator<T[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (let i = from; i <= list.length - size; i += 1)
    for (const rest of subsets(list, size - 1, i + 1)) yield [itemAt(list, i), ...rest];
}
