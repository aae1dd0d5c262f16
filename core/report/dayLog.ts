import type { WalkedResult } from "~/core/location/walkTest";
import type { DayEvent } from "~/core/journal/dayEvents";
import type { LevelRecord, PlaceRecord, PlanRecord, SyncRecord } from "~/core/channel/facts";
import type { VerificationPart } from "~/core/channel/verificationParts";
import { isGoodOutcome } from "~/core/channel/verificationParts";

/** What a log is read for. */
export const LOG_GROUPS = [
  "hits",
  "trouble",
  "air",
  "plan",
  "sync",
  "level",
  "place",
  "cells",
  "moves",
  "notes",
  "lists",
] as const;
export type LogGroup = (typeof LOG_GROUPS)[number];

export type LogWhat =
  | { kind: "scanned"; source: string; lowHz: number; highHz: number; passes: number }
  | {
      kind: "planned";
      version: number;
      how: string;
      /** Only what is other than in the plan before. */ moved: {
        channelId: number;
        frequencyHz: number;
      }[];
      total: number;
    }
  | { kind: "receiver-set"; frequencyHz: number }
  | { kind: "pack-synced"; packKey: string; frequencyHz: number; toldHz: number | null }
  | { kind: "cells"; packKey: string }
  /** Parts that were looked at together. */
  | { kind: "proved"; good: VerificationPart[]; bad: { part: VerificationPart; outcome: string }[] }
  | {
      kind: "levelled";
      gainDb: number;
      headroomDb: number;
      /** By the model; and what was measured, null where nobody did. */
      finalPeakDbfs: number;
      measuredPeakDbfs: number | null;
    }
  | { kind: "placed"; marginDb: number; overload: boolean; walked: WalkedResult | null }
  | { kind: "channel-changed"; what: string }
  | { kind: "list"; list: string; version: number; how: string }
  | { kind: "event"; event: DayEvent["what"] };

export interface LogEntry {
  /** The same for as long as the day is kept. */
  key: string;
  atMs: number;
  placeId: number | null;
  who: string | null;
  channelId: number | null;
  group: LogGroup;
  what: LogWhat;
  /** What was put right later, in order. */
  corrections: { atMs: number; who: string | null; text: string }[];
}

export interface LogSources {
  sweeps: readonly {
    id: number;
    placeId: number;
    takenAtMs: number;
    source: string;
    lowHz: number;
    stepHz: number;
    points: number;
    completePasses: number;
  }[];
  plans: readonly (PlanRecord & { how: string })[];
  syncs: readonly { id: number; record: SyncRecord }[];
  levels: readonly LevelRecord[];
  placeChecks: readonly PlaceRecord[];
  events: readonly DayEvent[];
  channelChanges: readonly { channelId: number; version: number; atMs: number; what: string }[];
  lists: readonly { list: string; version: number; atMs: number; how: string }[];
}

/** Parts of one verification follow each other this closely. */
const TOGETHER_MS = 20_000;

const GROUP_OF_EVENT: Readonly<Record<DayEvent["what"]["kind"], LogGroup>> = {
  moved: "moves",
  joined: "lists",
  roll: "moves",
  take: "moves",
  power: "cells",
  "cells-fresh": "cells",
  "cells-ran": "cells",
  hit: "hits",
  "hit-judged": "hits",
  "hit-observed": "hits",
  "hit-answer": "hits",
  "hit-closed": "hits",
  dropout: "trouble",
  trouble: "trouble",
  newcomer: "air",
  note: "notes",
  correction: "notes",
  "taken-back": "notes",
  wrapped: "moves",
  file: "lists",
  exercise: "moves",
  "clock-jumped": "trouble",
};

/**
 * Everything that happened on a day, out of every record that is kept of it, in order. Corrections
 * stand with what they put right.
 */
export function dayLog(s: LogSources): LogEntry[] {
  const entries: LogEntry[] = [];
  const add = (
    key: string,
    atMs: number,
    group: LogGroup,
    what: LogWhat,
    rest: Partial<Pick<LogEntry, "placeId" | "who" | "channelId">> = {},
  ) =>
    entries.push({
      key,
      atMs,
      placeId: null,
      who: null,
      channelId: null,
      ...rest,
      group,
      what,
      corrections: [],
    });
  for (const w of s.sweeps)
    add(
      `scan-${w.id}`,
      w.takenAtMs,
      "air",
      {
        kind: "scanned",
        source: w.source,
        lowHz: w.lowHz,
        highHz: w.lowHz + (w.points - 1) * w.stepHz,
        passes: w.completePasses,
      },
      { placeId: w.placeId },
    );
  s.plans.forEach((p, i) => {
    const before = s.plans[i - 1]?.picks ?? [];
    add(
      `plan-${p.version}`,
      p.acceptedAtMs,
      "plan",
      {
        kind: "planned",
        version: p.version,
        how: p.how,
        total: p.picks.length,
        moved: p.picks.filter(
          (x) => before.find((b) => b.channelId === x.channelId)?.frequencyHz !== x.frequencyHz,
        ),
      },
      { placeId: p.placeId },
    );
  });
  addSyncs(s.syncs, add);
  s.levels.forEach((l, i) =>
    add(
      `level-${i + 1}`,
      l.atMs,
      "level",
      {
        kind: "levelled",
        gainDb: l.gainDb,
        headroomDb: l.headroomDb,
        finalPeakDbfs: l.finalPeakDbfs,
        measuredPeakDbfs: l.measured?.peakDbfs ?? null,
      },
      { channelId: l.channelId },
    ),
  );
  s.placeChecks.forEach((p, i) =>
    add(
      `place-${i + 1}`,
      p.atMs,
      "place",
      {
        kind: "placed",
        marginDb: p.marginDb,
        overload: p.overload,
        walked: p.walked ?? null,
      },
      { channelId: p.channelId, placeId: p.placeId },
    ),
  );
  for (const c of s.channelChanges)
    add(
      `change-${c.channelId}-${c.version}`,
      c.atMs,
      "lists",
      { kind: "channel-changed", what: c.what },
      { channelId: c.channelId },
    );
  for (const l of s.lists)
    add(`${l.list}-${l.version}`, l.atMs, "lists", {
      kind: "list",
      list: l.list,
      version: l.version,
      how: l.how,
    });
  for (const { id, atMs, placeId, who, what } of s.events) {
    if (what.kind === "correction") continue;
    add(
      `event-${id}`,
      atMs,
      GROUP_OF_EVENT[what.kind],
      { kind: "event", event: what },
      { placeId, who, channelId: "channelId" in what ? what.channelId : null },
    );
  }
  const byKey = new Map(entries.map((e) => [e.key, e]));
  for (const { atMs, who, what } of s.events) {
    if (what.kind !== "correction") continue;
    byKey.get(what.ofKey)?.corrections.push({ atMs, who, text: what.text });
  }
  // what was put down at one moment stays in the order in which it was
  return entries
    .map((entry, i) => ({ entry, i }))
    .sort((a, b) => a.entry.atMs - b.entry.atMs || a.i - b.i)
    .map(({ entry }) => entry);
}

type Add = (
  key: string,
  atMs: number,
  group: LogGroup,
  what: LogWhat,
  rest?: Partial<Pick<LogEntry, "placeId" | "who" | "channelId">>,
) => void;

/** What was set, synced and seen; the parts of one verification are one entry. */
function addSyncs(syncs: LogSources["syncs"], add: Add): void {
  let open: {
    key: string;
    atMs: number;
    first: SyncRecord;
    parts: Extract<SyncRecord, { kind: "proof" }>[];
  } | null = null;
  const close = () => {
    if (!open) return;
    const { key, first, parts } = open;
    add(
      key,
      first.atMs,
      "sync",
      {
        kind: "proved",
        good: parts.filter((p) => isGoodOutcome(p.part, p.outcome)).map((p) => p.part),
        bad: parts
          .filter((p) => !isGoodOutcome(p.part, p.outcome))
          .map((p) => ({ part: p.part, outcome: p.outcome })),
      },
      { channelId: first.channelId, placeId: first.placeId, who: first.who },
    );
    open = null;
  };
  for (const { id, record: r } of syncs) {
    const rest = { channelId: r.channelId, placeId: r.placeId, who: r.who };
    const key = `sync-${id}`;
    if (r.kind === "proof") {
      const last = open?.parts.at(-1);
      if (
        open &&
        last &&
        last.channelId === r.channelId &&
        last.who === r.who &&
        last.frequencyHz === r.frequencyHz &&
        r.atMs - last.atMs < TOGETHER_MS &&
        !open.parts.some((p) => p.part === r.part)
      ) {
        open.parts.push(r);
        continue;
      }
      close();
      open = { key, atMs: r.atMs, first: r, parts: [r] };
      continue;
    }
    close();
    if (r.kind === "receiver-set")
      add(key, r.atMs, "sync", { kind: "receiver-set", frequencyHz: r.frequencyHz }, rest);
    else if (r.kind === "pack-synced")
      add(
        key,
        r.atMs,
        "sync",
        { kind: "pack-synced", packKey: r.packKey, frequencyHz: r.frequencyHz, toldHz: r.toldHz },
        rest,
      );
    else add(key, r.atMs, "cells", { kind: "cells", packKey: r.packKey }, rest);
  }
  close();
}

export interface LogFilter {
  groups: readonly LogGroup[] | null;
  channelId: number | null;
  /** Words that must all stand in an entry, in any order, whatever their case. */
  search: string;
}

/** Entries that pass a filter. @param textOf - an entry as it is read, names and all */
export function filterLog(
  entries: readonly LogEntry[],
  filter: LogFilter,
  textOf: (entry: LogEntry) => string,
): LogEntry[] {
  const words = filter.search
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== "");
  return entries.filter((e) => {
    if (filter.groups && !filter.groups.includes(e.group)) return false;
    if (filter.channelId !== null && e.channelId !== filter.channelId) return false;
    if (words.length === 0) return true;
    const text = textOf(e).toLowerCase();
    return words.every((w) => text.includes(w));
  });
}
