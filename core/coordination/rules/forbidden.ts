// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { firstAbove } from "./sorted";
import type { Profile } from "~/core/coordination/problem/profile";

/**
 * Keeps, for every place of an ascending grid, how many conflicts a carrier there would have with
 * the carriers that stand already. A standing set S blocks x exactly where x is too near a member,
 * or where x is the victim or a source of a product: 2A−B: x = 2a−b (x victim or second source;
 * within the guard), x = (b+c)/2 (x first source; within half the guard). A+B−C: x = a+b−c with a,
 * b, c different (every role gives this form).
 * 3A−2B: x = 3a−2b, x = (c+2b)/3 within a third of the guard, x = (3a−c)/2 within half of it.
 * Adding a carrier marks only the zones it brings, so that a set grows in O(n²) zones a step.
 */
export class ForbiddenMap {
  private readonly counts: Uint32Array;
  private readonly members: number[] = [];
  /**
   * Those that stand block every place: who comes or goes changes nothing any more, and is not
   * marked.
   */
  private isFull = false;

  constructor(
    private readonly placesHz: Float64Array,
    private readonly profile: Profile,
  ) {
    this.counts = new Uint32Array(placesHz.length);
  }

  isFree(index: number): boolean {
    return this.counts[index] === 0;
  }

  get frequenciesHz(): readonly number[] {
    return this.members;
  }

  /**
   * Adds carriers that stay for good. As soon as they leave no place free the rest of them is not
   * looked at: a list of hundreds would make millions of products only to say so again.
   */
  addStanding(frequenciesHz: Iterable<number>): void {
    for (const frequencyHz of frequenciesHz) {
      this.add(frequencyHz);
      this.isFull ||= this.counts.every((count) => count > 0);
    }
  }

  add(frequencyHz: number): void {
    this.markZonesOf(frequencyHz, 1);
    this.members.push(frequencyHz);
  }

  /** Takes the carrier added last away again. */
  removeLast(): void {
    const frequencyHz = this.members.pop();
    if (frequencyHz === undefined) throw new Error("nothing to remove");
    this.markZonesOf(frequencyHz, -1);
  }

  /**
   * Whether a carrier at any frequency, on the grid or not, would be free of conflicts with the
   * standing set.
   */
  isFreeAt(frequencyHz: number): boolean {
    const probe = new ForbiddenMap(Float64Array.of(frequencyHz), this.profile);
    probe.addStanding(this.members);
    return probe.isFree(0);
  }

  private markZonesOf(s: number, delta: number): void {
    if (this.isFull) return;
    const { minSpacingHz, guards } = this.profile;
    const { third2Hz, third3Hz, fifth2Hz } = guards;
    const m = this.members;
    this.mark(s, minSpacingHz, delta);
    for (let i = 0; i < m.length; i += 1) {
      const a = m[i]!;
      if (third2Hz > 0) {
        this.mark(2 * s - a, third2Hz, delta);
        this.mark(2 * a - s, third2Hz, delta);
        this.mark((s + a) / 2, third2Hz / 2, delta);
      }
      if (fifth2Hz > 0) {
        this.mark(3 * s - 2 * a, fifth2Hz, delta);
        this.mark(3 * a - 2 * s, fifth2Hz, delta);
        this.mark((s + 2 * a) / 3, fifth2Hz / 3, delta);
        this.mark((a + 2 * s) / 3, fifth2Hz / 3, delta);
        this.mark((3 * s - a) / 2, fifth2Hz / 2, delta);
        this.mark((3 * a - s) / 2, fifth2Hz / 2, delta);
      }
      if (third3Hz > 0) {
        for (let j = i + 1; j < m.length; j += 1) {
          const b = m[j]!;
          this.mark(a + b - s, third3Hz, delta);
          this.mark(s + a - b, third3Hz, delta);
          this.mark(s + b - a, third3Hz, delta);
        }
      }
    }
  }

  private mark(centreHz: number, halfHz: number, delta: number): void {
    if (halfHz <= 0) return;
    const limit = centreHz + halfHz;
    const places = this.placesHz;
    // most products of a wide set fall outside of the grid
    const [lowestHz, highestHz] = [places[0], places[places.length - 1]];
    if (lowestHz === undefined || highestHz === undefined) return;
    if (limit <= lowestHz || centreHz - halfHz >= highestHz) return;
    for (
      let i = firstAbove(places, centreHz - halfHz);
      i < places.length && places[i]! < limit;
      i += 1
    )
      this.counts[i]! += delta;
  }
}
