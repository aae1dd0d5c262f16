// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { sampleAt } from "~/core/units/items";
import { firstAbove } from "~/core/coordination/rules/sorted";
import type { RandomSource } from "~/core/units/random";
import type { Profile } from "~/core/coordination/problem/profile";
import type { FrequencyRange } from "~/core/regulations/region";
import { RelationGuards, type SetRelations } from "~/core/coordination/rules/relations";

export interface RelatedSlot {
  id: string;
  /** Ascending. */
  placesHz: Float64Array;
  /** Cost of each place among free ones: its noise, for instance. */
  cost: Float64Array;
  /**
   * Whether the span of its receiver allows a place, given where the slots stand (NaN: nowhere).
   */
  allows: (frequencyHz: number, placed: Float64Array) => boolean;
}

export interface RelatedProblem {
  profile: Profile;
  relations: SetRelations;
  slots: readonly RelatedSlot[];
  /** Carriers that stay. */
  fixed: readonly { id: string; frequencyHz: number }[];
}

/** How long a slot keeps away from the place it was driven from. */
const TABU_STEPS = 8;

/**
 * Search for a set whose rules depend on who is who: each slot keeps, for each of its places, how
 * many conflicts a carrier of its own would have there. Slots without a place take the one with
 * fewest conflicts and drive out whoever they clash with (min-conflicts with a tabu list), until
 * all stand or the effort is spent.
 * @param isOver - asked at every step
 * @returns by slot; NaN where it found no place. What stands never clashes.
 */
export function searchRelated(
  problem: RelatedProblem,
  { random, isOver, mostSteps }: { random: RandomSource; isOver: () => boolean; mostSteps: number },
): Float64Array {
  const { slots } = problem;
  const counts = new RelatedCounts(problem, isOver);
  if (!counts.isWhole) return counts.placedHz;
  const tabuUntil = slots.map((s) => new Int32Array(s.placesHz.length));
  let best = counts.placedHz.slice();
  let bestCount = 0;
  for (let step = 1; step <= mostSteps && !isOver(); step += 1) {
    const open = slots.flatMap((_, i) =>
      Number.isNaN(counts.placedHz[i]!) && counts.hasPlace(i) ? [i] : [],
    );
    if (open.length === 0) break;
    const slot = open[Math.floor(random() * open.length)]!;
    const place = counts.leastIn(slot, random, tabuUntil[slot]!, step);
    if (place === null) continue;
    const frequencyHz = slots[slot]!.placesHz[place]!;
    for (const other of counts.clashing(slot, frequencyHz)) {
      const at = slots[other]!.placesHz.indexOf(counts.placedHz[other]!);
      tabuUntil[other]![at] = step + TABU_STEPS + Math.floor(random() * TABU_STEPS);
      counts.take(other);
    }
    counts.put(slot, frequencyHz);
    const count = counts.placedHz.reduce((n, hz) => n + (Number.isNaN(hz) ? 0 : 1), 0);
    if (count > bestCount) [best, bestCount] = [counts.placedHz.slice(), count];
  }
  return best;
}

/** The counts of every slot's places. Carriers are numbered: slots first, then the fixed ones. */
class RelatedCounts {
  readonly placedHz: Float64Array;
  private readonly counts: Int32Array[];
  private readonly guards: RelationGuards;
  private readonly fixedHz: Float64Array;
  /** Places that clash with a carrier that stays, by slot: they are no places. */
  private readonly isTaken: Uint8Array[];
  private readonly widestHz: number;
  /** Whether there was time to hold the places against all that stay. */
  readonly isWhole: boolean;

  constructor(
    private readonly problem: RelatedProblem,
    isOver: () => boolean,
  ) {
    const { slots, fixed, profile, relations } = problem;
    this.placedHz = new Float64Array(slots.length).fill(NaN);
    this.counts = slots.map((s) => new Int32Array(s.placesHz.length));
    this.guards = new RelationGuards(
      [...slots.map((s) => s.id), ...fixed.map((f) => f.id)],
      profile,
      relations,
    );
    this.fixedHz = Float64Array.from(fixed, (f) => f.frequencyHz);
    const { minSpacingHz, guards } = profile;
    this.widestHz =
      Math.max(minSpacingHz, guards.third2Hz, guards.third3Hz, guards.fifth2Hz) +
      (relations.careful?.extraHz ?? 0);
    this.isWhole = this.holdAgainstFixed(isOver);
    this.isTaken = this.counts.map((counts) =>
      Uint8Array.from(counts, (count) => (count > 0 ? 1 : 0)),
    );
  }

  /**
   * Marks what the carriers that stay take; a slot without any place left is not looked at any
   * more.
   */
  private holdAgainstFixed(isOver: () => boolean): boolean {
    const { slots, fixed } = this.problem;
    const standing: number[] = [];
    let open = slots.map((_, i) => i);
    for (let k = 0; k < fixed.length && open.length > 0; k += 1) {
      if (isOver()) return false;
      this.markFor(slots.length + k, 1, standing, open);
      standing.push(slots.length + k);
      open = open.filter((i) => this.counts[i]!.some((count) => count === 0));
    }
    return true;
  }

  /** Whether those that stay leave a slot any place at all. */
  hasPlace(slot: number): boolean {
    return this.isTaken[slot]!.includes(0);
  }

  private hzOf(index: number): number {
    const n = this.problem.slots.length;
    return index < n ? this.placedHz[index]! : this.fixedHz[index - n]!;
  }

  private standing(): number[] {
    const list: number[] = [];
    this.placedHz.forEach((hz, i) => {
      if (!Number.isNaN(hz)) list.push(i);
    });
    this.fixedHz.forEach((_, k) => list.push(this.problem.slots.length + k));
    return list;
  }

  put(slot: number, frequencyHz: number): void {
    const others = this.standing();
    this.placedHz[slot] = frequencyHz;
    this.markFor(slot, 1, others);
  }

  take(slot: number): void {
    this.markFor(
      slot,
      -1,
      this.standing().filter((i) => i !== slot),
    );
    this.placedHz[slot] = NaN;
  }

  /**
   * The place with fewest conflicts, the cheapest of those by chance; null where the span leaves
   * none.
   */
  leastIn(slot: number, random: RandomSource, tabuUntil: Int32Array, step: number): number | null {
    const counts = this.counts[slot]!;
    const { placesHz, cost, allows } = this.problem.slots[slot]!;
    let [best, least, cheapest, seen] = [-1, Infinity, Infinity, 0];
    for (let i = 0; i < counts.length; i += 1) {
      const count = counts[i]!;
      if (
        this.isTaken[slot]![i]! > 0 ||
        count > least ||
        (count > 0 && tabuUntil[i]! > step) ||
        !allows(placesHz[i]!, this.placedHz)
      )
        continue;
      // among equals: now by cost, now by chance, so that it does not run in a circle
      const price = cost[i]! * (0.5 + random());
      seen += 1;
      if (count < least || (count === 0 ? price < cheapest : random() * seen < 1)) {
        if (count < least) seen = 1;
        [best, least, cheapest] = [i, count, price];
      }
    }
    return best < 0 ? null : best;
  }

  /**
   * Slots that would have to go for one to stand somewhere: of each clash one, the one in most of
   * them first.
   */
  clashing(slot: number, frequencyHz: number): number[] {
    const gone: number[] = [];
    for (;;) {
      const standing = this.standing().filter((i) => !gone.includes(i));
      const blame = new Map<number, number>();
      for (const members of this.clashesAt(slot, frequencyHz, standing))
        for (const m of members)
          if (m < this.problem.slots.length) blame.set(m, (blame.get(m) ?? 0) + 1);
      if (blame.size === 0) return gone;
      gone.push([...blame].reduce((a, b) => (b[1] > a[1] ? b : a))[0]);
    }
  }

  private clashesAt(slot: number, x: number, standing: readonly number[]): number[][] {
    const found: number[][] = [];
    const there = { lowHz: x, highHz: x };
    standing.forEach((carrier, k) =>
      this.zonesWith(slot, carrier, standing.slice(0, k), there, (centreHz, reachHz, members) => {
        if (Math.abs(x - centreHz) < reachHz) found.push(members);
      }),
    );
    return found;
  }

  /** Marks, for some slots, the zones that a carrier brings with those that stand. */
  private markFor(
    carrier: number,
    by: number,
    others: readonly number[],
    slots: Iterable<number> = this.problem.slots.keys(),
  ): void {
    for (const slot of slots) {
      const { placesHz } = this.problem.slots[slot]!;
      if (slot === carrier || placesHz.length === 0) continue;
      const counts = this.counts[slot]!;
      const within = { lowHz: sampleAt(placesHz, 0), highHz: placesHz[placesHz.length - 1]! };
      this.zonesWith(
        slot,
        carrier,
        others.filter((i) => i !== slot),
        within,
        (centreHz, reachHz) => {
          const limit = centreHz + reachHz;
          for (
            let i = firstAbove(placesHz, centreHz - reachHz);
            i < counts.length && placesHz[i]! < limit;
            i += 1
          )
            counts[i]! += by;
        },
      );
    }
  }

  /**
   * Zones in which a slot's carrier would clash with a carrier and one or none of the others, as
   * far as they touch a range.
   */
  private zonesWith(
    x: number,
    s: number,
    others: readonly number[],
    within: FrequencyRange,
    visit: (centreHz: number, reachHz: number, members: number[]) => void,
  ): void {
    const g = this.guards;
    const fs = this.hzOf(s);
    const { fifth2Hz, third3Hz } = this.problem.profile.guards;
    const lowHz = within.lowHz - this.widestHz;
    const highHz = within.highHz + this.widestHz;
    // beside hundreds of others nearly every product falls outside: its guard is not asked for
    const zone = (centreHz: number, reachOf: () => number, members: () => number[]) => {
      if (centreHz <= lowHz || centreHz >= highHz) return;
      const reachHz = reachOf();
      if (reachHz > 0) visit(centreHz, reachHz, members());
    };
    zone(
      fs,
      () => g.spacingHz(x, s),
      () => [s],
    );
    others.forEach((a, i) => {
      const fa = this.hzOf(a);
      const pair = () => [s, a];
      zone(2 * fs - fa, () => g.middleHz(s, a, x), pair);
      zone(2 * fa - fs, () => g.middleHz(a, s, x), pair);
      zone((fs + fa) / 2, () => g.middleHz(x, s, a) / 2, pair);
      if (fifth2Hz > 0) {
        zone(3 * fs - 2 * fa, () => g.guardHz("fifth2", [s, a], x), pair);
        zone(3 * fa - 2 * fs, () => g.guardHz("fifth2", [a, s], x), pair);
        zone((fs + 2 * fa) / 3, () => g.guardHz("fifth2", [x, a], s) / 3, pair);
        zone((fa + 2 * fs) / 3, () => g.guardHz("fifth2", [x, s], a) / 3, pair);
        zone((3 * fs - fa) / 2, () => g.guardHz("fifth2", [s, x], a) / 2, pair);
        zone((3 * fa - fs) / 2, () => g.guardHz("fifth2", [a, x], s) / 2, pair);
      }
      if (third3Hz <= 0) return;
      for (let j = 0; j < i; j += 1) {
        const b = others[j]!;
        const fb = this.hzOf(b);
        const triple = () => [s, a, b];
        zone(fa + fb - fs, () => g.balanceHz(a, b, x, s), triple);
        zone(fs + fa - fb, () => g.balanceHz(s, a, x, b), triple);
        zone(fs + fb - fa, () => g.balanceHz(s, b, x, a), triple);
      }
    });
  }
}
