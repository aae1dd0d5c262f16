import { coordinate, type SearchHooks } from "./coordinate";
import { PROFILES, type Profile } from "./profile";
import type { CoordinationRequest, CoordinationResult } from "./request";

/** Something that could be given up so that all channels find a place. */
export type Relaxation =
  | { code: "tighter" }
  | { code: "unlock"; channelId: string }
  | { code: "more-noise"; byDb: number };

export interface RoomFound {
  /** What has to be given up, together. */
  relaxations: Relaxation[];
  result: CoordinationResult;
}

const NOISE_STEPS_DB = [3, 6, 10];
const MOST_TOGETHER = 2;
const MOST_ANSWERS = 4;
const SHARE_OF_A_TRY = 0.12;

/** What would make room when not all channels fit: the smallest sets of things to give up with which they do, each proved by solving. Locks, the profile and the noise limit are tried one by one,
 *  then two together; as soon as one size works, no larger one is.
 * @param request - one that cannot be solved in full
 * @returns at most four answers of the same size; empty where nothing that was tried helps */
export function makeRoom(request: CoordinationRequest, hooks: SearchHooks): RoomFound[] {
  const startMs = hooks.now();
  const isOver = () => hooks.now() - startMs >= request.timeLimitMs;
  const single: Relaxation[] = [
    ...request.channels.flatMap((c): Relaxation[] => ((c.lockedHz ?? null) === null ? [] : [{ code: "unlock", channelId: c.id }])),
    ...(isTighter(PROFILES.tight, request.profile) ? [{ code: "tighter" } as const] : []),
    ...(request.maxNoiseDbm !== null && request.noise.length > 0 ? NOISE_STEPS_DB.map((byDb): Relaxation => ({ code: "more-noise", byDb })) : []),
  ];
  for (let size = 1; size <= MOST_TOGETHER; size += 1) {
    const found: RoomFound[] = [];
    for (const relaxations of chosen(single, size)) {
      if (isOver() || found.length === MOST_ANSWERS) break;
      // less noise is asked for first: once three decibels do, six are no answer
      if (found.some((f) => f.relaxations.every((r) => relaxations.some((x) => isAtLeast(x, r))))) continue;
      const result = coordinate({ ...relaxed(request, relaxations), timeLimitMs: request.timeLimitMs * SHARE_OF_A_TRY }, hooks);
      if (result.unplaced.length === 0) found.push({ relaxations, result });
    }
    if (found.length > 0 || isOver()) return found;
  }
  return [];
}

const isAtLeast = (a: Relaxation, b: Relaxation): boolean => (a.code === "more-noise" && b.code === "more-noise" ? a.byDb >= b.byDb : JSON.stringify(a) === JSON.stringify(b));

const isTighter = (a: Profile, b: Profile): boolean => a.minSpacingHz < b.minSpacingHz || a.guards.third2Hz < b.guards.third2Hz || a.guards.third3Hz < b.guards.third3Hz;

/** The request with some things given up. */
export function relaxed(request: CoordinationRequest, relaxations: readonly Relaxation[]): CoordinationRequest {
  return relaxations.reduce((r, x) => {
    switch (x.code) {
      case "tighter": return { ...r, profile: PROFILES.tight };
      case "unlock": return { ...r, channels: r.channels.map((c) => (c.id === x.channelId ? { ...c, lockedHz: null } : c)) };
      case "more-noise": return { ...r, maxNoiseDbm: r.maxNoiseDbm === null ? null : r.maxNoiseDbm + x.byDb };
    }
  }, request);
}

/** All ways to choose so many, two noise steps never together. */
function chosen(list: readonly Relaxation[], size: number): Relaxation[][] {
  if (size === 0) return [[]];
  return list.flatMap((first, i) => chosen(list.slice(i + 1), size - 1).filter((rest) => first.code !== "more-noise" || rest.every((r) => r.code !== "more-noise")).map((rest) => [first, ...rest]));
}
