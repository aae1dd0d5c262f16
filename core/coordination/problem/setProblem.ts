// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined } from "~/core/units/items";
import { mergeRanges, type FrequencyRange } from "~/core/regulations/region";
import {
  type Candidate,
  candidatesFor,
  type ChannelCandidates,
  NoiseIndex,
  noiseInBand,
  whyNoCandidate,
} from "./candidates";
import { ForbiddenMap } from "~/core/coordination/rules/forbidden";
import { GroupSpans } from "~/core/coordination/rules/groupSpans";
import { edgeDistanceHz, marginsOf, nearestOfEach } from "~/core/coordination/rules/margins";
import type { Carrier } from "~/core/coordination/rules/products";
import type { Profile } from "./profile";
import {
  conflictsOfEach,
  eachOnce,
  hasEffect,
  isClear,
  type SetRelations,
} from "~/core/coordination/rules/relations";
import type {
  Assignment,
  ChannelRequest,
  CoordinationRequest,
  CoordinationResult,
  HalvesGroup,
  Spare,
} from "./request";

/** A channel that a place is sought for. */
export interface Slot {
  channel: ChannelRequest;
  candidates: Candidate[];
  /** Index of each candidate in the common grid. */
  gridIndex: Int32Array;
}

/**
 * A request made ready for a search: what is locked and what is open, the places of each open
 * channel, and how an answer reads.
 */
export class SetProblem {
  readonly noise: NoiseIndex;
  readonly slots: Slot[];
  /** Every place that any channel may stand on, ascending. */
  readonly grid: Float64Array;
  readonly groupOf: ReadonlyMap<string, HalvesGroup>;
  readonly locked = new Map<string, number>();
  private readonly windows: FrequencyRange[];
  private readonly found: ChannelCandidates[];
  private readonly lockRefused = new Map<string, string>();

  constructor(readonly request: CoordinationRequest) {
    this.windows = mergeRanges(request.windows);
    this.noise = new NoiseIndex(request.noise);
    this.groupOf = new Map(request.groups.map((g) => [g.id, g]));
    this.acceptLocks();
    // like channels have like places: looked up once
    const known = new Map<string, ChannelCandidates>();
    this.found = request.channels.map((c) => {
      const key = JSON.stringify([c.tuning, c.bandwidthHz, c.offeredHz ?? null]);
      const found = known.get(key) ?? candidatesFor(request, this.windows, this.noise, c);
      known.set(key, found);
      return found;
    });
    const open = request.channels.map((channel, i) => ({
      channel,
      candidates: this.found[i]!.list,
    }));
    const all = new Set<number>();
    for (const candidates of new Set(open.map((o) => o.candidates)))
      for (const c of candidates) all.add(c.frequencyHz);
    this.grid = Float64Array.from(all).sort();
    const indexOf = new Map<number, number>();
    this.grid.forEach((f, i) => indexOf.set(f, i));
    const indexed = new Map<Candidate[], Int32Array>();
    const indices = (candidates: Candidate[]) => {
      const found =
        indexed.get(candidates) ??
        Int32Array.from(candidates, (c) => defined(indexOf.get(c.frequencyHz)));
      indexed.set(candidates, found);
      return found;
    };
    this.slots = open
      .filter(({ channel }) => !this.locked.has(channel.id) && !this.lockRefused.has(channel.id))
      .map(({ channel, candidates }) => ({
        channel,
        candidates,
        gridIndex: indices(candidates),
      }));
  }

  groupsOf(placed: ArrayLike<number>): GroupSpans {
    const now = new Map(this.locked);
    this.slots.forEach(({ channel }, i) => {
      if (!Number.isNaN(placed[i]!)) now.set(channel.id, placed[i]!);
    });
    return new GroupSpans(this.groupOf, this.request.channels, now);
  }

  /** Who of ours stands in a set. */
  idsOf(placed: readonly number[]): string[] {
    return [
      ...this.locked.keys(),
      ...this.slots.flatMap(({ channel }, i) => (Number.isNaN(placed[i]!) ? [] : [channel.id])),
    ];
  }

  /** Whether a set stands clear under the rules of who is who. */
  isKept(placed: readonly number[], relations: SetRelations): boolean {
    return isClear(this.carriersOf(placed), this.idsOf(placed), this.request.profile, relations);
  }

  carriersOf(placed: readonly number[]): Carrier[] {
    return [
      ...this.request.others,
      ...[...this.locked].map(([id, frequencyHz]) => ({ id, frequencyHz })),
      ...this.slots.flatMap(({ channel }, i) =>
        Number.isNaN(placed[i]!) ? [] : [{ id: channel.id, frequencyHz: placed[i]! }],
      ),
    ];
  }

  /** Conflicts with what stays: others and what is locked. */
  mapOf(profile: Profile): ForbiddenMap {
    const map = new ForbiddenMap(this.grid, profile);
    map.addStanding(this.request.others.map((o) => o.frequencyHz));
    map.addStanding(this.locked.values());
    return map;
  }

  private readonly candidateSets = new Map<Candidate[], Set<number>>();
  candidateSet(channelIndex: number): Set<number> {
    const { list } = this.found[channelIndex]!;
    let set = this.candidateSets.get(list);
    if (!set) this.candidateSets.set(list, (set = new Set(list.map((c) => c.frequencyHz))));
    return set;
  }

  private acceptLocks(): void {
    const { channels, others, profile } = this.request;
    const groups = new GroupSpans(this.groupOf, channels, this.locked);
    const map = new ForbiddenMap(Float64Array.from([]), profile);
    map.addStanding(others.map((o) => o.frequencyHz));
    for (const channel of channels) {
      const lockedHz = channel.lockedHz ?? null;
      if (lockedHz === null) continue;
      const lowHz = lockedHz - channel.bandwidthHz / 2;
      const highHz = lockedHz + channel.bandwidthHz / 2;
      const hole = this.request.exclusions.find((e) => e.lowHz < highHz && e.highHz > lowHz);
      const refuse = (reason: string) => this.lockRefused.set(channel.id, reason);
      if (!channel.tuning.some((t) => lockedHz >= t.lowHz && lockedHz <= t.highHz))
        refuse("its locked frequency is outside its tuning range");
      else if (!this.windows.some((w) => lowHz >= w.lowHz && highHz <= w.highHz))
        refuse("its locked frequency is outside what is allowed");
      else if (hole)
        refuse(`its locked frequency is inside a stretch that is kept free (${hole.reason})`);
      else if (!groups.allows(channel, lockedHz))
        refuse("its locked frequency does not go with the other half of its receiver");
      else if (
        hasEffect(this.request.relations)
          ? !this.isExcusedAt(channel.id, lockedHz, this.request.relations)
          : !map.isFreeAt(lockedHz)
      )
        refuse(
          "its locked frequency clashes with another locked or standing carrier (spacing or intermodulation)",
        );
      else {
        this.locked.set(channel.id, lockedHz);
        groups.add(channel, lockedHz);
        map.add(lockedHz);
      }
    }
  }

  /** Whether a lock clashes with nothing that stands, its relations taken into account. */
  private isExcusedAt(id: string, frequencyHz: number, relations: SetRelations): boolean {
    const { others, profile } = this.request;
    const standing = [
      ...others,
      ...[...this.locked].map(([lockedId, hz]) => ({ id: lockedId, frequencyHz: hz })),
    ];
    return isClear([...standing, { id, frequencyHz }], [id], profile, relations);
  }

  /** The answer in the contract's shape, with margins measured on the finished set. */
  describe(
    placed: readonly number[],
    spares: Spare[],
    how: { isCut: boolean; isProved: boolean; elapsedMs: number },
  ): CoordinationResult {
    const { request } = this;
    const chosen = new Map(this.locked);
    this.slots.forEach((slot, i) => {
      const frequencyHz = placed[i]!;
      if (!Number.isNaN(frequencyHz)) chosen.set(slot.channel.id, frequencyHz);
    });
    // ids of ours and of others may coincide; the prefix keeps them apart while margins are
    // measured
    const ours = [...chosen].map(([id, frequencyHz]) => ({ id: `own ${id}`, frequencyHz }));
    const others = request.others.map((o) => ({ id: `other ${o.id}`, frequencyHz: o.frequencyHz }));
    const nearest = nearestOfEach(
      [...ours, ...others],
      ours.map((o) => o.id),
    );
    const assignments: Assignment[] = [];
    for (const channel of request.channels) {
      const frequencyHz = chosen.get(channel.id);
      if (frequencyHz === undefined) continue;
      const lowHz = frequencyHz - channel.bandwidthHz / 2;
      const highHz = frequencyHz + channel.bandwidthHz / 2;
      const noiseDbm = noiseInBand(this.noise.near(lowHz, highHz), lowHz, highHz).levelDbm;
      const noiseDb =
        request.maxNoiseDbm === null || noiseDbm === null ? null : request.maxNoiseDbm - noiseDbm;
      const edgeHz = edgeDistanceHz(lowHz, highHz, this.windows, request.exclusions);
      assignments.push({
        channelId: channel.id,
        frequencyHz,
        margins: marginsOf(
          defined(nearest.get(`own ${channel.id}`)),
          request.profile,
          noiseDb,
          edgeHz,
        ),
      });
    }
    const unplaced = request.channels.flatMap((channel, i) =>
      chosen.has(channel.id)
        ? []
        : [{ channelId: channel.id, reason: this.whyUnplaced(channel, this.found[i]!, chosen) }],
    );
    const excused = hasEffect(request.relations)
      ? eachOnce(conflictsOfEach(this.carriersOf(placed), chosen.keys(), request.profile, null))
      : [];
    return {
      assignments,
      spares,
      unplaced,
      bank: null,
      ...(excused.length > 0 ? { excused } : {}),
      ...(how.isProved ? { isProved: true } : {}),
      stats: { elapsedMs: Math.max(0, how.elapsedMs), exhausted: !how.isCut },
    };
  }

  private whyUnplaced(
    channel: ChannelRequest,
    found: ChannelCandidates,
    chosen: Map<string, number>,
  ): string {
    const refused = this.lockRefused.get(channel.id);
    if (refused) return refused;
    if (found.list.length === 0) return whyNoCandidate(channel, found);
    const standing = [...chosen.values(), ...this.request.others.map((o) => o.frequencyHz)];
    const spacing = this.request.profile.minSpacingHz;
    const groups = new GroupSpans(this.groupOf, this.request.channels, chosen);
    let near = 0;
    let span = 0;
    for (const { frequencyHz } of found.list) {
      if (standing.some((s) => Math.abs(s - frequencyHz) < spacing)) near += 1;
      else if (!groups.allows(channel, frequencyHz)) span += 1;
    }
    const products = found.list.length - near - span;
    const parts = [
      near > 0 ? `${near} are within ${spacing / 1e6} MHz of another carrier` : "",
      span > 0 ? `${span} do not go with the other half of its receiver` : "",
      products > 0 ? `${products} meet an intermodulation product` : "",
    ].filter(Boolean);
    return `of its ${found.list.length} open places ${parts.join(", ")}: take a tighter profile, unlock a channel, or use another block`;
  }
}
