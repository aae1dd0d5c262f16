// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt, lastOf, numberAt } from "~/core/units/items";
import type { RandomSource } from "~/core/units/random";
import { ConflictCounts } from "~/core/coordination/rules/conflictCounts";
import { homesOf, isAtHome } from "~/core/coordination/rules/groupSpans";
import type { Profile } from "~/core/coordination/problem/profile";
import type { HalvesGroup } from "~/core/coordination/problem/request";
import { largestFromSidonSets } from "./sidonSets";

/** A channel whose place is searched: where it may stand, and with whom it shares a block. */
export interface SearchSlot {
  /** Ascending, not empty. */
  placesHz: readonly number[];
  /** Half of its occupied bandwidth. */
  halfHz: number;
  /**
   * What it and the others of its group have in common; null without a group.
   */
  group: HalvesGroup | null;
}

export interface ConflictProblem {
  slots: readonly SearchSlot[];
  /** Carriers that stay. `group` and `halfHz` where one holds a group's span down. */
  fixed: readonly { frequencyHz: number; halfHz: number; group: string | null }[];
  profile: Profile;
}

export interface ConflictSearchOptions {
  random: RandomSource;
  isOver: () => boolean;
  mostSteps: number;
  /**
   * Called with each set larger than the ones before: frequency by slot, NaN where none. Answers
   * whether to go on.
   */
  onBetter: (placedHz: Float64Array, count: number) => boolean;
  /** Where the first ones are put, without a conflict; the others follow. */
  startHz?: readonly number[];
}

const MIN_UNIT_HZ = 1_000;
const MAX_CELLS = 2_000_000;
const TIMES_STUCK = 2_000;
const BY_LOT = 0.05;
const MIN_USABLE = 0.85;
const CHECK_EVERY = 64;

/**
 * Whether sets with conflicts can be searched: not with a guard wider than the spacing, for then
 * two neighbours count as their own product.
 */
export const canHoldConflicts = ({ minSpacingHz, guards }: Profile): boolean =>
  minSpacingHz > 0 && Math.max(guards.third2Hz, guards.third3Hz, guards.fifth2Hz) <= minSpacingHz;

/** The step of the one grid that all places lie on; null where it is too fine. */
export function gridUnitHz({ slots }: Pick<ConflictProblem, "slots">): number | null {
  let unit = 0;
  let low = Infinity;
  let high = -Infinity;
  for (const { placesHz } of slots) {
    const first = numberAt(itemAt(slots, 0).placesHz, 0);
    for (const hz of placesHz) {
      unit = greatestDivisor(unit, Math.abs(hz - first));
      if (unit > 0 && unit < MIN_UNIT_HZ) return null;
    }
    low = Math.min(low, numberAt(placesHz, 0));
    high = Math.max(high, lastOf(placesHz));
  }
  if (unit === 0) unit = MIN_UNIT_HZ;
  return (high - low) / unit > MAX_CELLS ? null : unit;
}

function greatestDivisor(a: number, b: number): number {
  while (b > 0.5) [a, b] = [b, a % b];
  return a;
}

/**
 * Searches a set without conflicts among sets with some: every channel stands somewhere, the one in
 * most conflicts is taken away and put where it has fewest, with a short memory of what was left
 * (min-conflicts with tabu: Minton et al. 1992, Glover 1989). When nothing is wrong any more, one
 * channel more is put in. The counts of conflicts for every cell of the grid are kept up as in
 * ForbiddenMap. The same random source gives the same steps.
 */
export class ConflictSearch {
  private readonly unitHz: number;
  private readonly originHz: number;
  private readonly cells: number;
  private readonly grid: ConflictCounts;
  /** Places of each slot as cells. */
  private readonly places: Int32Array[];
  private readonly cellOf: Int32Array;
  /** The slots that stand, in the order of the grid's carriers. */
  private readonly members: Int32Array;
  private readonly tabu: Int32Array;
  private step = 0;

  /** @param latticeHz - only places on this lattice; null: all */
  constructor(
    private readonly problem: ConflictProblem,
    unitHz: number,
    latticeHz: number | null,
  ) {
    const { slots, fixed, profile } = problem;
    this.unitHz = unitHz;
    this.originHz = Math.min(...slots.map((s) => numberAt(s.placesHz, 0)));
    this.cells =
      Math.round((Math.max(...slots.map((s) => lastOf(s.placesHz))) - this.originHz) / unitHz) + 1;
    const cellAt = (hz: number) => Math.round((hz - this.originHz) / unitHz);
    const onLattice = (hz: number) =>
      latticeHz === null || Math.round(hz / 1000) % Math.round(latticeHz / 1000) === 0;
    this.places = slots.map(({ placesHz }) => {
      const kept = placesHz.filter(onLattice);
      return Int32Array.from(kept.length > 0 ? kept : placesHz, cellAt);
    });
    this.cellOf = new Int32Array(slots.length).fill(-1);
    this.members = new Int32Array(slots.length);
    this.tabu = new Int32Array(this.cells);
    this.grid = new ConflictCounts(
      this.cells,
      slots.length,
      fixed.map((f) => (f.frequencyHz - this.originHz) / unitHz),
      profile,
      unitHz,
    );
  }

  /**
   * Tries all sets, as long as they are few: like channels stand in order, and a branch that cannot
   * beat the best is left. Before `run`.
   * @param mostNodes - gives up after so many places tried; @param known - how many stand in a set
   *   that is known already: only larger ones are sought
   * @returns the largest set there is (frequency by slot, NaN where none; all NaN where none is
   *   larger than the known one); null when it gave up
   */
  largestOfAll(
    mostNodes: number,
    known = 0,
    isOver: () => boolean = () => false,
  ): Float64Array | null {
    const { slots } = this.problem;
    const order = slots
      .map((_, i) => i)
      .sort((a, b) => this.places[a]!.length - this.places[b]!.length);
    const kind = slots.map((s, i) => `${this.places[i]!.join()}|${s.halfHz}|${s.group?.id ?? ""}`);
    let best: Float64Array = new Float64Array(slots.length).fill(NaN);
    let most = known;
    let nodes = 0;
    const areAllLike = kind.every((k) => k === kind[0]);
    const last = Math.max(...this.places.map((p) => p.at(-1) ?? 0));
    const stood: number[] = [];
    // the cell of the one before, when it is of the same kind; its waiting counts as the end of the
    // grid
    const visit = (depth: number, before: number): boolean => {
      if (this.grid.size > most) {
        most = this.grid.size;
        best = this.placedHz();
      }
      if (
        depth === order.length ||
        most === slots.length ||
        this.grid.size + order.length - depth <= most
      )
        return true;
      const slot = order[depth]!;
      const isLike = depth > 0 && kind[order[depth - 1]!] === kind[slot];
      for (const cell of this.places[slot]!) {
        if (isLike && cell <= before) continue;
        if (this.grid.counts[this.grid.pad + cell] !== 0 || !this.isWithinSpan(slot, cell))
          continue;
        if (areAllLike && !this.canGrow(stood, cell, last, most - stood.length)) continue;
        if ((nodes += 1) > mostNodes || (nodes % CHECK_EVERY === 0 && isOver())) return false;
        this.put(slot, cell);
        stood.push(cell);
        const isDone = visit(depth + 1, cell);
        stood.pop();
        this.take(this.grid.size - 1);
        if (!isDone || most === slots.length) return isDone;
      }
      return visit(depth + 1, this.cells);
    };
    return visit(0, -1) ? best : null;
  }

  /**
   * Whether so many more can stand above a cell, by their gaps alone: each is at least the spacing,
   * and any two differ by the narrower third-order guard (two beside each other by 2A−B, others by
   * A+B−C). The least sum is that of the smallest gaps that keep apart from those there are and
   * from each other.
   */
  private canGrow(stood: readonly number[], cell: number, last: number, more: number): boolean {
    if (more <= 0) return true;
    const apart = this.grid.leastGapDifference;
    const gaps = stood.map((c, i) => (stood[i + 1] ?? cell) - c);
    let room = last - cell;
    let gap = this.grid.leastGap;
    for (let k = 0; k < more; k += 1) {
      if (apart > 0)
        for (let moved = true; moved;) {
          moved = false;
          for (const g of gaps)
            if (Math.abs(g - gap) < apart) {
              gap = g + apart;
              moved = true;
            }
        }
      room -= gap;
      if (room < 0) return false;
      gap += Math.max(apart, 0);
    }
    return true;
  }

  /** @returns the most channels that stood without a conflict */
  run({ random, isOver, mostSteps, onBetter, startHz = [] }: ConflictSearchOptions): number {
    const { slots } = this.problem;
    let best = 0;
    let fewest = Infinity;
    let since = 0;
    const waiting = slots
      .map((_, i) => i)
      .sort((a, b) => this.places[a]!.length - this.places[b]!.length);
    // the first set: what was asked, then each on the lowest place that is free
    const start = startHz.map((hz) => Math.round((hz - this.originHz) / this.unitHz));
    for (const s of [...waiting]) {
      const asked = start.findIndex((c) => this.places[s]!.includes(c) && this.isWithinSpan(s, c));
      const cell =
        asked >= 0
          ? start.splice(asked, 1)[0]
          : this.places[s]!.find(
              (c) => this.grid.counts[this.grid.pad + c] === 0 && this.isWithinSpan(s, c),
            );
      if (cell === undefined) continue;
      this.put(s, cell);
      waiting.splice(waiting.indexOf(s), 1);
    }
    for (; this.step < mostSteps; this.step += 1) {
      if (this.step % CHECK_EVERY === 0 && isOver()) break;
      let total = 0;
      let worst = -1;
      let most = 0;
      let ties = 0;
      // now and then any that is in a conflict, not the one in most
      const isByLot = random() < BY_LOT;
      for (let i = 0; i < this.grid.size; i += 1) {
        const own = this.grid.counts[this.grid.pad + this.grid.at[i]!]! - 1;
        total += own;
        const conflicts = isByLot && own > 0 ? 1 : own;
        if (conflicts < most || conflicts <= 0 || this.tabu[this.grid.at[i]!]! > this.step)
          continue;
        if (conflicts > most) {
          most = conflicts;
          ties = 0;
        }
        ties += 1;
        if (random() * ties < 1) worst = i;
      }
      if (total === 0) {
        if (this.grid.size > best) {
          best = this.grid.size;
          if (!onBetter(this.placedHz(), best)) break;
        }
        if (waiting.length === 0) break;
        const next = Math.floor(random() * waiting.length);
        this.place(numberAt(waiting.splice(next, 1), 0), random, waiting);
        fewest = Infinity;
        since = this.step;
        continue;
      }
      if (total < fewest) {
        fewest = total;
        since = this.step;
      }
      if (this.step - since > TIMES_STUCK) {
        this.shake(random, waiting, best);
        fewest = Infinity;
        since = this.step;
        continue;
      }
      if (worst < 0) worst = Math.floor(random() * this.grid.size);
      const slot = this.members[worst]!;
      this.tabu[this.grid.at[worst]!] = this.step + 1 + Math.floor(random() * 3);
      this.take(worst);
      this.place(slot, random, waiting);
    }
    return best;
  }

  /**
   * A handful goes and comes back elsewhere; of those that wait, others may come in their stead.
   */
  private shake(random: RandomSource, waiting: number[], best: number): void {
    for (let k = 0; k < 4 && this.grid.size > 0; k += 1) {
      const i = Math.floor(random() * this.grid.size);
      this.tabu[this.grid.at[i]!] = this.step + 10;
      waiting.push(this.members[i]!);
      this.take(i);
    }
    for (
      let tries = 0;
      this.grid.size <= best && waiting.length > 0 && tries < this.problem.slots.length;
      tries += 1
    ) {
      this.place(
        numberAt(waiting.splice(Math.floor(random() * waiting.length), 1), 0),
        random,
        waiting,
      );
    }
  }

  /**
   * Puts a slot where it has fewest conflicts, by lot among equals; it waits where its group leaves
   * it no place.
   */
  private place(slot: number, random: RandomSource, waiting: number[]): void {
    const places = this.places[slot]!;
    const { tabu, step } = this;
    const { counts, pad } = this.grid;
    const [low, high] = this.spanOf(slot);
    const homes = this.homesOf(slot);
    let fewest = Infinity;
    let chosen = -1;
    let ties = 0;
    for (const cell of places) {
      const conflicts = counts[pad + cell]!;
      if (conflicts > fewest || cell < low || cell > high || tabu[cell]! > step) continue;
      if (homes !== null && !isAtHome(homes, this.hzOf(cell))) continue;
      if (conflicts < fewest) {
        fewest = conflicts;
        chosen = cell;
        ties = 1;
      } else if (random() * (ties += 1) < 1) chosen = cell;
    }
    if (chosen < 0) {
      waiting.push(slot);
      return;
    }
    this.put(slot, chosen);
    tabu[chosen] = step + 2 + Math.floor(random() * 4);
  }

  /**
   * A large set to start from, where all slots can stand in much the same places of the lattice: by
   * Sidon sets.
   */
  startFromSidonSets(latticeHz: number, random: RandomSource, isOver: () => boolean): number[] {
    const perCell = Math.round(latticeHz / this.unitHz);
    const [first] = this.places;
    if (
      !first ||
      this.problem.slots.some((s) => s.group !== null) ||
      latticeHz < this.problem.profile.guards.third3Hz ||
      this.problem.profile.guards.fifth2Hz > 0
    )
      return [];
    const common = this.places.slice(1).reduce(
      (left, places) => {
        const has = new Set(places);
        return left.filter((c) => has.has(c));
      },
      [...first],
    );
    if (common.length === 0) return [];
    const origin = numberAt(common, 0);
    const usable = new Uint8Array(Math.floor((lastOf(common) - origin) / perCell) + 1);
    for (const c of common)
      if ((c - origin) % perCell === 0 && this.grid.counts[this.grid.pad + c] === 0)
        usable[(c - origin) / perCell] = 1;
    // a set that is dense over the whole loses too much to holes
    if (usable.reduce((n, u) => n + u, 0) < usable.length * MIN_USABLE) return [];
    const { minSpacingHz, guards } = this.problem.profile;
    const cells = largestFromSidonSets({
      usable,
      spacing: Math.ceil(minSpacingHz / latticeHz - 1e-9),
      reach2: Math.ceil(guards.third2Hz / latticeHz - 1e-9) - 1,
      random,
      isOver,
    });
    return cells.map((c) => Math.round(this.originHz + (origin + c * perCell) * this.unitHz));
  }

  private placedHz(): Float64Array {
    const out = new Float64Array(this.problem.slots.length).fill(NaN);
    for (let i = 0; i < this.grid.size; i += 1)
      out[this.members[i]!] = Math.round(this.originHz + this.grid.at[i]! * this.unitHz);
    return out;
  }

  private isWithinSpan(slot: number, cell: number): boolean {
    const [low, high] = this.spanOf(slot);
    return cell >= low && cell <= high && isAtHome(this.homesOf(slot), this.hzOf(cell));
  }

  private hzOf(cell: number): number {
    return Math.round(this.originHz + cell * this.unitHz);
  }

  /** The blocks or lists that the others of a slot's group leave it; null where it needs none. */
  private homesOf(slot: number): ReturnType<typeof homesOf> {
    const { group } = this.problem.slots[slot]!;
    if (group?.oneOf === undefined) return null;
    const others = this.problem.fixed.filter((f) => f.group === group.id).map((f) => f.frequencyHz);
    this.problem.slots.forEach((other, i) => {
      if (i !== slot && other.group?.id === group.id && this.cellOf[i]! >= 0)
        others.push(this.hzOf(this.cellOf[i]!));
    });
    return homesOf(group, others);
  }

  /** Between which cells the others of a slot's group leave it. */
  private spanOf(slot: number): [number, number] {
    const { group, halfHz } = this.problem.slots[slot]!;
    if (!group) return [0, this.cells];
    let lowHz = Infinity;
    let highHz = -Infinity;
    const take = (hz: number, half: number) => {
      lowHz = Math.min(lowHz, hz - half);
      highHz = Math.max(highHz, hz + half);
    };
    this.problem.slots.forEach((other, i) => {
      if (i !== slot && other.group?.id === group.id && this.cellOf[i]! >= 0)
        take(this.originHz + this.cellOf[i]! * this.unitHz, other.halfHz);
    });
    for (const f of this.problem.fixed) if (f.group === group.id) take(f.frequencyHz, f.halfHz);
    if (lowHz === Infinity) return [0, this.cells];
    const cell = (hz: number) => (hz - this.originHz) / this.unitHz;
    return [
      Math.ceil(cell(highHz - group.maxSpanHz + halfHz) - 1e-6),
      Math.floor(cell(lowHz + group.maxSpanHz - halfHz) + 1e-6),
    ];
  }

  private put(slot: number, cell: number): void {
    this.members[this.grid.size] = slot;
    this.cellOf[slot] = cell;
    this.grid.put(cell);
  }

  private take(index: number): void {
    this.cellOf[this.members[index]!] = -1;
    this.grid.take(index);
    this.members[index] = this.members[this.grid.size]!;
  }
}
