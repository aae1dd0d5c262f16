import { brokenRules, type BrokenRule } from "../../../core/coordination/explain";
import { explainPicks, type PickReason } from "../../../core/coordination/explainPick";
import type { Profile } from "../../../core/coordination/profile";
import type { CoordinationRequest, CoordinationResult } from "../../../core/coordination/request";
import { verifySet } from "../../../core/coordination/verify";
import { carrierId } from "../../../core/day/pickProblem";
import type { Raster } from "../../../core/regions/raster";
import { parseFrequencyText, type FrequencyTextError } from "../../../core/units/frequencyText";

/** A typed frequency of one channel, as far as it is understood. */
export type TypedLock =
  | { state: "none" }
  | { state: "unreadable"; error: FrequencyTextError }
  | { state: "read"; frequencyHz: number; broken: BrokenRule[] };

/** Reads what was typed for each channel; a readable one is held against law, scan, tuning, the others on the air and the other locks. */
export function readLocks(request: CoordinationRequest, texts: Readonly<Record<number, string>>, raster: Raster): Record<number, TypedLock> {
  const read = Object.entries(texts).filter(([, text]) => text.trim() !== "").map(([id, text]) => ({ id: Number(id), parsed: parseFrequencyText(text) }));
  const standing = [
    ...read.flatMap(({ id, parsed }) => (parsed.ok ? [{ id: carrierId(id), frequencyHz: parsed.value }] : [])),
    ...request.others,
  ];
  const locks: Record<number, TypedLock> = {};
  for (const { id, parsed } of read) {
    const channel = request.channels.find((c) => c.id === carrierId(id));
    if (!parsed.ok) locks[id] = { state: "unreadable", error: parsed.error };
    else if (channel) locks[id] = { state: "read", frequencyHz: parsed.value, broken: brokenRules(request, channel, parsed.value, standing, raster) };
  }
  return locks;
}

/** Whether the search may use a typed frequency: rules that only its own set-up could bend are no hindrance. */
export const isUsable = (lock: TypedLock | undefined): lock is Extract<TypedLock, { state: "read" }> => lock?.state === "read" && lock.broken.length === 0;

export const withLocks = (request: CoordinationRequest, profile: Profile, locks: Readonly<Record<number, TypedLock>>): CoordinationRequest => ({
  ...request, profile,
  channels: request.channels.map((c) => {
    const lock = Object.entries(locks).find(([id]) => carrierId(Number(id)) === c.id)?.[1];
    return { ...c, lockedHz: isUsable(lock) ? lock.frequencyHz : null };
  }),
});

export interface ShownSet {
  kind: "proposal" | "plan" | "nothing";
  picks: { channelId: number; frequencyHz: number; isLocked: boolean; reason: PickReason; broken: BrokenRule[] }[];
  spares: { frequencyHz: number; for: number[] }[];
  unplaced: { channelId: number; reason: string }[];
}

const numberOf = (id: string): number => Number(id.slice(2));

/** A found set as the screen shows it, every pick with its reason. */
export function shownProposal(request: CoordinationRequest, result: CoordinationResult): ShownSet {
  const reasons = explainPicks(request, result.assignments);
  return {
    kind: "proposal",
    picks: result.assignments.map((a, i) => ({
      channelId: numberOf(a.channelId), frequencyHz: a.frequencyHz, isLocked: request.channels.find((c) => c.id === a.channelId)?.lockedHz === a.frequencyHz, reason: reasons[i]!, broken: [],
    })),
    spares: result.spares.map((s) => ({ frequencyHz: s.frequencyHz, for: s.for.map(numberOf) })),
    unplaced: result.unplaced.map((u) => ({ channelId: numberOf(u.channelId), reason: u.reason })),
  };
}

/** The standing plan held against today's air: what was clear when it was accepted may not be now. */
export function shownPlan(request: CoordinationRequest, plan: { picks: { channelId: number; frequencyHz: number; isLocked: boolean }[]; spares: { frequencyHz: number; for: number[] }[] }, raster: Raster): ShownSet {
  const picks = plan.picks.map((p) => ({ channelId: carrierId(p.channelId), frequencyHz: p.frequencyHz }));
  const reasons = explainPicks(request, picks);
  const checked = verifySet(request, { picks, spares: plan.spares.map((s) => s.frequencyHz) }, raster);
  return {
    kind: "plan", spares: plan.spares, unplaced: [],
    picks: plan.picks.map((p, i) => ({ ...p, reason: reasons[i]!, broken: checked.picks.find((c) => c.channelId === carrierId(p.channelId))?.broken ?? [] })),
  };
}

/** The least of all noise margins, dB; null when nothing was measured. */
export function tightestDb(set: ShownSet): number | null {
  const measured = set.picks.map((p) => p.reason.margins.noiseDb).filter((m): m is number => m !== null);
  return measured.length === 0 ? null : Math.min(...measured);
}
