// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined, numberAt } from "~/core/units/items";
import { dbToPowerRatio } from "~/core/units/decibels";
import { seededRandom, shuffled, type RandomSource } from "~/core/units/random";
import {
  canHoldConflicts,
  ConflictSearch,
  gridUnitHz,
  type ConflictProblem,
} from "./conflictSearch";
import { exchangeFew, type ExchangeWish } from "~/core/coordination/changing/exchange";
import { ForbiddenMap } from "~/core/coordination/rules/forbidden";
import type { GroupSpans } from "~/core/coordination/rules/groupSpans";
import { putFirstOnQuietest } from "~/core/coordination/problem/priorities";
import { widenedProfile } from "~/core/coordination/problem/profile";
import { searchRelated } from "./relatedSearch";
import { hasEffect, type SetRelations } from "~/core/coordination/rules/relations";
import type {
  CoordinationRequest,
  CoordinationResult,
  Spare,
} from "~/core/coordination/problem/request";
import { SetProblem, type Slot } from "~/core/coordination/problem/setProblem";

export interface SearchProgress {
  phase: "place" | "widen" | "quieten";
  placed: number;
  wanted: number;
  /** The best set so far, which may stand as it is; made when asked for. */
  best: () => CoordinationResult;
}

export interface SearchHooks {
  /** Milliseconds of a clock that only goes forward; the core has none of its own. */
  now: () => number;
  /** Only the plain tries, where a set that is hard to find is not worth the time. */
  isPlain?: boolean;
  onProgress?: (progress: SearchProgress) => void;
}

interface Solution {
  /** Frequency by slot; NaN where it found no place. */
  placed: number[];
  placedCount: number;
  spares: Spare[];
  /** Widening of the guards that it was found under. */
  extraHz: number;
  noisiestDbm: number;
  noiseSumMw: number;
}

type PickRule = "lowest" | "near-lowest" | "quiet" | "roomiest";

const PLACE_ATTEMPTS = 400;
/** So many plain tries before sets with conflicts are searched. */
const PLAIN_ATTEMPTS = 2;
/** Smaller sets are found as quickly without known constructions. */
const MIN_FOR_SIDON = 22;
const SHARE_FOR_SIDON = 0.6;
/** Where rules may be bent, the share of the time in which a set is sought that bends none. */
const SHARE_FOR_STRICT = 0.4;
/** Steps of one round of that search, a few tens of thousands a second. */
const CONFLICT_STEPS = 600_000;
/** So many places are tried to prove that no more fit. */
const PROOF_NODES = 8_000;
const LONG_PROOF_NODES = 400_000;
/** Steps of a first look, before all sets are tried. */
const QUICK_STEPS = 15_000;
/** With more channels there are too many sets. */
const MAX_TO_PROVE = 14;
/** Steps of a search by relations, about a thousand a second. */
const RELATED_STEPS = 20_000;
const WIDEN_ATTEMPTS = 24;
const QUIETEN_ATTEMPTS = 60;
const WIDEST_EXTRA_HZ = 4_000_000;
const WIDEN_STEP_HZ = 25_000;

/**
 * Finds frequencies for all channels and the spares: inside the windows, outside every exclusion,
 * quiet where measured, apart, and free of intermodulation by the profile, with what is locked left
 * where it is. More placed beats fewer, then a larger worst margin, then quieter. Method:
 * randomised constructive search over conflict counts (see ForbiddenMap), where that leaves
 * channels out a search through sets with conflicts (see ConflictSearch), then repeated under
 * guards widened as far as a full set is still found. The same request and seed give the same
 * answer unless time runs out.
 * @param request - see CoordinationRequest; ids must be unique and groups known (the border checks
 *   that)
 * @returns assignments with margins, spares clear of all and of each other, and the unplaced with
 *   reasons a person can act on
 */
export function coordinate(request: CoordinationRequest, hooks: SearchHooks): CoordinationResult {
  const startMs = hooks.now();
  const isOver = () => hooks.now() - startMs >= request.timeLimitMs;
  return new Search(new SetProblem(request), request, hooks, isOver, startMs).answer();
}

class Search {
  private wasCut = false;
  private isProved = false;
  private hasAnswer = false;
  private readonly slots: readonly Slot[];
  private readonly grid: Float64Array;

  constructor(
    private readonly problem: SetProblem,
    private readonly request: CoordinationRequest,
    private readonly hooks: SearchHooks,
    private readonly isOver: () => boolean,
    private readonly startMs: number,
  ) {
    this.slots = problem.slots;
    this.grid = problem.grid;
  }

  answer(): CoordinationResult {
    return this.described(this.run());
  }

  private described({ placed, spares }: Solution): CoordinationResult {
    return this.problem.describe(placed, spares, {
      isCut: this.wasCut,
      isProved: this.isProved,
      elapsedMs: this.hooks.now() - this.startMs,
    });
  }

  private run(): Solution {
    let best = this.placeAll();
    const placeable = this.slots.filter((s) => s.candidates.length > 0).length;
    if (best.placedCount === placeable && placeable < this.slots.length) this.isProved = true;
    if (best.placedCount === this.slots.length && best.placedCount > 0)
      best = this.polish(this.quieten(this.widen(best)));
    const { relations } = this.request;
    if (hasEffect(relations) && (!this.hooks.isPlain || best.placedCount === this.slots.length))
      best = this.byRelations(best, relations);
    putFirstOnQuietest(this.problem, best.placed);
    return best;
  }

  /**
   * A set under the rules of who is who, where the plain one leaves channels out or does not keep
   * what those ask for.
   */
  private byRelations(start: Solution, relations: SetRelations): Solution {
    const isKept = (placed: readonly number[]) => this.problem.isKept(placed, relations);
    if (start.placedCount === this.slots.length && isKept(start.placed)) return start;
    const random = seededRandom(this.request.seed + 3);
    const placed = searchRelated(
      {
        profile: this.request.profile,
        relations,
        slots: this.slots.map(({ channel, candidates }) => ({
          id: channel.id,
          placesHz: Float64Array.from(candidates, (c) => c.frequencyHz),
          cost: Float64Array.from(candidates, (c) => dbToPowerRatio((c.noiseDbm ?? 0) / 3)),
          allows: (frequencyHz, now) =>
            !channel.group || this.problem.groupsOf(now).allowsInstead(channel, frequencyHz),
        })),
        fixed: [
          ...this.request.others,
          ...[...this.problem.locked].map(([id, frequencyHz]) => ({ id, frequencyHz })),
        ],
      },
      { random, isOver: () => this.outOfTime(), mostSteps: RELATED_STEPS },
    );
    const found = this.asSolution([...placed], random);
    if (
      found.placedCount > start.placedCount ||
      (found.placedCount === start.placedCount && !isKept(start.placed))
    ) {
      this.report("place", found);
      return found;
    }
    return start;
  }

  /**
   * Restarts until everything has a place, or the effort is spent. Where a few plain tries leave
   * channels without one, the search goes through sets with conflicts.
   */
  private placeAll(): Solution {
    const random = seededRandom(this.request.seed);
    const rules: PickRule[] = ["quiet", "lowest", "roomiest", "near-lowest"];
    const placeable = this.slots.filter((s) => s.candidates.length > 0).length;
    let best: Solution | null = null;
    for (let attempt = 0; attempt < PLACE_ATTEMPTS; attempt += 1) {
      if (best && this.outOfTime()) break;
      if (
        best &&
        !this.hooks.isPlain &&
        attempt === PLAIN_ATTEMPTS &&
        best.placedCount < placeable
      ) {
        best = this.searchConflicts(best, random);
        if (
          this.isProved ||
          (best.placedCount < placeable && canHoldConflicts(this.request.profile))
        )
          break;
      }
      const solution = this.attempt(0, rules[Math.min(attempt, rules.length - 1)]!, random);
      if (!best || isBetter(solution, best)) best = solution;
      this.hasAnswer = true;
      this.report("place", best);
      if (this.isComplete(best)) break;
    }
    return defined(best);
  }

  /**
   * The largest set that the conflict search finds, if it is larger than the one that stands: on
   * the lattice of the narrowest guard first, where a product takes least room, then on all places.
   */
  private searchConflicts(start: Solution, random: RandomSource): Solution {
    const open = this.slots.flatMap((slot, i) => (slot.candidates.length > 0 ? [{ slot, i }] : []));
    const problem: ConflictProblem = {
      profile: this.request.profile,
      slots: open.map(({ slot: { channel, candidates } }) => {
        const group = channel.group ? this.problem.groupOf.get(channel.group) : undefined;
        return {
          placesHz: candidates.map((c) => c.frequencyHz),
          halfHz: channel.bandwidthHz / 2,
          group: group ?? null,
        };
      }),
      fixed: [
        ...this.request.others.map((o) => ({ frequencyHz: o.frequencyHz, halfHz: 0, group: null })),
        ...this.request.channels.flatMap((c) =>
          this.problem.locked.has(c.id)
            ? [
                {
                  frequencyHz: defined(this.problem.locked.get(c.id)),
                  halfHz: c.bandwidthHz / 2,
                  group: c.group ?? null,
                },
              ]
            : [],
        ),
      ],
    };
    const unitHz = problem.slots.length === 0 ? null : gridUnitHz(problem);
    if (unitHz === null) return start;
    let best = start;
    const { third3Hz, third2Hz } = this.request.profile.guards;
    const latticeHz = third3Hz > 0 ? third3Hz : third2Hz;
    const lattices =
      latticeHz > unitHz && Math.abs(latticeHz % unitHz) < 1
        ? [latticeHz, null, latticeHz]
        : [null, null];
    const keep = (placedHz: Float64Array) => {
      const placed = this.slots.map(() => NaN);
      open.forEach(({ i }, k) => {
        placed[i] = placedHz[k]!;
      });
      best = this.asSolution(placed, random);
      this.report("place", best);
    };
    const { profile } = this.request;
    // what bends rules is sought after this, and needs its time
    const isSpent = hasEffect(this.request.relations)
      ? this.shareOfTime(SHARE_FOR_STRICT)
      : () => false;
    const isOver = () => this.outOfTime() || isSpent();
    const most = Math.min(open.length, mostBySpacing(this.grid, profile.minSpacingHz));
    /** Tries all sets; what it finds is the largest there is. */
    const prove = (nodes: number): boolean => {
      if (open.length > MAX_TO_PROVE || isOver()) return false;
      const all = new ConflictSearch(problem, unitHz, null).largestOfAll(
        nodes,
        best.placedCount,
        isOver,
      );
      if (!all) return false;
      if (all.some((hz) => !Number.isNaN(hz))) keep(all);
      return (this.isProved = true);
    };
    const round = (lattice: number | null, mostSteps: number, startHz: readonly number[] = []) => {
      if (best.placedCount >= most || isOver() || !canHoldConflicts(profile)) return;
      new ConflictSearch(problem, unitHz, lattice).run({
        random,
        startHz,
        isOver,
        mostSteps,
        onBetter: (placedHz, count) => {
          if (count > best.placedCount) keep(placedHz);
          return best.placedCount < most;
        },
      });
    };
    if (prove(PROOF_NODES)) return best;
    if (open.length <= MAX_TO_PROVE) {
      for (const lattice of lattices) round(lattice, QUICK_STEPS);
      if (best.placedCount < most && prove(LONG_PROOF_NODES)) return best;
    }
    for (const [i, lattice] of lattices.entries()) {
      // large sets in a wide band: known constructions are ahead of any search
      const isForSidon = i === 0 && lattice !== null && open.length > MIN_FOR_SIDON && !isOver();
      round(
        lattice,
        CONFLICT_STEPS,
        isForSidon
          ? new ConflictSearch(problem, unitHz, lattice).startFromSidonSets(
              lattice,
              random,
              this.shareOfTime(SHARE_FOR_SIDON),
            )
          : [],
      );
    }
    return best;
  }

  /** A set of places as a solution, with its noise and its spares. */
  private asSolution(placed: number[], random: RandomSource): Solution {
    const solution: Solution = {
      placed,
      placedCount: 0,
      spares: [],
      extraHz: 0,
      noisiestDbm: -Infinity,
      noiseSumMw: 0,
    };
    const map = this.problem.mapOf(this.request.profile);
    const groups = this.problem.groupsOf([]);
    this.slots.forEach((slot, i) => {
      const frequencyHz = placed[i]!;
      if (Number.isNaN(frequencyHz)) return;
      solution.placedCount += 1;
      map.add(frequencyHz);
      groups.add(slot.channel, frequencyHz);
      const noiseDbm = slot.candidates.find((c) => c.frequencyHz === frequencyHz)?.noiseDbm ?? null;
      if (noiseDbm === null) return;
      solution.noisiestDbm = Math.max(solution.noisiestDbm, noiseDbm);
      solution.noiseSumMw += dbToPowerRatio(noiseDbm);
    });
    solution.spares = this.findSpares(map, 0, groups, random);
    return solution;
  }

  /**
   * The same search under ever wider guards: a full set found there has that much in hand
   * everywhere.
   */
  private widen(start: Solution): Solution {
    const random = seededRandom(this.request.seed + 1);
    let best = start;
    let low = 0;
    let high = WIDEST_EXTRA_HZ / WIDEN_STEP_HZ + 1;
    let probe = 4;
    while (low + 1 < high && !this.outOfTime()) {
      const solution = this.fullSet(probe * WIDEN_STEP_HZ, start.spares.length, random);
      if (solution) {
        best = solution;
        low = probe;
        probe =
          high > WIDEST_EXTRA_HZ / WIDEN_STEP_HZ && probe * 2 < high
            ? probe * 2
            : (low + high) >> 1;
      } else {
        high = probe;
        probe = (low + high) >> 1;
      }
      this.report("widen", best);
    }
    return best;
  }

  private quieten(start: Solution): Solution {
    const random = seededRandom(this.request.seed + 2);
    let best = start;
    if (this.problem.noise.isEmpty) return best;
    for (let i = 0; i < QUIETEN_ATTEMPTS && !this.outOfTime(); i += 1) {
      const solution = this.attempt(start.extraHz, "quiet", random);
      if (
        solution.placedCount === start.placedCount &&
        solution.spares.length >= start.spares.length &&
        isQuieter(solution, best)
      )
        best = solution;
    }
    this.report("quieten", best);
    return best;
  }

  /**
   * Exchanges one or two picks as long as that gives a larger worst margin, or, with the same, a
   * quieter set.
   */
  private polish(start: Solution): Solution {
    const random = seededRandom(this.request.seed + 4);
    const isOver = () => this.outOfTime();
    let best = start;
    for (;;) {
      if (isOver()) return best;
      const wider = best.extraHz + WIDEN_STEP_HZ;
      const { profile } = this.request;
      const apart =
        wider > WIDEST_EXTRA_HZ
          ? null
          : this.exchanged(
              best,
              { profile: widenedProfile(profile, wider), quieterThanDbm: null, isOver },
              wider,
              random,
            );
      const next =
        apart ??
        (this.problem.noise.isEmpty
          ? null
          : this.exchanged(
              best,
              {
                profile: widenedProfile(profile, best.extraHz),
                quieterThanDbm: best.noisiestDbm,
                isOver,
              },
              best.extraHz,
              random,
            ));
      if (!next) return best;
      best = next;
      this.report("quieten", best);
    }
  }

  private exchanged(
    from: Solution,
    wish: ExchangeWish,
    extraHz: number,
    random: RandomSource,
  ): Solution | null {
    const placed = exchangeFew(this.problem, from.placed, wish);
    if (!placed) return null;
    const solution = { ...this.asSolution(placed, random), extraHz };
    return solution.spares.length >= from.spares.length ? solution : null;
  }

  private fullSet(extraHz: number, spares: number, random: RandomSource): Solution | null {
    for (let i = 0; i < WIDEN_ATTEMPTS && !this.outOfTime(); i += 1) {
      const solution = this.attempt(extraHz, i % 2 === 0 ? "quiet" : "near-lowest", random);
      if (solution.placedCount === this.slots.length && solution.spares.length >= spares)
        return solution;
    }
    return null;
  }

  /**
   * One construction: channels in a random order that puts the most constrained first, then the
   * spares.
   */
  private attempt(extraHz: number, rule: PickRule, random: RandomSource): Solution {
    const profile = widenedProfile(this.request.profile, extraHz);
    const map = this.problem.mapOf(profile);
    const order = this.slotOrder(random);
    const placed = this.slots.map(() => NaN);
    const solution: Solution = {
      placed,
      placedCount: 0,
      spares: [],
      extraHz,
      noisiestDbm: -Infinity,
      noiseSumMw: 0,
    };
    const groups = this.problem.groupsOf([]);
    for (const s of order) {
      // an answer is there already; this one comes too late to be better
      if (this.hasAnswer && this.outOfTime()) return solution;
      const slot = this.slots[s]!;
      const free: number[] = [];
      for (let i = 0; i < slot.candidates.length; i += 1) {
        if (
          map.isFree(slot.gridIndex[i]!) &&
          groups.allows(slot.channel, slot.candidates[i]!.frequencyHz)
        )
          free.push(i);
      }
      if (free.length === 0) continue;
      const chosen = slot.candidates[this.choose(slot, free, rule, map, random)]!;
      placed[s] = chosen.frequencyHz;
      solution.placedCount += 1;
      map.add(chosen.frequencyHz);
      groups.add(slot.channel, chosen.frequencyHz);
      if (chosen.noiseDbm !== null) {
        solution.noisiestDbm = Math.max(solution.noisiestDbm, chosen.noiseDbm);
        solution.noiseSumMw += dbToPowerRatio(chosen.noiseDbm);
      }
    }
    solution.spares = this.findSpares(map, extraHz, groups, random);
    return solution;
  }

  private slotOrder(random: RandomSource): number[] {
    const order = shuffled(
      this.slots.map((_, i) => i),
      random,
    );
    const size = (s: number) => this.slots[s]!.candidates.length * (0.75 + 0.5 * random());
    const keys = new Map(order.map((s) => [s, size(s)]));
    return order.sort((a, b) => defined(keys.get(a)) - defined(keys.get(b)));
  }

  private choose(
    slot: Slot,
    free: number[],
    rule: PickRule,
    map: ForbiddenMap,
    random: RandomSource,
  ): number {
    if (rule === "lowest") return numberAt(free, 0);
    if (rule === "near-lowest")
      return free[Math.min(free.length - 1, Math.floor(-Math.log(1 - random()) * 2))]!;
    if (rule === "roomiest") return this.roomiest(slot, free, map, random);
    // "quiet": the quietest of a random handful, so that repeated runs differ but stay quiet
    let best = free[Math.floor(random() * free.length)]!;
    for (let i = 0; i < 5; i += 1) {
      const other = free[Math.floor(random() * free.length)]!;
      if ((slot.candidates[other]!.noiseDbm ?? 0) < (slot.candidates[best]!.noiseDbm ?? 0))
        best = other;
    }
    return best;
  }

  /** Of a few free places, the one after which most of the grid stays free. */
  private roomiest(slot: Slot, free: number[], map: ForbiddenMap, random: RandomSource): number {
    let best = numberAt(free, 0);
    let mostRoom = -1;
    for (let i = 0; i < 8; i += 1) {
      const index = free[Math.floor(random() * free.length)]!;
      map.add(slot.candidates[index]!.frequencyHz);
      let room = 0;
      for (let g = 0; g < this.grid.length; g += 1) if (map.isFree(g)) room += 1;
      map.removeLast();
      if (room > mostRoom) {
        mostRoom = room;
        best = index;
      }
    }
    return best;
  }

  /**
   * Spares stand under the profile's own guards. Each next one serves the channels that have fewest
   * spares so far.
   */
  private findSpares(
    map: ForbiddenMap,
    extraHz: number,
    groups: GroupSpans,
    random: RandomSource,
  ): Spare[] {
    const spares: Spare[] = [];
    if (this.request.spares === 0) return spares;
    let base = map;
    if (extraHz > 0) {
      base = new ForbiddenMap(this.grid, this.request.profile);
      base.addStanding(map.frequenciesHz);
    }
    const served = new Map<string, number>();
    const all = this.request.channels.map((channel, i) => ({
      channel,
      places: this.problem.candidateSet(i),
    }));
    while (spares.length < this.request.spares) {
      if (this.hasAnswer && this.outOfTime()) break;
      let best: { frequencyHz: number; for: string[]; worth: number } | null = null;
      for (const g of shuffled([...this.grid.keys()], random)) {
        if (!base.isFree(g)) continue;
        const frequencyHz = this.grid[g]!;
        const users = all.filter(
          ({ channel, places }) =>
            places.has(frequencyHz) && groups.allowsInstead(channel, frequencyHz),
        );
        const worth = users.reduce(
          (sum, { channel }) => sum + 1 / (1 + (served.get(channel.id) ?? 0)) ** 2,
          0,
        );
        if (users.length > 0 && (!best || worth > best.worth))
          best = { frequencyHz, for: users.map((u) => u.channel.id), worth };
        if (best && best.for.length === all.length) break;
      }
      if (!best) break;
      spares.push({ frequencyHz: best.frequencyHz, for: best.for });
      for (const id of best.for) served.set(id, (served.get(id) ?? 0) + 1);
      base.add(best.frequencyHz);
    }
    return spares;
  }

  private outOfTime(): boolean {
    if (this.isOver()) this.wasCut = true;
    return this.wasCut;
  }

  /** Over once so much of the time that is left now is spent. */
  private shareOfTime(share: number): () => boolean {
    const nowMs = this.hooks.now();
    const endMs = nowMs + share * Math.max(0, this.startMs + this.request.timeLimitMs - nowMs);
    return () => this.hooks.now() >= endMs;
  }

  private isComplete(s: Solution): boolean {
    return s.placedCount === this.slots.length && s.spares.length >= this.request.spares;
  }

  private report(phase: "place" | "widen" | "quieten", best: Solution): void {
    this.hooks.onProgress?.({
      phase,
      placed: best.placedCount + this.problem.locked.size,
      wanted: this.request.channels.length,
      best: () => this.described(best),
    });
  }
}

/** No set can have more than spacing alone lets stand on the grid. */
function mostBySpacing(grid: Float64Array, spacingHz: number): number {
  let count = 0;
  let last = -Infinity;
  for (const hz of grid) {
    if (hz - last < spacingHz) continue;
    count += 1;
    last = hz;
  }
  return count;
}

function isQuieter(a: Solution, b: Solution): boolean {
  return a.noisiestDbm !== b.noisiestDbm
    ? a.noisiestDbm < b.noisiestDbm
    : a.noiseSumMw < b.noiseSumMw;
}

function isBetter(a: Solution, b: Solution): boolean {
  if (a.placedCount !== b.placedCount) return a.placedCount > b.placedCount;
  if (a.spares.length !== b.spares.length) return a.spares.length > b.spares.length;
  return isQuieter(a, b);
}
