import { defined } from "~/core/units/items";
import { channelState, countingScan, lookedAtMs } from "./channelState";
import type { Channel, DayFacts } from "./facts";

/**
 * The next thing of a run that sets one channel after the other: choose, set the receiver, set the
 * pack, verify it and leave it on, scan again, next.
 */
export type RunStep =
  /** Before the first scan: what is on would be taken for somebody else. */
  | { code: "packs-off"; packLabels: string[] }
  /** What was set is left on, so that the next scan hears it and its products. */
  | { code: "leave-on"; channelId: number }
  | { code: "scan"; channelId: number; onCount: number }
  | { code: "choose"; channelId: number }
  | { code: "set-receiver" | "switch-on" | "set-pack" | "store" | "prove"; channelId: number }
  /** Something is wrong with it that the run cannot go past. */
  | { code: "mend"; channelId: number }
  | { code: "last-scan" }
  /** All are set and on: the whole set is held against a scan that heard them. */
  | { code: "check" }
  /** The newest scan shows somebody whom an earlier one did not: this one is chosen anew. */
  | { code: "choose-again"; channelId: number }
  | { code: "done" };

export interface GuidedRun {
  step: RunStep;
  /** Channels that are set and verified, of how many. */
  done: number;
  of: number;
}

/**
 * Where a run stands, from what happened: nothing of it is kept beside the day itself. Common
 * practice, no published source.
 * @param worstId - the channel of the standing set that breaks a rule by the newest scan, if any
 */
export function guidedRun(facts: DayFacts, worstId: number | null = null): GuidedRun {
  const channels = facts.channels.filter((c) => c.meets === "tunes");
  const plan = facts.plan?.placeId === facts.currentPlaceId ? facts.plan : null;
  const isPicked = (c: Channel) => plan?.picks.some((p) => p.channelId === c.id) ?? false;
  const isProved = (c: Channel) => channelState(facts, c).sync.status === "done";
  const set = channels.filter((c) => isPicked(c) && isProved(c));
  const at = (step: RunStep): GuidedRun => ({ step, done: set.length, of: channels.length });
  const open = channels.find((c) => isPicked(c) && !isProved(c));
  if (open) return at(syncStep(facts, open));
  const next = channels.find((c) => !isPicked(c)) ?? null;
  const scan = countingScan(facts);
  const lastMs = Math.max(
    -Infinity,
    ...facts.syncs.filter((s) => set.some((c) => c.id === s.channelId)).map((s) => s.atMs),
  );
  const lookMs = next ? lookedAtMs(facts, next) : (scan?.takenAtMs ?? null);
  const isHeard = lookMs !== null && lookMs > lastMs;
  if (!isHeard && facts.reports) {
    const on = (key: string) => defined(facts.reports).packs[key]?.isOn === true;
    const others = set.length > 0 ? [] : facts.channels.filter((c) => on(c.packKey));
    if (others.length > 0)
      return at({ code: "packs-off", packLabels: others.map((c) => c.packLabel) });
    const off = set.find(
      (c) => defined(facts.reports).packs[c.packKey] !== undefined && !on(c.packKey),
    );
    if (off) return at({ code: "leave-on", channelId: off.id });
  }
  if (next)
    return at(
      isHeard
        ? { code: "choose", channelId: next.id }
        : { code: "scan", channelId: next.id, onCount: set.length },
    );
  // nothing can hear the whole set at once where nothing is connected and no file was read
  if (channels.length === 0 || (!facts.reports && !scan)) return at({ code: "done" });
  if (!isHeard) return at({ code: "last-scan" });
  if (scan && plan?.sweepId === scan.id) return at({ code: "done" });
  return at(worstId === null ? { code: "check" } : { code: "choose-again", channelId: worstId });
}

function syncStep(facts: DayFacts, channel: Channel): RunStep {
  const { sync } = channelState(facts, channel);
  const channelId = channel.id;
  const report = facts.reports?.packs[channel.packKey];
  switch (sync.code) {
    case "receiver-not-set":
      return { code: "set-receiver", channelId };
    case "pack-not-synced":
    case "not-linked":
    case "pack-elsewhere":
      return { code: report && !report.isOn ? "switch-on" : "set-pack", channelId };
    case "not-stored":
      return { code: "store", channelId };
    case "not-proved":
    case "proof-stale":
      return { code: "prove", channelId };
    default:
      return { code: "mend", channelId };
  }
}
