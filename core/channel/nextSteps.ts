import { defined } from "~/core/units/items";
import {
  type ChannelState,
  channelState,
  countingScan,
  isPicked,
  lookedAtMs,
  scanGoodForMs,
} from "./channelState";
import type { DayFacts } from "./facts";
import type { VerificationPart } from "./verificationParts";

/** One thing to do, with what makes it next. The screen puts it into words. */
export type Step =
  | { code: "fill-case"; stage: "kit" }
  | { code: "find-talkers"; stage: "setup" }
  /** The evening before; or during the day, of scenes that are still to come. */
  | {
      code: "prepare";
      stage: "prep";
      findings: number;
      untilMs: number;
      before: "day" | "scene";
    }
  | { code: "packs-off"; stage: "scan"; channelIds: number[] }
  | {
      code: "scan";
      stage: "scan";
      why: "never" | "old";
      /**
       * What can be scanned with: receivers that are driven, their own screens or a file, or
       * nothing but the meter of one that is set to each place in turn.
       */
      by: "driven" | "own-screen" | "meter";
      ageMs: number;
      untilMs: number;
    }
  | {
      code: "pick";
      stage: "frequencies";
      why: "none" | "moved" | "rescanned" | "some";
      channelIds: number[];
    }
  | { code: "no-common-tuning"; stage: "sync"; channelIds: number[] }
  | { code: "set-receivers"; stage: "sync"; channelIds: number[] }
  | {
      code: "sync-pack";
      stage: "sync";
      channelIds: number[];
      packHz: number | null;
      frequencyHz: number;
    }
  /** A system that chooses for itself is paired, not tuned. */
  | { code: "pair-pack"; stage: "sync"; channelIds: number[] }
  /** Its number blinks: it would be lost with the power. */
  | { code: "store-pack"; stage: "sync"; channelIds: number[]; frequencyHz: number }
  | { code: "swap-pack"; stage: "sync"; channelIds: number[]; frequencyHz: number }
  | { code: "someone-there"; stage: "frequencies"; channelIds: number[]; frequencyHz: number }
  | {
      code: "fault";
      stage: "sync";
      channelIds: number[];
      what: "no-rf" | "no-audio" | "one-antenna" | "seen";
      /** What the verification showed, where it is none of these. */ seen?: {
        part: VerificationPart;
        outcome: string;
      };
    }
  | { code: "two-on"; stage: "sync"; channelIds: number[]; packKeys: string[] }
  | { code: "prove"; stage: "sync"; channelIds: number[]; again: boolean }
  | {
      code: "level";
      stage: "level";
      channelIds: number[];
      why: "none" | "voice-changed" | "clips" | "off-aim";
    }
  | {
      code: "place";
      stage: "range";
      channelIds: number[];
      why: "none" | "stale" | "thin" | "dropped" | "walk-again" | "overload";
    }
  /** Where a plan is drawn and nobody walks in it for them, range cannot be checked by it. */
  | { code: "draw-walk"; stage: "draw"; channelIds: number[] }
  | { code: "batteries"; stage: "batteries"; channelIds: number[]; atMs: number }
  /** Verified too long ago for a scene that cannot be repeated. */
  | {
      code: "check-scene";
      stage: "sync";
      channelIds: number[];
      sceneNumber: string;
      atMs: number;
    }
  /** What the roll shows of a channel now; the code is that of its watch. */
  | { code: "attention"; stage: "roll"; channelIds: number[]; what: string; long: string }
  | { code: "move"; stage: "day"; placeId: number; atMs: number };

/**
 * What to do now and why, in the order of the work: air before frequencies, frequencies before
 * packs, packs before levels.
 */
export function nextSteps(facts: DayFacts): Step[] {
  const states = facts.channels.map((c) => channelState(facts, c));
  const steps: Step[] = [];
  const scan = countingScan(facts);
  const here = facts.places.find((p) => p.id === facts.currentPlaceId);
  const firstMs = Math.min(...facts.places.map((p) => p.startMs));
  if (facts.preparation.units === 0) return [{ code: "fill-case", stage: "kit" }];
  if (facts.channels.length === 0) return [{ code: "find-talkers", stage: "setup" }];
  // the evening before, what is missing comes before what is measured
  if (facts.nowMs < 0 && facts.preparation.findings > 0)
    steps.push({
      code: "prepare",
      stage: "prep",
      findings: facts.preparation.findings,
      before: "day",
      untilMs: firstMs - facts.nowMs,
    });
  const tunable = facts.channels.filter((c) => c.meets === "tunes");
  const looks = tunable.map((c) => lookedAtMs(facts, c));
  // the oldest look counts: a channel whose air nobody looked at is not helped by another's
  const lookMs = looks.length === 0 ? (scan?.takenAtMs ?? null) : oldest(looks);
  const ageMs = lookMs === null ? 0 : facts.nowMs - lookMs;
  // what chooses for itself looks for itself
  const needsLook = facts.channels.some((c) => c.meets !== "adaptive");
  if (needsLook && (lookMs === null || ageMs > scanGoodForMs(facts.rescan))) {
    const on = facts.channels.filter((c) => facts.reports?.packs[c.packKey]?.isOn);
    if (on.length > 0)
      steps.push({ code: "packs-off", stage: "scan", channelIds: on.map((c) => c.id) });
    steps.push({
      code: "scan",
      stage: "scan",
      why: lookMs === null ? "never" : "old",
      by: facts.reports
        ? "driven"
        : tunable.length === 0 || tunable.some((c) => c.canScanItself)
          ? "own-screen"
          : "meter",
      ageMs,
      untilMs: (here?.startMs ?? facts.nowMs) - facts.nowMs,
    });
  }
  pickSteps(states, steps);
  syncSteps(facts, states, steps);
  const idsWhere = (test: (s: ChannelState) => boolean) =>
    states.filter(test).map((s) => s.channelId);
  for (const [code, why] of [
    ["clips", "clips"],
    ["off-aim", "off-aim"],
    ["voice-changed", "voice-changed"],
    ["not-set", "none"],
  ] as const) {
    const channelIds = idsWhere((s) => s.level.code === code);
    if (channelIds.length > 0) steps.push({ code: "level", stage: "level", channelIds, why });
  }
  for (const [codes, why] of [
    [["overload"], "overload"],
    [["dropped"], "dropped"],
    [["thin"], "thin"],
    [["walk-again"], "walk-again"],
    [["checked-elsewhere", "frequency-moved", "walked-since"], "stale"],
    [["not-checked"], "none"],
  ] as const) {
    const channelIds = idsWhere((s) => (codes as readonly string[]).includes(s.place.code));
    if (channelIds.length > 0) steps.push({ code: "place", stage: "range", channelIds, why });
  }
  const following = facts.places
    .filter((p) => here && p.startMs > here.startMs)
    .sort((a, b) => a.startMs - b.startMs)[0];
  if (following)
    steps.push({ code: "move", stage: "day", placeId: following.id, atMs: following.startMs });
  // when the next place has begun and we are still at the last one, moving comes first
  if (following && following.startMs <= facts.nowMs) steps.unshift(defined(steps.pop()));
  return steps;
}

/** The oldest of some times; null where one is not known. */
const oldest = (times: readonly (number | null)[]): number | null =>
  times.reduce<number | null>(
    (least, ms) => (least === null || ms === null ? null : Math.min(least, ms)),
    Infinity,
  );

function pickSteps(states: ChannelState[], steps: Step[]): void {
  const open = states.filter((s) => !isPicked(s.frequency));
  const impossible = open.filter((s) => s.frequency.code === "no-common-tuning");
  if (impossible.length > 0)
    steps.push({
      code: "no-common-tuning",
      stage: "sync",
      channelIds: impossible.map((s) => s.channelId),
    });
  const rest = open.filter((s) => s.frequency.code !== "no-common-tuning");
  if (rest.length === 0) return;
  const codes = new Set(rest.map((s) => s.frequency.code));
  const why = codes.has("picked-elsewhere")
    ? "moved"
    : codes.has("scan-newer")
      ? "rescanned"
      : rest.length === states.length
        ? "none"
        : "some";
  steps.push({ code: "pick", stage: "frequencies", why, channelIds: rest.map((s) => s.channelId) });
}

function syncSteps(facts: DayFacts, states: ChannelState[], steps: Step[]): void {
  const picked = states.filter((s) => isPicked(s.frequency));
  const unset = picked.filter((s) => s.sync.code === "receiver-not-set");
  if (unset.length > 0)
    steps.push({ code: "set-receivers", stage: "sync", channelIds: unset.map((s) => s.channelId) });
  const toVerify: number[] = [];
  const again: number[] = [];
  for (const { channelId, frequency, sync } of picked) {
    const packKey = defined(facts.channels.find((c) => c.id === channelId)).packKey;
    const frequencyHz = "frequencyHz" in frequency ? frequency.frequencyHz : NaN;
    const report = facts.reports?.packs[packKey];
    if (sync.code === "pack-elsewhere")
      steps.push({
        code: "sync-pack",
        stage: "sync",
        channelIds: [channelId],
        packHz: sync.packHz,
        frequencyHz,
      });
    else if (sync.code === "not-paired" || sync.code === "not-linked")
      steps.push({ code: "pair-pack", stage: "sync", channelIds: [channelId] });
    else if (sync.code === "pack-not-synced")
      steps.push({
        code: "sync-pack",
        stage: "sync",
        channelIds: [channelId],
        packHz: report?.isOn ? report.frequencyHz : null,
        frequencyHz,
      });
    else if (sync.code === "not-stored")
      steps.push({ code: "store-pack", stage: "sync", channelIds: [channelId], frequencyHz });
    else if (sync.code === "pack-cannot" || sync.code === "pack-wont-go")
      steps.push({ code: "swap-pack", stage: "sync", channelIds: [channelId], frequencyHz });
    else if (sync.code === "someone-there")
      steps.push({
        code: "someone-there",
        stage: "frequencies",
        channelIds: [channelId],
        frequencyHz,
      });
    else if (sync.code === "no-rf" || sync.code === "no-audio" || sync.code === "one-antenna")
      steps.push({ code: "fault", stage: "sync", channelIds: [channelId], what: sync.code });
    else if (sync.code === "proof-bad")
      steps.push({
        code: "fault",
        stage: "sync",
        channelIds: [channelId],
        what: "seen",
        seen: { part: sync.part, outcome: sync.outcome },
      });
    else if (sync.code === "two-on")
      steps.push({
        code: "two-on",
        stage: "sync",
        channelIds: [channelId],
        packKeys: sync.packKeys,
      });
    else if (sync.code === "not-proved") toVerify.push(channelId);
    else if (sync.code === "proof-stale") again.push(channelId);
  }
  if (toVerify.length > 0)
    steps.push({ code: "prove", stage: "sync", channelIds: toVerify, again: false });
  if (again.length > 0)
    steps.push({ code: "prove", stage: "sync", channelIds: again, again: true });
}
