// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined, numberAt } from "~/core/units/items";
import {
  checkSet,
  type Conflict,
  conflictsOfOne,
  type CountsAsConflict,
  MAX_CONFLICTS_OF_ONE,
} from "./checkSet";
import { gradeOf, type ImLevels, productLevel } from "./imLevels";
import { type Carrier, type ProductKind } from "./products";
import { widenedProfile, type Profile } from "~/core/coordination/problem/profile";

/** Rules that a set may bend when it is told to. */
export interface Allowances {
  /**
   * Whether those who are never on together may stand in each other's way. Their packs must be off
   * then.
   */
  usesTogether: boolean;
  /** Whether a product may fall on a carrier where it is buried at the levels here. */
  allowsBuried: boolean;
}

export const STRICT: Allowances = { usesTogether: false, allowsBuried: false };

/**
 * What is known of carriers beyond their frequencies: who is on together, whose scene cannot be
 * repeated, how strong each is. Plain data. Ids that are not named are always on, of unknown level.
 */
export interface SetRelations extends Allowances {
  /**
   * Channels that are on at the same time, one list for each span of the day; null: all always.
   */
  together: string[][] | null;
  /**
   * Channels that speak in a scene that cannot be repeated: on them the guards are wider by so
   * much.
   */
  careful: { channelIds: string[]; extraHz: number } | null;
  levels: ImLevels | null;
  /**
   * What each channel's receiver needs, where they differ: two keep the wider of their spacings, a
   * product the guard of its victim. The profile of the request must be the strictest of them.
   * Absent: that profile for all.
   */
  profiles?: Record<string, Profile> | null;
}

/** So many answers are kept: beside hundreds of carriers there are more than memory. */
const MAX_KNOWN = 500_000;

const LEVEL_KINDS: ProductKind[] = ["third2", "third3", "fifth2"];

/**
 * The guards of every relation of some carriers, by their place in a list of ids. Frequencies are
 * no part of it, so that a search can ask it often.
 */
export class RelationGuards {
  private readonly careful: boolean[];
  private readonly profiles: Profile[];
  private readonly lists: Set<number>[] | null;
  private readonly meets: boolean[][];
  private readonly known = new Map<number, boolean>();

  constructor(
    private readonly ids: readonly string[],
    profile: Profile,
    private readonly relations: SetRelations,
  ) {
    const { careful, together, usesTogether } = relations;
    this.profiles = ids.map((id) => relations.profiles?.[id] ?? profile);
    this.careful = ids.map((id) => careful?.channelIds.includes(id) ?? false);
    const named = new Set(together?.flat());
    this.lists =
      usesTogether && together
        ? together.map(
            (list) =>
              new Set(ids.flatMap((id, i) => (!named.has(id) || list.includes(id) ? [i] : []))),
          )
        : null;
    this.meets = ids.map((_, i) => ids.map((__, j) => this.areTogether([i, j])));
  }

  private profileOf(index: number): Profile {
    return this.profiles[index]!;
  }

  private areTogether(indices: readonly number[]): boolean {
    return this.lists === null || this.lists.some((l) => indices.every((i) => l.has(i)));
  }

  /** The spacing that two must keep, Hz; 0 where they never meet. */
  spacingHz(a: number, b: number): number {
    const minSpacingHz = Math.max(this.profileOf(a).minSpacingHz, this.profileOf(b).minSpacingHz);
    if (minSpacingHz <= 0 || !this.meets[a]![b]) return 0;
    return (
      minSpacingHz +
      (this.careful[a] || this.careful[b] ? defined(this.relations.careful).extraHz : 0)
    );
  }

  /** The guard of one product on one victim, Hz; 0 where it cannot hurt. */
  guardHz(kind: ProductKind, sources: readonly number[], victim: number): number {
    const guardHz = this.profileOf(victim).guards[`${kind}Hz`];
    if (guardHz <= 0 || !this.areTogether([...sources, victim])) return 0;
    if (this.isBuried(kind, sources, victim)) return 0;
    return guardHz + (this.careful[victim] ? defined(this.relations.careful).extraHz : 0);
  }

  /**
   * The same for a balance A + B = C + D, in which each of the four is hit by the other three: the
   * widest of them.
   */
  balanceHz(a: number, b: number, c: number, d: number): number {
    return Math.max(
      this.guardHz("third3", [a, b, c], d),
      this.guardHz("third3", [a, b, d], c),
      this.guardHz("third3", [c, d, a], b),
      this.guardHz("third3", [c, d, b], a),
    );
  }

  /** The same for 2M = A + B, in which both ends are hit. */
  middleHz(m: number, a: number, b: number): number {
    return Math.max(this.guardHz("third2", [m, a], b), this.guardHz("third2", [m, b], a));
  }

  private isBuried(kind: ProductKind, sources: readonly number[], victim: number): boolean {
    const { levels, allowsBuried } = this.relations;
    if (!allowsBuried || !levels) return false;
    const n = this.ids.length;
    // of A + B − C the first two may be told in either order
    const [a = 0, b = 0, c = n] =
      kind === "third3" && numberAt(sources, 0) > numberAt(sources, 1)
        ? [sources[1], sources[0], sources[2]]
        : sources;
    const key = (((LEVEL_KINDS.indexOf(kind) * n + a) * n + b) * (n + 1) + c) * n + victim;
    let answer = this.known.get(key);
    if (answer === undefined) {
      const level = productLevel(
        levels,
        kind,
        sources.map((s) => this.ids[s]!),
        this.ids[victim]!,
        0,
      );
      if (this.known.size >= MAX_KNOWN) this.known.clear();
      this.known.set(key, (answer = level !== null && gradeOf(level) === "buried"));
    }
    return answer;
  }
}

/**
 * Conflicts of a set as `checkSet` finds them, those left out that its relations excuse, and those
 * added that they ask for. Without relations the same as `checkSet`. Grows as n³: where only some
 * of the carriers are ours, ask `conflictsOfEach`.
 */
export function conflictsOf(
  carriers: readonly Carrier[],
  profile: Profile,
  relations: SetRelations | null | undefined,
): Conflict[] {
  const found = checkSet(carriers, widestOf(profile, relations)).conflicts;
  return found.length === 0 || !relations
    ? found
    : found.filter(countsBy(carriers, profile, relations));
}

/**
 * The conflicts that each of some carriers has a part in, one that two of them share told of both;
 * what `conflictsOf` says of them, found in n² for each.
 * @param carriers - all that stand, ids unique @param ids - of those that are asked about
 * @param limit - how many are told of each at most
 */
export function conflictsOfEach(
  carriers: readonly Carrier[],
  ids: Iterable<string>,
  profile: Profile,
  relations: SetRelations | null | undefined,
  limit = MAX_CONFLICTS_OF_ONE,
): Map<string, Conflict[]> {
  const widest = widestOf(profile, relations);
  const counts = relations ? countsBy(carriers, profile, relations) : undefined;
  return new Map(
    [...ids].map((id) => [id, conflictsOfOne(carriers, id, widest, { counts, limit })]),
  );
}

/**
 * Whether some carriers stand clear of each other and of all others; conflicts of the others among
 * themselves are no matter of theirs.
 */
export const isClear = (
  carriers: readonly Carrier[],
  ids: Iterable<string>,
  profile: Profile,
  relations: SetRelations | null | undefined,
): boolean =>
  [...conflictsOfEach(carriers, ids, profile, relations, 1).values()].every(
    (found) => found.length === 0,
  );

/** Conflicts told of several carriers, each once. */
export function eachOnce(found: ReadonlyMap<string, readonly Conflict[]>): Conflict[] {
  const seen = new Map<string, Conflict>();
  for (const list of found.values())
    for (const conflict of list)
      seen.set([conflict.kind, ...conflict.sources, conflict.victim].join("\n"), conflict);
  return [...seen.values()];
}

const widestOf = (profile: Profile, relations: SetRelations | null | undefined): Profile =>
  relations?.careful ? widenedProfile(profile, relations.careful.extraHz) : profile;

/** Which of the conflicts under the widest guards count under each one's own. */
function countsBy(
  carriers: readonly Carrier[],
  profile: Profile,
  relations: SetRelations,
): CountsAsConflict {
  const ids = carriers.map((c) => c.id);
  const indexOf = new Map(ids.map((id, i) => [id, i]));
  const guards = new RelationGuards(ids, profile, relations);
  return ({ kind, sources, victim, missHz }) => {
    const s = sources.map((id) => defined(indexOf.get(id)));
    return (
      missHz <
      (kind === "spacing"
        ? guards.spacingHz(numberAt(s, 0), numberAt(s, 1))
        : guards.guardHz(kind, s, defined(indexOf.get(defined(victim)))))
    );
  };
}

/** Whether relations change anything over the plain rules. */
export const hasEffect = (relations: SetRelations | null | undefined): relations is SetRelations =>
  relations !== null &&
  relations !== undefined &&
  (relations.careful !== null ||
    (relations.profiles ?? null) !== null ||
    (relations.usesTogether && relations.together !== null) ||
    (relations.allowsBuried && relations.levels !== null));
