import { defined } from "~/core/units/items";
import {
  channelState,
  countingScan,
  scanGoodForMs,
  type ChannelState,
} from "~/core/channel/channelState";
import type { DayFacts } from "~/core/channel/facts";
import type { Scene } from "./scenes";

/**
 * Something to be done at the new place before the first take, in the order in which it is done.
 */
export interface MoveStep {
  code: "antennas" | "packs-off" | "scan" | "pick" | "sync" | "prove" | "level" | "range";
  /** Whom it is done for; empty where it is done once for all. */
  channelIds: number[];
  minutes: number;
}

export interface MovePlan {
  toPlaceId: number;
  /** The unit is there already. */
  isThere: boolean;
  /** From inside to outside, or the other way round: another air, and another law of range. */
  sideChanges: boolean;
  /** What holds now and would not hold there. */
  becomesStale: { frequencies: number; verifications: number; ranges: number; scan: boolean };
  steps: MoveStep[];
  minutes: number;
  firstTakeMs: number | null;
  /** When one must begin to be ready for it; null where nothing is shot there. */
  beginByMs: number | null;
  /** How much too late it is already; 0 while it can be done. */
  lateMs: number;
  /** Speak there and have no channel yet. */
  joins: string[];
  /** Have no scene any more today: their channel and pack are free. */
  leaves: number[];
  /** Wired, but not needed at that place: can wait. */
  canWait: number[];
}

/** Minutes of work by hand on a location (common practice, no published source). */
const MINUTES = {
  antennas: 6,
  packsOff: 0.3,
  pick: 1,
  syncDriven: 0.6,
  syncByHand: 1.5,
  prove: 0.7,
  level: 1.5,
  rangeOnce: 2,
  rangeEach: 0.7,
} as const;

/**
 * What a move to a place makes stale, and what is to be done there before its first take: reckoned
 * as if the unit stood there now.
 * @param p.scanMinutes - how long the instruments take over what the channels tune
 * @param p.isDriven - receivers and packs are set from here
 */
export function movePlan(
  facts: DayFacts,
  scenes: readonly Scene[],
  toPlaceId: number,
  p: { scanMinutes: number; isDriven: boolean },
): MovePlan {
  const there: DayFacts = { ...facts, currentPlaceId: toPlaceId };
  const [now, then] = [facts, there].map((f) => facts.channels.map((c) => channelState(f, c))) as [
    ChannelState[],
    ChannelState[],
  ];
  const here = scenes
    .filter((s) => s.placeId === toPlaceId && s.endMs > facts.nowMs)
    .sort((a, b) => a.startMs - b.startMs);
  const speakers = new Set(here.flatMap((s) => s.speakers));
  const needed = facts.channels.filter((c) => speakers.size === 0 || speakers.has(c.talker));
  const stateOf = (id: number) => defined(then.find((s) => s.channelId === id));
  const ids = (test: (s: ChannelState) => boolean) =>
    needed.filter((c) => test(stateOf(c.id))).map((c) => c.id);
  const scan = countingScan(there);
  const isScanned = scan !== null && facts.nowMs - scan.takenAtMs <= scanGoodForMs(facts.rescan);
  const isThere = facts.currentPlaceId === toPlaceId;
  const toPick = ids(
    (s) => s.frequency.status !== "done" && s.frequency.code !== "no-common-tuning",
  );
  const toSync = ids(
    (s) =>
      s.frequency.status !== "done" ||
      (s.sync.status !== "done" && !["not-proved", "proof-stale"].includes(s.sync.code)),
  );
  const toVerify = ids((s) => s.frequency.status !== "done" || s.sync.status !== "done");
  const toLevel = ids((s) => s.level.status !== "done");
  const toRange = ids((s) => s.place.status !== "done");
  const packsOn = facts.channels
    .filter((c) => facts.reports?.packs[c.packKey]?.isOn)
    .map((c) => c.id);
  const steps: MoveStep[] = [];
  const add = (code: MoveStep["code"], channelIds: number[], minutes: number) =>
    steps.push({ code, channelIds, minutes: Math.round(minutes * 10) / 10 });
  if (!isThere) add("antennas", [], MINUTES.antennas);
  if (!isScanned) {
    if (packsOn.length > 0) add("packs-off", packsOn, packsOn.length * MINUTES.packsOff);
    add("scan", [], p.scanMinutes);
  }
  if (toPick.length > 0 || !isScanned)
    add("pick", toPick.length > 0 ? toPick : needed.map((c) => c.id), MINUTES.pick);
  if (toSync.length > 0)
    add("sync", toSync, toSync.length * (p.isDriven ? MINUTES.syncDriven : MINUTES.syncByHand));
  if (toVerify.length > 0) add("prove", toVerify, toVerify.length * MINUTES.prove);
  if (toLevel.length > 0) add("level", toLevel, toLevel.length * MINUTES.level);
  if (toRange.length > 0)
    add("range", toRange, MINUTES.rangeOnce + toRange.length * MINUTES.rangeEach);
  const minutes = steps.reduce((sum, s) => sum + s.minutes, 0);
  const firstTakeMs = here[0] ? Math.max(here[0].startMs, 0) : null;
  const beginByMs = firstTakeMs === null ? null : firstTakeMs - minutes * 60_000;
  const side = (id: number) => facts.places.find((x) => x.id === id)?.setting;
  const holds = (list: ChannelState[], part: "frequency" | "sync" | "place") =>
    list.map((s) => s[part].status === "done");
  const lost = (part: "frequency" | "sync" | "place") => {
    const [before, after] = [holds(now, part), holds(then, part)];
    return before.filter((b, i) => b && !after[i]).length;
  };
  const later = scenes.filter((s) => s.endMs > facts.nowMs);
  return {
    toPlaceId,
    isThere,
    sideChanges: side(facts.currentPlaceId) !== side(toPlaceId),
    steps,
    minutes,
    firstTakeMs,
    beginByMs,
    lateMs: beginByMs === null ? 0 : Math.max(0, facts.nowMs - beginByMs),
    becomesStale: {
      frequencies: lost("frequency"),
      verifications: lost("sync"),
      ranges: lost("place"),
      scan: countingScan(facts) !== null && !isScanned,
    },
    joins: [...speakers].filter((t) => !facts.channels.some((c) => c.talker === t)),
    leaves:
      scenes.length === 0
        ? []
        : facts.channels
            .filter((c) => !later.some((s) => s.speakers.includes(c.talker)))
            .map((c) => c.id),
    canWait: facts.channels.filter((c) => !needed.includes(c)).map((c) => c.id),
  };
}
