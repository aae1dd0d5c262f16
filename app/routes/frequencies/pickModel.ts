import type { Conflict } from "~/core/coordination/rules/checkSet";
import { brokenRules, type BrokenRule } from "~/core/coordination/explaining/explain";
import type { PickReason } from "~/core/coordination/explaining/explainPick";
import type { JudgedSet } from "~/core/coordination/explaining/judge";
import type { Profile } from "~/core/coordination/problem/profile";
import { type Allowances, conflictsOfEach, eachOnce } from "~/core/coordination/rules/relations";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import type { ProductRoot } from "~/core/coordination/explaining/productRoots";
import { nearestSetting, type TuningRange } from "~/core/devices/tuning";
import { type Kit, modelName, packModel, receiverModel } from "~/core/kit/models";
import { type Numbered, readChannelNumber, type UnitNumberError } from "~/core/kit/unitNumber";
import type { ModelBanks } from "~/core/coordination/search/banks";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import type { Raster } from "~/core/regulations/raster";
import { parseFrequencyText } from "~/core/units/frequencyText";
import type { Result } from "~/core/units/result";

/** A typed frequency of one channel, as far as it is understood. */
export type TypedLock =
  | { state: "none" }
  | { state: "unreadable"; error: UnitNumberError }
  | { state: "read"; frequencyHz: number; broken: BrokenRule[] };

/** How the two ends of a channel write their numbers. */
export type EndsOf = (channelId: number) => readonly Numbered[];

/** A number of either end; a plain frequency that neither can be set to is read all the same. */
function readLock(
  ends: readonly Numbered[],
  tuning: readonly TuningRange[],
  text: string,
): Result<number, UnitNumberError> {
  const read = readChannelNumber(ends, tuning, text);
  const plain = parseFrequencyText(text);
  return !read.ok && read.error.code !== "ambiguous" && plain.ok ? plain : read;
}

/**
 * Reads what was typed for each channel; a readable one is held against law, scan, tuning, the
 * others on the air and the other locks.
 */
export function readLocks(
  request: CoordinationRequest,
  texts: Readonly<Record<number, string>>,
  raster: Raster,
  endsOf: EndsOf,
): Record<number, TypedLock> {
  const read = Object.entries(texts)
    .filter(([, text]) => text.trim() !== "")
    .map(([id, text]) => {
      const tuning = request.channels.find((c) => c.id === carrierId(Number(id)))?.tuning ?? [];
      return { id: Number(id), parsed: readLock(endsOf(Number(id)), tuning, text) };
    });
  const standing = [
    ...read.flatMap(({ id, parsed }) =>
      parsed.ok ? [{ id: carrierId(id), frequencyHz: parsed.value }] : [],
    ),
    ...request.others,
  ];
  const locks: Record<number, TypedLock> = {};
  for (const { id, parsed } of read) {
    const channel = request.channels.find((c) => c.id === carrierId(id));
    if (!parsed.ok) locks[id] = { state: "unreadable", error: parsed.error };
    else if (channel)
      locks[id] = {
        state: "read",
        frequencyHz: parsed.value,
        broken: brokenRules(request, channel, parsed.value, standing, raster),
      };
  }
  return locks;
}

/**
 * Whether the search may use a typed frequency: rules that only its own set-up could bend are no
 * hindrance.
 */
export const isUsable = (
  lock: TypedLock | undefined,
): lock is Extract<TypedLock, { state: "read" }> =>
  lock?.state === "read" && lock.broken.length === 0;

export const withLocks = (
  request: CoordinationRequest,
  locks: Readonly<Record<number, TypedLock>>,
): CoordinationRequest => ({
  ...request,
  channels: request.channels.map((c) => {
    const lock = Object.entries(locks).find(([id]) => carrierId(Number(id)) === c.id)?.[1];
    return { ...c, lockedHz: isUsable(lock) ? lock.frequencyHz : null };
  }),
});

export const numberOf = (id: string): number => Number(id.slice(2));

export interface ShownPick {
  channelId: number;
  frequencyHz: number;
  isLocked: boolean;
  reason: PickReason;
  broken: BrokenRule[];
}

/** A set as the screen shows it: a draft, the standing plan, or nothing yet. */
export interface ShownSet {
  kind: "draft" | "plan" | "nothing";
  picks: ShownPick[];
  spares: { frequencyHz: number; for: number[] }[];
  unplaced: { channelId: number; reason: string }[];
  roots: ProductRoot[];
}

interface PlainSet {
  picks: readonly { channelId: number; frequencyHz: number; isLocked: boolean }[];
  spares: ShownSet["spares"];
  unplaced?: ShownSet["unplaced"];
}

export const asJudged = (picks: PlainSet["picks"]): { channelId: string; frequencyHz: number }[] =>
  picks.map((p) => ({ channelId: carrierId(p.channelId), frequencyHz: p.frequencyHz }));

/**
 * A set with what was judged of it. A place between two steps that somebody fixed on purpose is no
 * fault.
 */
export function shownSet(kind: ShownSet["kind"], set: PlainSet, judged: JudgedSet): ShownSet {
  const locked = new Map(set.picks.map((p) => [p.channelId, p.isLocked]));
  return {
    kind,
    spares: set.spares,
    unplaced: set.unplaced ?? [],
    roots: judged.roots,
    picks: judged.picks.map((p) => {
      const channelId = numberOf(p.channelId);
      const isLocked = locked.get(channelId) ?? false;
      return {
        channelId,
        frequencyHz: p.frequencyHz,
        isLocked,
        reason: p.reason,
        broken: p.broken.filter((b) => !(isLocked && b.code === "off-grid")),
      };
    }),
  };
}

export const NOTHING_SHOWN: ShownSet = {
  kind: "nothing",
  picks: [],
  spares: [],
  unplaced: [],
  roots: [],
};

/** The request with what a set was allowed; wider guards were a wish and condemn nothing. */
export const judgedBy = (
  request: CoordinationRequest,
  allows: Allowances,
): CoordinationRequest => ({
  ...request,
  relations: request.relations ? { ...request.relations, ...allows, careful: null } : null,
});

/**
 * The request with what a set was allowed, its wishes left as they are: to search on from that set.
 */
export const allowing = (
  request: CoordinationRequest,
  allows: Allowances,
): CoordinationRequest => ({
  ...request,
  relations: request.relations ? { ...request.relations, ...allows } : null,
});

/**
 * Conflicts by the plain rules that a set was allowed; without an allowance there are none to tell.
 */
export function excusedIn(
  request: CoordinationRequest,
  allows: Allowances,
  picks: readonly { channelId: number; frequencyHz: number }[],
): Conflict[] {
  if (!allows.usesTogether && !allows.allowsBuried) return [];
  const ours = picks.map((p) => ({ id: carrierId(p.channelId), frequencyHz: p.frequencyHz }));
  return eachOnce(
    conflictsOfEach(
      [...ours, ...request.others],
      ours.map((o) => o.id),
      request.profile,
      null,
    ),
  );
}

/** The nearest place on a channel's own grid. */
export const onGrid = (
  request: CoordinationRequest,
  channelId: number,
  frequencyHz: number,
): number =>
  nearestSetting(
    request.channels.find((c) => c.id === carrierId(channelId))?.tuning ?? [],
    frequencyHz,
  );

/** The least of all noise margins, dB; null when nothing was measured. */
export function tightestDb(set: ShownSet): number | null {
  const measured = set.picks
    .map((p) => p.reason.margins.noiseDb)
    .filter((m): m is number => m !== null);
  return measured.length === 0 ? null : Math.min(...measured);
}

export type Count = "quiet" | "apart" | "product";

/**
 * How much a pick has in hand on each count, as a share of what is asked there (10 dB of quiet), so
 * that hertz and decibels compare; the least first.
 */
export function inHandOf(
  { margins, nearestProduct }: PickReason,
  profile: Profile,
): { count: Count; share: number }[] {
  const counts: { count: Count; share: number }[] = [];
  if (margins.noiseDb !== null) counts.push({ count: "quiet", share: margins.noiseDb / 10 });
  if (margins.spacingHz !== null)
    counts.push({ count: "apart", share: margins.spacingHz / Math.max(1, profile.minSpacingHz) });
  if (nearestProduct)
    counts.push({
      count: "product",
      share: nearestProduct.inHandHz / Math.max(1, profile.guards[`${nearestProduct.kind}Hz`]),
    });
  return counts.sort((a, b) => a.share - b.share);
}

/** The share in hand of the weakest count; infinite where nothing limits. */
export const weakest = (reason: PickReason, profile: Profile): number =>
  inHandOf(reason, profile)[0]?.share ?? Infinity;

/** Picks with one channel at another place, in the same order; a channel without one comes last. */
export function withPick(
  picks: PlainSet["picks"],
  channelId: number,
  frequencyHz: number,
): { channelId: number; frequencyHz: number; isLocked: boolean }[] {
  const there = { channelId, frequencyHz, isLocked: true };
  return picks.some((p) => p.channelId === channelId)
    ? picks.map((p) => (p.channelId === channelId ? there : p))
    : [...picks, there];
}

/** The banks of each receiver model that has any, with the channels that play on it. */
export function banksOf(view: DayView): ModelBanks[] {
  const models = [
    ...new Set(view.channels.filter((c) => c.meets === "tunes").map((c) => c.receiverModelId)),
  ];
  return models.flatMap((id) => {
    const model = receiverModel(view.kit, id);
    if (model.banks.length === 0) return [];
    return [
      {
        model: modelName(model),
        banks: model.banks,
        channelIds: view.channels
          .filter((c) => c.receiverModelId === id && c.meets === "tunes")
          .map((c) => carrierId(c.id)),
      },
    ];
  });
}

/** The two ends of a channel, as they write their numbers. */
export const endsOf = (
  kit: Kit,
  channel: Pick<ChannelView, "receiverModelId" | "packModelId">,
): readonly Numbered[] => [
  receiverModel(kit, channel.receiverModelId),
  packModel(kit, channel.packModelId),
];
