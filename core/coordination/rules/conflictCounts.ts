// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import type { Profile } from "~/core/coordination/problem/profile";

/**
 * For every cell of a grid how many conflicts a carrier there has with those that stand, kept up as
 * carriers come and go: the zones are those of ForbiddenMap, in whole cells.
 */
export class ConflictCounts {
  /**
   * By cell, `pad` cells further on: zones may reach beyond both ends. A carrier counts itself
   * once.
   */
  readonly counts: Int32Array;
  readonly pad: number;
  /** The cells of the carriers that stand, the first `size` of them. */
  readonly at: Int32Array;
  size = 0;
  private readonly minSpacing: number;
  private readonly spacing: number;
  private readonly reach2: number;
  private readonly reach3: number;
  private readonly guards: { third2: number; third3: number; fifth2: number };

  /**
   * @param cells - how many the grid has; @param most - how many carriers may stand; @param fixed -
   *   carriers that stay, in cells, not whole ones
   */
  constructor(
    private readonly cells: number,
    most: number,
    private readonly fixed: readonly number[],
    profile: Profile,
    unitHz: number,
  ) {
    const inUnits = (hz: number) => hz / unitHz;
    this.minSpacing = inUnits(profile.minSpacingHz);
    this.guards = {
      third2: inUnits(profile.guards.third2Hz),
      third3: inUnits(profile.guards.third3Hz),
      fifth2: inUnits(profile.guards.fifth2Hz),
    };
    // strictly inside a guard is a conflict: the last whole cell before it
    const lastInside = (guard: number) => Math.ceil(guard - 1e-9) - 1;
    this.spacing = lastInside(this.minSpacing);
    this.reach2 = lastInside(this.guards.third2);
    this.reach3 = lastInside(this.guards.third3);
    this.pad = cells + 64 + Math.ceil(2 * this.minSpacing);
    this.counts = new Int32Array(cells + 2 * this.pad);
    this.at = new Int32Array(most);
    this.markFixed();
  }

  /** The narrowest gap between two neighbours, in cells. */
  get leastGap(): number {
    return Math.max(0, this.spacing + 1);
  }

  /** By how much any two gaps between neighbours differ at least, in cells. */
  get leastGapDifference(): number {
    return this.guards.third2 > 0 && this.guards.third3 > 0
      ? Math.min(this.reach2, this.reach3) + 1
      : 0;
  }

  put(cell: number): void {
    this.mark(cell, 1);
    this.at[this.size] = cell;
    this.size += 1;
  }

  /** Takes the carrier at a place of the list away; the last one takes that place. */
  take(index: number): void {
    const cell = this.at[index]!;
    this.size -= 1;
    this.at[index] = this.at[this.size]!;
    this.mark(cell, -1);
  }

  /** Counts the zones that a carrier brings with those that stand, one way or the other. */
  private mark(s: number, by: number): void {
    const { counts, pad, at, size, reach2, reach3 } = this;
    for (let c = pad + s - this.spacing, end = pad + s + this.spacing; c <= end; c += 1)
      counts[c]! += by;
    for (let i = 0; i < size; i += 1) {
      const a = at[i]!;
      const sum = s + a;
      if (reach2 >= 0) {
        for (let c = pad + 2 * s - a - reach2, end = c + 2 * reach2; c <= end; c += 1)
          counts[c]! += by;
        for (let c = pad + 2 * a - s - reach2, end = c + 2 * reach2; c <= end; c += 1)
          counts[c]! += by;
        for (
          let c = pad + ((sum - reach2 + 1) >> 1), end = pad + ((sum + reach2) >> 1);
          c <= end;
          c += 1
        )
          counts[c]! += by;
      }
      if (this.guards.fifth2 > 0) this.markFifth(s, a, by);
      if (reach3 < 0) continue;
      const [plus, up, down] = [pad + sum, pad + a - s, pad + s - a];
      if (reach3 === 0) {
        for (let j = 0; j < i; j += 1) {
          const b = at[j]!;
          counts[plus - b]! += by;
          counts[up + b]! += by;
          counts[down + b]! += by;
        }
      } else {
        for (let j = 0; j < i; j += 1) {
          const b = at[j]!;
          for (let t = -reach3; t <= reach3; t += 1) {
            counts[plus - b + t]! += by;
            counts[up + b + t]! += by;
            counts[down + b + t]! += by;
          }
        }
      }
    }
    this.markWithFixed(s, by);
  }

  private markFifth(s: number, a: number, by: number): void {
    const guard = this.guards.fifth2;
    this.zone(3 * s - 2 * a, guard, by);
    this.zone(3 * a - 2 * s, guard, by);
    this.zone((s + 2 * a) / 3, guard / 3, by);
    this.zone((a + 2 * s) / 3, guard / 3, by);
    this.zone((3 * s - a) / 2, guard / 2, by);
    this.zone((3 * a - s) / 2, guard / 2, by);
  }

  private markWithFixed(s: number, by: number): void {
    const { third3, fifth2 } = this.guards;
    for (const [k, f] of this.fixed.entries()) {
      this.pairZones(s, f, by);
      if (fifth2 > 0) this.markFifth(s, f, by);
      if (third3 <= 0) continue;
      for (let i = 0; i < this.size; i += 1) this.tripleZones(s, this.at[i]!, f, by);
      for (let j = 0; j < k; j += 1) this.tripleZones(s, this.fixed[j]!, f, by);
    }
  }

  private markFixed(): void {
    const { fixed } = this;
    for (const [k, f] of fixed.entries()) {
      this.zone(f, this.minSpacing, 1);
      for (let j = 0; j < k; j += 1) {
        this.pairZones(f, fixed[j]!, 1);
        if (this.guards.fifth2 > 0) this.markFifth(f, fixed[j]!, 1);
        if (this.guards.third3 > 0)
          for (let i = 0; i < j; i += 1) this.tripleZones(f, fixed[j]!, fixed[i]!, 1);
      }
    }
  }

  private pairZones(s: number, a: number, by: number): void {
    const guard = this.guards.third2;
    if (guard <= 0) return;
    this.zone(2 * s - a, guard, by);
    this.zone(2 * a - s, guard, by);
    this.zone((s + a) / 2, guard / 2, by);
  }

  private tripleZones(s: number, a: number, b: number, by: number): void {
    const guard = this.guards.third3;
    this.zone(a + b - s, guard, by);
    this.zone(s + a - b, guard, by);
    this.zone(s + b - a, guard, by);
  }

  /** Cells strictly within a reach of a place that need not be a cell. */
  private zone(centre: number, reach: number, by: number): void {
    const from = Math.max(0, Math.floor(centre - reach + 1e-7) + 1);
    const to = Math.min(this.cells - 1, Math.ceil(centre + reach - 1e-7) - 1);
    for (let c = from; c <= to; c += 1) this.counts[this.pad + c]! += by;
  }
}
