import { itemAt, sampleAt } from "~/core/units/items";
import type { ForbiddenMap } from "~/core/coordination/rules/forbidden";
import type { Profile } from "~/core/coordination/problem/profile";
import { conflictsOfEach, eachOnce } from "~/core/coordination/rules/relations";
import type { SetProblem } from "~/core/coordination/problem/setProblem";

export interface ExchangeWish {
  /** The guards that the set is to keep. */
  profile: Profile;
  /** Only places quieter than this; null: any. */
  quieterThanDbm: number | null;
  isOver: () => boolean;
}

/**
 * Looks for a set that differs from a standing one in the places of one channel, else of two, and
 * keeps what is wished; the set itself where it does already. Every such set is looked at, so that
 * none found means that there is none (or no time).
 * @param placed - frequency by slot, all standing
 * @returns the new places by slot; null where there are none
 */
export function exchangeFew(
  problem: SetProblem,
  placed: readonly number[],
  wish: ExchangeWish,
): number[] | null {
  const { slots } = problem;
  const isQuiet = (slot: number, place: number) =>
    wish.quieterThanDbm === null ||
    (itemAt(itemAt(slots, slot).candidates, place).noiseDbm ?? -Infinity) < wish.quieterThanDbm;
  const noisy = slots.flatMap((s, i) => {
    const at = s.candidates.findIndex((c) => c.frequencyHz === placed[i]);
    return at >= 0 && isQuiet(i, at) ? [] : [i];
  });
  const clashes = clashesOf(problem, placed, wish.profile);
  if (noisy.length > 2) return null;
  if (noisy.length === 0 && clashes.length === 0) return [...placed];
  const mayGo = (gone: readonly number[]) =>
    noisy.every((i) => gone.includes(i)) && clashes.every((c) => c.some((i) => gone.includes(i)));
  for (let i = 0; i < slots.length; i += 1) {
    const found = mayGo([i]) ? replaced(problem, placed, [i], wish, isQuiet) : null;
    if (found || wish.isOver()) return found;
  }
  for (let i = 0; i < slots.length; i += 1) {
    for (let j = i + 1; j < slots.length; j += 1) {
      const found = mayGo([i, j]) ? replaced(problem, placed, [i, j], wish, isQuiet) : null;
      if (found || wish.isOver()) return found;
    }
  }
  return null;
}

/** Slots of each clash under some guards. */
function clashesOf(problem: SetProblem, placed: readonly number[], profile: Profile): number[][] {
  const { others } = problem.request;
  const carriers = [
    ...others.map((o, i) => ({ id: `other ${i}`, frequencyHz: o.frequencyHz })),
    ...[...problem.locked.values()].map((frequencyHz, i) => ({ id: `locked ${i}`, frequencyHz })),
    ...placed.map((frequencyHz, i) => ({ id: String(i), frequencyHz })),
  ];
  const found = eachOnce(
    conflictsOfEach(
      carriers,
      placed.map((_, i) => String(i)),
      profile,
      null,
      Infinity,
    ),
  );
  const clashes = found
    .map((c) =>
      [...c.sources, ...(c.victim === null ? [] : [c.victim])]
        .filter((id) => /^\d+$/.test(id))
        .map(Number),
    )
    .filter((c) => c.length > 0);
  return clashes;
}

/** The standing set with one or two slots put elsewhere. */
function replaced(
  problem: SetProblem,
  placed: readonly number[],
  gone: readonly number[],
  wish: ExchangeWish,
  isQuiet: (slot: number, place: number) => boolean,
): number[] | null {
  const { slots } = problem;
  const map: ForbiddenMap = problem.mapOf(wish.profile);
  const left = [...placed];
  for (const i of gone) left[i] = NaN;
  for (const hz of left) if (!Number.isNaN(hz)) map.add(hz);
  const placesOf = (slot: number, now: readonly number[]) => {
    const groups = problem.groupsOf(now);
    const { candidates, gridIndex, channel } = itemAt(slots, slot);
    return candidates
      .flatMap((c, k) =>
        map.isFree(sampleAt(gridIndex, k)) &&
        c.frequencyHz !== placed[slot] &&
        isQuiet(slot, k) &&
        groups.allowsInstead(channel, c.frequencyHz)
          ? [c]
          : [],
      )
      .sort((a, b) => (a.noiseDbm ?? 0) - (b.noiseDbm ?? 0));
  };
  const [first, second] = gone as [number, number | undefined];
  for (const c of placesOf(first, left)) {
    const now = [...left];
    now[first] = c.frequencyHz;
    if (second === undefined) return now;
    if (wish.isOver()) return null;
    map.add(c.frequencyHz);
    const [other] = placesOf(second, now);
    map.removeLast();
    if (!other) continue;
    now[second] = other.frequencyHz;
    return now;
  }
  return null;
}
