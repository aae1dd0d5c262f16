import { defined, itemAt } from "~/core/units/items";
import { changeFewest, type PresentPick } from "~/core/coordination/changing/changeFewest";
import type { SearchHooks } from "./coordinate";
import { coordinateQuietFirst } from "./quietFirst";
import type { CoordinationRequest, CoordinationResult } from "~/core/coordination/problem/request";
import { requestForAll } from "~/core/coordination/problem/wholeDay";

export interface PlaceRequest {
  placeId: number;
  name: string;
  request: CoordinationRequest;
}

export interface PlacePlan {
  placeId: number;
  result: CoordinationResult;
  /** Channels that stand elsewhere than at the place before. */
  retuned: string[];
}

export interface DayPlans {
  /** In the order of the places. */
  plans: PlacePlan[];
  /** Channels that keep one frequency all day. */
  steady: string[];
  retunes: number;
}

const SHARE_OF_ALL = 0.3;

/**
 * Plans for the places of a day in their order, so that as few packs as can be found are retuned
 * between them. Two ways are tried, and the better taken: as many channels as possible on
 * frequencies that are clean everywhere, the others by place around them; and each place changed as
 * little as possible from the one before.
 * @param places - in the order in which the day goes to them, the same channels at each
 * @returns for one set that holds everywhere no retunes; else the fewest that were found, which
 *   need not be the fewest there are
 */
export function plansOverDay(
  places: readonly PlaceRequest[],
  timeLimitMs: number,
  hooks: SearchHooks,
): DayPlans {
  if (places.length === 0) return { plans: [], steady: [], retunes: 0 };
  const startMs = hooks.now();
  const leftMs = () => Math.max(0, timeLimitMs - (hooks.now() - startMs));
  const everywhere = coordinateQuietFirst(
    { ...requestForAll(places), timeLimitMs: timeLimitMs * SHARE_OF_ALL },
    hooks,
  );
  if (everywhere.unplaced.length === 0)
    return summedUp(places.map((p) => ({ placeId: p.placeId, result: everywhere })));
  const steady = new Map(everywhere.assignments.map((a) => [a.channelId, a.frequencyHz]));
  const around = chain(places, steady, leftMs() / 2, hooks);
  const onward = chain(places, new Map(), leftMs(), hooks);
  const [a, b] = [summedUp(around), summedUp(onward)];
  const placed = (d: DayPlans) => d.plans.reduce((n, p) => n + p.result.assignments.length, 0);
  if (placed(a) !== placed(b)) return placed(a) > placed(b) ? a : b;
  return a.retunes <= b.retunes ? a : b;
}

/**
 * Place after place; what must move goes where it can stay as long as possible: the set is sought
 * for as many of the places ahead as it can hold at.
 */
function chain(
  places: readonly PlaceRequest[],
  steady: ReadonlyMap<string, number>,
  timeLimitMs: number,
  hooks: SearchHooks,
): { placeId: number; result: CoordinationResult }[] {
  const chained: { placeId: number; result: CoordinationResult }[] = [];
  // where each stood last: who had no place in between comes back from there
  const last = new Map<string, number>();
  const tries = (places.length * (places.length + 1)) / 2;
  const solve = (ahead: readonly PlaceRequest[], before: PresentPick[] | null) => {
    const request = requestForAll(ahead);
    const asked: CoordinationRequest = {
      ...request,
      timeLimitMs: timeLimitMs / tries,
      channels: request.channels.map((c) => ({
        ...c,
        lockedHz: c.lockedHz ?? steady.get(c.id) ?? null,
      })),
    };
    return before ? changeFewest(asked, before, hooks).result : coordinateQuietFirst(asked, hooks);
  };
  places.forEach(({ placeId }, i) => {
    const before =
      i === 0 ? null : [...last].map(([channelId, frequencyHz]) => ({ channelId, frequencyHz }));
    let best: CoordinationResult | null = null;
    for (let end = places.length; end > i; end -= 1) {
      const result = solve(places.slice(i, end), before);
      best = result;
      if (result.unplaced.length === 0) break;
    }
    for (const a of defined(best).assignments) last.set(a.channelId, a.frequencyHz);
    chained.push({ placeId, result: defined(best) });
  });
  return chained;
}

function summedUp(chained: readonly { placeId: number; result: CoordinationResult }[]): DayPlans {
  const hzOf = (result: CoordinationResult, id: string) =>
    result.assignments.find((a) => a.channelId === id)?.frequencyHz;
  const plans = chained.map(({ placeId, result }, i): PlacePlan => {
    const lastHz = (id: string) =>
      chained
        .slice(0, i)
        .map((c) => hzOf(c.result, id))
        .findLast((hz) => hz !== undefined);
    const retuned = result.assignments
      .filter((a) => {
        const hz = lastHz(a.channelId);
        return hz !== undefined && hz !== a.frequencyHz;
      })
      .map((a) => a.channelId);
    return { placeId, result, retuned };
  });
  const first = itemAt(plans, 0).result.assignments;
  const steady = first
    .filter((a) => plans.every((p) => hzOf(p.result, a.channelId) === a.frequencyHz))
    .map((a) => a.channelId);
  return { plans, steady, retunes: plans.reduce((n, p) => n + p.retuned.length, 0) };
}
