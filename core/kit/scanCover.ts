import type { FrequencyRange } from "~/core/regulations/region";

/**
 * The fewest receivers whose blocks together cover what all of them tune, in order of frequency
 * (greedy from below, which is optimal for ranges on a line). @param receivers - in the order of
 * preference among equals
 */
export function receiversToScan<T extends { tuning: FrequencyRange }>(
  receivers: readonly T[],
): T[] {
  const chosen: T[] = [];
  let coveredHz = -Infinity;
  const starts = [...receivers].sort((a, b) => a.tuning.lowHz - b.tuning.lowHz);
  for (const first of starts) {
    if (first.tuning.highHz <= coveredHz) continue;
    const reachable = starts.filter(
      (r) => r.tuning.lowHz <= Math.max(coveredHz, first.tuning.lowHz),
    );
    const best = reachable.reduce((far, r) => (r.tuning.highHz > far.tuning.highHz ? r : far));
    chosen.push(best);
    coveredHz = best.tuning.highHz;
  }
  return chosen;
}
