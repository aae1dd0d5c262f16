import { defined } from "~/core/units/items";
import { coordinate, type SearchHooks } from "~/core/coordination/search/coordinate";
import { PROFILES, type Profile } from "~/core/coordination/problem/profile";
import type { SetRelations } from "~/core/coordination/rules/relations";
import { tuningSpan } from "~/core/devices/tuning";
import type {
  ChannelRequest,
  CoordinationRequest,
  CoordinationResult,
} from "~/core/coordination/problem/request";

/** Something that could be given up so that all channels find a place. */
export type Relaxation =
  | { code: "tighter" }
  | { code: "unlock"; channelId: string }
  | { code: "more-noise"; byDb: number }
  /** Those who are never on together may stand in each other's way. */
  | { code: "apart" }
  /** Products may fall where they are buried. */
  | { code: "buried" }
  | UnitRule;

/**
 * What the units themselves keep to, and nobody can give up: told only where it alone is in the
 * way, for that is what such units cost.
 */
export type UnitRule =
  /** They go by lists of numbers, and would have to go anywhere in that range. */
  | { code: "own-numbers"; channelIds: string[] }
  /** Halves of one receiver share a span, a block or a list. */
  | { code: "shared-halves"; groups: string[] };

/** Whether something can be given up here at all. */
export const isUnitRule = (r: Relaxation): r is UnitRule =>
  r.code === "own-numbers" || r.code === "shared-halves";

export interface RoomFound {
  /** What has to be given up, together. */
  relaxations: Relaxation[];
  result: CoordinationResult;
}

const NOISE_STEPS_DB = [3, 6, 10];
const MAX_TOGETHER = 2;
const MAX_ANSWERS = 4;
const SHARE_OF_A_TRY = 0.12;

/**
 * What would make room when not all channels fit: the smallest sets of things to give up with which
 * they do, each proved by solving. Locks, the profile and the noise limit are tried one by one,
 * then two together; as soon as one size works, no larger one is.
 * @param request - one that cannot be solved in full
 * @returns at most four answers of the same size; where there is none, the rule of the units that
 *   is in the way alone; empty where nothing that was tried helps
 */
export function makeRoom(request: CoordinationRequest, hooks: SearchHooks): RoomFound[] {
  const startMs = hooks.now();
  const isOver = () => hooks.now() - startMs >= request.timeLimitMs;
  // wider guards were a wish: where room is short they are no question
  const plain = request.relations
    ? { ...request, relations: { ...request.relations, careful: null } }
    : request;
  const single: Relaxation[] = [
    ...request.channels.flatMap((c): Relaxation[] =>
      (c.lockedHz ?? null) === null ? [] : [{ code: "unlock", channelId: c.id }],
    ),
    ...(isTighter(PROFILES.tight, request.profile) ? [{ code: "tighter" } as const] : []),
    ...(request.relations?.levels && !request.relations.allowsBuried
      ? [{ code: "buried" } as const]
      : []),
    ...(request.relations && !request.relations.usesTogether && neverMeet(request.relations)
      ? [{ code: "apart" } as const]
      : []),
    ...(request.maxNoiseDbm !== null && request.noise.length > 0
      ? NOISE_STEPS_DB.map((byDb): Relaxation => ({ code: "more-noise", byDb }))
      : []),
  ];
  for (let size = 1; size <= MAX_TOGETHER; size += 1) {
    const found: RoomFound[] = [];
    for (const relaxations of chosen(single, size)) {
      if (isOver() || found.length === MAX_ANSWERS) break;
      // less noise is asked for first: once three decibels do, six are no answer
      if (found.some((f) => f.relaxations.every((r) => relaxations.some((x) => isAtLeast(x, r)))))
        continue;
      const result = coordinate(
        { ...relaxed(plain, relaxations), timeLimitMs: request.timeLimitMs * SHARE_OF_A_TRY },
        hooks,
      );
      if (result.unplaced.length === 0) found.push({ relaxations, result });
    }
    if (found.length > 0 || isOver()) return found;
  }
  for (const rule of unitRules(request)) {
    const result = coordinate(
      { ...relaxed(plain, [rule]), timeLimitMs: request.timeLimitMs * SHARE_OF_A_TRY },
      hooks,
    );
    if (result.unplaced.length === 0) return [{ relaxations: [rule], result }];
  }
  return [];
}

/** A step that most units have between their ends. */
const USUAL_STEP_HZ = 25_000;

const isByNumbers = ({ tuning }: ChannelRequest): boolean =>
  tuning.length > 1 && tuning.every((t) => t.lowHz === t.highHz);

const unitRules = ({ channels, groups }: CoordinationRequest): UnitRule[] => {
  const byNumbers = channels.filter(isByNumbers).map((c) => c.id);
  return [
    ...(byNumbers.length > 0 ? [{ code: "own-numbers" as const, channelIds: byNumbers }] : []),
    ...(groups.length > 0
      ? [{ code: "shared-halves" as const, groups: groups.map((g) => g.id) }]
      : []),
  ];
};

const isAtLeast = (a: Relaxation, b: Relaxation): boolean =>
  a.code === "more-noise" && b.code === "more-noise"
    ? a.byDb >= b.byDb
    : JSON.stringify(a) === JSON.stringify(b);

/** Whether the scenes keep any two channels apart all day. */
const neverMeet = ({ together }: SetRelations): boolean => {
  const ids = [...new Set(together?.flat())];
  return ids.some((a) =>
    ids.some(
      (b) => a !== b && !defined(together).some((list) => list.includes(a) && list.includes(b)),
    ),
  );
};

const isTighter = (a: Profile, b: Profile): boolean =>
  a.minSpacingHz < b.minSpacingHz ||
  a.guards.third2Hz < b.guards.third2Hz ||
  a.guards.third3Hz < b.guards.third3Hz;

/** The request with some things given up. */
export function relaxed(
  request: CoordinationRequest,
  relaxations: readonly Relaxation[],
): CoordinationRequest {
  return relaxations.reduce((r, x) => {
    switch (x.code) {
      case "tighter":
        return {
          ...r,
          profile: PROFILES.tight,
          ...(r.relations ? { relations: { ...r.relations, profiles: null } } : {}),
        };
      case "unlock":
        return {
          ...r,
          channels: r.channels.map((c) => (c.id === x.channelId ? { ...c, lockedHz: null } : c)),
        };
      case "apart":
        return r.relations ? { ...r, relations: { ...r.relations, usesTogether: true } } : r;
      case "buried":
        return r.relations ? { ...r, relations: { ...r.relations, allowsBuried: true } } : r;
      case "own-numbers":
        return {
          ...r,
          channels: r.channels.map((c) => {
            const span = isByNumbers(c) ? tuningSpan(c.tuning) : null;
            return span ? { ...c, tuning: [{ ...span, stepHz: USUAL_STEP_HZ }] } : c;
          }),
        };
      case "shared-halves":
        return { ...r, groups: [], channels: r.channels.map((c) => ({ ...c, group: null })) };
      case "more-noise":
        return { ...r, maxNoiseDbm: r.maxNoiseDbm === null ? null : r.maxNoiseDbm + x.byDb };
    }
  }, request);
}

/** All ways to choose so many, two noise steps never together. */
function chosen(list: readonly Relaxation[], size: number): Relaxation[][] {
  if (size === 0) return [[]];
  return list.flatMap((first, i) =>
    chosen(list.slice(i + 1), size - 1)
      .filter((rest) => first.code !== "more-noise" || rest.every((r) => r.code !== "more-noise"))
      .map((rest) => [first, ...rest]),
  );
}
