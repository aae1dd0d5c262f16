import { seededRandom } from "~/core/units/random";
import {
  ConflictSearch,
  type ConflictProblem,
  gridUnitHz,
} from "~/core/coordination/search/conflictSearch";
import { type Profile } from "~/core/coordination/problem/profile";

export const span = (lowHz: number, count: number, stepHz: number) =>
  Array.from({ length: count }, (_, i) => lowHz + i * stepHz);
export const problem = (
  n: number,
  placesHz: number[],
  profile: Profile,
  fixed: ConflictProblem["fixed"] = [],
): ConflictProblem => ({
  slots: Array.from({ length: n }, () => ({ placesHz, halfHz: 100_000, group: null })),
  fixed,
  profile,
});
export const solve = (
  p: ConflictProblem,
  steps = 60_000,
  seed = 1,
  latticeHz: number | null = null,
) => {
  let placed: Float64Array = new Float64Array();
  const most = new ConflictSearch(p, gridUnitHz(p)!, latticeHz).run({
    random: seededRandom(seed),
    isOver: () => false,
    mostSteps: steps,
    onBetter: (hz) => {
      placed = hz;
      return true;
    },
  });
  return { most, placed: [...placed].filter((hz) => !Number.isNaN(hz)) };
};
