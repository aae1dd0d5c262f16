import { firstAbove } from "./sorted";
import type { RandomSource } from "../units/random";
import type { Profile } from "./profile";
import { RelationGuards, type SetRelations } from "./relations";

export interface RelatedSlot {
  id: string;
  /** Ascending. */
  placesHz: Float64Array;
  /** Cost of each place among free ones: its noise, for instance. */
  cost: Float64Array;
  /** Whether the span of its receiver allows a place, given where the slots stand (NaN: nowhere). */
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

/** Search for a set whose rules depend on who is who: each slot keeps, for each of its places, how many conflicts a carrier of its own would have there. Slots without a place take the one with fewest
 *  conflicts and drive out whoever they clash with (min-conflicts with a tabu list), until all stand or the effort is spent.
 * @param isOver - asked at every step
 * @returns by slot; NaN where it found no place. What stands never clashes. */
export function searchRelated(problem: RelatedProblem, { random, isOver, mostSteps }: { random: RandomSource; isOver: () => boolean; mostSteps: number }): Float64Array {
  const counts = new RelatedCounts(problem);
  const { slots } = problem;
  const tabuUntil = slots.map((s) => new Int32Array(s.placesHz.length));
  let best = counts.placedHz.slice();
  let bestCount = 0;
  for (let step = 1; step <= mostSteps && !isOver(); step += 1) {
    const open = slots.flatMap((s, i) => (Number.isNaN(counts.placedHz[i]!) && s.placesHz.length > 0 ? [i] : []));
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

  constructor(private readonly problem: RelatedProblem) {
    const { slots, fixed, profile, relations } = problem;
    this.placedHz = new Float64Array(slots.length).fill(NaN);
    this.counts = slots.map((s) => new Int32Array(s.placesHz.length));
    this.guards = new RelationGuards([...slots.map((s) => s.id), ...fixed.map((f) => f.id)], profile, relations);
    this.fixedHz = Float64Array.from(fixed, (f) => f.frequencyHz);
    const standing: number[] = [];
    fixed.forEach((_, k) => {
      this.markFor(slots.length + k, 1, standing);
      standing.push(slots.length + k);
    });
  }

  private hzOf(index: number): number {
    const n = this.problem.slots.length;
    return index < n ? this.placedHz[index]! : this.fixedHz[index - n]!;
  }

  private standing(): number[] {
    const list: number[] = [];
    this.placedHz.forEach((hz, i) => { if (!Number.isNaN(hz)) list.push(i); });
    this.fixedHz.forEach((_, k) => list.push(this.problem.slots.length + k));
    return list;
  }

  put(slot: number, frequencyHz: number): void {
    const others = this.standing();
    this.placedHz[slot] = frequencyHz;
    this.markFor(slot, 1, others);
  }

  take(slot: number): void {
    this.markFor(slot, -1, this.standing().filter((i) => i !== slot));
    this.placedHz[slot] = NaN;
  }

  /** The place with fewest conflicts, the cheapest of those by chance; null where the span leaves none. */
  leastIn(slot: number, random: RandomSource, tabuUntil: Int32Array, step: number): number | null {
    const counts = this.counts[slot]!;
    const { placesHz, cost, allows } = this.problem.slots[slot]!;
    let [best, least, cheapest, seen] = [-1, Infinity, Infinity, 0];
    for (let i = 0; i < counts.length; i += 1) {
      const count = counts[i]!;
      if (count > least || (count > 0 && tabuUntil[i]! > step) || !allows(placesHz[i]!, this.placedHz)) continue;
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

  /** Slots that would have to go for one to stand somewhere: of each clash one, the one in most of them first. */
  clashing(slot: number, frequencyHz: number): number[] {
    const gone: number[] = [];
    for (;;) {
      const standing = this.standing().filter((i) => !gone.includes(i));
      const blame = new Map<number, number>();
      for (const members of this.clashesAt(slot, frequencyHz, standing)) for (const m of members) if (m < this.problem.slots.length) blame.set(m, (blame.get(m) ?? 0) + 1);
      if (blame.size === 0) return gone;
      gone.push([...blame].reduce((a, b) => (b[1] > a[1] ? b : a))[0]);
    }
  }

  private clashesAt(slot: number, x: number, standing: readonly number[]): number[][] {
    const found: number[][] = [];
    this.zonesOf(slot, standing, (centreHz, reachHz, members) => { if (Math.abs(x - centreHz) < reachHz) found.push(members); });
    return found;
  }

  /** Marks, for every slot, the zones that a carrier brings with those that stand. */
  private markFor(carrier: number, by: number, others: readonly number[]): void {
    this.problem.slots.forEach((s, slot) => {
      if (slot === carrier) return;
      const counts = this.counts[slot]!;
      const without = others.filter((i) => i !== slot);
      this.zonesWith(slot, carrier, without, (centreHz, reachHz) => {
        const limit = centreHz + reachHz;
        for (let i = firstAbove(s.placesHz, centreHz - reachHz); i < counts.length && s.placesHz[i]! < limit; i += 1) counts[i]! += by;
      });
    });
  }

  private zonesOf(slot: number, standing: readonly number[], visit: (centreHz: number, reachHz: number, members: number[]) => void): void {
    standing.forEach((carrier, k) => this.zonesWith(slot, carrier, standing.slice(0, k), visit));
  }

  /** Zones in which a slot's carrier would clash with a carrier and one or none of the others. */
  private zonesWith(x: number, s: number, others: readonly number[], visit: (centreHz: number, reachHz: number, members: number[]) => void): void {
    const g = this.guards;
    const fs = this.hzOf(s);
    const zone = (centreHz: number, reachHz: number, members: number[]) => { if (reachHz > 0) visit(centreHz, reachHz, members); };
    zone(fs, g.spacingHz(x, s), [s]);
    const { fifth2Hz, third3Hz } = this.problem.profile.guards;
    others.forEach((a, i) => {
      const fa = this.hzOf(a);
      const pair = [s, a];
      zone(2 * fs - fa, g.middleHz(s, a, x), pair);
      zone(2 * fa - fs, g.middleHz(a, s, x), pair);
      zone((fs + fa) / 2, g.middleHz(x, s, a) / 2, pair);
      if (fifth2Hz > 0) {
        zone(3 * fs - 2 * fa, g.guardHz("fifth2", [s, a], x), pair);
        zone(3 * fa - 2 * fs, g.guardHz("fifth2", [a, s], x), pair);
        zone((fs + 2 * fa) / 3, g.guardHz("fifth2", [x, a], s) / 3, pair);
        zone((fa + 2 * fs) / 3, g.guardHz("fifth2", [x, s], a) / 3, pair);
        zone((3 * fs - fa) / 2, g.guardHz("fifth2", [s, x], a) / 2, pair);
        zone((3 * fa - fs) / 2, g.guardHz("fifth2", [a, x], s) / 2, pair);
      }
      if (third3Hz <= 0) return;
      for (let j = 0; j < i; j += 1) {
        const b = others[j]!;
        const fb = this.hzOf(b);
        const triple = [s, a, b];
        zone(fa + fb - fs, g.balanceHz(a, b, x, s), triple);
        zone(fs + fa - fb, g.balanceHz(s, a, x, b), triple);
        zone(fs + fb - fa, g.balanceHz(s, b, x, a), triple);
      }
    });
  }
}
