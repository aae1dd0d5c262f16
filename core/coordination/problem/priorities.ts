import { itemAt, numberAt } from "~/core/units/items";
import { hasEffect } from "~/core/coordination/rules/relations";
import type { SetProblem } from "./setProblem";

/**
 * Who comes first takes the quieter place, wherever two can stand on each other's: the set of
 * frequencies stays the same.
 */
export function putFirstOnQuietest(problem: SetProblem, placed: number[]): void {
  const rank = (i: number) => itemAt(problem.slots, i).channel.priority ?? Infinity;
  const order = problem.slots
    .map((_, i) => i)
    .filter((i) => !Number.isNaN(numberAt(placed, i)))
    .sort((a, b) => rank(a) - rank(b));
  const { relations } = problem.request;
  const noiseAt = (i: number, hz: number) =>
    itemAt(problem.slots, i).candidates.find((c) => c.frequencyHz === hz)?.noiseDbm;
  for (const [k, first] of order.entries()) {
    const others = order
      .slice(k + 1)
      .filter((i) => rank(i) > rank(first))
      .sort(
        (a, b) =>
          (noiseAt(a, numberAt(placed, a)) ?? Infinity) -
          (noiseAt(b, numberAt(placed, b)) ?? Infinity),
      );
    for (const other of others) {
      const [mine, theirs] = [numberAt(placed, first), numberAt(placed, other)];
      const here = noiseAt(first, mine) ?? null;
      const there = noiseAt(first, theirs) ?? null;
      if (here === null || there === null || there >= here || noiseAt(other, mine) === undefined)
        continue;
      placed[first] = theirs;
      placed[other] = mine;
      const groups = problem.groupsOf(placed);
      const isFine =
        groups.allowsInstead(itemAt(problem.slots, first).channel, theirs) &&
        groups.allowsInstead(itemAt(problem.slots, other).channel, mine) &&
        (!hasEffect(relations) || problem.isKept(placed, relations));
      if (isFine) break;
      placed[first] = mine;
      placed[other] = theirs;
    }
  }
}
