import { aimStanding } from "~/core/audio/recommend";
import { HEARD_INSTEAD_HZ } from "~/core/units/sameCarrier";
import { defined, numberAt } from "~/core/units/items";
import type { UnitScan } from "~/core/evidence/unitScan";
import type { FrequencyRange } from "~/core/regulations/region";
import type { Channel, DayFacts, PlaceRecord, RescanRule, SweepRecord, SyncRecord } from "./facts";
import { type VerificationState, verificationStates } from "./verification";
import type { VerificationChange, VerificationPart } from "./verificationParts";
import { pickedHz } from "./pickedFrequency";

/**
 * How a part of a channel stands. `done` holds now; `stale` held once; `problem` needs a hand;
 * `todo` was not begun.
 */
export type Status = "done" | "stale" | "problem" | "todo";

export type FrequencyState =
  | { status: "todo"; code: "not-picked" }
  | { status: "stale"; code: "picked-elsewhere"; frequencyHz: number; placeId: number }
  | { status: "stale"; code: "scan-newer" | "scan-old" | "not-scanned"; frequencyHz: number }
  | { status: "problem"; code: "no-common-tuning" }
  /** Nothing to pick: the system chooses for itself. */
  | { status: "done"; code: "chooses-itself" }
  | { status: "done"; code: "picked"; frequencyHz: number };

export type SyncState =
  | {
      status: "todo";
      code: "no-frequency" | "receiver-not-set" | "pack-not-synced" | "not-linked" | "not-stored";
    }
  /** The receiver has not the pack's name, group number and key, or has others. */
  | {
      status: "todo" | "problem";
      code: "not-paired";
      why: "no-identity" | "not-held" | "name" | "group" | "key";
    }
  | { status: "todo"; code: "not-proved"; left: VerificationPart[] }
  | { status: "problem"; code: "pack-elsewhere"; packHz: number }
  /** It was told where to go, and went elsewhere: it is of another block than its label says. */
  | { status: "problem"; code: "pack-wont-go"; packHz: number }
  | { status: "problem"; code: "pack-cannot"; ranges: FrequencyRange[] }
  | { status: "problem"; code: "someone-there"; strongestDbm: number | null }
  | { status: "problem"; code: "no-rf" | "no-audio" }
  /** One of the two antennas hears next to nothing. */
  | { status: "problem"; code: "one-antenna"; deaf: "A" | "B" }
  /** Anything else that the verification showed. */
  | { status: "problem"; code: "proof-bad"; part: VerificationPart; outcome: string }
  /** More than one pack of the position is on the air. */
  | { status: "problem"; code: "two-on"; packKeys: string[] }
  /** Proved once, and something came between: these parts are to be seen again. */
  | {
      status: "stale";
      code: "proof-stale";
      why: VerificationChange;
      parts: VerificationPart[];
      placeId: number;
    }
  | { status: "done"; code: "proved"; atMs: number };

export type LevelState =
  | { status: "todo"; code: "not-set" }
  /** It plays into ears: nothing of it is recorded. */
  | { status: "done"; code: "not-recorded" }
  | { status: "stale"; code: "voice-changed"; gainDb: number }
  | {
      status: "stale";
      code: "units-changed";
      gainDb: number;
      what: "pack" | "receiver" | "microphone" | "input";
    }
  | { status: "problem"; code: "clips"; gainDb: number; byDb: number }
  /** It was kept off its own aim, though these units can come nearer. */
  | { status: "stale"; code: "off-aim"; gainDb: number; byDb: number }
  | { status: "done"; code: "set"; gainDb: number; headroomDb: number };

export type PlaceState =
  | { status: "todo"; code: "not-checked" }
  | { status: "stale"; code: "checked-elsewhere" | "frequency-moved"; marginDb: number }
  | { status: "problem"; code: "overload" | "thin"; marginDb: number }
  /** It dropped on a walk here, so far along; whatever is reckoned of it. */
  | { status: "problem"; code: "dropped"; marginDb: number; drops: number; atM: number }
  /** Reckoned anew after a walk that dropped: only another walk tells whether that helped. */
  | { status: "stale"; code: "walk-again"; marginDb: number }
  /** Somebody else walked this place since: what was reckoned before knew nothing of that. */
  | { status: "stale"; code: "walked-since"; marginDb: number }
  | { status: "done"; code: "in-range"; marginDb: number; isWalked: boolean };

export interface ChannelState {
  channelId: number;
  frequency: FrequencyState;
  sync: SyncState;
  level: LevelState;
  place: PlaceState;
}

/** A scan answers for this long (common practice differs; see docs). */
export const SCAN_GOOD_FOR_MS = 4 * 3_600_000;
/** Below this margin a path is called thin: fading by a body or a door takes that much. */
export const MIN_MARGIN_DB = 10;
/**
 * What stands for the frequency of a system that chooses for itself, in records of pairing and
 * verification.
 */
export const SELF_CHOSEN_HZ = 0;
/** A place check holds while the carrier stays this near. */
const SAME_BAND_HZ = 10e6;

/**
 * The state of all four parts of a channel at the day's present place, computed from what happened.
 */
export function channelState(facts: DayFacts, channel: Channel): ChannelState {
  const frequency = frequencyState(facts, channel);
  // a pack of another block does not take the pick away: the sync says what is wrong with it
  const frequencyHz =
    channel.meets === "adaptive" ? SELF_CHOSEN_HZ : pickedHz(facts.plan, channel.id);
  return {
    channelId: channel.id,
    frequency,
    level: levelState(facts, channel),
    sync: syncState(facts, channel, frequencyHz),
    place: placeState(facts, channel, channel.meets === "tunes" ? frequencyHz : null),
  };
}

function frequencyState(facts: DayFacts, channel: Channel): FrequencyState {
  if (channel.meets === "never") return { status: "problem", code: "no-common-tuning" };
  if (channel.meets === "adaptive") return { status: "done", code: "chooses-itself" };
  const frequencyHz = pickedHz(facts.plan, channel.id);
  if (!facts.plan || frequencyHz === null) return { status: "todo", code: "not-picked" };
  if (facts.plan.placeId !== facts.currentPlaceId && facts.rescan === "each-move")
    return { status: "stale", code: "picked-elsewhere", frequencyHz, placeId: facts.plan.placeId };
  const here = countingScan(facts);
  if (here && here.id !== facts.plan.sweepId && here.takenAtMs > facts.plan.acceptedAtMs)
    return { status: "stale", code: "scan-newer", frequencyHz };
  const { acceptedAtMs } = facts.plan;
  if (
    countingUnitScans(facts).some(
      ({ atMs, finding }) =>
        atMs > acceptedAtMs &&
        finding.kind === "passed-over" &&
        finding.frequencyHz === frequencyHz,
    )
  )
    return { status: "stale", code: "scan-newer", frequencyHz };
  const atMs = lookedAtMs(facts, channel);
  if (atMs === null) return { status: "stale", code: "not-scanned", frequencyHz };
  if (facts.nowMs - atMs > scanGoodForMs(facts.rescan))
    return { status: "stale", code: "scan-old", frequencyHz };
  return { status: "done", code: "picked", frequencyHz };
}

function syncState(facts: DayFacts, channel: Channel, frequencyHz: number | null): SyncState {
  const { packTuning } = channel;
  // two ends that never meet are wrong whether a frequency is picked or not
  if (channel.meets === "never")
    return { status: "problem", code: "pack-cannot", ranges: packTuning };
  if (frequencyHz === null) return { status: "todo", code: "no-frequency" };
  if (
    channel.meets === "tunes" &&
    !packTuning.some((t) => frequencyHz >= t.lowHz && frequencyHz <= t.highHz)
  )
    return { status: "problem", code: "pack-cannot", ranges: packTuning };
  const mine = facts.syncs.filter((s) => s.channelId === channel.id);
  if (channel.meets === "tunes" && receiverHz(facts, channel, mine) !== frequencyHz)
    return { status: "todo", code: "receiver-not-set" };
  if (channel.paired !== null && channel.paired !== "same")
    return {
      status:
        channel.paired === "no-identity" || channel.paired === "not-held" ? "todo" : "problem",
      code: "not-paired",
      why: channel.paired,
    };
  const packHz = packFrequencyHz(facts, channel, mine);
  if (channel.meets === "adaptive" && packHz !== SELF_CHOSEN_HZ)
    return { status: "todo", code: "not-linked" };
  if (packHz === null) return { status: "todo", code: "pack-not-synced" };
  if (packHz !== frequencyHz) {
    const told = mine.findLast((s) => s.kind === "pack-synced" && s.packKey === channel.packKey);
    const isObeying =
      told?.kind !== "pack-synced" || told.toldHz !== frequencyHz || told.frequencyHz !== packHz;
    return { status: "problem", code: isObeying ? "pack-elsewhere" : "pack-wont-go", packHz };
  }
  const pack = facts.reports?.packs[channel.packKey];
  if (pack?.isOn && pack.isStored === false) return { status: "todo", code: "not-stored" };
  const on = packsOn(facts, channel, frequencyHz);
  if (on.length > 1) return { status: "problem", code: "two-on", packKeys: on };
  const all = channelVerification(facts, channel, frequencyHz);
  const verification = all.filter((p) => channel.neededParts.includes(p.part));
  // what was seen to be wrong counts, whether it had to be looked at or not
  const bad = all.find((p) => p.status === "problem")?.record;
  if (bad) return problemOf(bad.part, bad.outcome, bad.strongestDbm);
  const stale = verification.filter((p) => p.status === "stale");
  const todo = verification.filter((p) => p.status === "todo");
  const [first] = stale;
  if (todo.length > 0)
    return { status: "todo", code: "not-proved", left: [...stale, ...todo].map((p) => p.part) };
  if (first)
    return {
      status: "stale",
      code: "proof-stale",
      why: defined(first.why),
      parts: stale.map((p) => p.part),
      placeId: defined(first.record).placeId,
    };
  return {
    status: "done",
    code: "proved",
    atMs: Math.max(...verification.map((p) => defined(p.record).atMs)),
  };
}

/** How each part of a channel's verification stands on a frequency. */
export const channelVerification = (
  facts: DayFacts,
  { id, verificationParts, packKey, receiverKey, pairedMs }: Channel,
  frequencyHz: number,
): VerificationState[] =>
  verificationStates({
    parts: verificationParts,
    records: facts.syncs.filter((s) => s.channelId === id),
    frequencyHz,
    packKey,
    receiverKey,
    placeId: facts.currentPlaceId,
    pairedMs,
  });

/** The packs of a position that are on the air on its frequency now, by their own word. */
function packsOn(facts: DayFacts, { packKey, extraPacks }: Channel, frequencyHz: number): string[] {
  return [packKey, ...extraPacks.map((a) => a.packKey)].filter((key) => {
    const report = facts.reports?.packs[key];
    return report?.isOn === true && Math.abs(report.frequencyHz - frequencyHz) < HEARD_INSTEAD_HZ;
  });
}

function problemOf(
  part: VerificationPart,
  outcome: string,
  strongestDbm: number | null,
): SyncState {
  if (part === "silent" || part === "phones")
    return { status: "problem", code: "someone-there", strongestDbm };
  if (part === "rf" && outcome === "none") return { status: "problem", code: "no-rf" };
  if (part === "voice" && outcome === "nothing") return { status: "problem", code: "no-audio" };
  if (part === "antennas")
    return {
      status: "problem",
      code: "one-antenna",
      deaf: outcome === "only-a-serves" ? "B" : "A",
    };
  return { status: "problem", code: "proof-bad", part, outcome };
}

function levelState(facts: DayFacts, channel: Channel): LevelState {
  if (channel.feedsEars) return { status: "done", code: "not-recorded" };
  const last = facts.levels.findLast((l) => l.channelId === channel.id);
  if (!last) return { status: "todo", code: "not-set" };
  if (last.effort !== channel.effort)
    return { status: "stale", code: "voice-changed", gainDb: last.gainDb };
  const kept = last.with;
  const changed =
    kept &&
    (["pack", "receiver", "microphone", "input"] as const).find((what) => {
      const id = {
        pack: "packKey",
        receiver: "receiverKey",
        microphone: "microphoneId",
        input: "inputId",
      } as const;
      return kept[id[what]] !== channel[id[what]];
    });
  if (changed)
    return { status: "stale", code: "units-changed", gainDb: last.gainDb, what: changed };
  if (last.headroomDb < 0)
    return { status: "problem", code: "clips", gainDb: last.gainDb, byDb: -last.headroomDb };
  const { offAim } = last;
  if (offAim && aimStanding(offAim.byDb, offAim.bestDb) !== "on")
    return { status: "stale", code: "off-aim", gainDb: last.gainDb, byDb: offAim.byDb };
  return { status: "done", code: "set", gainDb: last.gainDb, headroomDb: last.headroomDb };
}

function placeState(facts: DayFacts, channel: Channel, frequencyHz: number | null): PlaceState {
  const mine = facts.placeChecks.filter((p) => p.channelId === channel.id);
  const here = mine.findLast((p) => p.placeId === facts.currentPlaceId);
  const last = here ?? mine.at(-1);
  if (!last) return { status: "todo", code: "not-checked" };
  const marginDb = foundMarginDb(last);
  if (!here) return { status: "stale", code: "checked-elsewhere", marginDb };
  if (frequencyHz !== null && Math.abs(frequencyHz - here.frequencyHz) > SAME_BAND_HZ)
    return { status: "stale", code: "frequency-moved", marginDb };
  if (here.overload) return { status: "problem", code: "overload", marginDb };
  const droppedAtM = here.walked?.droppedAtM ?? [];
  if (droppedAtM.length > 0)
    return {
      status: "problem",
      code: "dropped",
      marginDb,
      drops: droppedAtM.length,
      atM: numberAt(droppedAtM, 0),
    };
  const walked = mine.findLast((p) => p.placeId === facts.currentPlaceId && p.walked);
  if (walked && walked !== here && walked.walked?.droppedAtM.length)
    return { status: "stale", code: "walk-again", marginDb };
  const isWalkedSince = facts.placeChecks.some(
    (p) => p.placeId === facts.currentPlaceId && p.walked && p.atMs > here.atMs,
  );
  if (isWalkedSince) return { status: "stale", code: "walked-since", marginDb };
  return (here.holds === undefined ? marginDb < MIN_MARGIN_DB : !here.holds)
    ? { status: "problem", code: "thin", marginDb }
    : { status: "done", code: "in-range", marginDb, isWalked: here.walked !== undefined };
}

/**
 * The least margin that is known of a check: what was reckoned, or less where a walk read less. A
 * walk that dropped had none left.
 */
export const foundMarginDb = ({
  marginDb,
  walked,
}: Pick<PlaceRecord, "marginDb" | "walked">): number =>
  Math.min(
    marginDb,
    walked?.leastMarginDb ?? Infinity,
    walked && walked.droppedAtM.length > 0 ? 0 : Infinity,
  );

/** What the receiver is set to: what it says itself, else what was recorded last. */
export function receiverHz(
  facts: DayFacts,
  channel: Channel,
  syncs: readonly SyncRecord[],
): number | null {
  const reported = facts.reports?.receivers[channel.receiverKey]?.halvesHz[channel.half];
  if (reported !== undefined) return reported;
  const last = syncs.findLast((s) => s.kind === "receiver-set");
  return last?.kind === "receiver-set" ? last.frequencyHz : null;
}

/**
 * What the pack is on: what it says while it is on, else what was recorded last for this very pack.
 */
export function packFrequencyHz(
  facts: DayFacts,
  channel: Channel,
  syncs: readonly SyncRecord[],
): number | null {
  const reported = facts.reports?.packs[channel.packKey];
  if (reported?.isOn) return reported.frequencyHz;
  const last = syncs.findLast((s) => s.kind === "pack-synced" && s.packKey === channel.packKey);
  return last?.kind === "pack-synced" ? last.frequencyHz : null;
}

/**
 * The scan that answers for the place where the unit is: the newest taken there on the same side of
 * the door, or with a daily rule the newest of the day.
 */
export function countingScan({
  sweeps,
  rescan,
  places,
  currentPlaceId,
}: DayFacts): SweepRecord | null {
  const side = places.find((p) => p.id === currentPlaceId)?.setting;
  const counts = (s: SweepRecord) =>
    rescan === "daily" ||
    (s.placeId === currentPlaceId && (s.setup.setting === null || s.setup.setting === side));
  return sweeps
    .filter(counts)
    .reduce<SweepRecord | null>((l, s) => (l && l.takenAtMs > s.takenAtMs ? l : s), null);
}

/** Whether a channel has a frequency to work with: one that holds, or whose scan is all that lacks. */
export const isPicked = ({ status, code }: Pick<FrequencyState, "status" | "code">): boolean =>
  status === "done" || code === "scan-old" || code === "not-scanned";

/** What receivers' own screens told that answers for here, by the same rule, the oldest first. */
export function countingUnitScans({
  unitScans,
  rescan,
  places,
  currentPlaceId,
  nowMs,
}: Pick<DayFacts, "unitScans" | "rescan" | "places" | "currentPlaceId" | "nowMs">): UnitScan[] {
  const side = places.find((p) => p.id === currentPlaceId)?.setting;
  return unitScans.filter(
    (s) =>
      nowMs - s.atMs <= scanGoodForMs(rescan) &&
      (rescan === "daily" || (s.placeId === currentPlaceId && s.setting === side)),
  );
}

/**
 * When the air at a channel was last looked at here: by a sweep, or by a receiver of its model on
 * its own screen; null where it was not.
 */
export function lookedAtMs(
  facts: DayFacts,
  channel: Pick<Channel, "receiverModelId">,
): number | null {
  const times = [
    countingScan(facts)?.takenAtMs,
    ...countingUnitScans(facts)
      .filter((s) => s.modelId === channel.receiverModelId)
      .map((s) => s.atMs),
  ].filter((ms) => ms !== undefined);
  return times.length === 0 ? null : Math.max(...times);
}

/** How long a scan answers under each rule. */
export const scanGoodForMs = (rescan: RescanRule): number =>
  rescan === "daily" ? 24 * 3_600_000 : SCAN_GOOD_FOR_MS;
